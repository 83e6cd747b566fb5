package yondershelf.intake;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.library.Library;
import yondershelf.work.Work;

/** Archives that can be entered anywhere are planned while they are packed: the plan is that of the folder unpacked. */
class StagedArchivesTest {
    @TempDir
    Path folder;

    private final Map<String, byte[]> files = new TreeMap<>();

    @BeforeEach
    void make() throws Exception {
        SplittableRandom random = new SplittableRandom(3);
        for (String set : List.of("tarred_timber", "slate")) {
            for (String role : List.of("basecolor", "roughness", "normal")) {
                byte[] pixels = new byte[16 * 16 * 3];
                random.nextBytes(pixels);
                files.put("maps/" + set + "_" + role + ".png", Formats.png(Picture.ofBytes(16, 16, 3, pixels)));
            }
        }
        files.put("props/mast.obj", text("mtllib mast.mtl\nusemtl m\nv 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n"));
        files.put("props/mast.mtl", text("newmtl m\nmap_Kd paint.png\n"));
        files.put("props/paint.png", Formats.png(Picture.ofBytes(1, 1, 3, new byte[3])));
        files.put("read me.txt", text("for the station"));
        files.put(".hidden/x.png", new byte[10]);
        files.put("props/empty.stl", new byte[0]);
    }

    private byte[] bytes(String file) {
        return Objects.requireNonNull(files.get(file));
    }

