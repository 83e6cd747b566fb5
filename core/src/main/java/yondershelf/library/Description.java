package yondershelf.library;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Pattern;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.words.Phrase;

/**
 * What a library says of itself: {@code library.json}, and a second copy of it from which a damaged one is restored.
 *
 * @param format the version of the library's own data; one that is not known yet is read as far as it can be, never written
 */
record Description(String id, String name, int format) {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final int FORMAT = 1;
    private static final long MOST_BYTES = 1 << 20;
    private static final Pattern UUID_TEXT =
            Pattern.compile("[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}");

    static final String FILE = "library.json";
    private static final String SECOND = "library.second.json";

    static Description fresh(String name) {
        return new Description(UUID.randomUUID().toString(), name);
    }

    Description(String id, String name) {
        this(id, name, FORMAT);
    }

    /** True when a newer version of the program made it. */
    boolean isNewer() {
        return format > FORMAT;
    }

    /** @throws ProblemException when a newer version of the program made it: what that one keeps there is not known here */
    void requireWritable(Path own) throws ProblemException {
        if (isNewer()) {
            throw newer(own.resolve(FILE), format, Phrase.of("library.it-can-be-looked-at"));
        }
    }

    private static ProblemException newer(Path file, int format, String so) {
        return new Problem(
                        file.toString(),
                        Phrase.of("library.the-library-has-format-this", format, FORMAT, so),
                        Phrase.of("library.open-it-with-a-newer"))
                .raise();
    }

    /**
     * The description in a library's own folder; empty when there is none. A damaged one is restored from its second copy.
     *
     * @throws ProblemException when it is damaged beyond that, or of a format that does not even tell its id
     */
    static Optional<Description> read(Path own, Disk disk) throws IOException, ProblemException {
        Path file = own.resolve(FILE);
        Path second = own.resolve(SECOND);
        boolean there = Files.exists(file, LinkOption.NOFOLLOW_LINKS);
        Optional<Description> read = there ? parse(file) : Optional.empty();
        if (read.isPresent()) {
            return read;
        }
        if (!there && !Files.exists(second, LinkOption.NOFOLLOW_LINKS)) {
            return Optional.empty();
        }
        Optional<Description> kept = Files.exists(second, LinkOption.NOFOLLOW_LINKS) ? parse(second) : Optional.empty();
        if (kept.isEmpty()) {
            throw new Problem(
                            file.toString(),
                            Phrase.of("library.the-library-s-description-is"),
                            Phrase.of("library.bring-the-file-back-from"))
                    .raise();
        }
        try {
            // as it stands, with whatever a newer version added
            disk.write(file, out -> out.write(Disk.read(second, MOST_BYTES)));
        } catch (IOException readOnly) {
            // read from the second copy until the library can be written
            return kept;
        }
        return kept;
    }

    /** @throws ProblemException when it is sound but of a format that does not tell its id and name */
    private static Optional<Description> parse(Path file) throws IOException, ProblemException {
        JsonNode json;
        try {
            json = JSON.readTree(Disk.read(file, MOST_BYTES));
        } catch (JsonProcessingException e) {
            return Optional.empty();
        } catch (java.nio.file.FileSystemException e) {
            if (e instanceof java.nio.file.AccessDeniedException) {
                throw e;
            }
            return Optional.empty();
        }
        if (!(json instanceof ObjectNode) || !json.path("format").isInt()) {
            return Optional.empty();
        }
        int format = json.path("format").asInt();
        String id = json.path("id").asText();
        String name = json.path("name").asText();
        boolean sound = format >= FORMAT && UUID_TEXT.matcher(id).matches() && !name.isBlank();
        if (!sound && format > FORMAT) {
            throw newer(file, format, Phrase.of("library.it-cannot-be-opened-here"));
        }
        return sound ? Optional.of(new Description(id, name, format)) : Optional.empty();
    }

    void write(Path own, Disk disk) throws IOException {
        disk.write(own.resolve(SECOND), bytes());
        disk.write(own.resolve(FILE), bytes());
    }

    /** Libraries made before there was a second copy get one. */
    void secure(Path own, Disk disk) throws IOException {
        if (!Files.exists(own.resolve(SECOND), LinkOption.NOFOLLOW_LINKS)) {
            disk.write(own.resolve(SECOND), bytes());
        }
    }

    private Disk.Fill bytes() {
        ObjectNode json = JSON.createObjectNode();
        json.put("format", FORMAT).put("id", id).put("name", name);
        return out -> out.write((json.toPrettyString() + "\n").getBytes(StandardCharsets.UTF_8));
    }
}
