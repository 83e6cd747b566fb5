package yondershelf.catalogue;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Picture;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.render.Booth;
import yondershelf.work.Work;

/** A picture that lies on several UV squares is one asset, shown whole (squares numbered 1001 + u + 10 v; MaterialX 1.38, "UDIM"). */
class TilesTest {
    @TempDir
    Path folder;

    private void square(String name, int red, int green, int blue) throws Exception {
        byte[] pixels = new byte[16 * 16 * 3];
        for (int i = 0; i < pixels.length; i += 3) {
            pixels[i] = (byte) red;
            pixels[i + 1] = (byte) green;
            pixels[i + 2] = (byte) blue;
        }
        Files.write(folder.resolve("library/" + name), Formats.png(Picture.ofBytes(16, 16, 3, pixels)));
    }

    private static String colour(Picture p, int x, int y) {
        return (p.value(x, y, 0) > 0.5 ? "R" : "-")
                + (p.value(x, y, 1) > 0.5 ? "G" : "-")
                + (p.value(x, y, 2) > 0.5 ? "B" : "-");
    }

    @Test
    void squaresLieWhereTheyAre() throws Exception {
        Files.createDirectory(folder.resolve("library"));
        square("chart.1001.png", 255, 0, 0);
        square("chart.1002.png", 0, 255, 0);
        square("chart.1011.png", 0, 0, 255);
        square("chart.1012.png", 255, 255, 0);
        try (Catalogue catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats())) {
            Library library = catalogue.add(folder.resolve("library"), "");
            catalogue.scanning().scan(library, Work.SILENT);
            assertEquals(1, library.assets().spliterator().estimateSize());
            Asset chart = library.assets().iterator().next();
            assertEquals("Chart", chart.name());
            Picture seen = Objects.requireNonNull(
                    catalogue.contents().previews().take(chart, 64, Booth.FINAL_SAMPLES, () -> false));
            int w = seen.width();
            int h = seen.height();
            assertEquals("R--", colour(seen, w * 3 / 10, h * 7 / 10), "1001 is below, left");
            assertEquals("-G-", colour(seen, w * 7 / 10, h * 7 / 10), "1002 beside it");
            assertEquals("--B", colour(seen, w * 3 / 10, h * 3 / 10), "1011 above");
            assertEquals("RG-", colour(seen, w * 7 / 10, h * 3 / 10), "1012 above, right");
        }
    }
}
