package yondershelf.store;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What assets look like: signatures and basic colours. */
public final class LookTable {
    private final Connections connections;

    LookTable(Connections connections) {
        this.connections = connections;
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
    public long each(long number, EachLook each) {
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
    public Optional<byte[]> of(int row, String key) {
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
}
