package yondershelf.library;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import net.openhft.hashing.LongTupleHashFunction;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;

/**
 * Changes to a library's files that can be taken back byte for byte. What is replaced is kept in {@code undo/<run>/}
 * with a manifest before anything is touched. Nothing outside the library is ever written.
 */
public final class FileActs {
    private static final ObjectMapper JSON = new ObjectMapper();

    private final Library library;
    private final Path folder;
    private final String run;
    private final ObjectNode manifest;
    private final ArrayNode acts;

    private FileActs(Library library, String run, String what) {
        this.library = library;
        this.run = run;
        this.folder = library.own().resolve("undo").resolve(run);
        this.manifest = JSON.createObjectNode();
        manifest.put("what", what);
        manifest.put("when", Instant.now().toString());
        this.acts = manifest.putArray("acts");
    }

    static FileActs begin(Library library, String what) {
        String run =
                Long.toString(System.currentTimeMillis(), 36) + Integer.toString((int) (System.nanoTime() & 0xfff), 36);
        return new FileActs(library, run, what);
    }

    /** Names this group of changes, for undoing it later. */
    public String run() {
        return run;
    }

    /** Replaces a file's bytes, or makes the file. */
    public void write(Path file, byte[] bytes) throws ProblemException {
        Path target = inside(file);
        try {
            boolean existed = Files.exists(target);
            ObjectNode act = acts.addObject();
            act.put("path", library.root().relativize(target).toString().replace('\\', '/'));
            act.put("after", hash(bytes));
            Files.createDirectories(folder);
            if (existed) {
                byte[] before = Files.readAllBytes(target);
                String kept = "file" + acts.size();
                Files.write(folder.resolve(kept), before);
                act.put("before", kept);
            }
            Files.write(
                    folder.resolve("manifest.json"),
                    JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(manifest));
            Files.createDirectories(target.getParent());
            Path fresh = target.resolveSibling(target.getFileName() + ".yonder-new");
            Files.write(fresh, bytes);
            Files.move(fresh, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException e) {
            throw new Problem(
                            file.toString(),
                            "the file could not be changed (" + cause(e) + ")",
                            "Is the library writable and the drive not full")
                    .raise(e);
        }
    }

    /** Brings a file that is not in the library into it. */
    public void copyIn(Path from, Path to) throws ProblemException {
        byte[] bytes;
        try {
            bytes = Files.readAllBytes(from);
        } catch (IOException e) {
            throw Problem.of(from, "the file could not be read (" + cause(e) + ")")
                    .raise(e);
        }
        write(to, bytes);
    }

    private static String cause(IOException e) {
        return e instanceof java.nio.file.AccessDeniedException
                ? "no permission to write there"
                : e.getClass().getSimpleName() + ": " + e.getMessage();
    }

    private Path inside(Path file) throws ProblemException {
        Path target = library.root().resolve(file).normalize();
        boolean own = target.startsWith(library.own());
        if (!target.startsWith(library.root()) || target.equals(library.root()) || own) {
            throw Problem.of(file, "it lies outside the library and is not touched")
                    .raise();
        }
        return target;
    }

    private static String hash(byte[] bytes) {
        long[] out = new long[2];
        LongTupleHashFunction.xx128().hashBytes(bytes, out);
        return String.format("%016x%016x", out[1], out[0]);
    }

    /** Groups of changes that can still be undone, newest first, each as run and what it did. */
    public static List<String[]> runs(Library library) {
        Path undo = library.own().resolve("undo");
        List<String[]> out = new ArrayList<>();
        if (!Files.isDirectory(undo)) {
            return out;
        }
        try (Stream<Path> list = Files.list(undo)) {
            for (Path run :
                    list.filter(p -> Files.exists(p.resolve("manifest.json"))).toList()) {
                JsonNode json = JSON.readTree(Files.readAllBytes(run.resolve("manifest.json")));
                if (!json.path("undone").asBoolean()) {
                    out.add(new String[] {
                        String.valueOf(run.getFileName()),
                        json.path("what").asText(),
                        json.path("when").asText()
                    });
                }
            }
        } catch (IOException e) {
            return out;
        }
        out.sort((a, b) -> b[2].compareTo(a[2]));
        return out;
    }

    /**
     * Takes a group of changes back.
     *
     * @return how many files have their old bytes again
     * @throws ProblemException when a file was changed since by something else; then nothing is touched
     */
    public static int undo(Library library, String run) throws ProblemException {
        Path folder = library.own().resolve("undo").resolve(run).normalize();
        Path file = folder.resolve("manifest.json");
        if (!folder.startsWith(library.own()) || !Files.exists(file)) {
            throw Problem.of(library.root(), "there is nothing to undo under " + run)
                    .raise();
        }
        try {
            ObjectNode json = (ObjectNode) JSON.readTree(Files.readAllBytes(file));
            if (json.path("undone").asBoolean()) {
                throw Problem.of(library.root(), "this was undone already").raise();
            }
            List<JsonNode> acts = new ArrayList<>();
            json.path("acts").forEach(acts::add);
            for (JsonNode act : lastPerPath(acts)) {
                checkUntouched(library, act);
            }
            for (int i = acts.size() - 1; i >= 0; i--) {
                JsonNode act = acts.get(i);
                Path target = library.resolve(act.path("path").asText());
                if (act.has("before")) {
                    Path fresh = target.resolveSibling(target.getFileName() + ".yonder-new");
                    Files.copy(folder.resolve(act.path("before").asText()), fresh, StandardCopyOption.REPLACE_EXISTING);
                    Files.move(fresh, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
                } else {
                    Files.deleteIfExists(target);
                    removeEmptyFolders(library.root(), target.getParent());
                }
            }
            json.put("undone", true);
            Files.write(file, JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(json));
            return acts.size();
        } catch (IOException e) {
            throw Problem.of(library.root(), "undoing failed (" + cause(e) + ")")
                    .raise(e);
        }
    }

    private static List<JsonNode> lastPerPath(List<JsonNode> acts) {
        List<JsonNode> out = new ArrayList<>();
        for (int i = 0; i < acts.size(); i++) {
            String path = acts.get(i).path("path").asText();
            boolean later = false;
            for (int k = i + 1; k < acts.size(); k++) {
                later |= acts.get(k).path("path").asText().equals(path);
            }
            if (!later) {
                out.add(acts.get(i));
            }
        }
        return out;
    }

    private static void checkUntouched(Library library, JsonNode act) throws IOException, ProblemException {
        Path target = library.resolve(act.path("path").asText());
        if (!Files.exists(target)
                || !hash(Files.readAllBytes(target)).equals(act.path("after").asText())) {
            throw new Problem(
                            target.toString(),
                            "the file was changed since, so undoing would lose that",
                            "Put it back as it was, or leave the change")
                    .raise();
        }
    }

    private static void removeEmptyFolders(Path root, @Nullable Path from) throws IOException {
        for (Path at = from; at != null && at.startsWith(root) && !at.equals(root); at = at.getParent()) {
            try (Stream<Path> list = Files.list(at)) {
                if (list.findAny().isPresent()) {
                    return;
                }
            }
            Files.delete(at);
        }
    }

    /** A 128-bit XXH3 of a file's bytes, as 32 hex digits. */
    public static String hash(Path file) throws IOException {
        return hash(Files.readAllBytes(file));
    }
}
