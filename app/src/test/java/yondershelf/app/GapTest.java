package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static yondershelf.app.Toolkit.onFx;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import yondershelf.app.model.Gap;

/** Gaps belong to the one size of text, as all sizes do. */
class GapTest {
    private static final Pattern IN_PIXELS =
            Pattern.compile("new [HV]Box\\(\\d|setSpacing\\(\\d|set[HV]gap\\(\\d|new Insets\\(");

    @BeforeAll
    static void start() throws Exception {
        Toolkit.start();
    }

    /** Between two things, laid out, in pixels. */
    private static double between(Gap gap, double text) throws Exception {
        return onFx(() -> {
            HBox row = gap.row(new Label("mast"), new Label("stay"));
            row.setStyle("-fx-font-size: " + text + "px");
            Scene scene = new Scene(row);
            scene.getStylesheets()
                    .add(Objects.requireNonNull(ShelfWindow.class.getResource("shelf.css"))
                            .toExternalForm());
            row.applyCss();
            row.layout();
            return row.getSpacing();
        });
    }

    @ParameterizedTest
    @EnumSource(Gap.class)
    void everyGapGrowsWithTheText(Gap gap) throws Exception {
        double usual = between(gap, 13);
        assertTrue(usual >= 1, gap + " " + usual);
        assertEquals(2 * usual, between(gap, 26), 1e-3);
    }

    @Test
    void noneIsWrittenInPixels() throws IOException {
        try (Stream<Path> sources = Files.walk(Path.of("src/main/java"))) {
            List<String> found = sources.filter(p -> p.toString().endsWith(".java"))
                    .flatMap(GapTest::lines)
                    .filter(line -> IN_PIXELS.matcher(line).find())
                    .toList();
            assertEquals(List.of(), found);
        }
    }

    private static Stream<String> lines(Path source) {
        try {
            return Files.readAllLines(source).stream().map(line -> source.getFileName() + ": " + line.strip());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
