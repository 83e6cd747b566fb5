package yondershelf.intake;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import net.lingala.zip4j.ZipFile;
import net.lingala.zip4j.model.ZipParameters;
import net.lingala.zip4j.model.enums.EncryptionMethod;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import yondershelf.content.Coding;
import yondershelf.content.Kind;
import yondershelf.content.Picture;
import yondershelf.content.Role;
import yondershelf.content.Substance;
import yondershelf.format.Formats;
import yondershelf.work.Work;

/** What one may say of a plan before it is taken in, and what comes of it. */
class PlanTest extends Planning {
    @Test
    void thingsArePutTogetherAndTakenApart() throws Exception {
        picture("pack/oak_color.png", 1);
        picture("pack/oak_rough.png", 2);
        picture("pack/mystery.png", 3);
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(folder.resolve("pack")), Work.SILENT);
            PlanItem oak = named(plan, "Oak");
            PlanItem mystery = named(plan, "Mystery");
            assertEquals("maps of one name: base color, roughness", oak.why());
            assertEquals("a picture whose name tells of no set", mystery.why());
            assertEquals("as you said", oak.named("Ash").why());
            IntakePlan merged = plan.merged(oak.number(), List.of(mystery.number()));
            assertEquals(1, merged.items().size());
            PlanItem whole = merged.item(oak.number()).orElseThrow();
            assertEquals("oak_color.png=BASE_COLOR oak_rough.png=ROUGHNESS mystery.png=(kept)", roles(whole));
            PlanItem said = whole.withMap("mystery.png", Role.HEIGHT, Coding.PLAIN);
            assertEquals("oak_color.png=BASE_COLOR oak_rough.png=ROUGHNESS mystery.png=HEIGHT", roles(said));
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
            assertTrue(Files.readString(library.resolve("pack/Oak.mtlx")).contains("mystery.png"));
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

    /** The same model with another texture is another asset: all files must be there for one to be had already. */
    @Test
    void theSameModelWithAnotherTextureIsTaken() throws Exception {
        for (String from : List.of("first", "second", "third")) {
            text(from + "/post/post.obj", "mtllib post.mtl\nusemtl m\n" + SQUARE + "vt 0 0\nf 1/1 2/1 3/1\n");
            text(from + "/post/post.mtl", "newmtl m\nmap_Kd post.png\n");
            picture(from + "/post/post.png", from.equals("second") ? 2 : 1);
        }
        List<Integer> wanted = new ArrayList<>();
        for (String from : List.of("first", "second", "third")) {
            try (Intake intake = new Intake(library, from, reader)) {
                IntakePlan plan = intake.plan(List.of(folder.resolve(from)), Work.SILENT);
                wanted.add(
                        (int) plan.items().stream().filter(PlanItem::isWanted).count());
                take(intake, plan);
            }
        }
        assertEquals(List.of(1, 1, 0), wanted, "another texture is another asset; the same in all files is none");
    }

