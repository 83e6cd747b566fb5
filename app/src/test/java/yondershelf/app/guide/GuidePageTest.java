package yondershelf.app.guide;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import yondershelf.words.Phrase;

/** Pages of the guide as they are read, and that every picture they name ships with the program. */
class GuidePageTest {
    @Test
    void headingsListsPicturesAndMarks() {
        GuidePage page = GuidePage.parse(
                "# On ropes\n\n![A rope](../screenshots/rope.png)\n\nA **rope** holds.\nPress `Ctrl+R`.\n\n- one\n- two `x`\n");
        assertEquals("On ropes", page.title());
        assertEquals(4, page.blocks().size());
        assertEquals(
                new GuidePage.Block.Shot("A rope", "rope.png"), page.blocks().get(0));
        assertEquals("A rope holds. Press Ctrl+R.", page.blocks().get(1).words());
        assertEquals(
                List.of(
                        new GuidePage.Span("A ", GuidePage.Style.PLAIN),
                        new GuidePage.Span("rope", GuidePage.Style.STRONG),
                        new GuidePage.Span(" holds. Press ", GuidePage.Style.PLAIN),
                        new GuidePage.Span("Ctrl+R", GuidePage.Style.CODE),
                        new GuidePage.Span(".", GuidePage.Style.PLAIN)),
                ((GuidePage.Block.Words) page.blocks().get(1)).spans());
        assertTrue(((GuidePage.Block.Words) page.blocks().get(3)).item());
        assertTrue(page.has("HOLDS press"));
        assertTrue(page.has("ropes"), "its title counts");
        assertFalse(page.has("holds anchor"));
    }

    private static List<Path> pages(Path folder) throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            return all.filter(Files::isRegularFile).sorted().toList();
        }
    }

    @Test
    void thePagesThatShipAreWholeInEveryLanguage() throws Exception {
        Path folder = Path.of("..", "docs", "guide");
        List<Path> english = pages(folder);
        assertEquals(6, english.size());
        List<Path> files = new ArrayList<>(english);
        for (Locale language : Phrase.LANGUAGES) {
            if (!language.equals(Locale.ENGLISH)) {
                List<Path> other = pages(folder.resolve(language.getLanguage()));
                assertEquals(
                        english.stream().map(Path::getFileName).toList(),
                        other.stream().map(Path::getFileName).toList());
                files.addAll(other);
            }
        }
        for (Path file : files) {
            GuidePage page = GuidePage.parse(Files.readString(file, StandardCharsets.UTF_8));
            assertFalse(page.title().isBlank(), file.toString());
            assertNotNull(GuideView.class.getResource(folder.relativize(file).toString()), file + " ships");
            for (GuidePage.Block block : page.blocks()) {
                if (block instanceof GuidePage.Block.Shot shot) {
                    assertNotNull(GuideView.class.getResource("pictures/" + shot.file()), shot.file() + " ships");
                } else {
                    assertFalse(block.words().contains("**") || block.words().contains("`"), block.words());
                }
            }
        }
    }
}
