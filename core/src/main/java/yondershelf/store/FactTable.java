package yondershelf.store;

import java.util.List;
import java.util.Optional;

/** What was measured of assets, as {@code facts} writes it. */
public final class FactTable {
    private final Connections connections;

    FactTable(Connections connections) {
        this.connections = connections;
    }

    /** The facts of an asset whose files are as they were: hash of its content, and the facts. */
    public Optional<String[]> of(String id, String key) {
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
        return connections.some(
                "SELECT " + AssetRow.COLUMNS + " FROM asset a LEFT JOIN fact f ON f.id = a.id AND f.key = a.key"
                        + " WHERE f.id IS NULL OR a.said <> '' ORDER BY a.row");
    }

    /** Ids of assets of which it is kept that they cannot be read. */
    public List<String> unreadable() {
        return connections.texts("SELECT id FROM fact WHERE " + Schema.UNREADABLE);
    }
}
