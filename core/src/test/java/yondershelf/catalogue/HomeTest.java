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

    /** A state cut short by a crash is set aside and told; the program starts all the same. */
    @Test
    void aDamagedStateIsSetAside() throws Exception {
        Path home = folder.resolve("home");
        Home before = Home.open(home);
        for (String damaged : new String[] {"{\"machine\":\"x", "", "[1,2]"}) {
            Files.writeString(home.resolve("home.json"), damaged);
            Home after = Home.open(home);
            assertNotEquals(before.machine(), after.machine());
            assertFalse(after.machine().isEmpty());
            assertEquals(damaged, Files.readString(home.resolve("home.damaged.json")));
            Catalogue catalogue = Catalogue.open(after, new Formats());
            assertTrue(
                    catalogue.openingProblems().get(0).sentence().contains("home.json"),
                    catalogue.openingProblems().toString());
            assertEquals(after.machine(), Home.open(home).machine(), "the fresh state stays");
        }
    }

    @Test
    void aPlaceThatIsNoFolderIsTold() throws Exception {
        Path file = Files.writeString(folder.resolve("file"), "x");
        ProblemException e = assertThrows(ProblemException.class, () -> Home.open(file));
        assertTrue(e.problem().sentence().contains("own folder"), e.problem().sentence());
    }
}
