package yondershelf.intake;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import yondershelf.content.ProblemException;
import yondershelf.content.Substance;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.FileActs;
import yondershelf.work.Work;

/** How things are taken in as somebody wishes for all of them. */
class WishesTest extends Planning {
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
                    library.labels().of(made.id()).tags());
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

    /** Archives among what was downloaded are looked into where they lie. */
    @Test
    void archivesInAFolderAreOpened() throws Exception {
        text("pack/evening/loose.obj", SQUARE + "f 1 2 3\n");
        try (ZipOutputStream zip =
                new ZipOutputStream(Files.newOutputStream(folder.resolve("pack/evening/harbour.zip")))) {
            zip.putNextEntry(new ZipEntry("crate.obj"));
            zip.write((SQUARE + "f 1 2 4\n").getBytes(StandardCharsets.UTF_8));
        }
        Files.write(folder.resolve("pack/broken.7z"), new byte[] {'7', 'z', 1, 2, 3});
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(folder.resolve("pack")), Work.SILENT);
            assertEquals(
                    Set.of("Loose", "Crate"),
                    Set.copyOf(plan.items().stream().map(PlanItem::name).toList()));
            assertTrue(
                    plan.skipped().stream().anyMatch(s -> s.path().endsWith("broken.7z")),
                    plan.skipped().toString());
            take(intake, plan);
        }
        assertEquals("pack/evening/harbour/crate.obj", asset("Crate").path());
    }

    @Test
    void whatLiesInTheLibraryStaysWhereItIs() throws Exception {
        picture("library/mine/rope_color.png", 1);
        picture("library/mine/rope_normal.png", 2);
        picture("library/mine/rope_rough.png", 3);
        catalogue.scanning().scan(library, Work.SILENT);
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
            catalogue.scanning().scan(library, Work.SILENT);
            assertEquals(1, library.assets().spliterator().estimateSize());
            FileActs.undo(library, Objects.requireNonNull(taken.run()), false, Work.SILENT);
            catalogue.scanning().scan(library, Work.SILENT);
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
                    catalogue.contents().facts().of(asset("Crate")).brokenMaps(),
                    "its map is found where it came to lie");
        }
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
        catalogue.labelling().edit(sign, List.of(Edit.tag(sign.id(), "mine")));
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
            catalogue.scanning().scan(library, Work.SILENT);
            assertArrayEquals(second, Files.readAllBytes(library.resolve("pack/sign.png")));
            assertEquals(sign.id(), asset("Sign").id());
            assertEquals(Set.of("mine"), library.labels().of(sign.id()).tags());
            FileActs.undo(library, Objects.requireNonNull(taken.run()), false, Work.SILENT);
            assertArrayEquals(first, Files.readAllBytes(library.resolve("pack/sign.png")));
        }
    }

    @Test
    void namesInAHouseStyle() {
        NameStyle each = new NameStyle(NameStyle.Letters.EACH, "", true);
        assertEquals("2KTarredTimberPVC", each.of("Tarred timber PVC", 2048));
        assertEquals("512TarredTimber", each.of("Tarred timber", 512));
        assertEquals("tarred-timber", new NameStyle(NameStyle.Letters.NONE, "-", false).of("Tarred timber", 2048));
        assertEquals("Tarred timber", NameStyle.USUAL.of("Tarred timber", 2048));
        NameStyle first = new NameStyle(NameStyle.Letters.FIRST, "_", true);
        assertEquals("2K_Tarred_timber", first.of("tarred Timber", 2048));
        assertEquals("1K_Tarred_timber", first.of("tarred timber", 1024));
        assertEquals("1023_Tarred_timber", first.of("tarred timber", 1023));
        assertEquals("Tarred_timber", first.of("tarred timber", 0));
        assertEquals("Tarred-timber", new NameStyle(NameStyle.Letters.FIRST, "-", false).of("tarred timber", 2048));
        assertEquals("2K_tarred", first.sized("tarred", 2048));
        assertEquals("512_tarred", first.sized("tarred", 512));
        assertEquals("tarred", first.sized("tarred", 0));
        for (NameStyle.Letters letters : NameStyle.Letters.values()) {
            for (String space : NameStyle.SPACES) {
                NameStyle style = new NameStyle(letters, space, letters == NameStyle.Letters.EACH);
                assertEquals(style, NameStyle.parse(style.text()).orElseThrow());
            }
        }
        assertTrue(NameStyle.parse("what/is/this").isEmpty());
    }
}
