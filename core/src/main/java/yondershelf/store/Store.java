package yondershelf.store;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.words.Phrase;

/** The store of one library. Safe for several threads and processes; reading goes on while something is written. */
public final class Store implements AutoCloseable {
    private static final String ASSET = "SELECT row, id, kind, name, folder, path, files, key, since, said FROM asset ";
    private static final String COLUMNS =
            "a.row, a.id, a.kind, a.name, a.folder, a.path, a.files, a.key, a.since, a.said";

    private static final int PART = 500;

    private final Connections connections;

    Store(Connections connections) {
        this.connections = connections;
    }

    /** Opens a store, making it anew when it is damaged or from another version. */
    public static Store open(Path file) throws ProblemException {
        try {
            Disk.REAL.makeFolders(Connections.folderOf(file));
            return new Store(Connections.open(file));
        } catch (IOException | SQLException e) {
            throw new Problem(
                            file.toString(),
                            Phrase.of("store.what-is-known-cannot-be", e.getMessage()),
                            Phrase.of("store.make-room-on-the-drive"))
                    .raise(e);
        }
    }

    /** A store that is forgotten with this object. */
    public static Store inMemory() {
        try {
            return new Store(Connections.inMemory());
        } catch (SQLException e) {
            throw new IllegalStateException("no database in memory", e);
        }
    }

    /** How often the store was lost and made anew since it was opened: what was read before counts no more. */
    public int epoch() {
        return connections.epoch();
    }

    /** Where the store lies; null when only in memory. */
    public @Nullable Path file() {
        return connections.file();
    }

    /** Counts up with each change of assets, by whatever process. */
    public long generation() {
        return Long.parseLong(meta("generation").orElse("0"));
    }

    public Optional<String> meta(String name) {
        return text("SELECT value FROM meta WHERE name = ?", name);
    }

    /** Changes several things as one: all of them or, when it fails or the program is killed, none. */
    public void write(Consumer<Batch> body) throws ProblemException {
        connections.write(sql -> {
            Batch batch = new Batch(sql, 1 + sql.number("SELECT value FROM meta WHERE name = 'generation'", 0));
            body.accept(batch);
            batch.end();
        });
    }

    /** Forgets everything. */
    public void clear() throws ProblemException {
        write(Batch::clear);
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
        return text("SELECT listing FROM folder WHERE path = ?", folder).orElse("");
    }

