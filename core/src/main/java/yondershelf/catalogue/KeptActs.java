package yondershelf.catalogue;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.disk.Lock;
import yondershelf.disk.SealedLine;
import yondershelf.library.ActNotes;
import yondershelf.library.Edit;
import yondershelf.words.Phrase;
import yondershelf.work.ProgramLog;

/**
 * The latest acts on this machine, in {@code acts.jsonl} in the program's own folder: a line for each, and one for each time it
 * was taken back or done again. Windows and commands write it together. Safe for several threads.
 */
public final class KeptActs {
    /** So many are kept. */
    public static final int MOST = 100;

    private static final long MOST_BYTES = 1L << 30;
    private static final int LINES_TOO_MANY = 4 * MOST;
    private static final ObjectMapper JSON = new ObjectMapper();

    private final Path file;
    private final Path lock;
    private final Disk disk = Disk.REAL;

    KeptActs(Path folder) {
        this.file = folder.resolve("acts.jsonl");
        this.lock = folder.resolve("acts.lock");
    }

    /** Keeps one that was just done. */
    public void add(KeptAct act) throws ProblemException {
        append(line(act));
    }

    /** Notes groups of changes to a library's files as they begin; an act that names such a group later stands for it. */
    ActNotes of(String library) {
        return new ActNotes() {
            @Override
            public void begun(String run, String what) {
                note(() -> add(KeptAct.begun(library, run, what)));
            }

            @Override
            public void empty(String run) {
                note(() -> append(JSON.createObjectNode().put("id", run).put("empty", true)));
            }
        };
    }

    private interface Noting {
        void run() throws ProblemException;
    }

    /** The library itself keeps what is needed for taking it back: on a full drive, what makes room is not refused for this. */
    private static void note(Noting noting) {
        try {
            noting.run();
        } catch (ProblemException e) {
            ProgramLog.note(e.problem());
        }
    }

    /** Notes that one was taken back, or done again. */
    public void mark(String id, boolean undone) throws ProblemException {
        append(JSON.createObjectNode().put("id", id).put("undone", undone));
    }

    private void append(ObjectNode line) throws ProblemException {
        try (Lock _ = Lock.take(lock, Phrase.of("catalogue.keeping-what-was-done"), Lock.Waiting.USUAL)) {
            disk.append(file, SealedLine.seal(line));
        } catch (IOException e) {
            throw Problem.of(file, Phrase.of("catalogue.what-was-done-cannot-be", e.getMessage()))
                    .raise(e);
        }
    }

    /** The latest {@link #MOST}, the oldest first; what cannot be read is passed over. */
    public List<KeptAct> all() throws ProblemException {
        try (Lock _ = Lock.take(lock, Phrase.of("catalogue.reading-what-was-done"), Lock.Waiting.USUAL)) {
            if (!Files.isRegularFile(file)) {
                return List.of();
            }
            List<String> lines = new String(Disk.read(file, MOST_BYTES), StandardCharsets.UTF_8)
                    .lines()
                    .toList();
            Map<String, KeptAct> acts = new LinkedHashMap<>();
            for (String line : lines) {
                SealedLine.open(line).ifPresent(node -> take(node, acts));
            }
            List<KeptAct> out = new ArrayList<>(acts.values());
            List<KeptAct> latest = List.copyOf(out.subList(Math.max(0, out.size() - MOST), out.size()));
            if (lines.size() > LINES_TOO_MANY) {
                rewrite(latest);
            }
            return latest;
        } catch (IOException e) {
            throw Problem.of(file, Phrase.of("catalogue.what-was-done-before-cannot", e.getMessage()))
                    .raise(e);
        }
    }

    /** The one that would be taken back next. */
    public Optional<KeptAct> latest() throws ProblemException {
        return all().stream().filter(a -> !a.undone()).reduce((a, b) -> b);
    }

    /** The one that would be done again next: the earliest of those that were taken back since something was done. */
    public Optional<KeptAct> latestTakenBack() throws ProblemException {
        return all().reversed().stream().takeWhile(KeptAct::undone).reduce((a, b) -> b);
    }

    private void rewrite(List<KeptAct> acts) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        acts.forEach(act -> out.writeBytes(SealedLine.seal(line(act))));
        disk.write(file, stream -> out.writeTo(stream));
    }

    private static void take(ObjectNode node, Map<String, KeptAct> acts) {
        String id = node.path("id").asText();
        KeptAct known = acts.get(id);
        if (node.path("empty").asBoolean()) {
            acts.remove(id);
            return;
        }
        if (!node.has("what")) {
            if (known != null) {
                acts.put(id, known.undone(node.path("undone").asBoolean()));
            }
            return;
        }
        List<KeptAct.Said> said = new ArrayList<>();
        for (JsonNode each : node.path("said")) {
            said.add(new KeptAct.Said(
                    each.path("library").asText(), edits(each.path("edits")), edits(each.path("undo"))));
        }
        List<KeptAct.Run> runs = new ArrayList<>();
        for (JsonNode each : node.path("runs")) {
            runs.add(new KeptAct.Run(
                    each.path("library").asText(), each.path("run").asText()));
        }
        runs.forEach(run -> acts.remove(run.run()));
        acts.put(
                id,
                new KeptAct(
                        id,
                        node.path("what").asText(),
                        node.path("when").asLong(),
                        node.path("undone").asBoolean(),
                        said,
                        runs));
    }

    private static List<Edit> edits(JsonNode all) {
        List<Edit> out = new ArrayList<>();
        for (JsonNode each : all) {
            out.add(new Edit(
                    each.path(0).asText(),
                    each.path(1).asText(),
                    each.path(2).asText(),
                    each.path(3).asBoolean(true)));
        }
        return out;
    }

    private static ObjectNode line(KeptAct act) {
        ObjectNode node = JSON.createObjectNode();
        node.put("id", act.id()).put("what", act.what()).put("when", act.when());
        if (act.undone()) {
            node.put("undone", true);
        }
        ArrayNode said = node.putArray("said");
        for (KeptAct.Said each : act.said()) {
            ObjectNode one = said.addObject().put("library", each.library());
            write(each.edits(), one.putArray("edits"));
            write(each.undo(), one.putArray("undo"));
        }
        ArrayNode runs = node.putArray("runs");
        act.runs().forEach(r -> runs.addObject().put("library", r.library()).put("run", r.run()));
        return node;
    }

    private static void write(List<Edit> edits, ArrayNode into) {
        for (Edit edit : edits) {
            ArrayNode one = into.addArray().add(edit.asset()).add(edit.field()).add(edit.value());
            if (!edit.added()) {
                one.add(false);
            }
        }
    }
}
