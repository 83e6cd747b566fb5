package yondershelf.format.worker;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Model;
import yondershelf.content.ProblemException;

/** A file that runs away costs itself only. */
class IsolationTest {
    @TempDir
    Path folder;

    private Path cube() throws IOException {
        Path file = folder.resolve("plain.obj");
        Files.writeString(file, "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n", StandardCharsets.UTF_8);
        return file;
    }

    /** A mesh of many millions of faces needs more than the child may have. */
    @Test
    void afterAFileThatWantsTooMuchMemoryTheNextOneIsRead() throws Exception {
        Path huge = folder.resolve("huge.obj");
        StringBuilder text = new StringBuilder("v 0 0 0\nv 1 0 0\nv 0 1 0\n");
        for (int i = 0; i < 600_000; i++) {
            text.append("f 1 2 3\n");
        }
        Files.writeString(huge, text.toString());
        try (IsolatedReader reader = new IsolatedReader(new Limits(60, 24, 3000))) {
            ProblemException e = assertThrows(ProblemException.class, () -> reader.readModel(huge));
            assertTrue(e.problem().cause().contains("memory"), e.problem().cause());
            Model next = reader.readModel(cube());
            assertEquals(1, next.triangleCount());
        }
    }

    @Test
    void afterAFileThatTakesTooLongTheNextOneIsRead() throws Exception {
        Path slow = folder.resolve("slow.obj");
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < 500_000; i++) {
            text.append("v ").append(i).append(" 0.5 ").append(i % 7).append('\n');
        }
        for (int i = 1; i < 499_990; i++) {
            text.append("f ")
                    .append(i)
                    .append(' ')
                    .append(i + 1)
                    .append(' ')
                    .append(i + 2)
                    .append('\n');
        }
        Files.writeString(slow, text.toString());
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
            assertThrows(ProblemException.class, () -> reader.readModel(utf16));
        }
    }
}
