package yondershelf.catalogue;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.facts.Signature;
import yondershelf.search.Key;
import yondershelf.store.AssetRow;
import yondershelf.store.Store;

/** The nearest among many, held against going through all of them; and facts on their way to the store. */
class LikenessTest {
    @TempDir
    Path folder;

    /** The first two bytes tell how unlike it is. */
    private static int told(byte[] signatures, int at) {
        return (signatures[at] & 0xff) << 8 | signatures[at + 1] & 0xff;
    }

    private static byte[] signature(int distance) {
        byte[] out = new byte[Signature.BYTES];
        out[0] = (byte) (distance >> 8);
        out[1] = (byte) distance;
        return out;
    }

    private static AssetRow row(int n) {
        return new AssetRow(0, "id" + n, "texture", "Rope " + n, "", "rope" + n + ".png", "", "k", 1, "");
    }

    private record Known(Key key, int distance) {}

    private KnownLibrary library(String id, int many, SplittableRandom random, List<Known> all) throws Exception {
        Store store = Store.open(folder.resolve(id + ".db"));
        store.write(batch -> {
            for (int n = 0; n < many; n++) {
                batch.put(row(n));
            }
        });
        List<Integer> rows = new ArrayList<>();
        store.eachAsset(a -> rows.add(a.row()));
        store.write(batch -> rows.forEach(r -> {
            int distance = random.nextInt(1 << 16);
            all.add(new Known(new Key(id, r), distance));
            batch.look(r, "k", 0, signature(distance));
        }));
        return new KnownLibrary(new Home.Known(folder, id, id, false), store);
    }

    @Test
    void theNearestOfSeveralLibrariesAreFound() throws Exception {
        SplittableRandom random = new SplittableRandom(3);
        List<Known> all = new ArrayList<>();
        List<KnownLibrary> libraries = List.of(library("a", 2_600, random, all), library("b", 700, random, all));
        Map<String, BitSet> among = Map.of("a", new BitSet(), "b", new BitSet());
        Set<Key> allowed = new HashSet<>();
        for (Known known : all) {
            if (random.nextInt(4) > 0) {
                java.util.Objects.requireNonNull(among.get(known.key().library()))
                        .set(known.key().row());
                allowed.add(known.key());
            }
        }
        Likeness likeness = new Likeness();
        assertEquals(2_600, likeness.known(libraries.get(0)));
        assertEquals(700, likeness.known(libraries.get(1)));
        for (int most : new int[] {1, 7, 100, 5_000}) {
            for (int limit : new int[] {0, 40, 1_300, 30_000, 1 << 16}) {
                List<Integer> expected = all.stream()
                        .filter(k -> allowed.contains(k.key()) && k.distance() <= limit)
                        .sorted(Comparator.comparingInt(Known::distance))
                        .map(Known::distance)
                        .limit(most)
                        .toList();
                List<Integer> found = likeness.nearest(libraries, among, LikenessTest::told, most, limit).stream()
                        .map(key -> all.stream()
                                .filter(k -> k.key().equals(key))
                                .findFirst()
                                .orElseThrow()
                                .distance())
                        .toList();
                assertEquals(expected, found, most + " within " + limit);
            }
        }
        assertEquals(
                List.of(),
                likeness.nearest(libraries, Map.of("c", new BitSet()), LikenessTest::told, 10, 1 << 16),
                "in libraries nobody asked for");
    }

    /** What was looked at again stands in its old place, and what came since is found as well. */
    @Test
    void whatChangesIsFollowed() throws Exception {
        List<Known> all = new ArrayList<>();
        KnownLibrary library = library("a", 3, new SplittableRandom(1), all);
        BitSet every = new BitSet();
        every.set(0, 100);
        Likeness likeness = new Likeness();
        assertEquals(3, likeness.known(library));
        int second = all.get(1).key().row();
        library.store().write(batch -> {
            batch.look(second, "k2", 0, signature(1));
            batch.put(row(9));
        });
        int fresh = library.store().asset("id9").orElseThrow().row();
        library.store().write(batch -> batch.look(fresh, "k", 0, signature(2)));
        List<Key> found = likeness.nearest(List.of(library), Map.of("a", every), LikenessTest::told, 10, 10);
        assertEquals(List.of(new Key("a", second), new Key("a", fresh)), found);
        assertEquals(4, likeness.known(library));
    }

    @Test
    void factsGoToTheStoreTogether() throws Exception {
        Store store = Store.open(folder.resolve("facts.db"));
        try (FactKeeping keeping = new FactKeeping(store)) {
            for (int n = 0; n < 499; n++) {
                int number = n;
                keeping.add(batch -> batch.put(row(number)));
            }
            keeping.add(null);
            assertEquals(0, store.assetCount(), "each writing waits for the drive");
            keeping.add(batch -> batch.put(row(499)));
            assertEquals(500, store.assetCount());
            keeping.add(batch -> batch.put(row(500)));
            assertEquals(500, store.assetCount());
        }
        assertEquals(501, store.assetCount());
        long before = store.generation();
        new FactKeeping(store).close();
        assertEquals(before, store.generation(), "nothing is nothing to write");
    }

    @Test
    void whatWasLookedThroughIsKnown() throws Exception {
        KnownLibrary library = library("a", 1, new SplittableRandom(1), new ArrayList<>());
        assertTrue(!library.isLookedThrough() && !library.isAway());
        library.store().write(batch -> batch.meta("looked", "1"));
        assertTrue(library.isLookedThrough());
        library.sought();
        assertTrue(library.isAway());
        assertEquals("a, away", library.toString());
    }

    /** The same last steps below another mount, or the mount itself. */
    @Test
    void aDriveThatTurnsUpElsewhereIsFound() throws Exception {
        Path one = Files.createDirectories(folder.resolve("mnt/one"));
        Path two = Files.createDirectories(folder.resolve("mnt/two"));
        Path seen = folder.resolve("gone/work/shelf");
        Path there = Files.createDirectories(two.resolve("work/shelf"));
        Path likewise = Files.createDirectories(one.resolve("shelf"));
        assertEquals(
                there, Mounts.elsewhere(seen, List.of(one, two), there::equals).orElseThrow());
        assertEquals(
                likewise, Mounts.elsewhere(seen, List.of(one, two), p -> true).orElseThrow());
        assertEquals(two, Mounts.elsewhere(seen, List.of(one, two), two::equals).orElseThrow());
        assertTrue(Mounts.elsewhere(seen, List.of(one, two), p -> false).isEmpty());
        assertTrue(Mounts.elsewhere(there, List.of(two), there::equals).isEmpty(), "where it was is not elsewhere");
        // as many last steps as are looked at, and one more
        Path deep = Path.of("/r/a/b/c/d/e/f/g/h/i/j/k/l");
        Path twelve = Files.createDirectories(one.resolve("a/b/c/d/e/f/g/h/i/j/k/l"));
        assertEquals(
                twelve, Mounts.elsewhere(deep, List.of(one), twelve::equals).orElseThrow());
        Path thirteen = Files.createDirectories(two.resolve("r/a/b/c/d/e/f/g/h/i/j/k/l"));
        assertTrue(Mounts.elsewhere(deep, List.of(two), thirteen::equals).isEmpty());
    }
}
