package yondershelf.app;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** A program of the tests in a process of its own, with the class path of this one; what it says of trouble is said here. */
final class OwnProcess {
    private OwnProcess() {}

    /**
     * @param options of Java
     * @param main the class's name
     */
    static Process start(List<String> options, String main, String... arguments) throws IOException {
        return builder(options, main, arguments).start();
    }

    /** The same on another display. */
    static Process start(OwnDisplay display, List<String> options, String main, String... arguments)
            throws IOException {
        ProcessBuilder builder = builder(options, main, arguments);
        builder.environment().put("DISPLAY", display.name());
        return builder.start();
    }

    private static ProcessBuilder builder(List<String> options, String main, String... arguments) {
        List<String> command = new ArrayList<>();
        command.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
        command.add("-Dprism.order=sw");
        command.addAll(options);
        command.add("--enable-native-access=ALL-UNNAMED");
        command.add("--sun-misc-unsafe-memory-access=allow");
        command.add("-cp");
        command.add(System.getProperty("java.class.path"));
        command.add(main);
        command.addAll(List.of(arguments));
        return new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.INHERIT);
    }
}
