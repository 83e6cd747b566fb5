package yondershelf.library;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.words.Phrase;

/**
 * A file that comes into a library under a name nothing has: a copy of another, or what was made for it.
 *
 * @param to where, in the library
 * @param from what it is a copy of; null for one that was made
 */
public record Arrival(Path to, @Nullable Path from, byte[] bytes) {
    private static final byte[] NONE = {};

    public static Arrival copy(Path from, Path to) {
        return new Arrival(to, from, NONE);
    }

    public static Arrival made(byte[] bytes, Path to) {
        return new Arrival(to, null, bytes);
    }

    /** True when both come under one name and bring the same. */
    public boolean isSame(Arrival other) {
        return to.equals(other.to) && Objects.equals(from, other.from) && Arrays.equals(bytes, other.bytes);
    }

    /** True when what lies under its name is it already. */
    public boolean isThere() {
        try {
            return Files.isRegularFile(to)
                    && (from == null
                            ? Files.size(to) == bytes.length && Arrays.equals(Files.readAllBytes(to), bytes)
                            : Files.isRegularFile(from) && Files.mismatch(from, to) < 0);
        } catch (IOException e) {
            // then bringing it says what is wrong
            return false;
        }
    }

    /** About how much is to be written. */
    long weight() throws IOException {
        return from == null ? bytes.length : Files.size(from);
    }

    void check() throws ProblemException {
        if (from != null && (!Files.isReadable(from) || !Files.isRegularFile(from))) {
            String cause = !Files.exists(from)
                    ? Phrase.of("library.it-is-not-there-any")
                    : Files.isRegularFile(from)
                            ? Phrase.of("library.there-is-no-permission-to")
                            : Phrase.of("library.it-is-no-plain-file");
            throw Problem.of(from, Phrase.of("library.the-file-could-not-be", cause))
                    .raise();
        }
    }

    /** Writes it and gives its hash. */
    String into(OutputStream out) throws IOException {
        if (from == null) {
            out.write(bytes);
            return ContentHash.of(bytes);
        }
        return ContentHash.copy(from, out);
    }
}
