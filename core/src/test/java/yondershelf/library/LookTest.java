package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Kind;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.format.Formats;
import yondershelf.format.reading.ContentReader;
import yondershelf.store.Store;
import yondershelf.work.Work;

/** Looking at what changed ends where looking at everything anew would. */
class LookTest {
    private static final ContentReader READER = new Formats();
    private static final String[] FOLDERS = {
        "",
        "a",
        "a/textures",
        "b",
        "b/textures",
        "b/deep/er",
        "c d",
        "a/2k",
        "a/textures/4k",
        "b/normal",
        "b/normal/1k",
        "rust_2k"
    };
    private static final String[] PICTURES = {
        "oak_color.png",
        "oak_normal.png",
        "oak_rough.png",
        "diffuse.png",
        "sky.hdr",
        "plain.png",
        "rust_n.png",
        "oak_color_1k.png",
        "rust_color.png"
    };
    private static final String[] MODELS = {"buoy.gltf", "crate.obj", "crate.mtl", "mast.gltf"};

    @TempDir
    Path folder;

    private int number;

    /** What a library holds, without ids and numbers of its own. */
    private static Map<String, String> holds(Library library) {
        Map<String, String> out = new TreeMap<>();
        for (Asset a : library.assets()) {
            Set<String> files = new TreeSet<>();
            a.files().forEach(f -> files.add(f.path() + " " + f.mark()));
            out.put(a.path(), a.kind() + " " + a.name() + " " + files + " " + new TreeSet<>(FileState.split(a.key())));
        }
        library.skipped().forEach(s -> out.put("skipped " + s.path(), s.reason()));
        return out;
    }

    private static Map<String, String> anew(Path root) throws Exception {
        Library library = Library.open(root, "", "judge");
        library.scan(READER, Work.SILENT);
        return holds(library);
    }

    private void write(Path file, SplittableRandom random) throws Exception {
        Files.createDirectories(file.getParent());
        String name = String.valueOf(file.getFileName());
        if (name.endsWith(".png")) {
            byte[] pixels = new byte[16];
            pixels[0] = (byte) number;
            pixels[1] = (byte) (number++ >> 8);
            Files.write(file, Formats.png(Picture.ofBytes(4, 4, 1, pixels)));
        } else if (name.endsWith(".hdr")) {
            int h = random.nextBoolean() ? 4 : 8;
            Files.write(file, Formats.hdr(Picture.ofFloats(8, h, 3, new float[8 * h * 3])));
        } else if (name.endsWith(".gltf")) {
            String reference = List.of("textures/diffuse.png", "../a/textures/diffuse.png", "plain.png", "no.png")
                    .get(random.nextInt(4));
            Files.writeString(file, "{\"images\":[{\"uri\":\"" + reference + "\"}],\"n\":" + number++ + "}");
        } else if (name.endsWith(".mtl")) {
            Files.writeString(file, "newmtl m\nmap_Kd " + (random.nextBoolean() ? "textures\\" : "") + "diffuse.png\n");
        } else {
            Files.writeString(file, "mtllib crate.mtl\nv 0 0 0\n# " + number++ + "\n");
        }
    }

    private Path any(Path root, SplittableRandom random) {
        String[] names = random.nextInt(3) == 0 ? MODELS : PICTURES;
        String in = FOLDERS[random.nextInt(FOLDERS.length)];
        return root.resolve(in).resolve(random.nextInt(12) == 0 ? "notes.txt" : names[random.nextInt(names.length)]);
    }

    private static List<Path> files(Path root) throws Exception {
        try (Stream<Path> walk = Files.walk(root)) {
            return walk.filter(Files::isRegularFile)
                    .filter(f -> !f.toString().contains(Library.OWN))
                    .sorted()
                    .toList();
        }
    }

    private Set<String> change(Path root, SplittableRandom random) throws Exception {
        Set<String> touched = new HashSet<>();
        for (int k = 1 + random.nextInt(6); k > 0; k--) {
            List<Path> there = files(root);
            Path file = any(root, random);
            if (random.nextInt(3) > 0 || there.isEmpty()) {
                write(file, random);
                touched.add(root.relativize(file.getParent()).toString());
                continue;
            }
            Path old = there.get(random.nextInt(there.size()));
            touched.add(root.relativize(old.getParent()).toString());
            if (random.nextBoolean()) {
                Files.delete(old);
            } else if (!Files.exists(file)) {
                Files.createDirectories(file.getParent());
                Files.move(old, file);
                touched.add(root.relativize(file.getParent()).toString());
            }
        }
        return touched;
    }

