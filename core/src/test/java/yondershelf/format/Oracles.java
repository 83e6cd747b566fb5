package yondershelf.format;

import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;

/** Programs and files from outside that results are compared with. Missing ones skip the test, unless the environment demands them. */
public final class Oracles {
    private Oracles() {}

    /** Skips the calling test when an oracle is missing; fails it when YONDER_ORACLES says that all must be there. */
    public static void need(boolean there, String what) {
        if (!there && "all".equals(System.getenv("YONDER_ORACLES"))) {
            throw new AssertionError(what + " is missing, and this run demands it");
        }
        assumeTrue(there, what + " is not installed: skipped");
        note(what);
    }

    /** What was compared with, a line each, for whoever started all tests. */
    private static void note(String what) {
        try {
            Path file = project().resolve("target/oracles/compared-with");
            Files.createDirectories(file.getParent());
            Files.writeString(file, what + "\n", StandardOpenOption.CREATE, StandardOpenOption.APPEND);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public static boolean hasCommand(String name) {
        for (String folder : System.getenv().getOrDefault("PATH", "").split(java.io.File.pathSeparator)) {
            if (Path.of(folder, name).toFile().canExecute()) {
                return true;
            }
        }
        return false;
    }

    /** Runs a command and gives all it prints. */
    public static String run(List<String> command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        process.waitFor();
        return out;
    }

    /** Root of the checked-out project. */
    public static Path project() {
        Path here = Path.of("").toAbsolutePath();
        Path above = here.getParent();
        return above != null && Files.exists(above.resolve("yonder")) ? above : here;
    }
}
