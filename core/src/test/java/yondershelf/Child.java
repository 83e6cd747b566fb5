package yondershelf;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** Another process of this program, for tests of two at once and of being killed. */
public final class Child {
    private Child() {}

    /** Runs a class with a main method on this class path; what it prints can be read from the process. */
    public static Process start(Class<?> main, Object... arguments) throws IOException {
        return start(List.of(), List.of(), main, arguments);
    }

    /** The same in a shell that ran a command first, one that sets limits say. */
    public static Process startIn(String shell, Class<?> main, Object... arguments) throws IOException {
        return startIn(shell, main, List.of(), arguments);
    }

    /** @param options of Java, besides the usual ones */
    public static Process startIn(String shell, Class<?> main, List<String> options, Object... arguments)
            throws IOException {
        return start(List.of("/bin/sh", "-c", shell + " && exec \"$@\"", "sh"), options, main, arguments);
    }

    private static Process start(List<String> before, List<String> options, Class<?> main, Object... arguments)
            throws IOException {
        List<String> command = new ArrayList<>(before);
        command.addAll(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-XX:+UseSerialGC",
                "-Xshare:auto",
                "--enable-native-access=ALL-UNNAMED",
                "--sun-misc-unsafe-memory-access=allow"));
        command.addAll(options);
        command.addAll(List.of("-cp", System.getProperty("java.class.path"), main.getName()));
        for (Object argument : arguments) {
            command.add(String.valueOf(argument));
        }
        return new ProcessBuilder(command)
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .start();
    }
}
