package yondershelf.library;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/**
 * Where files of a run came from that were moved into the library: noted before they go from there, so that undoing puts them back.
 * The library itself only says which of its files came so, and these are not let go of by a machine that does not know from where;
 * the places are among this machine's own {@link MachineRecords}.
 */
final class Origins {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final String FILE = "origins.json";
    private static final long MOST_BYTES = 256L << 20;

    private Origins() {}

    /** @param hash of the bytes that came: nothing else is ever put there */
    private record Origin(Path from, long time, String hash) {}

    private static Path file(Library library, String run) {
        return UndoRun.folderOf(library).resolve(run).resolve(FILE);
    }

    /**
     * Removes files from where they came from. One that is not in the library byte for byte stays.
     *
     * @param came files in the library, by where they came from
     */
    static void release(Library library, UndoRun run, Map<Path, Path> came, Work work) throws IOException {
        Map<String, String> hashes = new HashMap<>();
        run.manifest().acts().forEach(act -> hashes.put(act.path(), act.after()));
        ArrayNode here = JSON.createArrayNode();
        ArrayNode paths = JSON.createArrayNode();
        for (Map.Entry<Path, Path> each : came.entrySet()) {
            String path = library.relative(each.getValue());
            String noted = hashes.get(path);
            paths.add(path);
            here.addObject()
                    .put("from", each.getKey().toString())
                    .put("path", path)
                    .put("time", Files.getLastModifiedTime(each.getKey()).toMillis())
                    .put("hash", noted == null ? ContentHash.of(each.getValue()) : noted);
        }
        library.records().put(run.run(), MachineRecords.Subject.ORIGINS, JSON.writeValueAsBytes(here));
        byte[] bytes = JSON.writeValueAsBytes(paths);
        library.disk().write(file(library, run.run()), out -> out.write(bytes));
        for (Map.Entry<Path, Path> each : came.entrySet()) {
            try {
                if (Files.mismatch(each.getKey(), each.getValue()) < 0) {
                    Files.delete(each.getKey());
                } else {
                    work.problem(Problem.of(each.getKey(), Phrase.of("library.it-was-changed-meanwhile-and")));
                }
            } catch (IOException e) {
                work.problem(
                        Problem.of(each.getKey(), Phrase.of("library.it-was-copied-but-could", Refused.reason(e))));
            }
        }
    }

    /**
     * Puts back where they came from what is not there any more.
     *
     * @param left paths of files that stay in the library whatever becomes of the others
     * @return what cannot be put back, and so must stay in the library, by its path
     */
    static Map<String, Problem> restore(Library library, String run, Set<String> left)
            throws IOException, ProblemException {
        Map<String, Origin> known = known(library, run);
        Set<String> moved = new TreeSet<>(known.keySet());
        moved.addAll(said(library, run));
        moved.removeAll(left);
        Map<String, Problem> stuck = new TreeMap<>();
        for (String path : moved) {
            Path now = library.writing().inside(path);
            Origin origin = known.get(path);
            if (!Files.isRegularFile(now, LinkOption.NOFOLLOW_LINKS)) {
                continue;
            }
            if (origin == null) {
                stuck.put(
                        path,
                        new Problem(
                                now.toString(),
                                Phrase.of("library.it-was-moved-here-by-another"),
                                Phrase.of("library.undo-it-there-or-undo")));
            } else if (!restore(origin, now)) {
                stuck.put(
                        path,
                        new Problem(
                                now.toString(),
                                Phrase.of("library.it-was-moved-here-and", origin.from),
                                Phrase.of("library.connect-the-drive-it-came")));
            }
        }
        return stuck;
    }

    private static boolean restore(Origin origin, Path now) {
        try {
            if (Files.exists(origin.from, LinkOption.NOFOLLOW_LINKS)) {
                return Files.isRegularFile(origin.from, LinkOption.NOFOLLOW_LINKS)
                        && ContentHash.of(origin.from).equals(origin.hash);
            }
            if (!ContentHash.of(now).equals(origin.hash)) {
                return false;
            }
            Path folder = origin.from.toAbsolutePath().getParent();
            if (folder != null) {
                Disk.REAL.makeFolders(folder);
            }
            Disk.REAL.write(origin.from, out -> Files.copy(now, out));
            Files.setLastModifiedTime(origin.from, FileTime.fromMillis(origin.time));
            return true;
        } catch (IOException e) {
            // said for each file by whoever asked; it stays in the library
            return false;
        }
    }

    /** What the library says: paths below its root. In older ones each stands behind the place it came from, which counts for nothing. */
    private static Set<String> said(Library library, String run) throws IOException {
        Set<String> out = new TreeSet<>();
        Path file = file(library, run);
        if (Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
            for (JsonNode each : read(Disk.read(file, MOST_BYTES))) {
                out.add(each.isTextual() ? each.asText() : each.path(1).asText());
            }
        }
        return out;
    }

    private static Map<String, Origin> known(Library library, String run) throws IOException {
        Map<String, Origin> out = new LinkedHashMap<>();
        Optional<byte[]> record = library.records().get(run, MachineRecords.Subject.ORIGINS);
        if (record.isPresent()) {
            for (JsonNode each : read(record.get())) {
                try {
                    out.put(
                            each.path("path").asText(),
                            new Origin(
                                    Path.of(each.path("from").asText()),
                                    each.path("time").asLong(),
                                    each.path("hash").asText()));
                } catch (InvalidPathException e) {
                    throw new IOException(Phrase.of("library.the-record-of-where-its-files"), e);
                }
            }
        }
        return out;
    }

    private static JsonNode read(byte[] bytes) throws IOException {
        try {
            return JSON.readTree(bytes);
        } catch (JsonProcessingException e) {
            throw new IOException(Phrase.of("library.the-record-of-where-its-files"), e);
        }
    }
}
