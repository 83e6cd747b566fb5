package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** On a German system every view speaks German, its words fit, and nothing of English is left; in a process of its own. */
class LanguageWindowTest {
    private static final long MINUTES = 3;

    @TempDir
    Path folder;

    @Test
    void everyViewSpeaksGerman() throws Exception {
        // drawn in memory: nobody needs to see it
        Process window = OwnProcess.start(
                List.of("-Dglass.platform=Headless", "-Duser.language=de", DemoCopy.option()),
                "yondershelf.app.LanguageMain",
                folder.toString());
        List<String> told = new ArrayList<>();
        try {
            window.inputReader(StandardCharsets.UTF_8).lines().forEach(told::add);
            assertTrue(window.waitFor(MINUTES, TimeUnit.MINUTES));
        } finally {
            window.destroy();
        }
        assertTrue(told.remove("language de"), told.toString());
        assertTrue(
                told.removeIf(line -> line.matches("seen [2-9]\\d\\d|seen \\d{4,}")),
                "hundreds of texts were seen: " + told);
        assertEquals(List.of(), told);
    }
}
