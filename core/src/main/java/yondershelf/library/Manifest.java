package yondershelf.library;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import yondershelf.disk.Disk;
import yondershelf.disk.SealedLine;

/** The list of what one group of file changes did, only appended to: docs/library-format.md. */
final class Manifest {
    static final String FILE = "manifest.jsonl";

    private static final ObjectMapper JSON = new ObjectMapper();
    private static final long MOST_BYTES = 1L << 30;

    /**
     * One change.
     *
     * @param path below the library's root
     * @param after hash of the new bytes; empty when the file was deleted
     * @param before name of the kept old bytes; null for a file that did not exist
     * @param old hash of the old bytes; empty when there were none, or in a manifest from before they were noted
     * @param time when the old bytes were last changed, as text; may be empty
     * @param mode the old file's permissions in POSIX notation; may be empty
     * @param made folders made for a new file, below the root, the uppermost first
     * @param inPlace true when the file was written into, because other names share its bytes
     * @param from where the file was moved from, below the root; then {@code after} is its size and time, which a move leaves as
     *     they are, and nothing is kept. Null for all other changes
     */
    record FileChange(
            String path,
            String after,
            @Nullable String before,
            String old,
            String time,
            String mode,
            List<String> made,
            boolean inPlace,
            @Nullable String from) {
        FileChange {
            made = List.copyOf(made);
        }

        /** A file that was moved. */
        static FileChange moved(String from, String to, String state, List<String> made) {
            return new FileChange(to, state, null, "", "", "", made, false, from);
        }
    }

    private final Path file;
    private final Disk disk;
    private final List<FileChange> acts = new ArrayList<>();
    private String what = "";
    private String when = "";
    private int damaged;
    private boolean headed;
    private boolean undone;

    private Manifest(Path file, Disk disk) {
        this.file = file;
        this.disk = disk;
    }

    static Manifest fresh(Path folder, Disk disk, String what, String when) {
        Manifest made = new Manifest(folder.resolve(FILE), disk);
        made.what = what;
        made.when = when;
        return made;
    }

    /** A damaged line costs itself only. The last line may be torn: what it speaks of was not begun yet. */
    static Manifest read(Path folder, Disk disk) throws IOException {
        Manifest read = new Manifest(folder.resolve(FILE), disk);
        String text = new String(Disk.read(read.file, MOST_BYTES), StandardCharsets.UTF_8);
        List<String> lines = text.lines().toList();
        boolean sealed = lines.stream().anyMatch(l -> SealedLine.open(l).isPresent());
        for (int i = 0; i < lines.size(); i++) {
            Optional<ObjectNode> line = sealed ? SealedLine.open(lines.get(i)) : plain(lines.get(i));
            if (line.isPresent()) {
                read.take(line.get());
            } else if (i < lines.size() - 1 || text.endsWith("\n") && sealed) {
                read.damaged++;
            }
        }
        if (!text.isEmpty() && text.charAt(0) != '{' && read.damaged == 0) {
            read.damaged++;
        }
        read.headed = true;
        return read;
    }

    /** As lines were before they were sealed. */
    private static Optional<ObjectNode> plain(String line) {
        try {
            return JSON.readTree(line) instanceof ObjectNode node ? Optional.of(node) : Optional.empty();
        } catch (JsonProcessingException e) {
            return Optional.empty();
        }
    }

    private void take(ObjectNode json) throws IOException {
        if (json.has("what")) {
            what = json.path("what").asText();
            when = json.path("when").asText();
        } else if (json.has("path")) {
            String before = json.has("before") ? json.path("before").asText() : null;
            if (before != null && !before.matches("file\\d+")) {
                throw new IOException("the manifest names " + before);
            }
            List<String> made = new ArrayList<>();
            json.path("made").forEach(m -> made.add(m.asText()));
            acts.add(new FileChange(
                    json.path("path").asText(),
                    json.path("after").asText(),
                    before,
                    json.path("old").asText(""),
                    json.path("time").asText(""),
                    json.path("mode").asText(""),
                    made,
                    json.path("inPlace").asBoolean(),
                    json.has("from") ? json.path("from").asText() : null));
        } else if (json.has("left")) {
            forget(json.path("left").asInt());
        }
        undone |= json.path("undone").asBoolean();
    }

    String what() {
        return what;
    }

    String when() {
        return when;
    }

    List<FileChange> acts() {
        return List.copyOf(acts);
    }

    /** Lines that cannot be read, the torn last one not counted. */
    int damaged() {
        return damaged;
    }

    boolean isUndone() {
        return undone;
    }

    /** All bytes a file was given, or had, in the course of this group: what it is when it was cut off between two changes. */
    Set<String> states(String path) {
        Set<String> out = new HashSet<>();
        for (FileChange act : acts) {
            if (act.path.equals(path) && act.from == null) {
                out.add(act.after);
                if (!act.old.isEmpty()) {
                    out.add(act.old);
                }
            }
        }
        return out;
    }

    /** Notes what is about to be done; on the disk when this returns. */
    void add(FileChange act) throws IOException {
        add(List.of(act));
    }

    /** The same of several at once. */
    void add(List<FileChange> several) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        if (!headed) {
            out.writeBytes(
                    SealedLine.seal(JSON.createObjectNode().put("what", what).put("when", when)));
        }
        several.forEach(act -> out.writeBytes(SealedLine.seal(line(act))));
        disk.append(file, out.toByteArray());
        headed = true;
        acts.addAll(several);
    }

    private static ObjectNode line(FileChange act) {
        ObjectNode line = JSON.createObjectNode().put("path", act.path).put("after", act.after);
        if (act.before != null) {
            line.put("before", act.before)
                    .put("old", act.old)
                    .put("time", act.time)
                    .put("mode", act.mode);
        }
        if (!act.made.isEmpty()) {
            act.made.forEach(line.putArray("made")::add);
        }
        if (act.inPlace) {
            line.put("inPlace", true);
        }
        if (act.from != null) {
            line.put("from", act.from);
        }
        return line;
    }

    private void append(JsonNode line) throws IOException {
        disk.append(file, SealedLine.seal((ObjectNode) line));
    }

    /** Notes that the acts from a number on were taken back. */
    void forgetFrom(int left) throws IOException {
        if (left < acts.size()) {
            append(JSON.createObjectNode().put("left", left));
            forget(left);
        }
    }

    private void forget(int left) {
        acts.subList(Math.max(0, Math.min(left, acts.size())), acts.size()).clear();
    }

    void markUndone() throws IOException {
        append(JSON.createObjectNode().put("undone", true));
        undone = true;
    }

    /**
     * The acts from a number on, the latest first; those on one file joined to one: what it was before the first, what it is after
     * the last. That it was moved stands for itself, and came before what was done to it where it is now.
     */
    List<FileChange> changes(int from) {
        Map<String, FileChange> byPath = new LinkedHashMap<>();
        for (FileChange act : acts.subList(Math.min(from, acts.size()), acts.size())) {
            String key = act.from == null ? act.path : act.path + "\0" + act.from;
            FileChange first = byPath.get(key);
            byPath.put(
                    key,
                    first == null
                            ? act
                            : new FileChange(
                                    act.path,
                                    act.after,
                                    first.before,
                                    first.old,
                                    first.time,
                                    first.mode,
                                    first.made,
                                    first.inPlace || act.inPlace,
                                    first.from));
        }
        return new ArrayList<>(byPath.values()).reversed();
    }
}
