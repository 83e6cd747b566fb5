package yondershelf.catalogue;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import yondershelf.facts.Signature;
import yondershelf.search.Key;
import yondershelf.store.Store;
import yondershelf.work.Parallel;

/**
 * What assets look like, side by side in memory, to find those that look like something. Read from the stores when somebody first
 * asks, and what is found out later then. Safe for several threads.
 */
final class Likeness {
    private static final int PART = 1 << 15;

    /** Gives how unlike something that stands in an array is. */
    interface Measure {
        int distance(byte[] signatures, int at);
    }

    /** The signatures of one library, in the order in which they were found out. */
    private static final class Seen {
        private long number;
        private int epoch;
        private int[] rows = new int[0];
        private byte[] signatures = new byte[0];
        private int count;
        private final Map<Integer, Integer> places = new HashMap<>();

        private void take(int row, byte[] signature) {
            if (signature.length != Signature.BYTES) {
                return;
            }
            int place = places.computeIfAbsent(row, k -> count++);
            if (place >= rows.length) {
                int size = Math.max(1_024, rows.length * 3 / 2);
                rows = Arrays.copyOf(rows, size);
                signatures = Arrays.copyOf(signatures, size * Signature.BYTES);
            }
            rows[place] = row;
            System.arraycopy(signature, 0, signatures, place * Signature.BYTES, Signature.BYTES);
        }
    }

    private final Map<String, Seen> byLibrary = new HashMap<>();

    private Seen seen(KnownLibrary library) {
        Store store = library.store();
        Seen seen = byLibrary.computeIfAbsent(library.id(), k -> new Seen());
        if (seen.epoch != store.epoch()) {
            seen = new Seen();
            seen.epoch = store.epoch();
            byLibrary.put(library.id(), seen);
        }
        seen.number = store.looks().each(seen.number, seen::take);
        return seen;
    }

    /** How many of a library's assets are known here. */
    synchronized int known(KnownLibrary library) {
        return seen(library).count;
    }

    private record Found(String library, int row, int distance) {}

    /**
     * The assets that are least unlike something.
     *
     * @param among rows by library that may be found
     * @param limit what is further away is not found
     */
    synchronized List<Key> nearest(
            List<KnownLibrary> libraries, Map<String, BitSet> among, Measure measure, int most, int limit) {
        List<Found> all = new ArrayList<>();
        for (KnownLibrary library : libraries) {
            BitSet allowed = among.get(library.id());
            if (allowed != null) {
                all.addAll(nearest(library.id(), seen(library), allowed, measure, most, limit));
            }
        }
        all.sort((a, b) -> Integer.compare(a.distance, b.distance));
        return all.stream().limit(most).map(f -> new Key(f.library, f.row)).toList();
    }

    private static List<Found> nearest(
            String library, Seen seen, BitSet allowed, Measure measure, int most, int limit) {
        int[] distances = new int[seen.count];
        int parts = (seen.count + PART - 1) / PART;
        Parallel.run(parts, Parallel.threads(), () -> false, p -> {
            int end = Math.min(seen.count, (p + 1) * PART);
            for (int i = p * PART; i < end; i++) {
                distances[i] = allowed.get(seen.rows[i])
                        ? measure.distance(seen.signatures, i * Signature.BYTES)
                        : Integer.MAX_VALUE;
            }
        });
        int enough = bound(distances, most, limit);
        List<Found> out = new ArrayList<>();
        for (int i = 0; i < distances.length; i++) {
            if (distances[i] <= enough) {
                out.add(new Found(library, seen.rows[i], distances[i]));
            }
        }
        return out;
    }

    /** A distance up to which there are about as many as are wanted. */
    private static int bound(int[] distances, int most, int limit) {
        int[] counts = new int[1 << 12];
        int width = Math.max(1, limit / counts.length + 1);
        for (int d : distances) {
            if (d <= limit) {
                counts[d / width]++;
            }
        }
        int sum = 0;
        for (int i = 0; i < counts.length; i++) {
            sum += counts[i];
            if (sum >= most) {
                return (int) Math.min(limit, (i + 1L) * width);
            }
        }
        return limit;
    }
}
