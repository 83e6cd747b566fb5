package yondershelf.store;

import java.sql.SQLException;
import java.util.Collection;
import java.util.List;
import java.util.Map;

/** What is changed as one. Its methods may only be called within {@link Store#write}. */
public final class Batch {
    private final Sql sql;
    private final long generation;
    private boolean changed;

    Batch(Sql sql, long generation) {
        this.sql = sql;
        this.generation = generation;
    }

    /** Carries a failure of the database out of a body that cannot declare it. */
    static final class Failed extends RuntimeException {
        private static final long serialVersionUID = 1L;

        private final SQLException reason;

        Failed(SQLException reason) {
            super(reason);
            this.reason = reason;
        }

        SQLException reason() {
            return reason;
        }
    }

    private int run(String text, Object... values) {
        try {
            return sql.run(text, values);
        } catch (SQLException e) {
            throw new Failed(e);
        }
    }

    public void meta(String name, String value) {
        run("INSERT OR REPLACE INTO meta(name, value) VALUES(?, ?)", name, value);
    }

    public void folder(FolderRow folder) {
        run(
                "INSERT OR REPLACE INTO folder(path, signature, listing) VALUES(?, ?, ?)",
                folder.path(),
                folder.signature(),
                folder.listing());
    }

    /** What is known of a folder is not what lies there any more: the next look looks at it, whatever it finds. */
    public void unsettle(String path) {
        run(
                "INSERT INTO folder(path, signature, listing) VALUES(?, 1, '')"
                        + " ON CONFLICT(path) DO UPDATE SET signature = ~signature",
                path);
    }

    public void removeFolder(String path) {
        run("DELETE FROM folder WHERE path = ?", path);
        run("DELETE FROM skipped WHERE folder = ?", path);
    }

    public void learned(String path, Learned learned) {
        try {
            sql.run(
                    "INSERT OR REPLACE INTO learned(path, state, mentions, type, shape, panorama) VALUES(?, ?, ?, ?, ?, ?)",
                    path,
                    learned.state(),
                    learned.mentions(),
                    learned.type(),
                    learned.shape(),
                    learned.panorama());
        } catch (SQLException e) {
            throw new Failed(e);
        }
    }

    /** A file that is gone told nothing and refers to nothing. */
    public void forget(String path) {
        run("DELETE FROM learned WHERE path = ?", path);
        run("DELETE FROM reference WHERE source = ?", path);
    }

    public void references(String source, Collection<String> targets) {
        run("DELETE FROM reference WHERE source = ?", source);
        for (String target : targets) {
            run(
                    "INSERT OR IGNORE INTO reference(source, target, folder) VALUES(?, ?, ?)",
                    source,
                    target,
                    Store.folder(target));
        }
    }

    /** Keeps an asset: one whose id is there keeps its number, a new one gets one. */
    public void put(AssetRow a) {
        changed = true;
        run(
                "INSERT INTO asset(id, kind, name, folder, path, files, key, since, said, changed)"
                        + " VALUES(?, ?, ?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT(id) DO UPDATE SET kind = excluded.kind,"
                        + " name = excluded.name, folder = excluded.folder, path = excluded.path,"
                        + " files = excluded.files, key = excluded.key, since = excluded.since,"
                        + " said = excluded.said, changed = excluded.changed",
                a.id(),
                a.kind(),
                a.name(),
                a.folder(),
                a.path(),
                a.files(),
                a.key(),
                a.since(),
                a.said(),
                generation);
    }

    public void remove(int row) {
        changed = true;
        run("DELETE FROM asset WHERE row = ?", row);
        run("DELETE FROM look WHERE row = ?", row);
        run("INSERT OR REPLACE INTO gone(row, changed) VALUES(?, ?)", row, generation);
    }

    /** What was said of an asset; one nobody knows is left alone. */
    public void said(String id, String labels) {
        if (run("UPDATE asset SET said = ?, changed = ? WHERE id = ? AND said <> ?", labels, generation, id, labels)
                > 0) {
            changed = true;
        }
    }

