package yondershelf.library;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import yondershelf.content.ProblemException;
import yondershelf.content.Space;
import yondershelf.store.AssetRow;
import yondershelf.store.Store;

/** What was said of assets, by their own labels and by those of the folders they lie in, and kept in the store with them. */
record Sayings(Journal journal, Store store) {
    private static final int FEW = 100;

    /** The labels of an asset; of units and upright the nearest word counts, its own first, the library's last. */
    Labels of(String id, String folder) {
        Labels own = journal.labels(id);
        Space space = own.space();
        if (Apart.isNode(id)) {
            space = space.or(journal.labels(Apart.whole(id)).space());
        }
        String at = folder;
        while (true) {
            space = space.or(journal.labels(Edit.ofFolder(at)).space());
            if (at.isEmpty()) {
                return space.equals(own.space()) ? own : own.withSpace(space);
            }
            at = at.substring(0, Math.max(0, at.lastIndexOf('/')));
        }
    }

    /** Puts what was said of assets, and of all assets below folders, into the store. */
    void keep(Collection<String> subjects) throws ProblemException {
        Map<String, String> texts = new HashMap<>();
        Map<String, AssetRow> rows = store.assets(subjects);
        for (String subject : subjects) {
            String folder = Edit.folderOf(subject);
            if (folder == null) {
                Optional<AssetRow> row = Optional.ofNullable(rows.get(subject));
                texts.put(
                        subject,
                        of(subject, row.map(AssetRow::folder).orElse("")).text());
            } else {
                store.eachAsset(row -> {
                    if (folder.isEmpty()
                            || row.folder().equals(folder)
                            || row.folder().startsWith(folder + "/")) {
                        texts.put(row.id(), of(row.id(), row.folder()).text());
                    }
                });
            }
        }
        store.write(batch -> texts.forEach(batch::said));
        // what is said of a file is said of its nodes, and what is said of these makes them come and go
        Apart apart = new Apart(store, this);
        List<Apart.Consequence> all = new ArrayList<>();
        // asking of each is quicker than looking through all, when they are few
        boolean parts = texts.size() <= FEW || store.hasParts();
        for (AssetRow row : store.assets(texts.keySet()).values()) {
            if (!Apart.isNode(row.id()) && (parts || !Labels.of(row).apart().isEmpty())) {
                all.add(apart.of(row));
            }
        }
        all.removeIf(c -> c.put().isEmpty() && c.gone().isEmpty());
        if (!all.isEmpty()) {
            store.write(batch -> all.forEach(c -> c.write(batch)));
        }
    }
}
