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
        FileActs acts = library.begin("test");
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
        FileActs acts = library.begin("test");
        acts.write(file, new byte[] {1});
        Files.write(file, new byte[] {2});
        assertThrows(ProblemException.class, () -> FileActs.undo(library, acts.run()));
        assertArrayEquals(new byte[] {2}, Files.readAllBytes(file));
    }

    @Test
    void nothingOutsideTheLibraryIsWritten() throws Exception {
        FileActs acts = library.begin("test");
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
        FileActs acts = library.begin("test");
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
                FileActs acts = library.begin("group " + group);
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
            FileActs left = library.begin("left");
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
        FileActs acts = library.begin("test");
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
        FileActs acts = library.begin("test");
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
        FileActs acts = library.begin("test");
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
        FileActs acts = library.begin("test");
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
}
