package yondershelf.catalogue;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Excerpt;
import yondershelf.content.Model;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Library;
import yondershelf.work.Work;

/** An asset may point at a node of its file: what is measured, loaded and found after a restart is that node. */
class MeantPartTest {
    private static final String TWO =
            "o Post\nv 0 0 0\nv 1 0 0\nv 0 3 0\nf 1 2 3\no Lantern\nv 0 3 0\nv 0.5 3 0\nv 0 3.25 0\nf 4 5 6\n";

    @TempDir
    Path folder;

    private Catalogue open() throws Exception {
        return Catalogue.open(Home.open(folder.resolve("home")), new Formats());
    }

    private static Asset only(Library library) {
        return library.assets().get(0);
    }

    @Test
    void isMeasuredLoadedAndKept() throws Exception {
        Path file = Files.createDirectories(folder.resolve("props")).resolve("two.obj");
        Files.writeString(file, TWO);
        String id;
        try (Catalogue catalogue = open()) {
            Library library = catalogue.add(folder.resolve("props"), "");
            catalogue.scanning().scan(library, Work.SILENT);
            Asset whole = only(library);
            id = whole.id();
            assertEquals("two.obj", whole.locator().text());
            assertEquals(2, catalogue.contents().facts().of(whole).model().triangles());
            assertEquals(
                    List.of("Post", "Lantern"),
                    catalogue.contents().facts().of(whole).model().scene().names());
            library.labels()
                    .edit(List.of(Edit.set(
                            id,
                            Edit.Field.EXCERPT,
                            Excerpt.WHOLE.withNode("Lantern").text())));
            assertNotEquals(whole.state(), only(library).state());
        }
        try (Catalogue catalogue = open()) {
            Library library = catalogue.libraries().get(0);
            catalogue.scanning().scan(library, Work.SILENT);
            Asset part = only(library);
            assertEquals(id, part.id());
            assertEquals("two.obj#Lantern", part.locator().text());
            assertEquals(1, catalogue.contents().facts().of(part).model().triangles());
            Model model = catalogue.contents().model(part);
            assertEquals(0.25, model.bounds().sizeY(), 1e-6);
            library.labels().edit(List.of(Edit.set(id, Edit.Field.EXCERPT, "")));
            assertEquals(
                    2, catalogue.contents().facts().of(only(library)).model().triangles());
        }
        assertArrayEquals(TWO.getBytes(java.nio.charset.StandardCharsets.UTF_8), Files.readAllBytes(file));
    }
}
