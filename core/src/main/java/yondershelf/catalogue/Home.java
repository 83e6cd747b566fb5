package yondershelf.catalogue;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.disk.Lock;
import yondershelf.format.worker.Limits;
import yondershelf.words.Phrase;

/** The folder of the program's own state on this machine: which libraries were open, this machine's id, caches. */
public final class Home {
    private static final ObjectMapper JSON = new ObjectMapper();
    /** The setting of the language of words: a BCP 47 tag, or empty for the system's. */
    public static final String LANGUAGE = "language";

    private static final String FILE = "home.json";
    private static final String SECOND = "home.second.json";
    private static final Pattern ID = Pattern.compile("[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}");
    private static final long MOST_BYTES = 64 << 20;
    private static final long DEBRIS_MILLIS = 60L * 60 * 1000;

    private final Path folder;
    /** Never changed, only replaced: whoever asks for a setting waits for nobody who keeps one. */
    private volatile ObjectNode state;

    private final List<Problem> problems;
    private @Nullable FileTime seen;

    private Home(Path folder, ObjectNode state, List<Problem> problems) {
        this.folder = folder;
        this.state = state;
        this.problems = List.copyOf(problems);
    }

    /** The usual place: the system's folder for a user's application data. */
    public static Path usual() {
        String os = System.getProperty("os.name").toLowerCase(Locale.ROOT);
        String user = System.getProperty("user.home");
        if (os.contains("win")) {
            String data = System.getenv("LOCALAPPDATA");
            return Path.of(data == null ? user : data, "YonderShelf");
        }
        String data = System.getenv("XDG_DATA_HOME");
        return (data == null || data.isBlank() ? Path.of(user, ".local", "share") : Path.of(data))
                .resolve("yonder-shelf");
    }

    /** Opens the state folder, making it when it is not there. */
    public static Home open(Path folder) throws ProblemException {
        try {
            Disk.REAL.makeFolders(folder.toAbsolutePath());
            Disk.sweep(folder, DEBRIS_MILLIS);
            List<Problem> problems = new ArrayList<>();
            try (Lock _ = Lock.take(folder.resolve("home.lock"), "opening", Lock.Waiting.USUAL)) {
                ObjectNode state = read(folder, problems);
                String here = ThisComputer.mark(folder);
                boolean named = state.path("machine").asText().matches("[A-Za-z0-9-]{1,64}");
                // one id on two machines: in a synced library each would write the other's journal over
                boolean copied = state.has("at") && !state.path("at").asText().equals(here);
                if (!named || copied) {
                    state.put("machine", UUID.randomUUID().toString());
                }
                if (!named || !state.path("at").asText().equals(here)) {
                    state.put("at", here);
                    write(folder, state);
                } else if (!problems.isEmpty() || !Files.exists(folder.resolve(SECOND))) {
                    write(folder, state);
                }
                return new Home(folder, state, problems);
            }
        } catch (IOException e) {
            throw Problem.of(folder, Phrase.of("catalogue.the-programs-own-folder-cannot", e.getMessage()))
                    .raise(e);
        }
    }

    /** The language that is set in a state folder, which is only looked at. */
    public static Locale language(Path folder) {
        return Phrase.wanted(parse(folder.resolve(FILE))
                .or(() -> parse(folder.resolve(SECOND)))
                .map(state -> state.path("settings").path(LANGUAGE).asText(""))
                .orElse(""));
    }

