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
    private static final String ASSET = "SELECT " + AssetRow.COLUMNS + " FROM asset a ";

    private static final int PART = 500;

    private final Connections connections;
    private final FolderTable folders;
    private final ReferenceTable references;
    private final FactTable facts;
    private final LookTable looks;
    private final VerdictTable verdicts;

    Store(Connections connections) {
        this.connections = connections;
        this.folders = new FolderTable(connections);
        this.references = new ReferenceTable(connections);
        this.facts = new FactTable(connections);
        this.looks = new LookTable(connections);
        this.verdicts = new VerdictTable(connections);
    }

    /** Folders as they were seen last. */
    public FolderTable folders() {
        return folders;
    }

    /** Which files refer to which. */
    public ReferenceTable references() {
        return references;
    }

    /** What was measured. */
    public FactTable facts() {
        return facts;
    }

    /** What assets look like. */
    public LookTable looks() {
        return looks;
    }

    /** What checks found. */
    public VerdictTable verdicts() {
        return verdicts;
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
        return connections.text("SELECT value FROM meta WHERE name = ?", name);
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
        connections
                .some(ASSET + "WHERE id IN (SELECT value FROM json_each(?))", wanted.toString())
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
        List<AssetRow> found = connections.some(query, values);
        return found.isEmpty() ? Optional.empty() : Optional.of(found.get(0));
    }

    /** Assets by their numbers, in that order; those that are gone are left out. */
    public List<AssetRow> assets(List<Integer> rows) {
        return connections.read(sql -> {
            List<AssetRow> out = new ArrayList<>(rows.size());
            for (int row : rows) {
                sql.each(ASSET + "WHERE row = ?", r -> out.add(AssetRow.of(r)), row);
            }
            return out;
        });
    }

    /** Assets whose naming file lies in a folder itself. */
    public List<AssetRow> assetsIn(String folder) {
        return connections.some(ASSET + "WHERE folder = ? ORDER BY row", folder);
    }

    /** Assets whose ids begin so. */
    public List<AssetRow> below(String start) {
        return connections.some(ASSET + "WHERE id > ? AND id < ? ORDER BY row", start, start + '\uffff');
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

    /** How many assets there are of each kind, by its word. */
    public Map<String, Integer> kinds() {
        return connections.read(sql -> {
            Map<String, Integer> out = new TreeMap<>();
            sql.each("SELECT kind, count(*) FROM asset GROUP BY kind", r -> out.put(r.getString(1), r.getInt(2)));
            return out;
        });
    }

    /** True when the database says of itself that it is sound. */
    public boolean isSound() {
        return connections.text("PRAGMA integrity_check(1)").equals(Optional.of("ok"));
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