    /** All folders with their listings, in the order of their paths. */
    public void eachFolder(Consumer<FolderRow> each) {
        List<FolderRow> part = foldersAfter("");
        text("SELECT listing FROM folder WHERE path = ''")
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

    /** What a file told, when it is still in that state. */
    public Learned learned(String path, String state) {
        return connections.read(sql -> {
            Learned[] out = {Learned.nothing(state)};
            sql.each(
                    "SELECT state, mentions, type, shape, panorama FROM learned WHERE path = ? AND state = ?",
                    r -> out[0] = new Learned(r.getString(1), r.getString(2), r.getString(3), r.getInt(4), r.getInt(5)),
                    path,
                    state);
            return out[0];
        });
    }

    /** Files that refer to a file. */
    public List<String> sources(String target) {
        return texts("SELECT source FROM reference WHERE folder = ? AND target = ?", folder(target), target);
    }

    /** Files a file refers to, whether they are there or not. */
    public List<String> targets(String source) {
        return texts("SELECT target FROM reference WHERE source = ?", source);
    }

    /** Of a folder: each file in it that others refer to, with those. */
    public Map<String, List<String>> referred(String folder) {
        return connections.read(sql -> {
            Map<String, List<String>> out = new TreeMap<>();
            sql.each(
                    "SELECT target, source FROM reference WHERE folder = ?",
                    r -> out.computeIfAbsent(r.getString(1), k -> new ArrayList<>())
                            .add(r.getString(2)),
                    folder);
            return out;
        });
    }

    private Optional<String> text(String query, Object... values) {
        return connections.read(sql -> Optional.ofNullable(sql.text(query, values)));
    }

    private List<String> texts(String query, String... values) {
        return connections.read(sql -> {
            List<String> out = new ArrayList<>();
            sql.each(query, r -> out.add(r.getString(1)), (Object[]) values);
            return out;
        });
    }

    static String folder(String path) {
        int slash = path.lastIndexOf('/');
        return slash < 0 ? "" : path.substring(0, slash);
    }

    public int assetCount() {
        return (int) (long) connections.read(sql -> sql.number("SELECT count(*) FROM asset", 0));
    }

    public Optional<AssetRow> asset(String id) {
        return one(ASSET + "WHERE id = ?", id);
    }

    /** Assets by their ids; those that are not there are left out. */
    public Map<String, AssetRow> assets(Collection<String> ids) {
        ArrayNode wanted = JsonNodeFactory.instance.arrayNode();
        ids.forEach(wanted::add);
        Map<String, AssetRow> out = new LinkedHashMap<>();
        some(ASSET + "WHERE id IN (SELECT value FROM json_each(?))", wanted.toString())
                .forEach(row -> out.put(row.id(), row));
        return out;
    }

    /** True when some assets are parts of others. */
    public boolean hasParts() {
        return connections.read(
                sql -> sql.number("SELECT EXISTS (SELECT 1 FROM asset WHERE instr(id, '#') > 0)", 0) != 0);
    }

    /** The asset a file names. */
    public Optional<AssetRow> named(String path) {
        return one(ASSET + "WHERE folder = ? AND path = ? ORDER BY row LIMIT 1", folder(path), path);
    }

    private Optional<AssetRow> one(String query, Object... values) {
        List<AssetRow> found = some(query, values);
        return found.isEmpty() ? Optional.empty() : Optional.of(found.get(0));
    }

    private List<AssetRow> some(String query, Object... values) {
        return connections.read(sql -> {
            List<AssetRow> out = new ArrayList<>();
            sql.each(query, r -> out.add(asset(r)), values);
            return out;
        });
    }

    /** Assets by their numbers, in that order; those that are gone are left out. */
    public List<AssetRow> assets(List<Integer> rows) {
        return connections.read(sql -> {
            List<AssetRow> out = new ArrayList<>(rows.size());
            for (int row : rows) {
                sql.each(ASSET + "WHERE row = ?", r -> out.add(asset(r)), row);
            }
            return out;
        });
    }

    /** Assets whose naming file lies in a folder itself. */
    public List<AssetRow> assetsIn(String folder) {
        return some(ASSET + "WHERE folder = ? ORDER BY row", folder);
    }

    /** Assets whose ids begin so. */
    public List<AssetRow> below(String start) {
        return some(ASSET + "WHERE id > ? AND id < ? ORDER BY row", start, start + '\uffff');
    }

    /** All assets, by kind, folder and name. The store may be written meanwhile, but not by this thread. */
    public void eachAsset(Consumer<AssetRow> each) {
        List<Integer> rows = new ArrayList<>();
        connections.read(sql -> {
            sql.each("SELECT row FROM asset ORDER BY folder, name, row", r -> rows.add(r.getInt(1)));
            return true;
        });
        for (int from = 0; from < rows.size(); from += PART) {
            assets(rows.subList(from, Math.min(rows.size(), from + PART))).forEach(each);
        }
    }

    /** Those of some ids that no asset bears. */
    public List<String> unknown(Collection<String> ids) {
        return connections.read(sql -> {
            List<String> out = new ArrayList<>();
            for (String id : ids) {
                if (sql.number("SELECT row FROM asset WHERE id = ?", 0, id) == 0) {
                    out.add(id);
                }
            }
            return out;
        });
    }

    /** What became of assets since a generation; since 0 is everything that is there. */
    public Changes since(long generation) {
        if (generation() == generation) {
            return new Changes(generation, List.of(), List.of());
        }
        Changes none = new Changes(generation, List.of(), List.of());
        return connections.readAtLength(
                sql -> {
                    // somebody may write meanwhile: what that adds is told once more the next time
                    long now = sql.number("SELECT value FROM meta WHERE name = 'generation'", 0);
                    List<Findable> put = new ArrayList<>();
                    sql.each(
                            "SELECT a.row, a.kind, a.name, a.folder, a.path, a.since, a.said, f.measures,"
                                    + " coalesce(v.found, 0), coalesce(u.scenes, 0), coalesce(l.colours, 0) FROM asset a LEFT JOIN fact f ON f.id = a.id"
                                    + " LEFT JOIN verdict v ON v.id = a.id AND v.key = a.key LEFT JOIN used u ON u.id = a.id LEFT JOIN look l ON l.row = a.row"
                                    + " WHERE a.changed > ?",
                            r -> put.add(findable(r)),
                            generation);
                    List<Integer> gone = new ArrayList<>();
                    if (generation > 0) {
                        sql.each("SELECT row FROM gone WHERE changed > ?", r -> gone.add(r.getInt(1)), generation);
                    }
                    return new Changes(now, put, gone);
                },
                none);
    }

    /** Files no asset could be made of, with the reasons, by path. */
    public Map<String, String> skipped() {
        return connections.read(sql -> {
            Map<String, String> out = new TreeMap<>();
            sql.each("SELECT path, reason FROM skipped", r -> out.put(r.getString(1), r.getString(2)));
            return out;
        });
    }

    /** The facts of an asset whose files are as they were: hash of its content, and the facts. */
    public Optional<String[]> facts(String id, String key) {
        return connections.read(sql -> {
            String[][] out = new String[1][];
            sql.each(
                    "SELECT content, facts FROM fact WHERE id = ? AND key = ?",
                    r -> out[0] = new String[] {r.getString(1), r.getString(2)},
                    id,
                    key);
            return Optional.ofNullable(out[0]);
        });
    }

    /** Assets of whose present state no facts are kept, as far as files tell; those something was told of are among them. */
    public List<AssetRow> unmeasured() {
        return some("SELECT " + COLUMNS + " FROM asset a LEFT JOIN fact f ON f.id = a.id AND f.key = a.key"
                + " WHERE f.id IS NULL OR a.said <> '' ORDER BY a.row");
    }

    /** Ids of assets of which it is kept that they cannot be read. */
    public List<String> unreadable() {
        return texts("SELECT id FROM fact WHERE " + Schema.UNREADABLE);
    }

    /** How many assets there are of each kind, by its word. */
    public Map<String, Integer> kinds() {
        return connections.read(sql -> {
            Map<String, Integer> out = new TreeMap<>();
            sql.each("SELECT kind, count(*) FROM asset GROUP BY kind", r -> out.put(r.getString(1), r.getInt(2)));
            return out;
        });
    }

    /** Is told what an asset looks like. */
    public interface EachLook {
        void look(int row, byte[] signature);
    }

    /**
     * Tells what assets look like, of which it was found out after others were told.
     *
     * @param number what the last call gave; 0 for all
     * @return for the next call
     */
    public long looks(long number, EachLook each) {
        return connections.readAtLength(
                sql -> {
                    long[] last = {number};
                    sql.each(
                            "SELECT number, row, signature FROM look WHERE number > ? ORDER BY number",
                            r -> {
                                last[0] = r.getLong(1);
                                each.look(r.getInt(2), r.getBytes(3));
                            },
                            number);
                    return last[0];
                },
                number);
    }

    /** Of which colours assets are, as bits, by their numbers; those nobody looked at are left out. */
    public Map<Integer, Integer> colours(List<Integer> rows) {
        return connections.read(sql -> {
            Map<Integer, Integer> out = new HashMap<>();
            for (int row : rows) {
                sql.each("SELECT colours FROM look WHERE row = ?", r -> out.put(row, r.getInt(1)), row);
            }
            return out;
        });
    }

    /** What an asset looks like as it is now, when it is known. */
    public Optional<byte[]> look(int row, String key) {
        return connections.read(sql -> {
            byte[][] out = new byte[1][];
            sql.each("SELECT signature FROM look WHERE row = ? AND key = ?", r -> out[0] = r.getBytes(1), row, key);
            return Optional.ofNullable(out[0]);
        });
    }

    /**
     * Assets of which it is not known what they look like as their files are now.
     *
     * @param version what {@link Batch#look} got keys with at their end
     */
    public List<Integer> unseen(String version) {
        return connections.read(sql -> {
            List<Integer> out = new ArrayList<>();
            sql.each(
                    "SELECT a.row FROM asset a LEFT JOIN look l ON l.row = a.row AND substr(l.key, 1, length(a.key)) = a.key"
                            + " AND substr(l.key, -length(?)) = ? WHERE l.row IS NULL ORDER BY a.path",
                    r -> out.add(r.getInt(1)),
                    version,
                    version);
            return out;
        });
    }

    /** Assets without a verdict on their present files, and those something was found at: they are looked at again. */
    public List<Integer> unjudged(boolean foundToo) {
        return connections.read(sql -> {
            List<Integer> out = new ArrayList<>();
            sql.each(
                    "SELECT a.row FROM asset a LEFT JOIN verdict v ON v.id = a.id AND v.key = a.key"
                            + " WHERE v.id IS NULL OR (? AND v.found > 0) ORDER BY a.path",
                    r -> out.add(r.getInt(1)),
                    foundToo ? 1 : 0);
            return out;
        });
    }

    /** Everything found in assets whose files are as they were: texts as {@link Batch#judge} got them. */
    public List<String> findings() {
        return texts("SELECT v.findings FROM verdict v JOIN asset a ON a.id = v.id AND a.key = v.key"
                + " WHERE v.found > 0 ORDER BY a.path");
    }

    /** True when the database says of itself that it is sound. */
    public boolean isSound() {
        return text("PRAGMA integrity_check(1)").equals(Optional.of("ok"));
    }

    private static Findable findable(ResultSet r) throws SQLException {
        String measures = r.getString(8);
        return new Findable(
                r.getInt(1),
                r.getString(2),
                r.getString(3),
                r.getString(4),
                r.getString(5),
                r.getLong(6),
                r.getString(7),
                measures == null ? "" : measures,
                r.getInt(9) > 0,
                r.getInt(10),
                r.getInt(11));
    }

    private static AssetRow asset(ResultSet r) throws SQLException {
        return new AssetRow(
                r.getInt(1),
                r.getString(2),
                r.getString(3),
                r.getString(4),
                r.getString(5),
                r.getString(6),
                r.getString(7),
                r.getString(8),
                r.getLong(9),
                r.getString(10));
    }

    @Override
    public void close() {
        connections.close();
    }

    /** Removes a closed store's files. */
    public static void delete(Path file) throws IOException {
        for (String ending : List.of("", "-wal", "-shm")) {
            Files.deleteIfExists(file.resolveSibling(file.getFileName() + ending));
        }
    }
}
