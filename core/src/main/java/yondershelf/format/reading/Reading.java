package yondershelf.format.reading;

import java.io.EOFException;
import java.io.FileNotFoundException;
import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Part;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.words.Phrase;

/** What all readers share: words for failures, and plain files only. */
public final class Reading {
    private Reading() {}

    /** A reading failure in plain words. */
    public static Problem problem(Object file, Throwable e) {
        if (e instanceof NoSuchFileException || e instanceof FileNotFoundException) {
            return new Problem(
                    file.toString(),
                    Phrase.kept("format.the-file-is-not-there"),
                    Phrase.kept("format.connect-its-drive-then-try"));
        }
        if (e instanceof AccessDeniedException) {
            return new Problem(
                    file.toString(),
                    Phrase.kept("format.there-is-no-permission-to"),
                    Phrase.kept("format.change-the-file-s-permissions"));
        }
        if (e instanceof OutOfMemoryError) {
            return Problem.of(file, Phrase.kept("format.it-needs-more-memory-than"));
        }
        if (e instanceof FileSystemException fs && fs.getReason() != null) {
            return Problem.of(file, Phrase.kept("format.the-system-cannot-read-it", fs.getReason()));
        }
        return Problem.of(file, Phrase.kept("format.it-cannot-be-read", firstLine(e)));
    }

    public static String firstLine(Throwable e) {
        if (e instanceof EOFException) {
            return "the file is cut short";
        }
        String message = e.getMessage();
        // what Java says of these speaks of the program's insides, not of the file
        boolean inside = e instanceof ClassCastException
                || e instanceof NullPointerException
                || e instanceof IndexOutOfBoundsException
                || e instanceof NegativeArraySizeException
                || e instanceof java.util.NoSuchElementException
                || e instanceof java.nio.BufferUnderflowException
                || e instanceof LinkageError;
        if (inside) {
            return Phrase.kept("format.it-does-not-hold-what-its-format-asks-for");
        }
        if (message == null || message.isBlank()) {
            return Phrase.kept("format.it-does-not-hold-what-its-format-asks-for");
        }
        int end = message.indexOf('\n');
        String line = end < 0 ? message : message.substring(0, end);
        return line.length() > 160 ? line.substring(0, 160) + "..." : line;
    }

    /** A file's name without its extension. */
    public static String baseName(Path file) {
        String name = String.valueOf(file.getFileName());
        int dot = name.lastIndexOf('.');
        return dot > 0 ? name.substring(0, dot) : name;
    }

    /**
     * A part whose vertices are numbers and whose indices point at them.
     *
     * @throws ProblemException saying how many vertices or indices are wrong
     */
    public static Part checkedPart(
            Path file,
            float[] positions,
            float @Nullable [] normals,
            float @Nullable [] uvs,
            float @Nullable [] colors,
            int[] indices,
            int material)
            throws ProblemException {
        int vertices = positions.length / 3;
        int broken = 0;
        for (int i = 0; i < vertices; i++) {
            float sum = positions[i * 3] + positions[i * 3 + 1] + positions[i * 3 + 2];
            if (!Float.isFinite(sum)) {
                broken++;
            }
        }
        if (broken > 0) {
            throw Problem.of(file, Phrase.kept("format.of-vertices-have-positions-that", broken, vertices))
                    .raise();
        }
        for (int index : indices) {
            if (index < 0 || index >= vertices) {
                throw Problem.of(file, Phrase.kept("format.a-triangle-points-at-vertex", index, vertices))
                        .raise();
            }
        }
        return new Part(positions, normals, uvs, colors, indices, material);
    }

    /**
     * All bytes of a plain file: a pipe would hang, a device never end.
     *
     * @throws IOException when it is none
     */
    public static byte[] bytes(Path file) throws IOException {
        requirePlain(file);
        return FileBytes.of(file);
    }

    public static void requirePlain(Path file) throws IOException {
        if (Files.exists(file) && !Files.isRegularFile(file)) {
            throw new FileSystemException(file.toString(), null, Phrase.kept("format.it-is-no-plain-file"));
        }
    }
}
