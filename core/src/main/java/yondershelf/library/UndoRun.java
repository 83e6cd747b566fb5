package yondershelf.library;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What one group of file changes keeps so that it can be taken back: old bytes, and a manifest that is only appended to. */
public final class UndoRun {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final String MANIFEST = "manifest.jsonl";

    /**
     * A group of changes that can be undone.
     *
     * @param when in UTC, ISO 8601
     */
    public record Summary(String run, String what, String when) {}

    /** @param before name of the kept old bytes; null for a file that did not exist */
    record Act(String path, String after, @Nullable String before) {}

    /** All acts on one file together: what it was before the first, what it is after the last. */
    record Change(String path, String after, @Nullable String before) {}

    private final Path folder;
    private final Summary summary;
    private final List<Act> acts = new ArrayList<>();
    private int keptFiles;
    private boolean begun;
    private boolean undone;

    private UndoRun(Path folder, Summary summary) {
        this.folder = folder;
        this.summary = summary;
    }

    private static Path undoFolder(Library library) {
        return library.own().resolve("undo");
    }

    static UndoRun begin(Library library, String what) {
        String run =
                Long.toString(System.currentTimeMillis(), 36) + Integer.toString((int) (System.nanoTime() & 0xfff), 36);
        return new UndoRun(
                undoFolder(library).resolve(run),
                new Summary(run, what, Instant.now().toString()));
    }

    /** A group that can still be undone; one undone already, or never begun, is none. */
    static Optional<UndoRun> open(Library library, String run) throws IOException {
        Path folder = undoFolder(library).resolve(run).normalize();
        Path manifest = folder.resolve(MANIFEST);
        if (!undoFolder(library).equals(folder.getParent()) || !Files.exists(manifest)) {
            return Optional.empty();
        }
        List<String> lines = new String(Files.readAllBytes(manifest), StandardCharsets.UTF_8)
                .lines()
                .toList();
        if (lines.isEmpty()) {
            return Optional.empty();
        }
        JsonNode head = JSON.readTree(lines.get(0));
        UndoRun loaded = new UndoRun(
                folder,
                new Summary(run, head.path("what").asText(), head.path("when").asText()));
        for (String line : lines.subList(1, lines.size())) {
            loaded.read(line);
        }
        return loaded.undone ? Optional.empty() : Optional.of(loaded);
    }

    private void read(String line) throws IOException {
        JsonNode json;
        try {
            json = JSON.readTree(line);
        } catch (JsonProcessingException torn) {
            // the program ended while writing it; the file it speaks of was not touched yet
            return;
        }
        if (json.has("path")) {
            String before = json.has("before") ? json.path("before").asText() : null;
            if (before != null && !before.matches("file\\d+")) {
                throw new IOException("the manifest names " + before);
            }
            acts.add(new Act(json.path("path").asText(), json.path("after").asText(), before));
        } else if (json.has("left")) {
            forget(json.path("left").asInt());
        }
        undone |= json.path("undone").asBoolean();
    }

    static List<Summary> all(Library library) throws IOException {
        List<Summary> out = new ArrayList<>();
        if (!Files.isDirectory(undoFolder(library))) {
            return out;
        }
        try (var list = Files.list(undoFolder(library))) {
            for (Path run : list.toList()) {
                open(library, String.valueOf(run.getFileName()))
                        .filter(u -> !u.acts.isEmpty())
                        .ifPresent(u -> out.add(u.summary));
            }
        }
        out.sort(Comparator.comparing(Summary::when).reversed());
        return out;
    }

    String run() {
        return summary.run;
    }

    int made() {
        return acts.size();
    }

    /** Keeps a file as it is and notes what it is about to become; old bytes are safe when this returns. */
    void keep(String path, Path target, String after) throws IOException {
        if (!begun) {
            Files.createDirectories(folder);
            append(JSON.createObjectNode().put("what", summary.what).put("when", summary.when), true);
            begun = true;
        }
        ObjectNode line = JSON.createObjectNode().put("path", path).put("after", after);
        String before = null;
        if (Files.exists(target)) {
            before = "file" + ++keptFiles;
            Files.copy(target, folder.resolve(before));
            line.put("before", before);
        }
        // a new file holds nothing that could be lost, so it need not wait for the disk
        append(line, before != null);
        acts.add(new Act(path, after, before));
    }

    private void append(ObjectNode line, boolean force) throws IOException {
        ByteBuffer bytes = ByteBuffer.wrap((line + "\n").getBytes(StandardCharsets.UTF_8));
        try (FileChannel channel =
                FileChannel.open(folder.resolve(MANIFEST), StandardOpenOption.CREATE, StandardOpenOption.APPEND)) {
            while (bytes.hasRemaining()) {
                channel.write(bytes);
            }
            if (force) {
                channel.force(false);
            }
        }
    }

    /** The acts from a number on, one change a file, latest first. */
    List<Change> changes(int from) {
        Map<String, Change> byPath = new LinkedHashMap<>();
        for (Act act : acts.subList(Math.min(from, acts.size()), acts.size())) {
            Change known = byPath.get(act.path);
            byPath.put(act.path, new Change(act.path, act.after, known == null ? act.before : known.before));
        }
        return new ArrayList<>(byPath.values()).reversed();
    }

    @Nullable
    Path before(Change change) {
        return change.before == null ? null : folder.resolve(change.before);
    }

    /** Notes that the acts from a number on were taken back. */
    void forgetFrom(int left) throws IOException {
        if (left < acts.size()) {
            append(JSON.createObjectNode().put("left", left), true);
            forget(left);
        }
    }

    private void forget(int left) {
        acts.subList(Math.max(0, Math.min(left, acts.size())), acts.size()).clear();
    }

    void markUndone() throws IOException {
        append(JSON.createObjectNode().put("undone", true), true);
        undone = true;
    }
}
