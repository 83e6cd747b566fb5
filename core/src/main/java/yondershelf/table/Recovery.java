package yondershelf.table;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.disk.SealedLine;
import yondershelf.format.reading.ContentReader;
import yondershelf.words.Phrase;

/**
 * Keeps unsaved scenes beside the program's state, so that they outlive its being killed. Each running program has a copy of
 * its own; one whose program runs no more is offered.
 */
public final class Recovery {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final long MOST_BYTES = 1 << 20;

    private final Path folder;
    private final String name = UUID.randomUUID().toString();
    private boolean kept;

    /**
     * An unsaved scene that a program left.
     *
     * @param scene the copy, a scene file
     * @param file where it belonged, or null for one never saved
     * @param title its name
     * @param when it was kept, in UTC, ISO 8601
     */
    public record Left(Path scene, @Nullable Path file, String title, String when) {
        private Path note() {
            return scene.resolveSibling(scene.getFileName().toString().replace(".glb", ".json"));
        }
    }

    /** @param folder beside the program's state */
    public Recovery(Path folder) {
        this.folder = folder;
    }

    /**
     * Keeps a scene as it is now; the copy from before gives way.
     *
     * @param file where it belongs, or null
     */
    public synchronized void keep(Scene scene, @Nullable Path file, ContentReader pictures) throws ProblemException {
        SceneFile.save(scene, folder.resolve(name + ".glb"), pictures);
        ObjectNode note = JSON.createObjectNode();
        note.put("process", ProcessHandle.current().pid()).put("started", started(ProcessHandle.current()));
        note.put("title", scene.name()).put("when", Instant.now().toString());
        note.put("file", file == null ? "" : file.toString());
        try {
            Disk.REAL.write(folder.resolve(name + ".json"), out -> out.write(SealedLine.seal(note)));
        } catch (IOException e) {
            throw Problem.of(folder, Phrase.of("table.the-unsaved-scene-could-not", e.getMessage()))
                    .raise(e);
        }
        kept = true;
    }

    /** Nothing is unsaved any more. */
    public synchronized void clear() throws ProblemException {
        if (kept) {
            remove(folder.resolve(name + ".json"), folder.resolve(name + ".glb"));
            kept = false;
        }
    }

    private static String started(ProcessHandle process) {
        return process.info().startInstant().map(Instant::toString).orElse("");
    }

    private void remove(Path... files) throws ProblemException {
        try {
            for (Path file : files) {
                Disk.REAL.delete(file);
            }
        } catch (IOException e) {
            throw Problem.of(folder, Phrase.of("table.the-kept-copy-could-not", e.getMessage()))
                    .raise(e);
        }
    }

    /** What programs that run no more left unsaved, latest first. */
    public List<Left> left() throws ProblemException {
        List<Left> out = new ArrayList<>();
        if (!Files.isDirectory(folder)) {
            return out;
        }
        List<Path> notes;
        try (var list = Files.list(folder)) {
            notes = list.filter(f -> f.toString().endsWith(".json")).toList();
        } catch (IOException e) {
            throw Problem.of(folder, Phrase.of("table.what-was-left-unsaved-cannot", e.getMessage()))
                    .raise(e);
        }
        for (Path note : notes) {
            Left left = read(note);
            if (left != null) {
                out.add(left);
            }
        }
        out.sort((a, b) -> b.when.compareTo(a.when));
        return out;
    }

    /** Null for one whose program still runs, or whose scene is not there. */
    private static @Nullable Left read(Path note) {
        try {
            JsonNode json = SealedLine.open(new String(Disk.read(note, MOST_BYTES), StandardCharsets.UTF_8).strip())
                    .orElseThrow(() -> new IOException("damaged"));
            boolean runs = ProcessHandle.of(json.path("process").asLong())
                    .filter(p -> started(p).equals(json.path("started").asText()))
                    .isPresent();
            Path scene = note.resolveSibling(note.getFileName().toString().replace(".json", ".glb"));
            if (runs || !Files.isRegularFile(scene, LinkOption.NOFOLLOW_LINKS)) {
                return null;
            }
            String file = json.path("file").asText();
            return new Left(
                    scene,
                    file.isEmpty() ? null : Path.of(file),
                    json.path("title").asText(),
                    json.path("when").asText());
        } catch (IOException | java.nio.file.InvalidPathException e) {
            // a damaged note: the scene beside it can still be opened by hand
            return null;
        }
    }

    /** A scene that was left was dealt with. */
    public void forget(Left left) throws ProblemException {
        remove(left.note(), left.scene);
    }
}