    /** Two packs that come at once under names that are one name on other systems do not write over each other there. */
    @Test
    void packsWhoseNamesDifferOnlyInTheirCapitalsGetDifferentPlaces() throws Exception {
        picture("one/HARBOUR Signs/SIGN Board.png", 1);
        picture("two/Harbour SIGNS/Sign BOARD.png", 2);
        picture("three/Pi\u00E8ces \u00C4/A.png", 3);
        picture("four/PIE\u0300CES A\u0308/a.PNG", 4);
        try (Intake intake = new Intake(library, "came", reader)) {
            IntakePlan plan = intake.plan(
                    List.of(
                            folder.resolve("one/HARBOUR Signs"),
                            folder.resolve("two/Harbour SIGNS"),
                            folder.resolve("three/Pi\u00E8ces \u00C4"),
                            folder.resolve("four/PIE\u0300CES A\u0308")),
                    Work.SILENT);
            assertEquals(4, plan.items().stream().filter(PlanItem::isWanted).count());
            take(intake, plan);
        }
        try (var walk = Files.walk(library.resolve("came"))) {
            List<String> there = walk.filter(Files::isRegularFile)
                    .map(f -> Normalizer.normalize(f.toString(), Normalizer.Form.NFC)
                            .toLowerCase(Locale.ROOT))
                    .toList();
            assertEquals(4, there.size());
            assertEquals(4, there.stream().distinct().count(), there.toString());
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
            assertEquals("tar_color.png=BASE_COLOR tar_rough.png=ROUGHNESS tar_qx.png=(qx)", roles(tar));
            PlanItem after = tar.withMap("tar_qx.png", Role.HEIGHT, Coding.PLAIN);
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
            assertEquals(
                    "tar_color.png=BASE_COLOR tar_rough.png=ROUGHNESS tar_qx.png=(qx)", roles(named(other, "Tar")));
        }
        Files.writeString(kept, "{\"author\": tr");
        assertEquals(Habits.NONE, Habits.read(kept));
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

    /** A picture goes by what was said of its word to the set beside it, and not to one of that name elsewhere. */
    @Test
    void aHabitJoinsWhatLiesTogether() throws Exception {
        for (String part : List.of("a", "b")) {
            picture("pack/" + part + "/tar_color.png", 1);
            picture("pack/" + part + "/tar_rough.png", 2);
        }
        picture("pack/a/oak_color.png", 4);
        picture("pack/a/oak_rough.png", 5);
        picture("pack/b/qx tar.png", 3);
        Habits habits = new Habits(List.of(new Habits.Said("", "qx", Role.HEIGHT, Coding.PLAIN)));
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(
                    List.of(folder.resolve("pack")),
                    wishes(NameStyle.USUAL, false, false, Set.of(), habits),
                    Work.SILENT);
            assertEquals(
                    List.of(
                            "oak_color.png=BASE_COLOR oak_rough.png=ROUGHNESS",
                            "tar_color.png=BASE_COLOR tar_rough.png=ROUGHNESS",
                            "tar_color.png=BASE_COLOR tar_rough.png=ROUGHNESS qx tar.png=HEIGHT"),
                    plan.items().stream().map(PlanTest::roles).sorted().toList());
        }
    }