    @Tag("long")
    @Test
    void whatChangedEndsWhereEverythingWould() throws Exception {
        changedEndsWhereEverythingWould(31, 8, 25);
    }

    @Test
    void aFewChangesEndWhereEverythingWould() throws Exception {
        changedEndsWhereEverythingWould(32, 2, 12);
    }

    private void changedEndsWhereEverythingWould(long seed, int runs, int steps) throws Exception {
        SplittableRandom random = new SplittableRandom(seed);
        for (int run = 0; run < runs; run++) {
            Path root = Files.createDirectory(folder.resolve("run" + run));
            Library library = Library.open(root, "", "desk");
            for (int step = 0; step < steps; step++) {
                Set<String> touched = change(root, random);
                boolean some = random.nextInt(3) > 0;
                Looked looked = some ? library.scan(touched, READER, Work.SILENT) : library.scan(READER, Work.SILENT);
                Map<String, String> expected = anew(root);
                assertEquals(expected, holds(library), "run " + run + ", step " + step + ", of " + touched);
                assertEquals(library.assets().size(), looked.assets());
                assertTrue(library.scan(READER, Work.SILENT).isUnchanged());
            }
        }
    }

    /** Folders that vanish whole, one of them asked for by name only, and some that were never there. */
    @Test
    void whatVanishedBelowAFolderIsSeenToBeGone() throws Exception {
        SplittableRandom random = new SplittableRandom(8);
        Path root = Files.createDirectory(folder.resolve("vanish"));
        for (String name : List.of("a/one.png", "a/b/two.png", "a/b/c/three.png", "ab/four.png", "five.png")) {
            write(root.resolve(name), random);
        }
        Library library = Library.open(root, "", "desk");
        Looked first = library.scan(READER, Work.SILENT);
        assertEquals(5, first.arrived());
        assertTrue(first.first());
        delete(root.resolve("a/b"));
        delete(root.resolve("ab"));
        Looked looked = library.scan(Set.of("a"), READER, Work.SILENT);
        assertEquals(2, looked.gone(), "those of another folder were not looked for");
        assertFalse(looked.first());
        assertEquals(Set.of("a/one.png", "ab/four.png", "five.png"), paths(library));
        assertEquals(0, library.scan(Set.of("never"), READER, Work.SILENT).gone());
        assertEquals(1, library.scan(Set.of("ab"), READER, Work.SILENT).gone());
        delete(root.resolve("a"));
        assertEquals(1, library.scan(Set.of(""), READER, Work.SILENT).gone());
        assertEquals(Set.of("five.png"), paths(library));
    }

    /** A folder put in a place of its own is looked through to its ends, though only the one above is asked for. */
    @Test
    void whatIsNewBelowAFolderIsSeenWithIt() throws Exception {
        SplittableRandom random = new SplittableRandom(9);
        Path root = Files.createDirectory(folder.resolve("fresh"));
        write(root.resolve("a/one.png"), random);
        write(root.resolve("a/old/two.png"), random);
        Library library = Library.open(root, "", "desk");
        library.scan(READER, Work.SILENT);
        write(root.resolve("a/new/deep/three.png"), random);
        write(root.resolve("a/old/four.png"), random);
        assertEquals(
                1, library.scan(Set.of("a"), READER, Work.SILENT).arrived(), "one that is known was not asked for");
        assertEquals(1, library.scan(Set.of("a/old"), READER, Work.SILENT).arrived());
        assertEquals(4, library.assets().size());
    }

    /** Names that mean files in another case, and hidden ones, which are no files at all. */
    @Test
    void referencesAreFollowedInAnyCase() throws Exception {
        Path root = Files.createDirectory(folder.resolve("case"));
        SplittableRandom random = new SplittableRandom(10);
        write(root.resolve("p/Textures/Diffuse.png"), random);
        write(root.resolve("p/.hidden/diffuse.png"), random);
        Files.writeString(root.resolve("p/crate.mtl"), "newmtl m\nmap_Kd Textures/DIFFUSE.png\n");
        Files.writeString(root.resolve("p/crate.obj"), "mtllib CRATE.mtl\nv 0 0 0\n");
        Library library = Library.open(root, "", "desk");
        library.scan(READER, Work.SILENT);
        Asset crate = library.asset(library.assetId("p/crate.obj")).orElseThrow();
        assertEquals(
                Set.of("p/crate.obj", "p/crate.mtl", "p/Textures/Diffuse.png"),
                new HashSet<>(crate.files().stream().map(f -> f.path()).toList()));
        assertEquals(Set.of("p/crate.obj"), paths(library));
        assertEquals(crate.id(), library.assetId("p/Textures/Diffuse.png"));
        assertEquals(crate.id(), library.assetId("p/crate.mtl"));
        assertFalse(library.assetId("p/other.obj").equals(crate.id()));
        write(root.resolve("p/Textures/DIFFUSE.PNG"), random);
        library.scan(READER, Work.SILENT);
        // now two mean it, and neither for certain
        crate = library.asset(crate.id()).orElseThrow();
        assertEquals(2, crate.files().size());
    }

