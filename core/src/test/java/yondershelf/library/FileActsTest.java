package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.ProblemException;

/** Files come back byte for byte, and nothing outside the library is touched. */
class FileActsTest {
    @TempDir
    Path folder;

    private Path root;
    private Library library;

    @BeforeEach
    void open() throws Exception {
        root = Files.createDirectory(folder.resolve("library"));
        library = Library.open(root, "", "desk");
    }

    @Test
    void undoBringsTheOldBytesBack() throws Exception {
        Path file = root.resolve("a/old.bin");
        Files.createDirectories(file.getParent());
        byte[] before = {1, 2, 3, 0, -1};
        Files.write(file, before);
        FileActs acts = library.writing().begin("test");
        acts.write(file, new byte[] {9});
        acts.write(file, new byte[] {8, 8});
        acts.write(root.resolve("b/c/new.bin"), new byte[] {7});
        assertEquals(1, FileActs.runs(library).size());
        FileActs.undo(library, acts.run());
        assertArrayEquals(before, Files.readAllBytes(file));
        assertFalse(Files.exists(root.resolve("b")));
        assertEquals(0, FileActs.runs(library).size());
        assertThrows(ProblemException.class, () -> FileActs.undo(library, acts.run()));
    }

    @Test
    void undoRefusesWhenSomebodyElseChangedTheFile() throws Exception {
        Path file = root.resolve("x.bin");
        FileActs acts = library.writing().begin("test");
        acts.write(file, new byte[] {1});
        Files.write(file, new byte[] {2});
        assertThrows(ProblemException.class, () -> FileActs.undo(library, acts.run()));
        assertArrayEquals(new byte[] {2}, Files.readAllBytes(file));
    }

    @Test
    void nothingOutsideTheLibraryIsWritten() throws Exception {
        FileActs acts = library.writing().begin("test");
        for (String path :
                new String[] {"../out.bin", "a/../../out.bin", "/tmp/out.bin", ".yondershelf/library.json", ""}) {
            assertThrows(ProblemException.class, () -> acts.write(Path.of(path), new byte[] {1}), path);
        }
        assertFalse(Files.exists(folder.resolve("out.bin")));
    }

    /** A folder of the library that is really a link to somewhere else is not written through. */
    @Test
    void linksOutOfTheLibraryAreNotFollowed() throws Exception {
        Path outside = Files.createDirectory(folder.resolve("outside"));
        Files.createSymbolicLink(root.resolve("way out"), outside);
        FileActs acts = library.writing().begin("test");
        assertThrows(ProblemException.class, () -> acts.write(root.resolve("way out/x.bin"), new byte[] {1}));
        assertThrows(ProblemException.class, () -> acts.write(root.resolve("way out/deeper/x.bin"), new byte[] {1}));
        assertEquals(0, outside.toFile().list().length);
    }

    /** A manifest may come with a library from anywhere: what it names outside is refused and stays. */
    @Test
    void aForgedManifestReachesNothingOutside() throws Exception {
        Path precious = Files.write(folder.resolve("precious.bin"), new byte[] {1, 2, 3});
        Path run = Files.createDirectories(library.own().resolve("undo/forged"));
        String after = ContentHash.of(precious);
        for (String line : new String[] {
            "{\"path\":\"../precious.bin\",\"after\":\"" + after + "\"}",
            "{\"path\":\"" + precious + "\",\"after\":\"" + after + "\"}",
            "{\"path\":\"x.bin\",\"after\":\"\",\"before\":\"../../library.json\"}"
        }) {
            Files.writeString(run.resolve("manifest.jsonl"), "{\"what\":\"w\",\"when\":\"t\"}\n" + line + "\n");
            assertThrows(ProblemException.class, () -> FileActs.undo(library, "forged"), line);
        }
        assertThrows(ProblemException.class, () -> FileActs.undo(library, "../undo/forged"));
        assertArrayEquals(new byte[] {1, 2, 3}, Files.readAllBytes(precious));
    }

