package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** On a finer screen pictures are made of the screen's own pixels: seen in a window of another process, whose screen is as fine as told. */
class FineScreenTest {
    private static final long MINUTES = 3;

    @TempDir
    Path folder;

    @ParameterizedTest
    @ValueSource(doubles = {1.25, 2})
    void picturesHaveThePixelsOfTheScreen(double fineness) throws Exception {
        Map<String, Double> told = new HashMap<>();
        try (OwnDisplay display = OwnDisplay.start()) {
            Process window = OwnProcess.start(
                    display,
                    List.of("-Dglass.gtk.uiScale=" + fineness, "-Duser.language=en"),
                    "yondershelf.app.FineScreenMain",
                    folder.toString());
            try {
                window.inputReader(StandardCharsets.UTF_8).lines().forEach(line -> {
                    String[] words = line.split(" ", 2);
                    told.put(words[0], Double.parseDouble(words[1]));
                });
                assertTrue(window.waitFor(MINUTES, TimeUnit.MINUTES));
            } finally {
                window.destroy();
            }
        }
        assertEquals(fineness, told.getOrDefault("screen", 0.0), 1e-6);
        assertEquals(fineness, told.getOrDefault("table", 0.0), 0.02);
        double tile = told.getOrDefault("tile", 0.0);
        assertTrue(tile >= fineness * 0.99, "tile " + tile);
    }
}
