package yondershelf.intake;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.content.Coding;
import yondershelf.content.Kind;
import yondershelf.content.Material;
import yondershelf.content.Picture;
import yondershelf.content.Role;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.sorting.SortedItem.SortedFile;
import yondershelf.work.Work;

/** Sets of maps come in as one asset each, as their pictures show them, with a document that says so to other programs. */
class SetsTakenInTest {
    private static final int SIDE = 32;

    @TempDir
    Path folder;

    private Catalogue catalogue;
    private Library library;
    private final Formats reader = new Formats();

    private interface Shade {
        double of(double x, double y, int channel);
    }

    @BeforeEach
    void open() throws Exception {
        catalogue = Catalogue.open(Home.open(folder.resolve("home")), reader);
        library = catalogue.add(Files.createDirectory(folder.resolve("library")), "");
        catalogue.scanning().scan(library, Work.SILENT);
    }

    private void picture(String path, int channels, Shade shade) throws Exception {
        byte[] out = new byte[SIDE * SIDE * channels];
        for (int i = 0; i < out.length; i++) {
            int pixel = i / channels;
            double value = shade.of(pixel % SIDE * 2 * Math.PI / SIDE, pixel / SIDE * 2 * Math.PI / SIDE, i % channels);
            out[i] = (byte) Math.round(255 * value);
        }
        Path file = folder.resolve("pack").resolve(path);
        Files.createDirectories(file.getParent());
        Files.write(file, Formats.png(Picture.ofBytes(SIDE, SIDE, channels, out)));
    }

    private static double relief(double x, double y) {
        return 0.5 + 0.2 * Math.sin(x + 2 * y) + 0.2 * Math.cos(3 * x - y);
    }

    /** Slopes by the relief's formula; green as asked for. */
    private static Shade normal(boolean up) {
        return (x, y, c) -> {
            double dx = 0.2 * Math.cos(x + 2 * y) - 0.6 * Math.sin(3 * x - y);
            double dy = 0.4 * Math.cos(x + 2 * y) + 0.2 * Math.sin(3 * x - y);
            double length = Math.sqrt(dx * dx + dy * dy + 1);
            return 0.5 + 0.5 * (c == 0 ? -dx : c == 1 ? dy * (up ? 1 : -1) : 1) / length;
        };
    }

    private static Shade brown() {
        return (x, y, c) -> (c == 0 ? 0.6 : c == 1 ? 0.4 : 0.25) * (0.7 + 0.3 * relief(x, y));
    }