    /** Any sequence of writes, by any number of groups, undone newest first, ends where it began. */
    @Test
    void groupsUndoneInTurnEndWhereItBegan() throws Exception {
        SplittableRandom random = new SplittableRandom(31);
        for (int round = 0; round < 20; round++) {
            Map<String, String> before = contents();
            List<String> runs = new ArrayList<>();
            for (int group = 0; group < 4; group++) {
                FileActs acts = library.writing().begin("group " + group);
                for (int i = random.nextInt(1, 6); i > 0; i--) {
                    byte[] bytes = new byte[random.nextInt(40)];
                    random.nextBytes(bytes);
                    acts.write(Path.of("d" + random.nextInt(3) + "/f" + random.nextInt(4)), bytes);
                }
                runs.add(acts.run());
            }
            for (String run : runs.reversed()) {
                FileActs.undo(library, run);
            }
            assertEquals(before, contents());
            // the next round begins with some files there
            FileActs left = library.writing().begin("left");
            left.write(Path.of("d" + random.nextInt(3) + "/f" + random.nextInt(4)), new byte[] {(byte) round});
        }
    }

    private Map<String, String> contents() throws IOException {
        Map<String, String> out = new TreeMap<>();
        try (Stream<Path> walk = Files.walk(root)) {
            for (Path path : walk.filter(p -> !p.startsWith(library.own())).toList()) {
                out.put(root.relativize(path).toString(), Files.isDirectory(path) ? "folder" : ContentHash.of(path));
            }
        }
        return out;
    }

    /** The program ended between two files of an undo: undoing again finishes it. */
    @Test
    void anInterruptedUndoIsFinished() throws Exception {
        Files.write(root.resolve("a.bin"), new byte[] {1});
        Files.write(root.resolve("b.bin"), new byte[] {2});
        FileActs acts = library.writing().begin("test");
        acts.write(root.resolve("a.bin"), new byte[] {11});
        acts.write(root.resolve("b.bin"), new byte[] {12});
        acts.write(root.resolve("c.bin"), new byte[] {13});
        // as far as it came: the last two are back already
        Files.write(root.resolve("b.bin"), new byte[] {2});
        Files.delete(root.resolve("c.bin"));
        FileActs.undo(library, acts.run());
        assertArrayEquals(new byte[] {1}, Files.readAllBytes(root.resolve("a.bin")));
        assertArrayEquals(new byte[] {2}, Files.readAllBytes(root.resolve("b.bin")));
        assertFalse(Files.exists(root.resolve("c.bin")));
    }

    /** The program ended while writing a line: that file was not touched yet, and the rest can be undone. */
    @Test
    void aTornManifestLineIsPassedOver() throws Exception {
        Files.write(root.resolve("a.bin"), new byte[] {1});
        FileActs acts = library.writing().begin("test");
        acts.write(root.resolve("a.bin"), new byte[] {11});
        Path manifest = library.own().resolve("undo/" + acts.run() + "/manifest.jsonl");
        Files.writeString(manifest, "{\"path\":\"b.bi", StandardOpenOption.APPEND);
        assertEquals("test", FileActs.runs(library).get(0).what());
        assertEquals(1, FileActs.undo(library, acts.run()));
        assertArrayEquals(new byte[] {1}, Files.readAllBytes(root.resolve("a.bin")));
    }

    /** What a group made after a point is taken back at once, and a later undo knows. */
    @Test
    void theLatestChangesAreTakenBack() throws Exception {
        Files.write(root.resolve("a.bin"), new byte[] {1});
        FileActs acts = library.writing().begin("test");
        acts.write(root.resolve("a.bin"), new byte[] {2});
        int made = acts.made();
        acts.write(root.resolve("a.bin"), new byte[] {3});
        acts.write(root.resolve("new/b.bin"), new byte[] {4});
        acts.takeBackTo(made);
        assertArrayEquals(new byte[] {2}, Files.readAllBytes(root.resolve("a.bin")));
        assertFalse(Files.exists(root.resolve("new")));
        acts.write(root.resolve("c.bin"), new byte[] {5});
        assertEquals(2, FileActs.undo(library, acts.run()));
        assertArrayEquals(new byte[] {1}, Files.readAllBytes(root.resolve("a.bin")));
        assertFalse(Files.exists(root.resolve("c.bin")));
    }

    @Test
    void aFileThatCannotBeReadIsTold() throws Exception {
        FileActs acts = library.writing().begin("test");
        ProblemException e = assertThrows(
                ProblemException.class, () -> acts.copyIn(folder.resolve("gone.bin"), root.resolve("x.bin")));
        assertTrue(e.problem().sentence().contains("gone.bin"), e.problem().sentence());
        assertFalse(Files.exists(root.resolve("x.bin")));
        assertEquals(0, acts.made());
    }