    /** The files of a folder that no asset could be made of, with the reasons. */
    public void skipped(String folder, Map<String, String> reasons) {
        run("DELETE FROM skipped WHERE folder = ?", folder);
        reasons.forEach((path, reason) ->
                run("INSERT OR REPLACE INTO skipped(folder, path, reason) VALUES(?, ?, ?)", folder, path, reason));
    }

    /**
     * Keeps what was measured of an asset.
     *
     * @param measures what of it one can look for
     */
    public void facts(String id, String key, String content, String facts, String measures) {
        run(
                "INSERT OR REPLACE INTO fact(id, key, content, facts, measures) VALUES(?, ?, ?, ?, ?)",
                id,
                key,
                content,
                facts,
                measures);
        if (run("UPDATE asset SET changed = ? WHERE id = ?", generation, id) > 0) {
            changed = true;
        }
    }

    /**
     * Keeps what an asset looks like.
     *
     * @param key changes when it looks otherwise
     * @param colours of which colours it is, as bits
     */
    public void look(int row, String key, int colours, byte[] signature) {
        // what is of other colours now is found otherwise
        int other = run(
                "UPDATE asset SET changed = ? WHERE row = ? AND coalesce((SELECT colours FROM look WHERE row = ?), 0) <> ?",
                generation,
                row,
                row,
                colours);
        changed |= other > 0;
        run(
                "INSERT OR REPLACE INTO look(row, key, colours, signature) VALUES(?, ?, ?, ?)",
                row,
                key,
                colours,
                signature);
    }

    /**
     * Keeps the verdict on an asset.
     *
     * @param findings one text for each thing found
     */
    public void judge(String id, String key, List<String> findings) {
        // one that has problems now, or has none any more, is found otherwise
        int other = run(
                "UPDATE asset SET changed = ? WHERE id = ? AND (SELECT coalesce(max(found > 0), 0) FROM verdict WHERE id = ?)"
                        + " <> ?",
                generation,
                id,
                id,
                findings.isEmpty() ? 0 : 1);
        changed |= other > 0;
        run(
                "INSERT OR REPLACE INTO verdict(id, key, found, findings) VALUES(?, ?, ?, ?)",
                id,
                key,
                findings.size(),
                String.join("\n", findings));
    }

    /** Keeps in how many scenes an asset is used. */
    public void used(String id, int scenes) {
        run("INSERT OR REPLACE INTO used(id, scenes) VALUES(?, ?)", id, scenes);
        if (run("UPDATE asset SET changed = ? WHERE id = ?", generation, id) > 0) {
            changed = true;
        }
    }

    /** Forgets all verdicts: they were reached by other rules. */
    public void forgetVerdicts() {
        run("DELETE FROM verdict");
    }

    /** Lets go of what is kept of assets and folders that are gone. */
    public void tidy() {
        run("DELETE FROM look WHERE row NOT IN (SELECT row FROM asset)");
        // all up to the last slash, without it
        String folder = "rtrim(rtrim(%1$s, replace(%1$s, '/', '')), '/')";
        run("DELETE FROM learned WHERE " + folder.formatted("path") + " NOT IN (SELECT path FROM folder)");
        run("DELETE FROM reference WHERE " + folder.formatted("source") + " NOT IN (SELECT path FROM folder)");
        run("DELETE FROM fact WHERE id NOT IN (SELECT id FROM asset)");
        run("DELETE FROM verdict WHERE id NOT IN (SELECT id FROM asset)");
    }

    void clear() {
        run("INSERT OR REPLACE INTO gone(row, changed) SELECT row, ? FROM asset", generation);
        for (String table : Schema.KEPT) {
            run("DELETE FROM " + table);
        }
        run("DELETE FROM meta WHERE name <> 'generation'");
        changed = true;
    }

    void end() {
        if (changed) {
            meta("generation", String.valueOf(generation));
        }
    }
}
