package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.DisabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.function.Executable;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import yondershelf.Child;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.work.Work;

/** Drives that are away, folders several processes open at once, and descriptions that were damaged or forged. */
class AwayTest {
    @TempDir
    Path folder;

    private void picture(Path file) throws Exception {
        Files.write(file, Formats.png(Picture.ofBytes(2, 2, 1, new byte[] {1, 2, 3, 4})));
    }

    @Test
    void anEmptyMountPointIsAwayAndNothingIsMadeThere() throws Exception {
        Path root = Files.createDirectory(folder.resolve("drive"));
        picture(root.resolve("a.png"));
        Library library = Library.open(root, "", "desk");
        library.scan(new Formats(), Work.SILENT);
        String asset = library.assetId("a.png");
        library.labels().edit(List.of(Edit.tag(asset, "kept")));
        Path drive = Files.move(root, folder.resolve("unplugged"));
        Files.createDirectory(root);

        ProblemException running = assertThrows(ProblemException.class, () -> library.scan(new Formats(), Work.SILENT));
        assertTrue(running.problem().cause().contains("away"), running.problem().sentence());
        assertTrue(library.labels().of(asset).tags().contains("kept"), "a running program keeps what it knows");
        assertEquals(1, library.assets().size());

        ProblemException start =
                assertThrows(ProblemException.class, () -> Library.openKnown(root, library.id(), "desk"));
        assertTrue(start.problem().cause().contains("away"), start.problem().sentence());
        try (var made = Files.list(root)) {
            assertEquals(0, made.count());
        }
        // another library in its place is not taken for it
        Library.open(root, "Other", "desk");
        assertThrows(ProblemException.class, () -> library.scan(new Formats(), Work.SILENT));
        assertThrows(ProblemException.class, () -> Library.openKnown(root, library.id(), "desk"));
        assertEquals(1, library.assets().size());

        Library back = Library.openKnown(drive, library.id(), "desk");
        assertTrue(back.labels().of(asset).tags().contains("kept"));
    }

    /** Opens a folder and makes one edit, which it tells. */
    static final class Opener {
        public static void main(String[] args) throws Exception {
            Library library = Library.open(Path.of(args[0]), "", args[1]);
            library.labels().edit(List.of(Edit.tag("thing", args[1])));
            System.out.println(library.id());
        }
    }

