package yondershelf.library;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import yondershelf.content.Problem;
import yondershelf.disk.Disk;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/** Where files of a run came from that were moved into the library: noted before they go from there, so that undoing puts them back. */
final class Origins {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final String FILE = "origins.json";
    private static final long MOST_BYTES = 256L << 20;

    private Origins() {}

    private record Origin(Path from, String path, long time) {}

    private static Path file(Library library, String run) {
        return UndoRun.folderOf(library).resolve(run).resolve(FILE);
    }

    /**
     * Removes files from where they came from. One that is not in the library byte for byte stays.
     *
     * @param came files in the library, by where they came from
     */
    static void release(Library library, String run, Map<Path, Path> came, Work work) throws IOException {
        ArrayNode all = JSON.createArrayNode();
        for (Map.Entry<Path, Path> each : came.entrySet()) {
            all.addArray()
                    .add(each.getKey().toString())
                    .add(library.relative(each.getValue()))
                    .add(Files.getLastModifiedTime(each.getKey()).toMillis());
        }
        byte[] bytes = JSON.writeValueAsBytes(all);
        library.disk().write(file(library, run), out -> out.write(bytes));
        for (Map.Entry<Path, Path> each : came.entrySet()) {
            try {
                if (Files.mismatch(each.getKey(), each.getValue()) < 0) {
                    Files.delete(each.getKey());
                } else {
                    work.problem(Problem.of(each.getKey(), Phrase.of("library.it-was-changed-meanwhile-and")));
                }
            } catch (IOException e) {
                work.problem(
                        Problem.of(each.getKey(), Phrase.of("library.it-was-copied-but-could", Library.reason(e))));
            }
        }
    }

    /** Puts back where they came from what is not there any more. Gives the files of the library whose old place cannot be written. */
    static Set<String> restore(Library library, String run) throws IOException {
        Set<String> stuck = new TreeSet<>();
        for (Origin origin : read(library, run)) {
            Path now = library.root().resolve(origin.path);
            if (Files.exists(origin.from, LinkOption.NOFOLLOW_LINKS)
                    || !Files.isRegularFile(now, LinkOption.NOFOLLOW_LINKS)) {
                continue;
            }
            try {
                Path folder = origin.from.toAbsolutePath().getParent();
                if (folder != null) {
                    Disk.REAL.makeFolders(folder);
                }
                Disk.REAL.write(origin.from, out -> Files.copy(now, out));
                Files.setLastModifiedTime(origin.from, FileTime.fromMillis(origin.time));
            } catch (IOException e) {
                stuck.add(origin.path);
            }
        }
        return stuck;
    }

    private static List<Origin> read(Library library, String run) throws IOException {
        List<Origin> out = new ArrayList<>();
        Path file = file(library, run);
        if (!Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
            return out;
        }
        try {
            for (JsonNode each : JSON.readTree(Disk.read(file, MOST_BYTES))) {
                Path now = library.root().resolve(each.path(1).asText()).normalize();
                if (now.startsWith(library.root())) {
                    out.add(new Origin(
                            Path.of(each.path(0).asText()),
                            each.path(1).asText(),
                            each.path(2).asLong()));
                }
            }
        } catch (JsonProcessingException e) {
            throw new IOException("the record of where its files came from is damaged", e);
        }
        return out;
    }
}
