package yondershelf.intake;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeMap;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.Child;
import yondershelf.content.Kind;
import yondershelf.content.Picture;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.library.Stores;
import yondershelf.work.Work;

/** Takes that are killed, that run at once, and that bring equal names. */
class CutTakeTest {
    @TempDir
    Path folder;

    /** Takes a folder in; tells when it begins. */
    static final class Taker {
        public static void main(String[] args) throws Exception {
            Library library = Library.open(Path.of(args[0]), "", "desk", Stores.withRecords(Path.of(args[2])));
            library.scan(new Formats(), Work.SILENT);
            try (Intake intake = new Intake(library, "", new Formats())) {
                IntakePlan plan = intake.plan(List.of(Path.of(args[1])), Work.SILENT);
                System.out.println("begin");
                Work told = new Work() {
                    @Override
                    public void progress(long done, long total, String what) {
                        System.out.println(done);
                    }

                    @Override
                    public boolean isCancelled() {
                        return false;
                    }

                    @Override
                    public void problem(yondershelf.content.Problem problem) {}
                };
                intake.take(plan.items().stream().filter(PlanItem::isWanted).toList(), told);
                System.out.println("end");
            }
        }
    }

    private Path records() {
        return folder.resolve("records");
    }

    private static void model(Path file, int shade) throws IOException {
        Files.createDirectories(file.getParent());
        String name = file.getFileName().toString().replace(".obj", "");
        Files.writeString(
                file,
                "mtllib " + name + ".mtl\nusemtl m\nv 0 0 0\nv 1 0 0\nv 0 1 " + shade + "\nf 1 2 3\n",
                StandardCharsets.UTF_8);
        Files.writeString(
                file.resolveSibling(name + ".mtl"), "newmtl m\nmap_Kd " + name + ".png\n", StandardCharsets.UTF_8);
        byte[] pixels = new byte[64 * 64 * 3];
        new SplittableRandom(shade).nextBytes(pixels);
        Files.write(file.resolveSibling(name + ".png"), Formats.png(Picture.ofBytes(64, 64, 3, pixels)));
    }

    private static Map<String, Long> files(Path root) throws IOException {
        Map<String, Long> out = new TreeMap<>();
        try (var walk = Files.walk(root)) {
            for (Path path : walk.filter(Files::isRegularFile).toList()) {
                String name = root.relativize(path).toString();
                if (!name.startsWith(".yondershelf")) {
                    out.put(name, Files.size(path));
                }
            }
        }
        return out;
    }

    /** Killed anywhere: nothing is seen half, and both ways out of it lead where they say. */
    @Tag("long")
    @Test
    void aKilledTakeIsFinishedOrTakenBack() throws Exception {
        Path source = folder.resolve("pack");
        for (int i = 0; i < 25; i++) {
            model(source.resolve("d" + i % 3 + "/prop" + i + ".obj"), i);
        }
        SplittableRandom random = new SplittableRandom(77);
        int cut = 0;
        for (int round = 0; round < 10; round++) {
            Path root = Files.createDirectory(folder.resolve("library" + round));
            Files.write(root.resolve("mine.txt"), new byte[] {1});
            Library.open(root, "", "desk");
            Process process = Child.start(Taker.class, root, source, records());
            try (var lines = process.inputReader(StandardCharsets.UTF_8)) {
                int wanted = 1 + random.nextInt(24);
                for (int i = 0; i < wanted; i++) {
                    lines.readLine();
                }
                java.util.concurrent.locks.LockSupport.parkNanos(random.nextLong(2_000_000));
                // through its handle: the pipe stays open until all is read
                process.toHandle().destroyForcibly();
                process.waitFor();
            }
            Library library = Library.open(root, "", "desk", Stores.withRecords(records()));
            library.scan(new Formats(), Work.SILENT);
            for (Asset asset : library.assets()) {
                boolean model = asset.kind() == Kind.MODEL;
                assertTrue(!model || asset.files().size() == 3, asset.path() + " is whole or not there");
            }
            assertNoDebris(root);
            List<CutTake> left = Intake.cutOff(library);
            cut += left.size();
            boolean finish = random.nextBoolean();
            for (CutTake take : left) {
                if (finish) {
                    Intake.finish(library, take, new Formats(), Work.SILENT);
                } else {
                    Intake.takeBack(library, take, Work.SILENT);
                }
            }
            if (!left.isEmpty()) {
                assertEquals(finish ? 76 : 1, files(root).size(), "round " + round + " finish " + finish);
            }
            if (!left.isEmpty() && finish) {
                for (Map.Entry<String, Long> file : files(source).entrySet()) {
                    assertEquals(
                            -1, Files.mismatch(source.resolve(file.getKey()), root.resolve("pack/" + file.getKey())));
                }
            }
            assertEquals(List.of(), Intake.cutOff(library));
        }
        assertTrue(cut >= 4, "takes that were cut off: " + cut);
    }

