package yondershelf.catalogue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Objects;
import yondershelf.library.ContentHash;

/** Tells this computer, and one folder of it, from others: a state folder that was copied is another machine's. */
final class ThisComputer {
    /** The system's own id of an installation: machine-id(5). */
    private static final Path MACHINE = Path.of("/etc/machine-id");

    private ThisComputer() {}

    /** A mark that is the same as long as the folder stays where it is, on this computer. */
    static String mark(Path folder) throws IOException {
        return ContentHash.ofText(installation() + "\n" + folder.toRealPath());
    }

    private static String installation() {
        try {
            return Files.readString(MACHINE, StandardCharsets.UTF_8).strip();
        } catch (IOException e) {
            // other systems tell a name at least
            return Objects.requireNonNullElse(System.getenv("COMPUTERNAME"), "")
                    + Objects.requireNonNullElse(System.getenv("HOSTNAME"), "");
        }
    }
}