    private static Set<String> paths(Library library) {
        Set<String> out = new HashSet<>();
        library.assets().forEach(a -> out.add(a.path()));
        return out;
    }

    private static void delete(Path dir) throws Exception {
        try (Stream<Path> walk = Files.walk(dir)) {
            for (Path file : walk.sorted(java.util.Comparator.reverseOrder()).toList()) {
                Files.delete(file);
            }
        }
    }

    /** Cut off anywhere, it keeps what it had, and the next look ends it. */
    @Test
    void aLookThatIsStoppedIsEndedByTheNext() throws Exception {
        SplittableRandom random = new SplittableRandom(5);
        Path root = Files.createDirectory(folder.resolve("many"));
        for (int i = 0; i < 9_000; i++) {
            write(root.resolve("pack " + i / 300).resolve("p" + i + ".png"), random);
        }
        // in the middle of walking through the folders, after it, and after the first pack
        for (int stop : new int[] {0, 20, 31, 32, 33}) {
            Library library = Library.open(root, "", "desk" + stop);
            AtomicInteger looks = new AtomicInteger();
            Looked cut = library.scan(READER, new Work() {
                @Override
                public void progress(long done, long total, String what) {}

                @Override
                public boolean isCancelled() {
                    return looks.incrementAndGet() > stop;
                }

                @Override
                public void problem(Problem problem) {}
            });
            assertTrue(cut.assets() < 9_000);
            assertEquals(stop > 31, cut.assets() > 0);
            Looked rest = library.scan(READER, Work.SILENT);
            assertEquals(9_000, rest.assets());
            assertEquals(9_000 - cut.assets(), rest.put());
            assertTrue(rest.first(), "only a whole look counts as one");
        }
    }

    /** What nobody spoke of keeps its id too on this machine, when it is moved or renamed, alone or with its folder. */
    @Test
    void filesThatMoveKeepTheirIdsWithoutLabels() throws Exception {
        SplittableRandom random = new SplittableRandom(6);
        Path root = Files.createDirectory(folder.resolve("moves"));
        for (int i = 0; i < 60; i++) {
            write(root.resolve("f" + i % 5).resolve("thing " + i + ".png"), random);
        }
        Library library = Library.open(root, "", "desk");
        library.scan(READER, Work.SILENT);
        Map<String, String> before = new HashMap<>();
        library.assets().forEach(a -> before.put(a.name(), a.id()));
        Files.move(root.resolve("f0"), root.resolve("z moved"));
        Files.createDirectories(root.resolve("a/b"));
        Files.move(root.resolve("f1/thing 1.png"), root.resolve("a/b/thing 1.png"));
        Looked looked = library.scan(READER, Work.SILENT);
        assertEquals(0, looked.arrived());
        assertEquals(0, looked.gone());
        for (Asset a : library.assets()) {
            assertEquals(before.get(a.name()), a.id(), a.path());
        }
    }

    /** The store is on the disk: a program started later asks no file again, and tells the same. */
    @Test
    void whatIsKnownOutlivesTheProgram() throws Exception {
        SplittableRandom random = new SplittableRandom(7);
        Path root = Files.createDirectory(folder.resolve("kept"));
        for (int i = 0; i < 40; i++) {
            change(root, random);
        }
        Path db = folder.resolve("kept.db");
        Map<String, String> first;
        try (Store store = Store.open(db)) {
            Library library = Library.open(root, "", "desk", id -> store);
            library.scan(READER, Work.SILENT);
            first = holds(library);
        }
        try (Store store = Store.open(db)) {
            Library library = Library.open(root, "", "desk", id -> store);
            assertEquals(first, holds(library), "before any look");
            ContentReader nobody = (ContentReader) java.lang.reflect.Proxy.newProxyInstance(
                    getClass().getClassLoader(), new Class<?>[] {ContentReader.class}, (proxy, method, arguments) -> {
                        throw new IllegalStateException("nothing is to be read: " + method);
                    });
            assertTrue(library.scan(nobody, Work.SILENT).isUnchanged());
            assertTrue(store.isSound());
        }
        List<Path> paths = new ArrayList<>(files(root));
        assertFalse(paths.isEmpty());
        assertTrue(first.values().stream().anyMatch(v -> v.startsWith(Kind.MODEL.toString())));
    }
}
