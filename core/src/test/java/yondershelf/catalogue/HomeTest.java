package yondershelf.catalogue;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;

/** The program's own state on a machine. */
class HomeTest {
    @TempDir
    Path folder;

    @Test
    void whatWasOpenIsOpenAgain() throws Exception {
        Path props = Files.createDirectory(folder.resolve("props"));
        Path gone = Files.createDirectory(folder.resolve("gone"));
        Home first = Home.open(folder.resolve("home"));
        Catalogue catalogue = Catalogue.open(first, new Formats());
        catalogue.add(props, "Props");
        assertEquals(catalogue.library("Props"), catalogue.library(props.toString()));
        assertEquals(
                catalogue.library("props").orElseThrow(),
                catalogue.add(props, "again"),
                "one already open is given back");
        catalogue.add(gone, "");
        first.setSetting("theme", "fog");
        Files.move(gone, folder.resolve("moved away"));

        Home second = Home.open(folder.resolve("home"));
        assertEquals(first.machine(), second.machine());
        assertEquals("fog", second.setting("theme", "dusk"));
        Catalogue later = Catalogue.open(second, new Formats());
        assertEquals(
                List.of("Props"), later.libraries().stream().map(l -> l.name()).toList());
        assertEquals(1, later.openingProblems().size());
        assertTrue(later.openingProblems().get(0).sentence().contains("gone"));
        assertEquals(2, second.libraries().size(), "a drive that is away is not forgotten");
    }

    /** A state cut short by a crash is told and set aside, each time under a name of its own; its second copy takes its place. */
    @Test
    void aDamagedStateComesFromItsSecondCopy() throws Exception {
        Path home = folder.resolve("home");
        Path props = Files.createDirectory(folder.resolve("props"));
        Home before = Home.open(home);
        Catalogue.open(before, new Formats()).add(props, "Props");
        String[] damages = {"{\"machine\":\"x", "", "[1,2]"};
        for (int i = 0; i < damages.length; i++) {
            Files.writeString(home.resolve("home.json"), damages[i]);
            Home after = Home.open(home);
            assertEquals(before.machine(), after.machine());
            assertEquals(1, after.libraries().size());
            assertEquals(
                    damages[i],
                    Files.readString(home.resolve("home.damaged" + (i == 0 ? "" : "-" + (i + 1)) + ".json")));
            Catalogue catalogue = Catalogue.open(after, new Formats());
            assertTrue(
                    catalogue.openingProblems().get(0).sentence().contains("home.json"),
                    catalogue.openingProblems().toString());
            assertEquals(List.of(), Home.open(home).problems(), "told once");
        }
        Files.delete(home.resolve("home.json"));
        assertEquals(1, Home.open(home).libraries().size(), "one that is missing too");
    }

    @Test
    void aStateDamagedInBothCopiesIsToldAndBegunAnew() throws Exception {
        Path home = folder.resolve("home");
        Home before = Home.open(home);
        Files.writeString(home.resolve("home.json"), "{");
        Files.writeString(home.resolve("home.second.json"), "{");
        Home after = Home.open(home);
        assertNotEquals(before.machine(), after.machine());
        assertFalse(after.machine().isEmpty());
        assertEquals(1, after.problems().size());
        assertEquals(after.machine(), Home.open(home).machine(), "the fresh state stays");
    }

    /** A copied state folder is another machine: with one id both would write one journal, and a sync tool would drop one of the two. */
    @Test
    void aCopiedStateIsAnotherMachine() throws Exception {
        Path props = Files.createDirectory(folder.resolve("props"));
        Files.write(props.resolve("rope.png"), Formats.png(yondershelf.content.Picture.ofBytes(1, 1, 1, new byte[1])));
        Home first = Home.open(folder.resolve("home"));
        Catalogue.open(first, new Formats()).add(props, "Props");
        Path copied = Files.createDirectory(folder.resolve("home of the other computer"));
        Files.copy(folder.resolve("home/home.json"), copied.resolve("home.json"));
        Home second = Home.open(copied);
        assertNotEquals(first.machine(), second.machine());
        assertEquals(second.machine(), Home.open(copied).machine());
        assertEquals(1, second.libraries().size(), "what it knew stays known");
        for (Path home : List.of(folder.resolve("home"), copied)) {
            Catalogue catalogue = Catalogue.open(Home.open(home), new Formats());
            catalogue.scanning().scanAll(yondershelf.work.Work.SILENT);
            var asset = catalogue.library("Props").orElseThrow().assets().get(0);
            catalogue
                    .labelling()
                    .edit(
                            asset,
                            List.of(yondershelf.library.Edit.tag(
                                    asset.id(), home.getFileName().toString())));
        }
        try (var journals = Files.list(props.resolve(".yondershelf/journal"))) {
            assertEquals(
                    2, journals.filter(f -> f.toString().endsWith(".jsonl")).count());
        }
    }

    /** What no path can be is passed over: the program starts. */
    @Test
    void wordsThatAreNoPathsArePassedOver() throws Exception {
        Path home = folder.resolve("home");
        Home before = Home.open(home);
        before.allow(folder);
        Files.writeString(
                home.resolve("home.json"),
                Files.readString(home.resolve("home.json"))
                        .replace("\"allowed\" : [ ", "\"allowed\" : [ \"a\\u0000b\", ")
                        .replace("\"machine\"", "\"libraries\" : [ {\"path\":\"c\\u0000d\"} ], \"machine\""));
        Home after = Home.open(home);
        assertEquals(List.of(folder), after.allowed());
        assertEquals(List.of(), after.libraries());
    }

    @Test
    void aPlaceThatIsNoFolderIsTold() throws Exception {
        Path file = Files.writeString(folder.resolve("file"), "x");
        ProblemException e = assertThrows(ProblemException.class, () -> Home.open(file));
        assertTrue(e.problem().sentence().contains("own folder"), e.problem().sentence());
    }
}
