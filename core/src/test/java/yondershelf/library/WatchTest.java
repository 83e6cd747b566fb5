package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is heard of a library's folders, by the system's own notices. */
class WatchTest {
    @TempDir
    Path root;

    private Library library;
    private Watch watch;
    private final Semaphore told = new Semaphore(0);
    private final Set<String> folders = new HashSet<>();
    private boolean labels;

    @BeforeEach
    void begin() throws Exception {
        Files.createDirectories(root.resolve("props/small"));
        Files.createDirectories(root.resolve(".hidden"));
        library = Library.open(root, "", "desk");
        library.labels().edit(List.of(Edit.set("lamp", Edit.Field.NOTE, "first")));
        watch = Watch.begin(library, told::release);
        // all folders are listened to when something in the last of them is heard
        int n = 0;
        while (!folders.contains("props/small")) {
            Files.writeString(root.resolve("props/small/n" + n++), "x");
            told.tryAcquire(50, TimeUnit.MILLISECONDS);
            hear();
        }
        Files.writeString(root.resolve("last"), "x");
        until("");
        folders.clear();
        labels = false;
    }

    @AfterEach
    void end() {
        watch.close();
    }

    private void hear() {
        Watch.Heard heard = watch.heard();
        assertFalse(heard.everything());
        folders.addAll(heard.folders());
        labels |= heard.labels();
    }

    private void until(String folder) throws Exception {
        hear();
        while (!folders.contains(folder)) {
            assertTrue(told.tryAcquire(60, TimeUnit.SECONDS), "nothing is told of " + folder);
            hear();
        }
    }

    @Test
    void aFileIsHeardByItsFolderAndANewFolderByBoth() throws Exception {
        Files.writeString(root.resolve("props/crate.obj"), "v 0 0 0\n");
        until("props");
        // what was written before the test may be told of twice
        folders.removeAll(Set.of("", "props/small"));
        assertEquals(Set.of("props"), folders);
        Files.createDirectory(root.resolve("shore"));
        until("shore");
        folders.remove("props/small");
        assertEquals(Set.of("props", "", "shore"), folders);
    }

    /** Hidden things, the program's own among them, are no news of assets; what others said is news of labels. */
    @Test
    void hiddenThingsAreNotHeardAndSayingsAreHeardAsSuch() throws Exception {
        Files.writeString(root.resolve(".hidden/thumbs"), "x");
        Files.writeString(root.resolve("props/.part"), "x");
        Library other = Library.open(root, "", "laptop");
        other.labels().edit(List.of(Edit.set("lamp", Edit.Field.NOTE, "another")));
        while (!labels) {
            assertTrue(told.tryAcquire(60, TimeUnit.SECONDS), "nothing is told of labels");
            hear();
        }
        Files.writeString(root.resolve("props/small/after.obj"), "v 0 0 0\n");
        until("props/small");
        // what was written before the test may be told of twice
        folders.remove("");
        assertEquals(Set.of("props/small"), folders);
    }

    @Test
    void whatWasAskedForIsNotToldAgain() throws Exception {
        Files.delete(root.resolve("last"));
        until("");
        // one change may come in several notices: the last of another folder comes after them
        Files.writeString(root.resolve("props/small/z"), "x");
        until("props/small");
        while (told.tryAcquire(500, TimeUnit.MILLISECONDS)) {
            hear();
        }
        assertTrue(watch.heard().isNothing());
        assertFalse(new Watch.Heard(Set.of("a"), false, false).isNothing());
        assertFalse(new Watch.Heard(Set.of(), true, false).isNothing());
        assertFalse(new Watch.Heard(Set.of(), false, true).isNothing());
    }

    @Test
    void oneThatWasClosedIsDeaf() {
        assertFalse(watch.isDeaf());
        watch.close();
        assertTrue(watch.isDeaf());
    }
}
