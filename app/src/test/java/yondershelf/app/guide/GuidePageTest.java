package yondershelf.app.guide;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

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

    @Test
    void thePagesThatShipAreWhole() throws Exception {
        List<Path> files;
        try (Stream<Path> all = Files.list(Path.of("..", "docs", "guide"))) {
            files = all.sorted().toList();
        }
        assertEquals(6, files.size());
        for (Path file : files) {
            GuidePage page = GuidePage.parse(Files.readString(file, StandardCharsets.UTF_8));
            assertFalse(page.title().isBlank(), file.toString());
            assertNotNull(GuideView.class.getResource(String.valueOf(file.getFileName())), file + " ships");
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
