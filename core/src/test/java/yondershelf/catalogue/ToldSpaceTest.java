package yondershelf.catalogue;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Space;
import yondershelf.facts.Facts;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Library;
import yondershelf.render.Booth;
import yondershelf.work.Work;

/** Units and upright told for one file, a folder or a library: measured anew, kept in the journal, the files untouched. */
@SuppressWarnings("NullAway.Init")
class ToldSpaceTest {
    /** A leaf 2 by 1 units, standing along +Y. */
    private static final String LEAF = "v 0 0 0\nv 2 0 0\nv 0 1 0\nf 1 2 3\n";

    @TempDir
    Path folder;

    private Path root;
    private Catalogue catalogue;
    private Library library;

    @BeforeEach
    void open() throws Exception {
        root = Files.createDirectories(folder.resolve("props"));
        for (String at : List.of("leaf.obj", "kit/leaf.obj", "kit/small/leaf.obj")) {
            Files.createDirectories(root.resolve(at).getParent());
            Files.writeString(root.resolve(at), LEAF);
        }
        // what says its own unit is not to be told another
        Files.writeString(root.resolve("kit/said.obj"), "# Units: cm\n" + LEAF);
        catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats());
        library = catalogue.add(root, "");
        catalogue.scanning().scan(library, Work.SILENT);
    }

    @AfterEach
    void close() {
        catalogue.close();
    }

    private Asset asset(String path) {
        return library.assets().stream()
                .filter(a -> a.path().equals(path))
                .findFirst()
                .orElseThrow();
    }

    private Facts facts(String path) throws Exception {
        return catalogue.contents().facts().of(asset(path));
    }

    private void size(String path, double x, double y, double z) throws Exception {
        List<Double> size = facts(path).model().sizeMetres();
        assertEquals(x, size.get(0), 1e-7, path);
        assertEquals(y, size.get(1), 1e-7, path);
        assertEquals(z, size.get(2), 1e-7, path);
    }

    private void tell(String subject, Edit.Field field, String value) throws Exception {
        library.labels().edit(List.of(Edit.set(subject, field, value)));
    }

    @Test
    void oneFile() throws Exception {
        byte[] before = Files.readAllBytes(root.resolve("leaf.obj"));
        size("leaf.obj", 2, 1, 0);
        assertEquals(List.of("metres", "+Y up"), facts("leaf.obj").remarks().assumed());
        tell(asset("leaf.obj").id(), Edit.Field.UNITS, "inches");
        size("leaf.obj", 2 * 0.0254, 0.0254, 0);
        assertEquals(List.of("+Y up"), facts("leaf.obj").remarks().assumed());
        tell(asset("leaf.obj").id(), Edit.Field.UP, "+Z");
        size("leaf.obj", 2 * 0.0254, 0, 0.0254);
        assertEquals(List.of(), facts("leaf.obj").remarks().assumed());
        size("kit/leaf.obj", 2, 1, 0);
        tell(asset("leaf.obj").id(), Edit.Field.UNITS, "");
        tell(asset("leaf.obj").id(), Edit.Field.UP, "");
        size("leaf.obj", 2, 1, 0);
        assertEquals(Space.NONE, asset("leaf.obj").space());
        org.junit.jupiter.api.Assertions.assertArrayEquals(before, Files.readAllBytes(root.resolve("leaf.obj")));
    }

    /** The nearest word counts: the file's own, its folder's, the folder's above, the library's. */
    @Test
    void foldersAndTheLibrary() throws Exception {
        tell(Edit.ofFolder(""), Edit.Field.UNITS, "centimetres");
        tell(Edit.ofFolder("kit/small"), Edit.Field.UNITS, "millimetres");
        size("leaf.obj", 0.02, 0.01, 0);
        size("kit/leaf.obj", 0.02, 0.01, 0);
        size("kit/small/leaf.obj", 0.002, 0.001, 0);
        tell(asset("kit/small/leaf.obj").id(), Edit.Field.UNITS, "feet");
        size("kit/small/leaf.obj", 2 * 0.3048, 0.3048, 0);
        size("kit/said.obj", 0.02, 0.01, 0);
        tell(Edit.ofFolder("kit"), Edit.Field.UNITS, "metres");
        size("kit/said.obj", 0.02, 0.01, 0);
        size("kit/leaf.obj", 2, 1, 0);
        // what comes later has it too
        Files.writeString(root.resolve("kit/small/late.obj"), LEAF);
        catalogue.scanning().scan(library, Work.SILENT);
        size("kit/small/late.obj", 0.002, 0.001, 0);
    }

    /** Another preview belongs to another upright, and the old one comes back with the old word. */
    @Test
    void previewsFollow() throws Exception {
        Asset before = asset("leaf.obj");
        assertNotNull(catalogue.contents().previews().take(before, 32, Booth.FINAL_SAMPLES, () -> false));
        assertNotNull(catalogue.contents().previews().ready(before, 32));
        tell(before.id(), Edit.Field.UP, "+Z");
        Asset told = asset("leaf.obj");
        assertNotEquals(before.state(), told.state());
        assertNull(catalogue.contents().previews().ready(told, 32));
        tell(before.id(), Edit.Field.UP, "");
        assertNotNull(catalogue.contents().previews().ready(asset("leaf.obj"), 32));
    }

    /** Said by another machine: its journal is caught up with, and all below the folder follow. */
    @Test
    void othersMayTell() throws Exception {
        Library other = Library.open(root, "", "laptop");
        other.labels().edit(List.of(Edit.set(Edit.ofFolder("kit"), Edit.Field.UNITS, "millimetres")));
        assertTrue(library.catchUp());
        size("kit/leaf.obj", 0.002, 0.001, 0);
        size("leaf.obj", 2, 1, 0);
        assertEquals("millimetres", library.labels().told(Edit.ofFolder("kit")).units());
    }
}
