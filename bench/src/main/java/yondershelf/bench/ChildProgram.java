package yondershelf.bench;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** Programs of this module in processes of their own, which may be killed at any moment. */
final class ChildProgram {
    private ChildProgram() {}

    /** Starts one. What it writes to its error output is seen here; what it tells is read by whoever started it. */
    static Process start(Class<?> program, String... arguments) throws IOException {
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                // short lives: starting fast is worth more than running fast
                "-XX:TieredStopAtLevel=1",
                "-XX:+UseSerialGC",
                "--enable-native-access=ALL-UNNAMED",
                "--sun-misc-unsafe-memory-access=allow",
                "-cp",
                System.getProperty("java.class.path"),
                program.getName()));
        command.addAll(List.of(arguments));
        return new ProcessBuilder(command)
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .start();
    }
}