    /** What came to a place between planning and taking is not written over. */
    @Test
    void whatCameMeanwhileKeepsItsPlace() throws Exception {
        picture("pack/sign.png", 1);
        picture("pack/post.png", 2);
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(folder.resolve("pack")), Work.SILENT);
            picture("library/pack/SIGN.png", 3);
            byte[] there = Files.readAllBytes(library.resolve("pack/SIGN.png"));
            take(intake, plan);
            assertArrayEquals(there, Files.readAllBytes(library.resolve("pack/SIGN.png")));
            assertTrue(Files.exists(library.resolve("pack 2/sign.png")));
            assertTrue(Files.exists(library.resolve("pack 2/post.png")), "what came together stays together");
            assertEquals(3, library.assets().size());
        }
    }

    /** Materials that several faces wear, each by its name; one that nothing wears or that is alone is no piece. */
    @Test
    void materialsOfAModelArePieces() throws Exception {
        String materials = "newmtl oak\nKd 1 0 0\nnewmtl tar\nKd 0 1 0\nnewmtl bare\nKd 0 0 1\n";
        text("a/post.mtl", materials);
        text("a/post.obj", "mtllib post.mtl\n" + SQUARE + "usemtl oak\nf 1 2 3\nf 1 3 4\nusemtl tar\nf 2 3 4\n");
        text("b/post.mtl", materials);
        text("b/post.obj", "mtllib post.mtl\n" + SQUARE + "usemtl oak\nf 1 2 3\nf 1 3 4\n");
        List<Given.Piece> pieces = Pieces.of(reader.readModel(folder.resolve("a/post.obj")));
        assertEquals(
                List.of(
                        new Given.Piece(yondershelf.content.Excerpt.ofMaterial("oak"), 2),
                        new Given.Piece(yondershelf.content.Excerpt.ofMaterial("tar"), 1)),
                pieces);
        assertEquals(List.of(), Pieces.of(reader.readModel(folder.resolve("b/post.obj"))));
    }

    /** Why something is taken for what it is; things from different places are not put together. */
    @Test
    void whatThingsAreTakenForIsSaid() throws Exception {
        text("pack/post.obj", "mtllib post.mtl\nusemtl m\n" + SQUARE + "vt 0 0\nf 1/1 2/1 3/1\n");
        text("pack/post.mtl", "newmtl m\nmap_Kd skin.png\n");
        picture("pack/skin.png", 3);
        text("pack/bollard.obj", SQUARE + "f 1 2 3\n");
        picture("pack/oak_color.png", 1);
        picture("pack/oak_normal.png", 2);
        picture("pack/oak_color_2k.png", 4);
        file("pack/bay.hdr", Formats.hdr(Picture.ofFloats(8, 4, 3, new float[8 * 4 * 3])));
        picture("other/sign.png", 5);
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(folder.resolve("pack"), folder.resolve("other")), Work.SILENT);
            assertEquals(
                    "it names 2 files that came with it", named(plan, "Post").why());
            assertEquals("a file that stands for itself", named(plan, "Bollard").why());
            assertEquals(
                    "maps of one name: base color, normal, 1 other is kept with it",
                    named(plan, "Oak").why());
            assertEquals(
                    List.of(Kind.TEXTURE, Kind.MATERIAL), named(plan, "Sign").kinds());
            assertEquals(List.of(Kind.MODEL), named(plan, "Post").kinds());
            assertEquals(
                    List.of(Kind.TEXTURE, Kind.MATERIAL, Kind.HDRI),
                    named(plan, "Bay").kinds());
            PlanItem sign = named(plan, "Sign");
            assertEquals(plan, plan.merged(named(plan, "Oak").number(), List.of(sign.number())));
        }
    }

    /** What is said later of a word counts; a map that only made room is not spoken of. */
    @Test
    void habitsAreOfTheLastWord() throws Exception {
        picture("pack/tar_color.png", 1);
        picture("pack/tar_rough.png", 2);
        picture("pack/tar_qx.png", 3);
        try (Intake intake = new Intake(library, "", reader)) {
            PlanItem tar = named(intake.plan(List.of(folder.resolve("pack")), Work.SILENT), "Tar");
            PlanItem height = tar.withMap("tar_qx.png", Role.HEIGHT, Coding.PLAIN);
            Habits once = Habits.NONE.learned(tar, height);
            assertEquals(List.of(new Habits.Said("", "qx", Role.HEIGHT, Coding.PLAIN)), once.said());
            PlanItem rough = height.withMap("tar_qx.png", Role.ROUGHNESS, Coding.PLAIN);
            Habits twice = once.learned(height, rough);
            assertEquals(List.of(new Habits.Said("", "qx", Role.ROUGHNESS, Coding.PLAIN)), twice.said());
            PlanItem none = rough.withMap("tar_qx.png", null, Coding.PLAIN);
            assertEquals(
                    List.of(new Habits.Said("", "qx", null, Coding.PLAIN)),
                    twice.learned(rough, none).said());
            assertEquals(once, once.learned(height, height));
        }
    }

    /** Entries that zip4j, a library of another hand, protects: with the password they come, without it they are told. */
    @ParameterizedTest
    @CsvSource({"AES", "ZIP_STANDARD"})
    void protectedEntriesComeByTheirPassword(String method) throws Exception {
        picture("made/a.png", 1);
        picture("made/b.png", 2);
        picture("made/open.png", 3);
        Path pack = folder.resolve(method + ".zip");
        try (ZipFile zip = new ZipFile(pack.toFile(), "tide".toCharArray())) {
            for (String name : List.of("a.png", "b.png", "open.png")) {
                ZipParameters parameters = new ZipParameters();
                parameters.setEncryptFiles(!name.equals("open.png"));
                parameters.setEncryptionMethod(EncryptionMethod.valueOf(method));
                parameters.setFileNameInZip(name);
                zip.addStream(Files.newInputStream(folder.resolve("made/" + name)), parameters);
            }
        }
        for (String password : List.of("", "ebb", "tide")) {
            boolean right = password.equals("tide");
            Wishes wishes = new Wishes(
                    NameStyle.USUAL,
                    false,
                    false,
                    new java.util.TreeSet<>(),
                    new java.util.TreeSet<>(),
                    Habits.NONE,
                    0,
                    java.util.Map.of(pack, password),
                    false);
            try (Intake intake = new Intake(library, password, reader)) {
                IntakePlan plan = intake.plan(List.of(pack), wishes, Work.SILENT);
                assertEquals(
                        right ? List.of("A", "B", "Open") : List.of("Open"),
                        plan.items().stream().map(PlanItem::name).sorted().toList());
                assertEquals(right ? Set.of() : Set.of(pack), plan.locked());
                assertEquals(
                        right ? 0 : 2,
                        plan.skipped().stream()
                                .filter(s -> s.reason().contains("password"))
                                .count(),
                        plan.skipped().toString());
                if (right) {
                    take(intake, plan);
                    PlanItem b = named(plan, "B");
                    assertArrayEquals(
                            Files.readAllBytes(folder.resolve("made/b.png")),
                            Files.readAllBytes(library.resolve(b.folder() + "/b.png")));
                }
            }
        }
    }
}
