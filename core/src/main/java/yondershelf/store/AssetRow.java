package yondershelf.store;

import java.sql.ResultSet;
import java.sql.SQLException;

/**
 * An asset as the store keeps it.
 *
 * @param row its number in this store, given when it is first put; never given again
 * @param kind as in files and on the command line
 * @param folder below the root, {@code /}-separated, empty for the root
 * @param path of the file that names it
 * @param files all its files with their roles, as the library writes them
 * @param key sizes and times of all of them
 * @param since when it was first seen, in seconds since 1970
 * @param said labels as the library writes them; empty when nothing was said
 */
public record AssetRow(
        int row,
        String id,
        String kind,
        String name,
        String folder,
        String path,
        String files,
        String key,
        long since,
        String said) {
    /** What {@link #of} reads, of a table {@code a}. */
    static final String COLUMNS = "a.row, a.id, a.kind, a.name, a.folder, a.path, a.files, a.key, a.since, a.said";

    static AssetRow of(ResultSet r) throws SQLException {
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
}
