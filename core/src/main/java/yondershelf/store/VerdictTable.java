package yondershelf.store;

import java.util.ArrayList;
import java.util.List;

/** What checks found of assets. */
public final class VerdictTable {
    private final Connections connections;

    VerdictTable(Connections connections) {
        this.connections = connections;
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
        return connections.texts("SELECT v.findings FROM verdict v JOIN asset a ON a.id = v.id AND a.key = v.key"
                + " WHERE v.found > 0 ORDER BY a.path");
    }
}