    @Tag("long")
    @Test
    void processesThatOpenABareFolderAtOnceMakeOneLibrary() throws Exception {
        for (int round = 0; round < 3; round++) {
            Path root = Files.createDirectory(folder.resolve("bare" + round));
            List<Process> processes = new ArrayList<>();
            for (int i = 0; i < 4; i++) {
                processes.add(Child.start(Opener.class, root, "m" + i % 2));
            }
            Set<String> ids = new HashSet<>();
            for (Process process : processes) {
                ids.add(new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8).strip());
                assertEquals(0, process.waitFor());
            }
            Library library = Library.open(root, "", "judge");
            assertEquals(Set.of(library.id()), ids);
            assertEquals(
                    List.of("m0", "m1"),
                    List.copyOf(library.labels().of("thing").tags()));
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "{",
                "[1,2]",
                "{\"format\":1,\"id\":\"../../../outside\",\"name\":\"x\"}",
                "{\"format\":1,\"id\":\"a\\u0000b\",\"name\":\"x\"}",
                "{\"format\":1,\"id\":\"/tmp/x\",\"name\":\"x\"}",
                "{\"format\":\"1\",\"id\":\"0b2f6b0e-9a4e-4a36-a7a9-1b2c3d4e5f60\",\"name\":\"x\"}"
            })
    void aDamagedDescriptionIsCalledDamagedAndRestored(String text) throws Exception {
        Path root = Files.createDirectory(folder.resolve("library"));
        Library library = Library.open(root, "Props", "desk");
        Path description = library.own().resolve("library.json");
        Files.writeString(description, text);
        Library again = Library.open(root, "", "desk");
        assertEquals(library.id(), again.id());
        assertEquals("Props", again.name());
        assertTrue(Files.readString(description).contains(library.id()), "and its file is whole again");

        Files.writeString(description, text);
        Files.delete(library.own().resolve("library.second.json"));
        ProblemException e = assertThrows(ProblemException.class, () -> Library.open(root, "", "desk"));
        assertTrue(e.problem().cause().contains("damaged"), e.problem().sentence());
        assertEquals(text, Files.readString(description), "a description nobody can restore is left as it is");
    }

    @Test
    void aNewerFormatThatDoesNotTellItsIdIsCalledNewer() throws Exception {
        Path own = Files.createDirectories(folder.resolve(".yondershelf"));
        Files.writeString(
                own.resolve("library.json"), "{\"format\":7,\"identity\":\"0b2f6b0e-9a4e-4a36-a7a9-1b2c3d4e5f60\"}");
        ProblemException e = assertThrows(ProblemException.class, () -> Library.open(folder, "", "desk"));
        assertTrue(e.problem().advice().contains("newer"), e.problem().sentence());
    }

    @Test
    @DisabledOnOs(OS.WINDOWS)
    void pipesAndFoldersAmongTheJournalsAreToldAndOpenedByNobody() throws Exception {
        Library library = Library.open(folder, "", "desk");
        library.labels().edit(List.of(Edit.tag("a", "kept")));
        Path journals = library.own().resolve("journal");
        assertEquals(
                0,
                new ProcessBuilder("mkfifo", journals.resolve("pipe.jsonl").toString())
                        .start()
                        .waitFor());
        Files.createDirectory(journals.resolve("folder.jsonl"));
        Files.createSymbolicLink(journals.resolve("link.jsonl"), Path.of("/etc/passwd"));
        assertTimeoutPreemptively(Duration.ofSeconds(100), () -> {
            Library again = Library.open(folder, "", "laptop");
            assertTrue(again.labels().of("a").tags().contains("kept"));
            assertEquals(3, again.problems().size(), again.problems().toString());
            again.labels().edit(List.of(Edit.tag("a", "more")));
        });
    }

    @Test
    @DisabledOnOs(OS.WINDOWS)
    void aLinkInPlaceOfTheProgramsOwnFolderIsNotFollowed() throws Exception {
        Path outside = Files.createDirectory(folder.resolve("outside"));
        Path root = Files.createDirectory(folder.resolve("library"));
        Files.createSymbolicLink(root.resolve(".yondershelf"), outside);
        assertThrows(ProblemException.class, () -> Library.open(root, "", "desk"));
        Path second = Files.createDirectory(folder.resolve("second"));
        Library library = Library.open(second, "", "desk");
        Files.createSymbolicLink(library.own().resolve("undo"), outside);
        assertThrows(ProblemException.class, () -> Library.open(second, "", "desk"));
        try (var made = Files.list(outside)) {
            assertFalse(made.findAny().isPresent());
        }
    }

    @Test
    void aLibraryOfANewerFormatIsReadAndNeverWritten() throws Exception {
        Path root = Files.createDirectory(folder.resolve("drive"));
        picture(root.resolve("a.png"));
        Library before = Library.open(root, "Props", "desk");
        before.scan(new Formats(), Work.SILENT);
        String asset = before.assetId("a.png");
        before.labels().edit(List.of(Edit.tag(asset, "kept")));
        for (String name : List.of("library.json", "library.second.json")) {
            Path file = root.resolve(".yondershelf/" + name);
            String text = Files.readString(file);
            assertTrue(text.contains("\"format\" : 1"), text);
            Files.writeString(file, text.replace("\"format\" : 1", "\"format\" : 2, \"shelves\" : []"));
        }
        Map<String, String> bytes = contents(root);

        Library newer = Library.openKnown(root, before.id(), "desk");
        newer.scan(new Formats(), Work.SILENT);
        assertEquals("Props", newer.name());
        assertEquals(1, newer.assets().size());
        assertTrue(newer.labels().of(asset).tags().contains("kept"));
        List<Executable> writing = List.of(
                () -> newer.labels().edit(List.of(Edit.tag(asset, "more"))),
                () -> newer.rename("Other"),
                () -> newer.writing().begin("an act"),
                () -> newer.labels().remember(List.of(asset)),
                () -> UndoStore.empty(newer, Work.SILENT));
        for (Executable act : writing.subList(0, 3)) {
            ProblemException refused = assertThrows(ProblemException.class, act);
            assertTrue(
                    refused.problem().cause().contains("format 2"),
                    refused.problem().sentence());
            assertTrue(
                    refused.problem().advice().contains("newer version"),
                    refused.problem().sentence());
        }
        assertThrows(ProblemException.class, writing.get(4));
        // a damaged description is brought back as it was, not as this version would write it
        Files.writeString(root.resolve(".yondershelf/library.json"), "{");
        assertTrue(Library.openKnown(root, before.id(), "desk").isNewer());
        assertEquals(bytes, contents(root));
    }

    private static Map<String, String> contents(Path root) throws Exception {
        Map<String, String> out = new TreeMap<>();
        try (var walk = Files.walk(root)) {
            for (Path file : walk.filter(Files::isRegularFile).toList()) {
                out.put(root.relativize(file).toString(), ContentHash.of(file));
            }
        }
        return out;
    }
}
