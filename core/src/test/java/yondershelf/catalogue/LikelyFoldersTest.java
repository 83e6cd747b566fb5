package yondershelf.catalogue;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.work.Work;

/** Which folders are proposed at a first start, of a home as people have them. */
class LikelyFoldersTest {
    @TempDir
    Path home;

    private void files(String folder, String ending, int count) throws IOException {
        Path into = Files.createDirectories(home.resolve(folder));
        for (int i = 0; i < count; i++) {
            Files.writeString(into.resolve("thing " + i + ending), "");
        }
    }

    private List<LikelyFolders.Likely> found() {
        return LikelyFolders.find(
                List.of(
                        home.resolve("Documents"),
                        home.resolve("Downloads"),
                        home.resolve("Pictures"),
                        home.resolve("gone")),
                Work.SILENT);
    }

    @Test
    void theFoldersThatHoldThingsAreProposedNotTheWayThere() throws Exception {
        files("Documents/letters", ".txt", 30);
        files("Documents/work/props/lamps", ".glb", 12);
        files("Documents/work/props/ropes", ".obj", 9);
        files("Downloads", ".zip", 40);
        files("Downloads/coast pack", ".fbx", 4);
        files("Pictures/holiday", ".jpg", 200);
        assertEquals(
                List.of(
                        new LikelyFolders.Likely(home.resolve("Documents/work/props"), 21),
                        new LikelyFolders.Likely(home.resolve("Downloads/coast pack"), 4)),
                found());
    }

    @Test
    void twoSkiesAreNoLibraryAndHiddenFoldersAreNotLookedInto() throws Exception {
        files("Documents", ".hdr", 2);
        files("Documents/.cache", ".glb", 90);
        files("Downloads/node_modules/viewer", ".glb", 90);
        assertEquals(List.of(), found());
    }
}
