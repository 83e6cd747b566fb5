package yondershelf.library;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.Objects;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.words.Phrase;

/** Why the system did not do what a library wanted, said for a person. */
final class Refused {
    private Refused() {}

    static String reason(IOException e) {
        if (e instanceof AccessDeniedException) {
            return Phrase.of("library.no-permission");
        }
        if (e instanceof NoSuchFileException) {
            return Phrase.of("library.something-it-needs-is-not-there");
        }
        if (e instanceof FileAlreadyExistsException) {
            return Phrase.of("library.another-file-has-that-name");
        }
        if (e instanceof FileSystemException fs) {
            // its message names the file it was at, which may be a temporary one
            return Objects.requireNonNullElseGet(fs.getReason(), () -> Phrase.of("library.the-drive-refused-it"));
        }
        return Objects.requireNonNullElseGet(e.getMessage(), () -> Phrase.of("library.the-drive-refused-it"));
    }

    static ProblemException notWritten(Path file, IOException e) {
        String cause =
                e instanceof AccessDeniedException ? Phrase.of("library.no-permission-to-write-there") : reason(e);
        return new Problem(
                        file.toString(),
                        Phrase.of("library.the-file-could-not-be-changed", cause),
                        Phrase.of("library.make-room-on-the-drive-and"))
                .raise(e);
    }
}
