package yondershelf.format.worker;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.function.IntFunction;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Model;
import yondershelf.content.ProblemException;

/** A file that runs away costs itself only. */
class IsolationTest {
    @TempDir
    Path folder;

    private Path cube() throws IOException {
        return ply("plain.ply", 3, i -> (i == 1 ? 1 : 0) + " " + (i == 2 ? 1 : 0) + " 0", 1, i -> "3 0 1 2");
    }

    /** A text that a native reader takes. */
    private Path ply(String name, int vertices, IntFunction<String> vertex, int faces, IntFunction<String> face)
            throws IOException {
        StringBuilder text = new StringBuilder("ply\nformat ascii 1.0\nelement vertex " + vertices
                + "\nproperty float x\nproperty float y\nproperty float z\nelement face " + faces
                + "\nproperty list uchar int vertex_indices\nend_header\n");
        for (int i = 0; i < vertices; i++) {
            text.append(vertex.apply(i)).append('\n');
        }
        for (int i = 0; i < faces; i++) {
            text.append(face.apply(i)).append('\n');
        }
        return Files.writeString(folder.resolve(name), text);
    }

    /** A mesh of many millions of faces needs more than the child may have. */
    @Test
    void afterAFileThatWantsTooMuchMemoryTheNextOneIsRead() throws Exception {
        Path huge = ply("huge.ply", 3, i -> i + " " + i * i + " 0", 600_000, i -> "3 0 1 2");
        try (IsolatedReader reader = new IsolatedReader(new Limits(60, 24, 3000))) {
            ProblemException e = assertThrows(ProblemException.class, () -> reader.readModel(huge));
            assertTrue(e.problem().cause().contains("memory"), e.problem().cause());
            Model next = reader.readModel(cube());
            assertEquals(1, next.triangleCount());
        }
    }

    @Test
    void afterAFileThatTakesTooLongTheNextOneIsRead() throws Exception {
        Path slow = slow();
        try (IsolatedReader warm = new IsolatedReader(new Limits(0.25, 512, 3000))) {
            ProblemException e = assertThrows(ProblemException.class, () -> warm.readModel(slow));
            assertTrue(
                    e.problem().cause().contains("longer than 0.25 seconds"),
                    e.problem().cause());
        }
        try (IsolatedReader reader = new IsolatedReader()) {
            assertEquals(1, reader.readModel(cube()).triangleCount());
        }
    }

    @Test
    void wrongEndingsAndTextsSaySo() throws Exception {
        Path picture = folder.resolve("picture.fbx");
        Files.write(picture, yondershelf.format.Formats.png(yondershelf.content.Picture.ofBytes(2, 2, 1, new byte[4])));
        Path words = folder.resolve("words.fbx");
        Files.writeString(words, "these are no polygons");
        Path utf16 = folder.resolve("utf16.obj");
        Files.writeString(utf16, "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n", StandardCharsets.UTF_16);
        try (IsolatedReader reader = new IsolatedReader()) {
            ProblemException e = assertThrows(ProblemException.class, () -> reader.readModel(picture));
            assertTrue(e.problem().cause().contains("really PNG"), e.problem().cause());
            assertThrows(ProblemException.class, () -> reader.readModel(words));
            assertEquals(1, reader.readModel(utf16).triangleCount());
        }
    }

    /** Reads a file that takes long; tells its reader's process first. */
    static final class SlowParent {
        public static void main(String[] args) throws Exception {
            try (IsolatedReader reader = new IsolatedReader(Limits.USUAL, Path.of(args[2]))) {
                reader.readModel(Path.of(args[0]));
                System.out.println(ProcessHandle.current()
                        .children()
                        .map(c -> String.valueOf(c.pid()))
                        .collect(java.util.stream.Collectors.joining(",")));
                reader.readModel(Path.of(args[1]));
            }
        }
    }

    private Path slow() throws Exception {
        return ply(
                "slow.ply",
                900_000,
                i -> i % 977 + " 0.5 " + i % 1013,
                899_990,
                i -> "3 " + i + " " + (i + 1) + " " + (i + 2));
    }

