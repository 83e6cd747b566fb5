package yondershelf.library;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import yondershelf.content.Excerpt;
import yondershelf.content.Kind;
import yondershelf.store.AssetRow;
import yondershelf.store.Batch;
import yondershelf.store.Store;

/**
 * Nodes, materials and lights of model files that are assets of their own. Nobody finds them in a folder: they follow from what is said of the file's
 * asset, and stand beside it in the store under its id, {@code #} and the word for it.
 */
record Apart(Store store, Sayings sayings) {
    static final char SIGN = '#';

    /** True for the id of a node. */
    static boolean isNode(String id) {
        return id.indexOf(SIGN) >= 0;
    }

    static String id(String asset, String node) {
        return asset + SIGN + node;
    }

    /** The id of the asset of the whole file. */
    static String whole(String id) {
        int sign = id.indexOf(SIGN);
        return sign < 0 ? id : id.substring(0, sign);
    }

    /** The node's name; empty for a whole file. */
    static String node(String id) {
        int sign = id.indexOf(SIGN);
        return sign < 0 ? "" : id.substring(sign + 1);
    }

    /** What changes in the store for a file's asset as it is now. */
    Consequence of(AssetRow whole) {
        Map<String, AssetRow> before = new HashMap<>();
        store.below(whole.id() + SIGN).forEach(row -> before.put(row.id(), row));
        List<AssetRow> put = new ArrayList<>();
        Set<String> wanted = new HashSet<>();
        List<String> nodes =
                whole.kind().equals(Kind.MODEL.word()) ? Labels.of(whole).apart() : List.of();
        for (String node : nodes) {
            String id = id(whole.id(), node);
            AssetRow known = before.get(id);
            AssetRow row = new AssetRow(
                    known == null ? 0 : known.row(),
                    id,
                    Excerpt.kind(node, Kind.MODEL).word(),
                    name(whole, node),
                    whole.folder(),
                    whole.path() + SIGN + node,
                    whole.files(),
                    whole.key(),
                    known == null ? System.currentTimeMillis() / 1000 : known.since(),
                    sayings.of(id, whole.folder()).text());
            wanted.add(id);
            if (!row.equals(known)) {
                put.add(row);
            }
        }
        List<AssetRow> gone =
                before.values().stream().filter(r -> !wanted.contains(r.id())).toList();
        return new Consequence(put, gone);
    }

    /** All lights of a file are called after it. */
    private static String name(AssetRow whole, String node) {
        boolean lights = node.equals(Excerpt.ofLight(""));
        return lights ? whole.name() + " lights" : Excerpt.title(node);
    }

    /** All that stands for nodes of a file that goes. */
    List<AssetRow> of(String whole) {
        return store.below(whole + SIGN);
    }

    /** Rows to write and to remove. */
    record Consequence(List<AssetRow> put, List<AssetRow> gone) {
        void write(Batch batch) {
            put.forEach(batch::put);
            gone.forEach(r -> batch.remove(r.row()));
        }
    }
}
