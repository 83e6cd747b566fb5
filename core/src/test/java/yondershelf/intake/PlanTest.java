package yondershelf.intake;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.content.Coding;
import yondershelf.content.Kind;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.content.Substance;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.work.Work;

/** What one may say of a plan before it is taken in, and what comes of it. */
class PlanTest {
    private static final String SQUARE = "v 0 0 0\nv 2 0 0\nv 2 1 0\nv 0 1 0\n";

    @TempDir
    Path folder;

    private Catalogue catalogue;
    private Library library;
    private final Formats reader = new Formats();

    @BeforeEach
    void open() throws Exception {
        catalogue = Catalogue.open(Home.open(folder.resolve("home")), reader);
        library = catalogue.add(Files.createDirectory(folder.resolve("library")), "");
        catalogue.scan(library, Work.SILENT);
    }

    @AfterEach
    void close() {
        catalogue.close();
    }

    private static Wishes wishes(NameStyle names, boolean flat, boolean proposing, Set<String> known, Habits habits) {
        return new Wishes(
                names, flat, proposing, new TreeSet<>(), new TreeSet<>(known), habits, 0, java.util.Map.of(), false);
    }

    private Path file(String path, byte[] bytes) throws Exception {
        Path file = folder.resolve(path);
        Files.createDirectories(file.getParent());
        return Files.write(file, bytes);
    }

    private void picture(String path, int shade) throws Exception {
        byte[] pixels = new byte[8 * 8 * 3];
        for (int i = 0; i < pixels.length; i++) {
            pixels[i] = (byte) (i * shade * 7 + shade);
        }
        file(path, Formats.png(Picture.ofBytes(8, 8, 3, pixels)));
    }

    private void text(String path, String text) throws Exception {
        file(path, text.getBytes(java.nio.charset.StandardCharsets.UTF_8));
    }

    private PlanItem named(IntakePlan plan, String name) {
        return plan.items().stream()
                .filter(i -> i.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new AssertionError(name + " is not among "
                        + plan.items().stream().map(PlanItem::name).toList()));
    }

    private Asset asset(String name) {
        return library.assets().stream()
                .filter(a -> library.shownName(a).equals(name))
                .findFirst()
                .orElseThrow();
    }

    private void take(Intake intake, IntakePlan plan) throws Exception {
        Taken taken = intake.take(plan.ticked(), Work.SILENT);
        catalogue.scan(library, Work.SILENT);
        catalogue.edit(library, taken.labels(library));
    }

    private static String roles(PlanItem item) {
        return item.files().stream()
                .map(f -> f.path().replaceAll(".*/", "") + "=" + (f.isUsed() ? f.role() : "(" + f.variant() + ")"))
                .collect(Collectors.joining(" "));
    }