    /** Reading a file in pieces gives what hashing its bytes gives, at the edges of a piece too. */
    @Test
    void filesAndBytesHashAlike() throws Exception {
        SplittableRandom random = new SplittableRandom(3);
        int piece = 64 << 20;
        for (int size : new int[] {0, 1, 17, 240, 241, 5000, piece - 1, piece, piece + 5}) {
            byte[] bytes = new byte[size];
            for (int i = 0; i < Math.min(size, 4096); i++) {
                bytes[size - 1 - i] = (byte) random.nextInt();
            }
            Path file = Files.write(folder.resolve("hashed.bin"), bytes);
            assertEquals(ContentHash.of(bytes), ContentHash.of(file), "size " + size);
            assertEquals(32, ContentHash.of(bytes).length());
        }
        // XXH3-128 of nothing, as the reference implementation's documents give it (from memory)
        assertEquals("99aa06d3014798d86001c324468d497f", ContentHash.of(new byte[0]));
    }

    private String changed(Path file, byte[] bytes) throws Exception {
        try (FileActs acts = library.writing().begin("change " + file.getFileName())) {
            acts.write(file, bytes);
            return acts.run();
        }
    }

    /** Undo never puts rubbish in place of a file: kept bytes that are not what they were are seen before anything is touched. */
    @Test
    void damagedKeptBytesAreSeenBeforeAnythingIsTouched() throws Exception {
        Path a = Files.write(root.resolve("a.gltf"), new byte[] {1, 2});
        Path b = Files.write(root.resolve("b.gltf"), new byte[] {3});
        String run;
        try (FileActs acts = library.writing().begin("two")) {
            acts.write(a, new byte[] {11});
            acts.write(b, new byte[] {12});
            run = acts.run();
        }
        Files.write(library.own().resolve("undo/" + run + "/file1"), new byte[0]);
        ProblemException e = assertThrows(ProblemException.class, () -> FileActs.undo(library, run));
        assertTrue(e.problem().sentence().contains("a.gltf"), e.problem().sentence());
        assertArrayEquals(new byte[] {11}, Files.readAllBytes(a));
        assertArrayEquals(new byte[] {12}, Files.readAllBytes(b));
        Undoing.Undone done = FileActs.undo(library, run, true, yondershelf.work.Work.SILENT);
        assertEquals(1, done.files());
        assertEquals(1, done.skipped().size());
        assertArrayEquals(new byte[] {11}, Files.readAllBytes(a));
        assertArrayEquals(new byte[] {3}, Files.readAllBytes(b));
    }

    /** A link planted where a temporary file might be written leads nowhere. */
    @Test
    void plantedLinksAreNotWrittenThrough() throws Exception {
        Path precious = Files.write(folder.resolve("precious"), new byte[] {42});
        Path model = Files.write(root.resolve("m0.gltf"), new byte[] {1});
        for (String name : new String[] {"m0.gltf.yonder-new", "m0.gltf.new", ".m0.gltf.part"}) {
            Files.createSymbolicLink(root.resolve(name), precious);
        }
        String run = changed(model, new byte[] {2});
        FileActs.undo(library, run);
        assertArrayEquals(new byte[] {42}, Files.readAllBytes(precious));
        // and a target that is itself a link is neither followed nor replaced
        Path link = Files.createSymbolicLink(root.resolve("link.gltf"), precious);
        assertThrows(ProblemException.class, () -> changed(link, new byte[] {3}));
        assertTrue(Files.isSymbolicLink(link));
        assertArrayEquals(new byte[] {42}, Files.readAllBytes(precious));
    }

    @Test
    void namesAsLongAsTheFileSystemTakesWork() throws Exception {
        Path file = Files.write(root.resolve("n".repeat(250) + ".gltf".substring(0, 5)), new byte[] {1});
        String run = changed(file, new byte[] {2});
        assertArrayEquals(new byte[] {2}, Files.readAllBytes(file));
        FileActs.undo(library, run);
        assertArrayEquals(new byte[] {1}, Files.readAllBytes(file));
    }