    /** kill -9 of the program ends its readers too, though one is deep in native code. */
    @Test
    void aReaderDoesNotOutliveItsParent() throws Exception {
        Process parent = yondershelf.Child.start(SlowParent.class, cube(), slow(), folder);
        String told = parent.inputReader(StandardCharsets.UTF_8).readLine();
        ProcessHandle child = ProcessHandle.of(Long.parseLong(told)).orElseThrow();
        // it works: it is deep in the file by now
        java.time.Duration began = used(child);
        while (used(child).minus(began).toMillis() < 300) {
            assertTrue(child.isAlive());
            Thread.onSpinWait();
        }
        parent.destroyForcibly().waitFor();
        child.onExit().get(10, java.util.concurrent.TimeUnit.SECONDS);
    }

    private static java.time.Duration used(ProcessHandle process) {
        return process.info().totalCpuDuration().orElse(java.time.Duration.ZERO);
    }

    /** What the virtual machine leaves of a crash lies with the log; the next file is read by a fresh child. */
    @Test
    @org.junit.jupiter.api.condition.EnabledOnOs(org.junit.jupiter.api.condition.OS.LINUX)
    void aCrashIsNotedWithTheLog() throws Exception {
        Path log = Files.createDirectory(folder.resolve("log"));
        try (IsolatedReader reader = new IsolatedReader(Limits.USUAL, log)) {
            java.util.Set<Long> before = children();
            reader.readModel(cube());
            java.util.Set<Long> fresh = children();
            fresh.removeAll(before);
            assertEquals(1, fresh.size());
            long pid = fresh.iterator().next();
            assertEquals(
                    0,
                    new ProcessBuilder("kill", "-SEGV", String.valueOf(pid))
                            .start()
                            .waitFor());
            ProcessHandle.of(pid).ifPresent(h -> h.onExit().join());
            assertTrue(Files.exists(log.resolve("reader-" + pid + ".log")));
            assertEquals(1, reader.readModel(cube()).triangleCount());
        }
        String[] here = Path.of("").toAbsolutePath().toFile().list((d, name) -> name.startsWith("hs_err"));
        assertEquals(0, java.util.Objects.requireNonNull(here).length);
    }

    private static java.util.Set<Long> children() {
        return ProcessHandle.current()
                .children()
                .map(ProcessHandle::pid)
                .collect(java.util.stream.Collectors.toCollection(java.util.HashSet::new));
    }

    /** Large pictures get a child of their own with room for them, under a cap; above it they come at half their size. */
    @Test
    void theLimitFollowsTheFileUnderACap() throws Exception {
        int w = 2048;
        int h = 1024;
        float[] pixels = new float[w * h * 3];
        for (int i = 0; i < w * h; i++) {
            pixels[i * 3] = i % w % 2;
            pixels[i * 3 + 1] = i / w % 4;
            pixels[i * 3 + 2] = 8;
        }
        Path file = Files.write(
                folder.resolve("large.exr"),
                yondershelf.format.Formats.exr(yondershelf.content.Picture.ofFloats(w, h, 3, pixels)));
        var image = yondershelf.content.ImageSource.at(file);
        try (IsolatedReader reader = new IsolatedReader(new Limits(60, 40, 2200, 200))) {
            assertEquals(w, reader.readPicture(image).width(), "48 MiB of it do not fit into 40, and need not");
        }
        try (IsolatedReader reader = new IsolatedReader(new Limits(60, 40, 2200, 110))) {
            var half = reader.readPicture(image);
            assertEquals(w / 2, half.width());
            assertEquals(h / 2, half.height());
            assertEquals(0.5f, half.value(5, 5, 0), 1e-6f);
            assertEquals(0.5f, half.value(5, 4, 1), 1e-6f);
            assertEquals(2.5f, half.value(5, 5, 1), 1e-6f);
            assertEquals(8f, half.value(77, 99, 2), 1e-6f);
            var facts = new yondershelf.facts.FactsMeter(reader).hdri(file);
            assertEquals(w, facts.picture().width(), "facts tell the true size");
            assertTrue(facts.reason().contains("1024 x 512"), facts.reason());
        }
        try (IsolatedReader reader = new IsolatedReader(new Limits(60, 40, 2200, 50))) {
            ProblemException e = assertThrows(ProblemException.class, () -> reader.readPicture(image));
            assertTrue(
                    e.problem().cause().contains("half its size"), e.problem().sentence());
        }
    }
}