    @Test
    void thingsArePutTogetherAndTakenApart() throws Exception {
        picture("pack/oak_color.png", 1);
        picture("pack/oak_rough.png", 2);
        picture("pack/oak_mystery.png", 3);
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(folder.resolve("pack")), Work.SILENT);
            PlanItem oak = named(plan, "Oak");
            PlanItem mystery = named(plan, "Oak mystery");
            assertEquals("maps of one name: base color, roughness", oak.why());
            assertEquals("a picture whose name tells of no set", mystery.why());
            assertEquals("as you said", oak.named("Ash").why());
            IntakePlan merged = plan.merged(oak.number(), List.of(mystery.number()));
            assertEquals(1, merged.items().size());
            PlanItem whole = merged.item(oak.number()).orElseThrow();
            assertEquals("oak_color.png=BASE_COLOR oak_rough.png=ROUGHNESS oak_mystery.png=(kept)", roles(whole));
            PlanItem said = whole.withMap("oak_mystery.png", Role.HEIGHT, Coding.PLAIN);
            assertEquals("oak_color.png=BASE_COLOR oak_rough.png=ROUGHNESS oak_mystery.png=HEIGHT", roles(said));
            IntakePlan apart = merged.with(said).split(oak.number(), "oak_rough.png");
            assertEquals("oak_rough.png", named(apart, "Oak rough").main().path());
            assertEquals(Kind.TEXTURE, named(apart, "Oak rough").kind());
            assertEquals(
                    2,
                    Set.copyOf(apart.items().stream().map(PlanItem::number).toList())
                            .size());
            // the file that names a thing cannot be taken out of it, nor one that is not there
            assertEquals(merged, merged.split(oak.number(), "oak_color.png"));
            assertEquals(merged, merged.split(oak.number(), "nothing.png"));
            // planned anew, somewhere else and named otherwise, it is as was said
            NameStyle style = new NameStyle(NameStyle.Letters.NONE, "_", false);
            try (Intake elsewhere = new Intake(library, "far", reader)) {
                IntakePlan again = elsewhere
                        .plan(
                                List.of(folder.resolve("pack")),
                                wishes(style, false, false, Set.of(), Habits.NONE),
                                Work.SILENT)
                        .saidAgain(apart);
                assertEquals(
                        apart.items().stream().map(PlanTest::roles).sorted().toList(),
                        again.items().stream().map(PlanTest::roles).sorted().toList());
                assertEquals("far/pack", again.items().get(0).folder());
            }
            // what was looked at meanwhile changes nothing of it
            assertEquals(apart, apart.renewed(intake.examine(plan, Work.SILENT)));
            take(intake, apart);
            assertTrue(Files.readString(library.resolve("pack/Oak.mtlx")).contains("oak_mystery.png"));
        }
    }

    @Test
    void namesTagsAndPresetsComeWithIt() throws Exception {
        picture("pack/Harbour wall/granite/slab_color_2k.png", 1);
        picture("pack/Harbour wall/granite/slab_rough_2k.png", 2);
        picture("pack/Harbour wall/granite/slab_opacity_2k.png", 4);
        text("pack/Harbour wall/bollard.obj", SQUARE + "f 1 2 3 4\n");
        NameStyle style = new NameStyle(NameStyle.Letters.NONE, "_", true);
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(
                    List.of(folder.resolve("pack")),
                    wishes(style, false, true, Set.of("stone/granite", "rope"), Habits.NONE),
                    Work.SILENT);
            PlanItem slab = named(plan, "2K_slab");
            assertEquals(
                    Set.of("stone/granite", "harbour wall", "cut-out"),
                    slab.given().tags());
            PlanItem bollard = named(plan, "bollard");
            take(intake, plan.with(slab.of(Substance.METAL)).with(bollard.named("Iron bollard")));
            Asset made = asset("2K_slab");
            assertEquals(
                    Set.of("stone/granite", "harbour wall", "cut-out"),
                    library.labels(made.id()).tags());
            var material = reader.readMaterials(library.resolve(made.path()))
                    .materials()
                    .get(0);
            assertEquals(1, material.metallic(), 1e-6);
            assertEquals("pack/Harbour wall/bollard.obj", asset("Iron bollard").path());
        }
    }

    /** Left and right, red and green: things of their own, found by a tag they share. */
    @Test
    void siblingsShareATag() throws Exception {
        for (String name :
                List.of("door_left", "door_right", "MooringBuoy_red", "MooringBuoy_green", "oar_left", "red")) {
            text("pack/" + name + ".obj", SQUARE + "f 1 2 3\n# " + name + "\n");
        }
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(
                    List.of(folder.resolve("pack")),
                    wishes(NameStyle.USUAL, false, true, Set.of(), Habits.NONE),
                    Work.SILENT);
            assertEquals(6, plan.items().size());
            assertEquals(Set.of("door"), named(plan, "Door left").given().tags());
            assertEquals(Set.of("door"), named(plan, "Door right").given().tags());
            assertEquals(
                    Set.of("mooring buoy"),
                    named(plan, "Mooring buoy red").given().tags());
            assertEquals(Set.of(), named(plan, "Oar left").given().tags());
            assertEquals(Set.of(), named(plan, "Red").given().tags());
        }
    }

    @Test
    void whatLiesInTheLibraryStaysWhereItIs() throws Exception {
        picture("library/mine/rope_color.png", 1);
        picture("library/mine/rope_normal.png", 2);
        picture("library/mine/rope_rough.png", 3);
        catalogue.scan(library, Work.SILENT);
        String id = library.assets().iterator().next().id();
        try (Intake intake = new Intake(library, "elsewhere", reader)) {
            IntakePlan plan = intake.plan(List.of(library.resolve("mine")), Work.SILENT);
            assertEquals("mine", named(plan, "Rope").folder());
            assertTrue(named(plan, "Rope").isTicked(), named(plan, "Rope").reason());
            Taken taken = intake.take(plan.ticked(), Work.SILENT);
            assertEquals(List.of("mine/Rope.mtlx"), taken.paths());
            try (var files = Files.list(library.resolve("mine"))) {
                assertEquals(4, files.count());
            }
            catalogue.scan(library, Work.SILENT);
            assertEquals(1, library.assets().spliterator().estimateSize());
            FileActs.undo(library, Objects.requireNonNull(taken.run()), false, Work.SILENT);
            catalogue.scan(library, Work.SILENT);
            assertEquals(id, library.assets().iterator().next().id());
        }
    }

    @Test
    void foldersThatHoldOnlyAFolderAreLeftOut() throws Exception {
        text("pack/a/b/lamp/lamp.obj", SQUARE + "f 1 2 3\n");
        picture("pack/a/b/sign/extra/sign.png", 1);
        // one that refers across a level keeps it
        text("pack/c/d/crate.obj", "mtllib ../maps/crate.mtl\n" + SQUARE + "f 1 2 3 4\n");
        text("pack/c/maps/crate.mtl", "newmtl wood\nmap_Kd crate.png\n");
        picture("pack/c/maps/crate.png", 2);
        try (Intake intake = new Intake(library, "", reader)) {
            Wishes flat = wishes(NameStyle.USUAL, true, false, Set.of(), Habits.NONE);
            IntakePlan plan = intake.plan(List.of(folder.resolve("pack")), flat, Work.SILENT);
            assertEquals("pack/b/lamp", named(plan, "Lamp").folder());
            assertEquals("pack/b/extra", named(plan, "Sign").folder());
            assertEquals("pack/c/d", named(plan, "Crate").folder());
            take(intake, plan);
            assertTrue(Files.exists(library.resolve("pack/b/lamp/lamp.obj")));
            assertTrue(Files.exists(library.resolve("pack/b/extra/sign.png")));
            assertEquals(
                    0,
                    catalogue.contents().facts(asset("Crate")).brokenMaps(),
                    "its map is found where it came to lie");
        }
    }

    @Test
    void whatCameTwiceIsTold() throws Exception {
        picture("pack/sign.png", 1);
        picture("pack/copy of sign.png", 1);
        picture("pack/other.png", 2);
        text("pack/models/post.obj", SQUARE + "f 1 2 3\nf 1 3 4\n");
        // ten times as large and lying on its back
        text("pack/ply/post.ply", """
                ply
                format ascii 1.0
                element vertex 4
                property float x
                property float y
                property float z
                element face 2
                property list uchar int vertex_indices
                end_header
                0 0 0
                20 0 0
                20 0 10
                0 0 10
                3 0 1 2
                3 0 2 3
                """);
        text("pack/stl/post.stl", """
                solid post
                facet normal 0 0 1
                outer loop
                vertex 0 0 0
                vertex 1 0 0
                vertex 0 1 0
                endloop
                endfacet
                endsolid post
                """);
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(folder.resolve("pack")), Work.SILENT);
            assertEquals(
                    List.of("the same bytes as copy of sign.png"),
                    plan.items().stream()
                            .filter(i -> !i.isWanted())
                            .map(PlanItem::reason)
                            .toList());
            IntakePlan seen = plan.renewed(intake.examine(plan, Work.SILENT));
            List<String> reasons = seen.items().stream()
                    .filter(i -> i.kind() == Kind.MODEL && !i.isTicked())
                    .map(i -> i.main().path() + ": " + i.reason())
                    .toList();
            assertEquals(List.of("ply/post.ply: the same model as post.obj, in another format"), reasons);
        }
    }

    /** Nodes of a scene file become assets of their own; nothing is copied for it. */
    @Test
    void nodesBecomeAssetsOfTheirOwn() throws Exception {
        text(
                "pack/yard.obj",
                "o Post\n" + SQUARE + "f 1 2 3\nf 1 3 4\no Rope coil\nv 5 0 0\nv 6 0 0\nv 6 1 0\nf 5 6 7\n");
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(folder.resolve("pack")), Work.SILENT);
            IntakePlan seen = plan.renewed(intake.examine(plan, Work.SILENT));
            PlanItem yard = named(seen, "Yard");
            assertEquals(
                    List.of(new Given.Piece("Post", 2), new Given.Piece("Rope coil", 1)),
                    yard.given().pieces());
            take(intake, seen.with(yard.apart(new TreeSet<>(Set.of("Rope coil")))));
            assertEquals("pack/yard.obj#Rope coil", asset("Rope coil").locator().text());
            assertEquals("pack/yard.obj", asset("Yard").locator().text());
        }
    }

    /** What somebody said of a word in one pack of an author counts in the next one of that author, and in no other's. */
    @Test
    void whatWasSaidOfNamesIsRemembered() throws Exception {
        for (String pack : List.of("first", "second", "other")) {
            picture(pack + "/tar_color.png", 1);
            picture(pack + "/tar_rough.png", 2);
            picture(pack + "/tar_qx.png", 3);
        }
        text("first/readme.txt", "Made by Mira Tollgate\n");
        text("second/readme.txt", "Made by Mira Tollgate\n");
        text("other/readme.txt", "Made by Otto Windgauge\n");
        Path kept = folder.resolve("habits.json");
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(folder.resolve("first")), Work.SILENT);
            PlanItem tar = named(plan, "Tar");
            PlanItem after = plan.merged(
                            tar.number(), List.of(named(plan, "Tar qx").number()))
                    .item(tar.number())
                    .orElseThrow()
                    .withMap("tar_qx.png", Role.HEIGHT, Coding.PLAIN);
            Habits.NONE.learned(tar, after).write(kept);
        }
        Habits habits = Habits.read(kept);
        assertEquals(List.of(new Habits.Said("Mira Tollgate", "qx", Role.HEIGHT, Coding.PLAIN)), habits.said());
        Wishes wishes = wishes(NameStyle.USUAL, false, false, Set.of(), habits);
        try (Intake intake = new Intake(library, "", reader)) {
            PlanItem tar = named(intake.plan(List.of(folder.resolve("second")), wishes, Work.SILENT), "Tar");
            assertEquals("tar_color.png=BASE_COLOR tar_rough.png=ROUGHNESS tar_qx.png=HEIGHT", roles(tar));
            assertTrue(
                    tar.notes().get(0).contains("as you said of \"qx\" before"),
                    tar.notes().get(0));
            IntakePlan other = intake.plan(List.of(folder.resolve("other")), wishes, Work.SILENT);
            assertEquals(2, other.items().size());
        }
        Files.writeString(kept, "{\"author\": tr");
        assertEquals(Habits.NONE, Habits.read(kept));
    }

    /** What is moved goes from where it was, but for what something left behind needs; undoing puts it back, byte for byte. */
    @Test
    void filesAreMoved() throws Exception {
        text("pack/lamp.obj", "mtllib shared.mtl\n" + SQUARE + "f 1 2 3\n");
        text("pack/post.obj", "mtllib shared.mtl\n" + SQUARE + "f 1 2 3 4\n");
        text("pack/shared.mtl", "newmtl wood\nKd 0.5 0.4 0.3\n");
        picture("pack/maps/sign.png", 3);
        byte[] sign = Files.readAllBytes(folder.resolve("pack/maps/sign.png"));
        var time = Files.getLastModifiedTime(folder.resolve("pack/maps/sign.png"));
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(folder.resolve("pack")), Work.SILENT);
            IntakePlan some = plan.with(named(plan, "Post").ticked(false));
            Taken taken = intake.move(some, Work.SILENT);
            assertEquals(2, taken.assets());
            assertFalse(Files.exists(folder.resolve("pack/lamp.obj")));
            assertFalse(Files.exists(folder.resolve("pack/maps/sign.png")));
            assertTrue(Files.exists(folder.resolve("pack/shared.mtl")), "the post needs it");
            assertArrayEquals(sign, Files.readAllBytes(library.resolve("pack/maps/sign.png")));
            // the place it came from cannot be written: nothing is lost
            Files.delete(folder.resolve("pack/maps"));
            Files.write(folder.resolve("pack/maps"), new byte[] {1});
            String run = Objects.requireNonNull(taken.run());
            assertThrows(ProblemException.class, () -> FileActs.undo(library, run, false, Work.SILENT));
            assertArrayEquals(sign, Files.readAllBytes(library.resolve("pack/maps/sign.png")));
            Files.delete(folder.resolve("pack/maps"));
            FileActs.undo(library, run, false, Work.SILENT);
            assertArrayEquals(sign, Files.readAllBytes(folder.resolve("pack/maps/sign.png")));
            assertEquals(
                    time.toMillis(),
                    Files.getLastModifiedTime(folder.resolve("pack/maps/sign.png"))
                            .toMillis());
            assertTrue(Files.exists(folder.resolve("pack/lamp.obj")));
            assertFalse(Files.exists(library.resolve("pack")));
        }
    }

    /** Both are kept unless somebody wishes otherwise; what was replaced comes back byte for byte, and its labels never went. */
    @Test
    void filesOfTheSameName() throws Exception {
        picture("pack/sign.png", 1);
        try (Intake intake = new Intake(library, "", reader)) {
            take(intake, intake.plan(List.of(folder.resolve("pack")), Work.SILENT));
        }
        byte[] first = Files.readAllBytes(library.resolve("pack/sign.png"));
        Asset sign = asset("Sign");
        catalogue.edit(sign, List.of(Edit.tag(sign.id(), "mine")));
        picture("pack/sign.png", 5);
        byte[] second = Files.readAllBytes(folder.resolve("pack/sign.png"));
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(folder.resolve("pack")), Work.SILENT);
            assertEquals("pack 2", plan.items().get(0).folder());
            Wishes replacing = new Wishes(
                    NameStyle.USUAL,
                    false,
                    false,
                    new TreeSet<>(),
                    new TreeSet<>(),
                    Habits.NONE,
                    0,
                    java.util.Map.of(),
                    true);
            IntakePlan over = intake.plan(List.of(folder.resolve("pack")), replacing, Work.SILENT);
            assertEquals("pack", over.items().get(0).folder());
            assertEquals(
                    List.of("replaces pack/sign.png, which can be taken back"),
                    over.items().get(0).notes());
            Taken taken = intake.take(over.ticked(), Work.SILENT);
            catalogue.scan(library, Work.SILENT);
            assertArrayEquals(second, Files.readAllBytes(library.resolve("pack/sign.png")));
            assertEquals(sign.id(), asset("Sign").id());
            assertEquals(Set.of("mine"), library.labels(sign.id()).tags());
            FileActs.undo(library, Objects.requireNonNull(taken.run()), false, Work.SILENT);
            assertArrayEquals(first, Files.readAllBytes(library.resolve("pack/sign.png")));
        }
    }

    /** A take that was cut off is finished as it had been changed by hand. */
    @Test
    void aChangedPlanSurvivesBeingCutOff() throws Exception {
        picture("pack/oak_color.png", 1);
        picture("pack/oak_rough.png", 2);
        picture("pack/knots.png", 3);
        picture("pack/left.png", 4);
        CutTake cut;
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(folder.resolve("pack")), Work.SILENT);
            PlanItem oak = named(plan, "Oak");
            IntakePlan merged =
                    plan.merged(oak.number(), List.of(named(plan, "Knots").number()));
            PlanItem said = merged.item(oak.number())
                    .orElseThrow()
                    .withMap("knots.png", Role.NORMAL, Coding.GREEN_DOWN)
                    .named("Old oak")
                    .tagged(new TreeSet<>(Set.of("timber")))
                    .of(Substance.PLASTIC);
            IntakePlan wanted = merged.with(said).with(named(merged, "Left").ticked(false));
            cut = CutTake.of(List.of(folder.resolve("pack")), "", false, false, wanted.ticked());
        }
        CutTake read = CutTake.parse(new yondershelf.library.Unfinished("run", cut.text()))
                .orElseThrow();
        try (Intake again = new Intake(library, "", reader)) {
            IntakePlan restored = read.in(again.plan(read.sources(), Work.SILENT));
            assertEquals(
                    List.of("Old oak"),
                    restored.ticked().stream().map(PlanItem::name).toList());
            PlanItem oak = named(restored, "Old oak");
            assertEquals("oak_color.png=BASE_COLOR oak_rough.png=ROUGHNESS knots.png=NORMAL", roles(oak));
            assertEquals(Coding.GREEN_DOWN, oak.files().get(2).coding());
            assertEquals(Set.of("timber"), oak.given().tags());
            assertEquals(Substance.PLASTIC, oak.given().substance());
            assertNull(oak.duplicateOf());
        }
    }

    @Test
    void namesInAHouseStyle() {
        NameStyle each = new NameStyle(NameStyle.Letters.EACH, "", true);
        assertEquals("2KTarredTimberPVC", each.of("Tarred timber PVC", 2048));
        assertEquals("512TarredTimber", each.of("Tarred timber", 512));
        assertEquals("tarred-timber", new NameStyle(NameStyle.Letters.NONE, "-", false).of("Tarred timber", 2048));
        assertEquals("Tarred timber", NameStyle.USUAL.of("Tarred timber", 2048));
        for (NameStyle.Letters letters : NameStyle.Letters.values()) {
            for (String space : NameStyle.SPACES) {
                NameStyle style = new NameStyle(letters, space, letters == NameStyle.Letters.EACH);
                assertEquals(style, NameStyle.parse(style.text()).orElseThrow());
            }
        }
        assertTrue(NameStyle.parse("what/is/this").isEmpty());
    }
}
