package yondershelf.store;

import java.sql.SQLException;
import java.util.List;

/** The tables. A store of another version is made anew: it is a cache. */
final class Schema {
    private static final int VERSION = 17;

    /** Of facts, that they are of something that cannot be read. */
    static final String UNREADABLE = "instr(facts, '\"readable\":false') > 0";

    private static final String[] TABLES = {
        "CREATE TABLE meta(name TEXT PRIMARY KEY, value TEXT NOT NULL) WITHOUT ROWID",
        "CREATE TABLE folder(path TEXT PRIMARY KEY, signature INTEGER NOT NULL, listing TEXT NOT NULL)",
        "CREATE TABLE learned(path TEXT PRIMARY KEY, state TEXT NOT NULL, mentions TEXT, type TEXT,"
                + " shape INTEGER NOT NULL, panorama INTEGER NOT NULL) WITHOUT ROWID",
        "CREATE TABLE reference(source TEXT NOT NULL, target TEXT NOT NULL, folder TEXT NOT NULL,"
                + " PRIMARY KEY(source, target)) WITHOUT ROWID",
        "CREATE INDEX reference_folder ON reference(folder, target)",
        "CREATE TABLE asset(row INTEGER PRIMARY KEY AUTOINCREMENT, id TEXT NOT NULL UNIQUE, kind TEXT NOT NULL,"
                + " name TEXT NOT NULL, folder TEXT NOT NULL, path TEXT NOT NULL, files TEXT NOT NULL,"
                + " key TEXT NOT NULL, since INTEGER NOT NULL, said TEXT NOT NULL, changed INTEGER NOT NULL)",
        "CREATE INDEX asset_folder ON asset(folder)",
        "CREATE INDEX asset_changed ON asset(changed)",
        "CREATE TABLE gone(row INTEGER PRIMARY KEY, changed INTEGER NOT NULL)",
        "CREATE INDEX gone_changed ON gone(changed)",
        "CREATE TABLE skipped(folder TEXT NOT NULL, path TEXT NOT NULL, reason TEXT NOT NULL,"
                + " PRIMARY KEY(folder, path)) WITHOUT ROWID",
        "CREATE TABLE fact(id TEXT PRIMARY KEY, key TEXT NOT NULL, content TEXT NOT NULL, facts TEXT NOT NULL,"
                + " measures TEXT NOT NULL)"
                + " WITHOUT ROWID",
        "CREATE INDEX fact_unreadable ON fact(id) WHERE " + UNREADABLE,
        "CREATE TABLE look(number INTEGER PRIMARY KEY AUTOINCREMENT, row INTEGER NOT NULL UNIQUE, key TEXT NOT NULL,"
                + " colours INTEGER NOT NULL, signature BLOB NOT NULL)",
        "CREATE TABLE used(id TEXT PRIMARY KEY, scenes INTEGER NOT NULL) WITHOUT ROWID",
        "CREATE TABLE verdict(id TEXT PRIMARY KEY, key TEXT NOT NULL, found INTEGER NOT NULL, findings TEXT NOT NULL)"
                + " WITHOUT ROWID",
        "CREATE INDEX verdict_found ON verdict(found)",
    };

    /** What is forgotten when everything is to be found out again. */
    static final List<String> KEPT =
            List.of("folder", "learned", "reference", "asset", "skipped", "fact", "look", "used", "verdict");

    private Schema() {}

    /** True when the tables are there, made now if there were none; false when they are of another version. */
    static boolean prepare(Sql sql) throws SQLException {
        long version = sql.number("PRAGMA user_version", 0);
        if (version == VERSION) {
            return true;
        }
        if (version != 0 || sql.number("SELECT count(*) FROM sqlite_master", 0) > 0) {
            return false;
        }
        sql.plain("BEGIN IMMEDIATE");
        try {
            if (sql.number("PRAGMA user_version", 0) == 0) {
                for (String table : TABLES) {
                    sql.plain(table);
                }
                sql.plain("PRAGMA user_version = " + VERSION);
            }
            sql.plain("COMMIT");
        } catch (SQLException e) {
            sql.plain("ROLLBACK");
            throw e;
        }
        return true;
    }
}
