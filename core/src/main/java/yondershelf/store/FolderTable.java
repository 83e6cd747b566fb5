package yondershelf.store;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Consumer;

/** Folders as they were seen last, and what of them no asset could be made of. */
public final class FolderTable {
    private static final int PART = 500;

    private final Connections connections;

    FolderTable(Connections connections) {
        this.connections = connections;
    }

    /** Signatures of all folders. */
    public Map<String, Long> signatures() {
        return connections.readPresent(sql -> {
            Map<String, Long> out = new HashMap<>();
            sql.each("SELECT path, signature FROM folder", r -> out.put(r.getString(1), r.getLong(2)));
            return out;
        });
    }

    /** The listing of a folder as it was seen last; empty for one nobody saw. */
    public String listing(String folder) {
        return connections
                .text("SELECT listing FROM folder WHERE path = ?", folder)
                .orElse("");
    }

    /** All folders with their listings, in the order of their paths. */
    public void each(Consumer<FolderRow> each) {
        List<FolderRow> part = foldersAfter("");
        connections
                .text("SELECT listing FROM folder WHERE path = ''")
                .ifPresent(listing -> each.accept(new FolderRow("", 0, listing)));
        while (!part.isEmpty()) {
            part.forEach(each);
            part = foldersAfter(part.get(part.size() - 1).path());
        }
    }

    /** A part at a time: others read meanwhile. */
    private List<FolderRow> foldersAfter(String path) {
        return connections.read(sql -> {
            List<FolderRow> out = new ArrayList<>();
            sql.each(
                    "SELECT path, signature, listing FROM folder WHERE path > ? ORDER BY path LIMIT " + PART,
                    r -> out.add(new FolderRow(r.getString(1), r.getLong(2), r.getString(3))),
                    path);
            return out;
        });
    }

    /** Files no asset could be made of, with the reasons, by path. */
    public Map<String, String> skipped() {
        return connections.read(sql -> {
            Map<String, String> out = new TreeMap<>();
            sql.each("SELECT path, reason FROM skipped", r -> out.put(r.getString(1), r.getString(2)));
            return out;
        });
    }
}
