package yondershelf.work;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.ExecutionException;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Problem;

/** What went wrong is noted in a few files of bounded size. */
class ProgramLogTest {
    @TempDir
    Path folder;

    @AfterEach
    void end() throws Exception {
        ProgramLog.begin(Files.createTempDirectory("log"));
    }

    private String all() throws Exception {
        try (var files = Files.list(folder)) {
            StringBuilder text = new StringBuilder();
            for (Path file : files.filter(f -> f.toString().endsWith(".log")).collect(Collectors.toList())) {
                text.append(Files.readString(file));
            }
            return text.toString();
        }
    }

    @Test
    void defectsAreNotedWithWhereTheyAre() throws Exception {
        ProgramLog.begin(folder);
        try (Jobs jobs = new Jobs()) {
            Job<Boolean> job = jobs.start("Counting sails", work -> {
                throw new IllegalStateException("no sails");
            });
            assertThrows(ExecutionException.class, () -> job.result().get());
            Job<Boolean> refused = jobs.start("Reading sails", work -> {
                throw Problem.of("sail.obj", "it is torn").raise();
            });
            assertThrows(ExecutionException.class, () -> refused.result().get());
        }
        assertTrue(all().contains("sail.obj: it is torn."), all());
        assertTrue(all().contains("Counting sails") && all().contains("no sails"), all());
        assertTrue(all().contains("ProgramLogTest"), "with the place in the program");
    }

    @Test
    void itStaysBounded() throws Exception {
        ProgramLog.begin(folder);
        Problem problem = Problem.of("file", "x".repeat(2000));
        for (int i = 0; i < 5000; i++) {
            ProgramLog.note(problem);
        }
        long bytes = 0;
        int files = 0;
        try (var list = Files.list(folder)) {
            for (Path file : list.filter(f -> f.toString().endsWith(".log")).toList()) {
                bytes += Files.size(file);
                files++;
            }
        }
        assertEquals(5, files);
        assertTrue(bytes < 6 << 20, "bytes " + bytes);
    }
}