    @Test
    @org.junit.jupiter.api.condition.DisabledOnOs(org.junit.jupiter.api.condition.OS.WINDOWS)
    void permissionsLinksAndTimesAreKeptAndComeBack() throws Exception {
        Path file = Files.write(root.resolve("a.mtl"), new byte[] {1});
        Files.setPosixFilePermissions(file, java.nio.file.attribute.PosixFilePermissions.fromString("rw-r-----"));
        var time = java.nio.file.attribute.FileTime.from(java.time.Instant.parse("2021-03-04T05:06:07.123456789Z"));
        Files.setLastModifiedTime(file, time);
        String run = changed(file, new byte[] {2});
        assertEquals(
                "rw-r-----",
                java.nio.file.attribute.PosixFilePermissions.toString(Files.getPosixFilePermissions(file)));
        FileActs.undo(library, run);
        assertEquals(time, Files.getLastModifiedTime(file));
        assertEquals(
                "rw-r-----",
                java.nio.file.attribute.PosixFilePermissions.toString(Files.getPosixFilePermissions(file)));

        Path second = Files.createLink(root.resolve("second name.mtl"), file);
        String linked = changed(file, new byte[] {3, 3});
        assertArrayEquals(new byte[] {3, 3}, Files.readAllBytes(second), "both names mean one file still");
        FileActs.undo(library, linked);
        assertArrayEquals(new byte[] {1}, Files.readAllBytes(second));
        assertEquals(2, Files.getAttribute(file, "unix:nlink"));
    }

    @Test
    void foldersTheArtistHadStay() throws Exception {
        Files.createDirectories(root.resolve("empty/deeper"));
        String run;
        try (FileActs acts = library.writing().begin("put")) {
            acts.write(root.resolve("empty/deeper/made/a.bin"), new byte[] {1});
            run = acts.run();
        }
        FileActs.undo(library, run);
        assertTrue(Files.isDirectory(root.resolve("empty/deeper")));
        assertFalse(Files.exists(root.resolve("empty/deeper/made")));
    }