    private static byte[] text(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    /** @param packed false to store them as they are */
    private Path zip(String name, boolean packed) throws IOException {
        Path zip = folder.resolve(name);
        try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(zip))) {
            for (Map.Entry<String, byte[]> file : files.entrySet()) {
                ZipEntry entry = new ZipEntry(file.getKey());
                if (!packed) {
                    CRC32 sum = new CRC32();
                    sum.update(file.getValue());
                    entry.setMethod(ZipEntry.STORED);
                    entry.setSize(file.getValue().length);
                    entry.setCrc(sum.getValue());
                }
                out.putNextEntry(entry);
                out.write(file.getValue());
                out.closeEntry();
            }
        }
        return zip;
    }

    private Library library(String name) throws Exception {
        Library library = Library.open(Files.createDirectories(folder.resolve(name)), "", "desk");
        library.scan(new Formats(), Work.SILENT);
        return library;
    }

    private static List<String> told(IntakePlan plan) {
        List<String> out = new ArrayList<>();
        plan.items()
                .forEach(i -> out.add(i.kind() + " " + i.name() + " " + i.base() + " " + i.folder() + " " + i.files()
                        + i.reason() + i.duplicateOf()));
        plan.skipped().forEach(s -> out.add(s.path() + ": " + s.reason()));
        return out;
    }

    private static List<String> below(Path root) throws IOException {
        try (var walk = Files.walk(root)) {
            return walk.filter(Files::isRegularFile)
                    .map(p -> root.relativize(p).toString())
                    .sorted()
                    .toList();
        }
    }

    @Test
    void planOfThePackedIsThatOfTheUnpacked() throws Exception {
        Path pack = folder.resolve("pack");
        for (Map.Entry<String, byte[]> file : files.entrySet()) {
            Path at = pack.resolve(file.getKey());
            Files.createDirectories(at.getParent());
            Files.write(at, file.getValue());
        }
        try (Intake one = new Intake(library("a"), "", new Formats());
                Intake other = new Intake(library("b"), "", new Formats())) {
            IntakePlan unpacked = one.plan(List.of(pack), Work.SILENT);
            IntakePlan packed = other.plan(List.of(zip("pack.zip", true)), Work.SILENT);
            assertEquals(told(unpacked), told(packed));
            // only what says what belongs to it, or who made it, had to be read
            assertEquals(
                    List.of("props/mast.mtl", "props/mast.obj", "read me.txt"),
                    below(packed.items().get(0).root()));
            other.take(other.examine(packed, Work.SILENT).items(), Work.SILENT);
            one.take(one.examine(unpacked, Work.SILENT).items(), Work.SILENT);
            List<String> came = below(folder.resolve("a/pack"));
            assertTrue(came.size() > 9, came.toString());
            assertEquals(came, below(folder.resolve("b/pack")));
            for (String file : came) {
                assertArrayEquals(
                        Files.readAllBytes(folder.resolve("a/pack").resolve(file)),
                        Files.readAllBytes(folder.resolve("b/pack").resolve(file)),
                        file);
            }
        }
    }

    /** Bytes that changed, and a directory that says less than there is: each costs its asset, and is told. */
    @Test
    void whatTheDirectorySaysIsNotBelieved() throws Exception {
        Path zip = zip("pack.zip", false);
        byte[] bytes = Files.readAllBytes(zip);
        int slate = indexOf(bytes, bytes("maps/slate_normal.png"));
        bytes[slate + 40] ^= 1;
        // the size in the central directory (APPNOTE 6.3.10, 4.3.12), 22 bytes before the name's end
        int mast = lastIndexOf(bytes, text("props/mast.obj"));
        bytes[mast - 46 + 24] = (byte) (bytes[mast - 46 + 24] - 7);
        bytes[mast - 46 + 20] = (byte) (bytes[mast - 46 + 20] - 7);
        Files.write(zip, bytes);
        Library library = library("a");
        List<Problem> problems = new ArrayList<>();
        Work listening = new Work() {
            @Override
            public void progress(long done, long total, String what) {}

            @Override
            public boolean isCancelled() {
                return false;
            }

            @Override
            public void problem(Problem problem) {
                problems.add(problem);
            }
        };
        try (Intake intake = new Intake(library, "", new Formats())) {
            IntakePlan plan = intake.plan(List.of(zip), listening);
            PlanItem set = plan.items().stream()
                    .filter(i -> i.name().equals("Slate"))
                    .findFirst()
                    .orElseThrow();
            assertTrue(set.isWanted());
            IntakePlan looked = intake.examine(plan, listening);
            assertTrue(
                    looked.items().stream()
                            .anyMatch(
                                    i -> i.name().equals("Slate") && i.reason().contains("checksum")),
                    told(looked).toString());
            // asked for all the same
            Taken taken = intake.take(looked.items(), listening);
            assertTrue(problems.stream().anyMatch(p -> p.cause().contains("checksum")), problems.toString());
            assertFalse(Files.exists(library.resolve("pack/maps/slate_basecolor.png")), "not half a set");
            assertTrue(Files.exists(library.resolve("pack/maps/tarred_timber_basecolor.png")));
            assertEquals(
                    taken.assets(), library.scan(new Formats(), Work.SILENT).assets());
        }
    }

    @Test
    void whatNobodyNeedsGoesAndComesAgain() throws Exception {
        Path zip = zip("pack.zip", true);
        Path into = Files.createDirectory(folder.resolve("temporary"));
        try (Brought brought = new Brought(100)) {
            Archive.stage(zip, into, new ArrayList<>(), Work.SILENT, brought, "");
            Path map = into.resolve("maps/slate_normal.png");
            assertFalse(Files.exists(map));
            assertEquals(bytes("maps/slate_normal.png").length, brought.size(map));
            brought.present(map);
            assertArrayEquals(bytes("maps/slate_normal.png"), Files.readAllBytes(map));
            PlanItem item = new PlanItem(
                    0,
                    yondershelf.content.Kind.TEXTURE,
                    "slate",
                    new Destination(into, ""),
                    "",
                    List.of(new yondershelf.sorting.SortedItem.SortedFile("maps/slate_normal.png", null)),
                    null,
                    "",
                    List.of(),
                    null,
                    yondershelf.credits.Credit.NONE,
                    Given.NOTHING);
            try (Hold _ = brought.hold(item)) {
                try (Hold _ = brought.hold(item)) {
                    assertTrue(Files.exists(map));
                }
                assertTrue(Files.exists(map), "somebody else holds it");
            }
            assertFalse(Files.exists(map));
            try (Hold _ = brought.hold(item)) {
                assertArrayEquals(bytes("maps/slate_normal.png"), Files.readAllBytes(map));
            }
        }
        assertThrows(
                ProblemException.class,
                () -> Archive.stage(
                        Files.write(folder.resolve("no.zip"), new byte[100]),
                        into,
                        new ArrayList<>(),
                        Work.SILENT,
                        new Brought(),
                        ""));
    }

    private static int indexOf(byte[] all, byte[] some) {
        return new String(all, StandardCharsets.ISO_8859_1).indexOf(new String(some, StandardCharsets.ISO_8859_1));
    }

    private static int lastIndexOf(byte[] all, byte[] some) {
        return new String(all, StandardCharsets.ISO_8859_1).lastIndexOf(new String(some, StandardCharsets.ISO_8859_1));
    }
}
