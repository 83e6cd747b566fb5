package yondershelf.app;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * A display of its own for a program of the tests, so that its window takes nothing from the window under test; the one there is where
 * no virtual display can be had, as on the desk of somebody whose window manager keeps them apart.
 */
record OwnDisplay(String name, @Nullable Process server) implements AutoCloseable {
    static OwnDisplay start() {
        String here = Objects.requireNonNullElse(System.getenv("DISPLAY"), "");
        Process server;
        try {
            server = new ProcessBuilder(
                            "Xvfb", "-displayfd", "1", "-screen", "0", "2800x1800x24", "-nolisten", "tcp", "-r")
                    .redirectError(ProcessBuilder.Redirect.DISCARD)
                    .start();
        } catch (IOException notInstalled) {
            return new OwnDisplay(here, null);
        }
        try {
            // it says which number was free once it can be connected to
            String number = server.inputReader(StandardCharsets.UTF_8).readLine();
            if (number != null) {
                return new OwnDisplay(":" + number.strip(), server);
            }
        } catch (IOException endedAtOnce) {
            server.destroy();
        }
        return new OwnDisplay(here, null);
    }

    @Override
    public void close() {
        if (server != null) {
            server.destroy();
        }
    }
}