    /** A record that was damaged is that run's trouble: others are listed and undone, and its own readable part can be. */
    @Test
    void aDamagedRecordIsolatesItsRun() throws Exception {
        List<Path> files = new ArrayList<>();
        List<String> runs = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            Path file = Files.write(root.resolve("f" + i), new byte[] {(byte) i});
            files.add(file);
            try (FileActs acts = library.writing().begin("run " + i)) {
                acts.write(file, new byte[] {(byte) (10 + i)});
                acts.write(root.resolve("g" + i), new byte[] {1});
                runs.add(acts.run());
            }
        }
        // torn in its head, damaged in its middle, gone altogether
        damage(runs.get(0), 0);
        damage(runs.get(1), 1);
        Files.write(library.own().resolve("undo/" + runs.get(2) + "/manifest.jsonl"), new byte[] {0, 1, 2});
        List<UndoRun.Summary> listed = FileActs.runs(library);
        assertEquals(4, listed.size());
        assertEquals(3, listed.stream().filter(s -> !s.damage().isEmpty()).count());
        FileActs.undo(library, runs.get(3));
        assertArrayEquals(new byte[] {3}, Files.readAllBytes(files.get(3)));
        assertThrows(ProblemException.class, () -> FileActs.undo(library, runs.get(1)));
        assertEquals(
                1,
                FileActs.undo(library, runs.get(1), true, yondershelf.work.Work.SILENT)
                        .files());
        assertFalse(Files.exists(root.resolve("g1")));
        assertArrayEquals(new byte[] {11}, Files.readAllBytes(files.get(1)), "of which nothing is known stays");
        assertEquals(
                2,
                FileActs.undo(library, runs.get(0), true, yondershelf.work.Work.SILENT)
                        .files());
    }

    private void damage(String run, int line) throws IOException {
        Path manifest = library.own().resolve("undo/" + run + "/manifest.jsonl");
        List<String> lines = new ArrayList<>(Files.readAllLines(manifest));
        lines.set(line, lines.get(line).replace(':', ';'));
        Files.write(manifest, lines);
    }

    /** A file edited since stays, the rest of the run comes back, and older runs can be undone all the while. */
    @Test
    void aConflictIsNamedAndCanBeSkipped() throws Exception {
        Path a = Files.write(root.resolve("a"), new byte[] {1});
        Path b = Files.write(root.resolve("b"), new byte[] {2});
        String older = changed(a, new byte[] {11});
        String run;
        try (FileActs acts = library.writing().begin("both")) {
            acts.write(a, new byte[] {21});
            acts.write(b, new byte[] {22});
            run = acts.run();
        }
        Files.write(b, new byte[] {99});
        ProblemException e = assertThrows(ProblemException.class, () -> FileActs.undo(library, run));
        assertTrue(e.problem().file().endsWith("b"), e.problem().sentence());
        Undoing.Undone done = FileActs.undo(library, run, true, yondershelf.work.Work.SILENT);
        assertEquals(1, done.files());
        assertTrue(done.skipped().get(0).file().endsWith("b"));
        assertArrayEquals(new byte[] {99}, Files.readAllBytes(b));
        FileActs.undo(library, older);
        assertArrayEquals(new byte[] {1}, Files.readAllBytes(a));
        assertEquals(0, FileActs.runs(library).size());
        assertEquals(2, FileActs.allRuns(library).size());
    }

    /** Adds one file after another, as fast as it can. */
    static final class Writer {
        public static void main(String[] args) throws Exception {
            Library library = Library.open(Path.of(args[0]), "", "desk");
            for (int i = 0; i < 200; i++) {
                try (FileActs acts = library.writing().begin("act " + args[1])) {
                    Path counter = Path.of(args[0], "counter");
                    int n = Integer.parseInt(Files.readString(counter));
                    acts.write(counter, String.valueOf(n + 1).getBytes(java.nio.charset.StandardCharsets.UTF_8));
                    acts.write(Path.of(args[1] + i), new byte[] {(byte) i});
                }
            }
        }
    }

    /** Two processes, 200 acts each, that read, change and write the same file: none is lost, each can be undone. */
    @Tag("long")
    @Test
    void twoProcessesTakeTurns() throws Exception {
        Files.writeString(root.resolve("counter"), "0");
        Process a = yondershelf.Child.start(Writer.class, root, "a");
        Process b = yondershelf.Child.start(Writer.class, root, "b");
        assertEquals(0, a.waitFor());
        assertEquals(0, b.waitFor());
        assertEquals("400", Files.readString(root.resolve("counter")));
        List<UndoRun.Summary> runs = FileActs.runs(library);
        assertEquals(400, runs.size());
        for (UndoRun.Summary run : byOrder(runs)) {
            FileActs.undo(library, run.run());
        }
        assertEquals("0", Files.readString(root.resolve("counter")));
        assertEquals(
                java.util.Set.of("counter"),
                contents().keySet().stream().filter(k -> !k.isEmpty()).collect(java.util.stream.Collectors.toSet()));
    }

    /** Newest first, by what they made of the counter: several may begin within one millisecond. */
    private List<UndoRun.Summary> byOrder(List<UndoRun.Summary> runs) throws IOException {
        Map<Integer, UndoRun.Summary> byCount = new TreeMap<>(java.util.Comparator.reverseOrder());
        for (UndoRun.Summary run : runs) {
            Path kept = library.own().resolve("undo/" + run.run() + "/file1");
            byCount.put(Integer.parseInt(Files.readString(kept)), run);
        }
        return List.copyOf(byCount.values());
    }

    /** Holds the library's lock and says so, until it is killed. */
    static final class Holder {
        public static void main(String[] args) throws Exception {
            FileActs acts = Library.open(Path.of(args[0]), "", "desk").writing().begin("a long take");
            System.out.println(acts.run());
            Thread.sleep(600_000);
        }
    }

    /** Who waits is told for whom, can give up, and goes on at once when the holder is killed. */
    @Test
    void aLockSaysWhoHoldsItAndADeadHolderHoldsNothing() throws Exception {
        Process holder = yondershelf.Child.start(Holder.class, root);
        assertTrue(holder.getInputStream().read() > 0);
        List<String> told = new ArrayList<>();
        yondershelf.work.Work impatient = new yondershelf.work.Work() {
            @Override
            public void progress(long done, long total, String what) {
                told.add(what);
            }

            @Override
            public boolean isCancelled() {
                return told.size() > 2;
            }

            @Override
            public void problem(yondershelf.content.Problem problem) {}
        };
        ProblemException e =
                assertThrows(ProblemException.class, () -> library.writing().begin("mine", "", impatient));
        assertTrue(e.problem().sentence().contains("a long take"), e.problem().sentence());
        assertTrue(told.get(0).contains("process " + holder.pid()), told.get(0));
        holder.destroyForcibly().waitFor();
        changed(root.resolve("x"), new byte[] {1});
    }
}
