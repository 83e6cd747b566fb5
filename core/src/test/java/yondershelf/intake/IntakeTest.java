package yondershelf.intake;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.ImageSource;
import yondershelf.content.Kind;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Srgb;
import yondershelf.facts.Panorama;
import yondershelf.facts.Projection;
import yondershelf.facts.ProjectionTest;
import yondershelf.format.Formats;
import yondershelf.library.Edit;
import yondershelf.library.FileActs;
import yondershelf.library.Labels;
import yondershelf.library.Library;
import yondershelf.work.Work;

/** Bringing files in: kept sub-folders, no harm from hostile archives, and undo. */
class IntakeTest {
    @TempDir
    Path folder;

    private Library library;
    private final Formats reader = new Formats();

    @BeforeEach
    void open() throws Exception {
        library = Library.open(Files.createDirectory(folder.resolve("library")), "", "desk");
        library.scan(reader, Work.SILENT);
    }

    private static byte[] png(int shade) {
        byte[] p = new byte[16];
        java.util.Arrays.fill(p, (byte) shade);
        return Formats.png(Picture.ofBytes(4, 4, 1, p));
    }

    private Path zip(String name, String[] names, byte[]... contents) throws IOException {
        Path file = folder.resolve(name);
        try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(file))) {
            for (int i = 0; i < names.length; i++) {
                out.putNextEntry(new ZipEntry(names[i]));
                out.write(contents[i]);
                out.closeEntry();
            }
        }
        return file;
    }

    private List<Path> everything() throws IOException {
        try (Stream<Path> walk = Files.walk(folder)) {
            return walk.filter(Files::isRegularFile).sorted().toList();
        }
    }

    @Test
    void aPackGoesInWithItsFoldersAndComesOutAgain() throws Exception {
        Path pack = zip(
                "pack.zip",
                new String[] {
                    "pack/wood/oak_albedo.png", "pack/wood/oak_normal.png", "pack/signs/notice.png", "pack/readme.txt"
                },
                png(1),
                png(2),
                png(3),
                "hello".getBytes(StandardCharsets.UTF_8));
        List<Path> before = everything();
        try (Intake intake = new Intake(library, "incoming", reader)) {
            IntakePlan plan = intake.plan(List.of(pack), Work.SILENT);
            assertEquals(2, plan.items().size());
            assertEquals("incoming/pack/wood", plan.items().get(0).folder());
            assertEquals(1, plan.skipped().size());
            assertEquals(before, everything(), "planning touches nothing");
            Taken taken = intake.take(plan.items(), Work.SILENT);
            assertEquals(2, taken.assets());
            assertTrue(Files.exists(library.resolve("incoming/pack/wood/oak_normal.png")));
            library.scan(reader, Work.SILENT);
            assertEquals(2, library.assets().size());
            IntakePlan again = intake.plan(List.of(pack), Work.SILENT);
            assertTrue(again.items().stream().allMatch(i -> i.duplicateOf() != null && !i.isWanted()));
            FileActs.undo(library, Objects.requireNonNull(taken.run()));
            assertFalse(Files.exists(library.resolve("incoming")));
        }
    }

    /** A file that is a cube comes in as it is and as an HDRI of all six faces, which look where they must. */
    @Test
    void cubesKeepAllTheirFaces() throws Exception {
        Path source = Files.createDirectories(folder.resolve("skies"));
        int edge = 16;
        ByteBuffer cube = ByteBuffer.allocate(128 + edge * edge * 4 * 6).order(ByteOrder.LITTLE_ENDIAN);
        cube.put("DDS |\0\0\0".getBytes(StandardCharsets.US_ASCII))
                .putInt(12, edge)
                .putInt(16, edge);
        cube.putInt(76, 32).putInt(80, 0x41).putInt(88, 32).putInt(92, 0xff).putInt(96, 0xff00);
        cube.putInt(100, 0xff0000).putInt(104, 0xff000000).putInt(112, 0xFE00).position(128);
        for (int i = 0; i < edge * edge * 6; i++) {
            // each face its own red
            cube.put((byte) (40 * (i / (edge * edge) + 1)))
                    .put((byte) 60)
                    .put((byte) 20)
                    .put((byte) 255);
        }
        Files.write(source.resolve("bay.dds"), cube.array());
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(source), Work.SILENT);
            assertEquals(2, plan.items().stream().filter(PlanItem::isWanted).count(), plan.toString());
            Taken taken = intake.take(plan.items(), Work.SILENT);
            assertTrue(taken.paths().contains("skies/bay.dds"), taken.paths().toString());
            Picture came = reader.readPicture(ImageSource.at(library.resolve("skies/bay_equirectangular.hdr")));
            int w = came.width();
            int h = came.height();
            // seen from inside and facing +Z, +X is at the right (OpenGL 4.6, table 8.19)
            assertEquals(Srgb.toLinear(200 / 255.0), came.value(w / 2, h / 2, 0), 0.01, "+Z");
            assertEquals(Srgb.toLinear(40 / 255.0), came.value(w * 3 / 4, h / 2, 0), 0.01, "+X");
            assertEquals(Srgb.toLinear(80 / 255.0), came.value(w / 4, h / 2, 0), 0.01, "-X");
            assertEquals(Srgb.toLinear(120 / 255.0), came.value(w / 2, 1, 0), 0.01, "+Y");
            assertEquals(Srgb.toLinear(160 / 255.0), came.value(w / 2, h - 2, 0), 0.01, "-Y");
            assertEquals(Srgb.toLinear(240 / 255.0), came.value(1, h / 2, 0), 0.01, "-Z");
        }
    }

    /** An unfolded cube is offered as an HDRI, comes in as one when it is asked for, and goes again. */
    @Test
    void unfoldedCubesBecomeSurroundings() throws Exception {
        Path source = Files.createDirectories(folder.resolve("skies"));
        Picture cross = ProjectionTest.laidOut(Projection.HORIZONTAL_CROSS);
        Files.write(source.resolve("bay_cross.exr"), Formats.exr(cross));
        Files.write(source.resolve("plain.exr"), Formats.exr(ProjectionTest.laidOut(Projection.ANGULAR)));
        List<Path> before = everything();
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(source), Work.SILENT);
            assertEquals(4, plan.items().size(), plan.toString());
            assertEquals(2, plan.items().stream().filter(PlanItem::isWanted).count());
            List<PlanItem> asked = plan.items().stream()
                    .filter(i -> i.laidOut() == Projection.HORIZONTAL_CROSS)
                    .toList();
            assertEquals(Kind.HDRI, asked.get(0).kind());
            Taken taken = intake.take(asked, Work.SILENT);
            assertEquals(List.of("skies/bay_cross_equirectangular.exr"), taken.paths());
            Picture came = reader.readPicture(
                    ImageSource.at(library.resolve(taken.paths().get(0))));
            assertEquals(256, came.width());
            assertEquals(128, came.height());
            assertTrue(Panorama.of(came).meets());
            library.scan(reader, Work.SILENT);
            assertTrue(library.assets().stream().anyMatch(a -> a.kind() == Kind.HDRI));
            FileActs.undo(library, Objects.requireNonNull(taken.run()));
        }
        assertFalse(Files.exists(library.resolve("skies")));
        assertTrue(everything().containsAll(before), "what was brought is where it was");
    }

    @Test
    void nothingIsWrittenOver() throws Exception {
        Path source = Files.createDirectories(folder.resolve("source/set"));
        Files.write(source.resolve("a.png"), png(1));
        Files.createDirectories(library.resolve("source/set"));
        Files.write(library.resolve("source/set/a.png"), png(9));
        library.scan(reader, Work.SILENT);
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(folder.resolve("source")), Work.SILENT);
            assertEquals("source 2/set", plan.items().get(0).folder());
            intake.take(plan.items(), Work.SILENT);
        }
        assertEquals(-1, Files.mismatch(library.resolve("source 2/set/a.png"), source.resolve("a.png")));
        assertTrue(Files.mismatch(library.resolve("source/set/a.png"), source.resolve("a.png")) >= 0);
    }

    @Test
    void hostileNamesStayPacked() throws Exception {
        Path pack = zip(
                "evil.zip",
                new String[] {"../up.png", "a/../../up2.png", "/abs.png", "C:\\win.png", "..\\back.png", "fine.png"},
                png(1),
                png(2),
                png(3),
                png(4),
                png(5),
                png(6));
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(pack), Work.SILENT);
            assertEquals(1, plan.items().size());
            assertEquals(5, plan.skipped().size(), plan.skipped().toString());
            assertTrue(plan.skipped().stream()
                    .allMatch(s -> s.reason().contains("outside the archive")
                            || s.reason().contains("absolute")));
        }
        assertFalse(Files.exists(folder.resolve("up.png")));
        assertFalse(Files.exists(Path.of("/abs.png")));
    }

    @Test
    void bombsAreStopped() throws Exception {
        Path pack = folder.resolve("bomb.zip");
        try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(pack))) {
            out.putNextEntry(new ZipEntry("bomb.png"));
            byte[] zeros = new byte[1 << 20];
            for (int i = 0; i < 64; i++) {
                out.write(zeros);
            }
            out.closeEntry();
            out.putNextEntry(new ZipEntry("good.png"));
            out.write(png(3));
        }
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(pack), Work.SILENT);
            assertEquals("Good", plan.items().get(0).name());
            assertTrue(
                    plan.skipped().get(0).reason().contains("bomb"),
                    plan.skipped().toString());
        }
    }

    /** The encryption bit of the general purpose flags (APPNOTE 4.4.4, bit 0) set by hand. */
    @Test
    void passwordsAreTold() throws Exception {
        Path pack = zip("locked.zip", new String[] {"locked.png"}, png(1));
        byte[] bytes = Files.readAllBytes(pack);
        for (int i = 0; i + 4 < bytes.length; i++) {
            boolean local = bytes[i] == 'P' && bytes[i + 1] == 'K' && bytes[i + 2] == 3 && bytes[i + 3] == 4;
            boolean central = bytes[i] == 'P' && bytes[i + 1] == 'K' && bytes[i + 2] == 1 && bytes[i + 3] == 2;
            if (local || central) {
                bytes[i + (local ? 6 : 8)] |= 1;
            }
        }
        Files.write(pack, bytes);
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(pack), Work.SILENT);
            assertTrue(plan.items().isEmpty());
            assertTrue(plan.skipped().get(0).reason().contains("password"));
        }
    }

    @Test
    void brokenSourcesEndInSentences() throws Exception {
        Path broken = folder.resolve("broken.zip");
        Files.write(broken, new byte[] {'P', 'K', 3, 4, 0, 0});
        try (Intake intake = new Intake(library, "", reader)) {
            ProblemException e = assertThrows(ProblemException.class, () -> intake.plan(List.of(broken), Work.SILENT));
            assertTrue(e.problem().sentence().contains("broken.zip"));
            IntakePlan gone = intake.plan(List.of(folder.resolve("not there")), Work.SILENT);
            assertTrue(gone.skipped().get(0).reason().contains("no such file"));
            ProblemException own = assertThrows(
                    ProblemException.class,
                    () -> intake.plan(List.of(library.root().getParent()), Work.SILENT));
            assertTrue(own.problem().cause().contains("the library itself is in it"));
        }
        Path empty = Files.write(folder.resolve("empty.png"), new byte[0]);
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(empty), Work.SILENT);
            assertEquals("empty.png is empty", plan.items().get(0).reason());
        }
    }

    /** A source that vanishes between planning and taking costs its items; the rest comes in. */
    @Test
    void whatVanishesIsToldAndTheRestGoesOn() throws Exception {
        Path source = Files.createDirectory(folder.resolve("drive"));
        Files.write(source.resolve("a_first.png"), png(1));
        Files.write(source.resolve("b_second.png"), png(2));
        List<Problem> problems = new ArrayList<>();
        Work work = Work.telling(problems::add);
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(source), work);
            Files.delete(source.resolve("a_first.png"));
            Taken taken = intake.take(plan.items(), work);
            assertEquals(1, taken.assets());
            assertNotNull(taken.run());
            assertEquals(1, problems.size());
            assertTrue(problems.get(0).sentence().contains("a_first.png"));
        }
    }

    /** A model brought alone brings the files it names, and nothing else of the folder it lies in. */
    @Test
    void aLooseModelBringsOnlyItsOwn() throws Exception {
        Path desk = Files.createDirectory(folder.resolve("desk"));
        Files.writeString(desk.resolve("crate.obj"), "mtllib crate.mtl\nv 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n");
        Files.writeString(desk.resolve("crate.mtl"), "newmtl wood\nmap_Kd planks.png\n");
        Files.write(desk.resolve("planks.png"), png(1));
        Files.write(desk.resolve("holiday.png"), png(2));
        Files.writeString(desk.resolve("other.obj"), "v 0 0 0\n");
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(desk.resolve("crate.obj")), Work.SILENT);
            assertEquals(1, plan.items().size(), plan.items().toString());
            assertEquals(
                    List.of("crate.obj", "crate.mtl", "planks.png"),
                    plan.items().get(0).files().stream().map(f -> f.path()).toList());
        }
    }

    /** When one file of a thing cannot be taken, none of its files is left lying in the library. */
    @Test
    void aHalfTakenItemIsTakenBack() throws Exception {
        Path source = Files.createDirectory(folder.resolve("set"));
        Files.write(source.resolve("oak_albedo.png"), png(1));
        Files.write(source.resolve("oak_normal.png"), png(2));
        Files.write(source.resolve("sign.png"), png(3));
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(source), Work.SILENT);
            Files.delete(source.resolve("oak_normal.png"));
            Taken taken = intake.take(plan.items(), Work.SILENT);
            assertEquals(List.of("set/sign.png"), taken.paths());
        }
        assertFalse(Files.exists(library.resolve("set/oak_albedo.png")));
        assertTrue(Files.exists(library.resolve("set/sign.png")));
    }

    /** Stopping between two things leaves the first one taken, and undo takes it out. */
    @Test
    void stoppingKeepsWhatCameAndCanBeUndone() throws Exception {
        Path source = Files.createDirectory(folder.resolve("drive"));
        for (int i = 0; i < 5; i++) {
            Files.write(source.resolve("p" + i + ".png"), png(i));
        }
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(source), Work.SILENT);
            long[] came = {0};
            Work impatient = new Work() {
                @Override
                public void progress(long done, long total, String what) {
                    came[0] = done;
                }

                @Override
                public boolean isCancelled() {
                    return came[0] > 0;
                }

                @Override
                public void problem(Problem problem) {}
            };
            Taken taken = intake.take(plan.items(), impatient);
            assertTrue(taken.assets() > 0 && taken.assets() < 5, "taken in: " + taken.assets());
            assertEquals(taken.assets(), library.scan(reader, Work.SILENT).assets());
            FileActs.undo(library, Objects.requireNonNull(taken.run()));
            assertEquals(0, library.scan(reader, Work.SILENT).assets());
        }
    }

    /** Texts of a pack tell of what lies beside and below them, unless it tells itself; labels somebody gave stay. */
    @Test
    void makersAndLicencesComeWithTheirThings() throws Exception {
        Path pack = Files.createDirectories(folder.resolve("pack/lamps/small"));
        Files.writeString(folder.resolve("pack/LICENSE.txt"), "All of it: CC BY 4.0");
        Files.writeString(folder.resolve("pack/lamps/readme.md"), "# Lamps\nMade by Mira Tollgate\n");
        Files.writeString(
                pack.resolve("lamp.gltf"),
                "{\"asset\":{\"version\":\"2.0\",\"copyright\":\"\u00a9 2022 Otto Windgauge, CC0\"},\"scenes\":[{\"nodes\":[0]}],"
                        + "\"nodes\":[{\"mesh\":0}],\"meshes\":[{\"primitives\":[{\"attributes\":{\"POSITION\":0}}]}],"
                        + "\"accessors\":[{\"componentType\":5126,\"type\":\"VEC3\",\"count\":3}]}");
        Files.write(pack.resolve("sign.png"), png(1));
        Files.write(folder.resolve("pack/other.png"), png(2));
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.examine(intake.plan(List.of(folder.resolve("pack")), Work.SILENT), Work.SILENT);
            Taken taken = intake.take(plan.items(), Work.SILENT);
            library.scan(reader, Work.SILENT);
            String sign = library.store()
                    .named("pack/lamps/small/sign.png")
                    .orElseThrow()
                    .id();
            library.labels().edit(List.of(Edit.set(sign, Edit.Field.AUTHOR, "somebody said")));
            library.labels().edit(taken.labels(library));
            assertEquals("somebody said, CC-BY-4.0", credit("pack/lamps/small/sign.png"));
            assertEquals("Otto Windgauge, CC0-1.0", credit("pack/lamps/small/lamp.gltf"));
            assertEquals(", CC-BY-4.0", credit("pack/other.png"));
            assertEquals(List.of(), taken.labels(library));
        }
    }

    private String credit(String path) {
        Labels labels =
                library.labels().of(library.store().named(path).orElseThrow().id());
        return labels.author() + ", " + labels.licence();
    }

    /** Archives inside archives are told, not unpacked; the temporary folder is gone afterwards. */
    @Test
    void archivesInsideBecomeFoldersAndNothingStaysInTheTemporaryFolder() throws Exception {
        Path inner = zip("inner.zip", new String[] {"x.png"}, png(1));
        Path outer = zip("outer.zip", new String[] {"inner.zip", "deep/er/y.png"}, Files.readAllBytes(inner), png(2));
        Path unpacked;
        try (Intake intake = new Intake(library, "", reader)) {
            IntakePlan plan = intake.plan(List.of(outer), Work.SILENT);
            assertEquals(2, plan.items().size());
            assertEquals("outer/deep/er", plan.items().get(0).folder());
            assertEquals("outer/inner", plan.items().get(1).folder());
            assertEquals(List.of(), plan.skipped());
            unpacked = plan.items().get(0).root();
            assertTrue(Files.exists(unpacked));
        }
        assertFalse(Files.exists(unpacked));
    }
}