    private static void assertNoDebris(Path root) throws IOException {
        try (var walk = Files.walk(root)) {
            assertEquals(
                    List.of(),
                    walk.filter(p -> p.getFileName().toString().endsWith(".part"))
                            .toList());
        }
    }

    /** What a take left of an asset is not that asset: taking again brings the rest. */
    @Test
    void onlyAnAssetWithAllItsFilesIsADuplicate() throws Exception {
        Path source = folder.resolve("pack");
        model(source.resolve("lamp.obj"), 1);
        Library library = Library.open(Files.createDirectory(folder.resolve("library")), "", "desk");
        Files.createDirectory(library.root().resolve("pack"));
        Files.copy(source.resolve("lamp.obj"), library.root().resolve("pack/lamp.obj"));
        library.scan(new Formats(), Work.SILENT);
        try (Intake intake = new Intake(library, "", new Formats())) {
            IntakePlan plan = intake.plan(List.of(source), Work.SILENT);
            assertTrue(plan.items().get(0).isWanted(), plan.items().get(0).reason());
            intake.take(plan.items(), Work.SILENT);
        }
        assertEquals(3, files(library.root()).size());
        library.scan(new Formats(), Work.SILENT);
        try (Intake intake = new Intake(library, "", new Formats())) {
            assertFalse(intake.plan(List.of(source), Work.SILENT).items().get(0).isWanted());
        }
    }

    @Tag("long")
    @Test
    void twoTakesAtOnceWithEqualNamesWriteNothingOver() throws Exception {
        for (int round = 0; round < 3; round++) {
            Path root = Files.createDirectory(folder.resolve("library" + round));
            Library.open(root, "", "desk");
            List<Process> processes = new ArrayList<>();
            for (String which : List.of("first", "second")) {
                Path source = folder.resolve(which + round + "/pack");
                for (int i = 0; i < 8; i++) {
                    model(source.resolve("prop" + i + ".obj"), i + which.length() * 100);
                }
                processes.add(Child.start(Taker.class, root, source, records()));
            }
            for (Process process : processes) {
                assertEquals(0, process.waitFor());
            }
            assertEquals(48, files(root).size());
            assertEquals(8, files(root.resolve("pack")).size() / 3);
            assertEquals(8, files(root.resolve("pack 2")).size() / 3);
        }
    }

    /** Names that differ in case only are one name on other systems. */
    @Test
    void namesWithinOnePlanAreFreeAmongThemselves() throws Exception {
        model(folder.resolve("a/Pack/lamp.obj"), 1);
        model(folder.resolve("b/pack/Lamp.obj"), 2);
        model(folder.resolve("c/post.obj"), 3);
        model(folder.resolve("d/POST.obj"), 4);
        Library library = Library.open(Files.createDirectory(folder.resolve("library")), "", "desk");
        Files.createDirectory(library.root().resolve("PACK"));
        Files.writeString(library.root().resolve("PACK/LAMP.OBJ"), "something else");
        try (Intake intake = new Intake(library, "", new Formats())) {
            IntakePlan plan = intake.plan(
                    List.of(
                            folder.resolve("a/Pack"),
                            folder.resolve("b/pack"),
                            folder.resolve("c/post.obj"),
                            folder.resolve("d/POST.obj")),
                    Work.SILENT);
            assertEquals(4, plan.items().size());
            intake.take(plan.items(), Work.SILENT);
        }
        Set<String> folded = new HashSet<>();
        for (String name : files(library.root()).keySet()) {
            assertTrue(folded.add(name.toLowerCase(Locale.ROOT)), name);
        }
        assertEquals(13, folded.size());
    }

    /** What a killed process unpacked is swept; what a running one did is not. */
    @Test
    void unpackedFoldersOfDeadProcessesAreSwept() throws Exception {
        Process dead = new ProcessBuilder("true").start();
        dead.waitFor();
        Path temporary = Path.of(System.getProperty("java.io.tmpdir"));
        Path left = Files.createTempDirectory(temporary, "yonder-intake-" + dead.pid() + "-");
        Files.writeString(Files.createDirectories(left.resolve("pack")).resolve("a.obj"), "v 0 0 0\n");
        Path own = Files.createTempDirectory(
                temporary, "yonder-intake-" + ProcessHandle.current().pid() + "-");
        Intake.sweep();
        assertFalse(Files.exists(left));
        assertTrue(Files.exists(own));
        Files.delete(own);
    }
}