    /** Empty for a file that is missing or damaged. */
    private static Optional<ObjectNode> parse(Path file) {
        try {
            return JSON.readTree(Disk.read(file, MOST_BYTES)) instanceof ObjectNode whole
                    ? Optional.of(whole)
                    : Optional.empty();
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /** A damaged state is told and set aside, and the second copy takes its place. */
    private static ObjectNode read(Path folder, List<Problem> problems) throws IOException {
        Path file = folder.resolve(FILE);
        Optional<ObjectNode> whole = parse(file);
        Optional<ObjectNode> second = whole.isPresent() ? whole : parse(folder.resolve(SECOND));
        if (whole.isPresent() || !Files.exists(file) && second.isEmpty()) {
            return whole.orElseGet(JSON::createObjectNode);
        }
        if (Files.exists(file)) {
            Path aside = Disk.free(file, "damaged");
            // not damaged but closed to this process: moving it away would only make it worse
            var _ = Disk.read(file, MOST_BYTES);
            Files.move(file, aside);
            problems.add(new Problem(
                    file.toString(),
                    second.isPresent()
                            ? Phrase.of("catalogue.it-was-damaged-and-comes", aside.getFileName())
                            : Phrase.of("catalogue.it-was-damaged-and-is", aside.getFileName()),
                    second.isPresent() ? "" : Phrase.of("catalogue.open-your-libraries-again")));
        }
        return second.orElseGet(JSON::createObjectNode);
    }

    private static void write(Path folder, ObjectNode state) throws IOException {
        byte[] bytes = JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(state);
        Disk.REAL.write(folder.resolve(FILE), out -> out.write(bytes));
        Disk.REAL.write(folder.resolve(SECOND), out -> out.write(bytes));
    }

    /** Another process may have changed the state meanwhile: it is read, changed and written under one lock. */
    private synchronized void change(String what, Consumer<ObjectNode> change) throws ProblemException {
        try (Lock _ = Lock.take(folder.resolve("home.lock"), what, Lock.Waiting.USUAL)) {
            ObjectNode now = read(folder, new ArrayList<>());
            if (!now.has("machine")) {
                now.put("machine", machine()).put("at", ThisComputer.mark(folder));
            }
            change.accept(now);
            write(folder, now);
            state = now;
        } catch (IOException e) {
            throw Problem.of(folder, Phrase.of("catalogue.failed", what, e.getMessage()))
                    .raise(e);
        }
    }

    /** Another process may have set something otherwise; what cannot be read now is as it was. */
    private synchronized void followOthers() {
        try {
            FileTime now = Files.getLastModifiedTime(folder.resolve(FILE));
            Optional<ObjectNode> other = now.equals(seen) ? Optional.empty() : parse(folder.resolve(FILE));
            if (other.isPresent()) {
                state = other.get();
                seen = now;
            }
        } catch (IOException e) {
            return;
        }
    }

    /** What was wrong with the state when it was opened. */
    public List<Problem> problems() {
        return problems;
    }

    public Path folder() {
        return folder;
    }

    public String machine() {
        return state.path("machine").asText();
    }

    /** Folder of caches. */
    public Path cache() {
        return folder.resolve("cache");
    }

    /** Folder of what the program noted down while it ran, and of what readers that crashed left. */
    public Path log() throws ProblemException {
        Path log = folder.resolve("log");
        try {
            Disk.REAL.makeFolders(log.toAbsolutePath());
        } catch (IOException e) {
            throw Problem.of(log, Phrase.of("catalogue.the-logs-folder-cannot-be", e.getMessage()))
                    .raise(e);
        }
        return log;
    }

    /** What reading one file may use: the setting {@code reader-megabytes} bounds what large files get. */
    public Limits readerLimits() {
        followOthers();
        Limits usual = Limits.USUAL;
        try {
            int most = Integer.parseInt(setting("reader-megabytes", String.valueOf(usual.mostMegabytes())));
            return new Limits(
                    usual.seconds(),
                    usual.heapMegabytes(),
                    usual.addressMegabytes(),
                    Math.max(usual.heapMegabytes(), most));
        } catch (NumberFormatException e) {
            return usual;
        }
    }

    /**
     * A library this machine knows.
     *
     * @param id empty when it was remembered without one
     * @param hidden true when its assets are not to be shown
     */
    public record Known(Path path, String id, String name, boolean hidden) {}

    /** In the order the user gave them. */
    public List<Known> libraries() {
        List<Known> out = new ArrayList<>();
        state.path("libraries").forEach(known -> known(known).ifPresent(out::add));
        return out;
    }

    /** An id names a file in the cache, so only what is one counts as one. */
    private static Optional<Known> known(JsonNode known) {
        String id = known.path("id").asText("");
        return path(known.isTextual() ? known.asText() : known.path("path").asText())
                .map(path -> new Known(
                        path,
                        ID.matcher(id).matches() ? id : "",
                        known.path("name").asText(""),
                        known.path("hidden").asBoolean()));
    }

    /** Changes the list of libraries as it is by now, whoever changed it last. */
    void libraries(String what, UnaryOperator<List<Known>> change) throws ProblemException {
        change(what, now -> {
            List<Known> all = new ArrayList<>();
            now.path("libraries").forEach(known -> known(known).ifPresent(all::add));
            ArrayNode kept = now.putArray("libraries");
            for (Known known : change.apply(all)) {
                ObjectNode node = kept.addObject()
                        .put("path", known.path.toString())
                        .put("id", known.id)
                        .put("name", known.name);
                if (known.hidden) {
                    node.put("hidden", true);
                }
            }
        });
    }

    /** Remembers a library under its place and name; a new one comes last. */
    void remember(Path path, String id, String name) throws ProblemException {
        libraries(Phrase.of("catalogue.remembering-the-library"), all -> {
            List<Known> out = new ArrayList<>();
            boolean there = false;
            for (Known known : all) {
                boolean same = known.id.isEmpty() ? known.path.equals(path) : known.id.equals(id);
                if (same && !there) {
                    out.add(new Known(path, id, name, known.hidden));
                    there = true;
                } else if (!same && !known.path.equals(path)) {
                    out.add(known);
                }
            }
            if (!there) {
                out.add(new Known(path, id, name, false));
            }
            return out;
        });
    }

    void forget(Path path) throws ProblemException {
        libraries(
                Phrase.of("catalogue.forgetting-the-library"),
                all -> all.stream().filter(k -> !k.path.equals(path)).toList());
    }

    /** The language to speak: the one that was set, else the system's, as far as it is shipped. */
    public Locale language() {
        return Phrase.wanted(setting(LANGUAGE, ""));
    }

    /** A remembered setting, or the given default. */
    public String setting(String key, String otherwise) {
        return state.path("settings").path(key).asText(otherwise);
    }

    public void setSetting(String key, String value) throws ProblemException {
        change(Phrase.of("catalogue.saving-the-setting"), now -> {
            ObjectNode settings = now.path("settings") instanceof ObjectNode node ? node : now.putObject("settings");
            settings.put(key, value);
        });
    }

    /** Empty for what is no path of this system: nothing lies there. */
    private static Optional<Path> path(String text) {
        try {
            return Optional.of(Path.of(text));
        } catch (InvalidPathException e) {
            return Optional.empty();
        }
    }

    /** Folders outside libraries and packs that files may refer to, by the user's word. */
    public List<Path> allowed() {
        List<Path> out = new ArrayList<>();
        state.path("allowed").forEach(p -> path(p.asText()).ifPresent(out::add));
        return out;
    }

    /** Remembers the user's word that files may refer to what lies in a folder. */
    public void allow(Path folderOutside) throws ProblemException {
        String path = folderOutside.toAbsolutePath().normalize().toString();
        change(Phrase.of("catalogue.remembering-the-folder"), now -> {
            ArrayNode all = now.withArray("allowed");
            for (JsonNode known : all) {
                if (known.asText().equals(path)) {
                    return;
                }
            }
            all.add(path);
        });
    }
}