    private Taken takeAll() throws Exception {
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.examine(intake.plan(List.of(folder.resolve("pack")), Work.SILENT), Work.SILENT);
            Taken taken =
                    intake.take(plan.items().stream().filter(PlanItem::isWanted).toList(), Work.SILENT);
            catalogue.scanning().scan(library, Work.SILENT);
            return taken;
        }
    }

    private Asset only() {
        assertEquals(1, library.assets().size(), library.assets().toString());
        return library.assets().get(0);
    }

    private static Map<String, String> marks(Asset asset) {
        Map<String, String> out = new TreeMap<>();
        for (SortedFile file : asset.files()) {
            out.put(file.path().substring(file.path().lastIndexOf('/') + 1), file.mark());
        }
        return out;
    }

    @Test
    void whatThePicturesShowIsKept() throws Exception {
        picture("tarred/tarred_timber_albedo.png", 3, brown());
        picture("tarred/tarred_timber_normal.png", 3, normal(false));
        picture("tarred/tarred_timber_gloss.png", 1, (x, y, c) -> 0.25);
        picture("tarred/tarred_timber_1k_albedo.png", 3, brown());
        picture("tarred/tarred_timber_height.png", 1, (x, y, c) -> relief(x, y));
        Taken taken = takeAll();
        assertEquals(List.of("pack/tarred/Tarred timber.mtlx"), taken.paths());
        Asset asset = only();
        assertEquals(Kind.MATERIAL, asset.kind());
        assertEquals("Tarred timber", asset.name());
        assertEquals("pack/tarred/Tarred timber.mtlx", asset.path());
        assertEquals(6, asset.files().size(), marks(asset).toString());
        Material material = catalogue.contents().material(asset);
        assertEquals(
                Coding.GREEN_DOWN,
                Objects.requireNonNull(material.maps().get(Role.NORMAL)).image().coding());
        Picture rough = reader.readPicture(
                Objects.requireNonNull(material.maps().get(Role.ROUGHNESS)).image());
        assertEquals(0.75, rough.value(3, 3, 0), 0.01);
        assertNotNull(catalogue.contents().previews().take(asset, 48, 4, () -> false));
        // all of it goes as it came
        FileActs.undo(library, Objects.requireNonNull(taken.run()));
        catalogue.scanning().scan(library, Work.SILENT);
        assertTrue(library.assets().isEmpty());
        assertTrue(Files.notExists(library.resolve("pack")));
    }

    @Test
    void aGreyNormalIsTakenForTheHeightItIs() throws Exception {
        picture("slate/slate_color.png", 3, brown());
        picture("slate/slate_rough.png", 1, (x, y, c) -> 0.5);
        picture("slate/slate_normal.png", 1, (x, y, c) -> relief(x, y));
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(folder.resolve("pack")), Work.SILENT);
            PlanItem seen = intake.examine(plan, Work.SILENT).items().get(0);
            assertEquals(List.of("slate_normal.png: normal by name, but grey: height"), seen.notes());
        }
        takeAll();
        Material material = catalogue.contents().material(only());
        assertTrue(material.maps().containsKey(Role.ROUGHNESS));
        assertTrue(!material.maps().containsKey(Role.NORMAL), material.maps().toString());
        assertTrue(marks(only()).containsKey("slate_normal.png"), "it came all the same");
    }

    /** Whoever says what a map is counts before its name and its picture. */
    @Test
    void whatSomebodySaysOfAMapIsKept() throws Exception {
        picture("slate/slate_color.png", 3, brown());
        picture("slate/slate_detail_color.png", 3, brown());
        picture("slate/slate_rough.png", 1, (x, y, c) -> 0.25);
        picture("slate/slate_nor.png", 3, normal(true));
        try (Intake intake = new Intake(library, "", reader)) {
            PlanItem set = intake.plan(List.of(folder.resolve("pack")), Work.SILENT).items().stream()
                    .filter(PlanItem::isSet)
                    .findFirst()
                    .orElseThrow();
            PlanItem said = set.withMap("slate/slate_rough.png", Role.ROUGHNESS, Coding.INVERTED)
                    .withMap("slate/slate_nor.png", null, Coding.PLAIN)
                    .named("Roof");
            intake.take(List.of(said), Work.SILENT);
        }
        catalogue.scanning().scan(library, Work.SILENT);
        Asset asset = library.assets().stream()
                .filter(a -> a.kind() == Kind.MATERIAL)
                .findFirst()
                .orElseThrow();
        assertEquals("Roof", asset.name());
        Material material = catalogue.contents().material(asset);
        assertTrue(!material.maps().containsKey(Role.NORMAL));
        Picture rough = reader.readPicture(
                Objects.requireNonNull(material.maps().get(Role.ROUGHNESS)).image());
        assertEquals(0.75, rough.value(3, 3, 0), 0.01);
        assertEquals("normal|not used", marks(asset).get("slate_nor.png"));
    }

    /** Sizes in folders of their own are one asset; taken in again, nothing is wanted. */
    @Test
    void sizesInFoldersAreOneAsset() throws Exception {
        for (String size : List.of("1k", "2k")) {
            picture("kelp mat/" + size + "/kelp_mat_diff.png", 3, brown());
            picture("kelp mat/" + size + "/kelp_mat_nor.png", 3, normal(true));
        }
        takeAll();
        Asset asset = only();
        assertEquals("pack/kelp mat/Kelp mat.mtlx", asset.path());
        assertEquals(5, asset.files().size());
        assertEquals(
                2,
                asset.files().stream().filter(f -> f.variant().equals("1k")).count(),
                asset.files().toString());
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan again = intake.plan(List.of(folder.resolve("pack")), Work.SILENT);
            assertEquals(1, again.items().size());
            assertEquals(asset.path(), again.items().get(0).duplicateOf());
        }
    }

    /** Names that mean something else in an address, in XML or to another system. */
    @Test
    void namesOfAllKinds() throws Exception {
        picture("odd & <ends>/50% grey, \u00fcber_albedo.png", 3, brown());
        picture("odd & <ends>/50% grey, \u00fcber_rough.png", 1, (x, y, c) -> 0.5);
        takeAll();
        Material material = catalogue.contents().material(only());
        assertEquals(2, material.maps().size());
        for (var use : material.maps().values()) {
            assertTrue(use.image().exists(), use.image().toString());
        }
    }
}
