package yondershelf.catalogue;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;

/** The folder of the program's own state on this machine: which libraries were open, this machine's id, caches. */
public final class Home {
    private static final ObjectMapper JSON = new ObjectMapper();

    private final Path folder;
    private final ObjectNode state;
    private final List<Problem> problems;

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
            Files.createDirectories(folder);
            Path file = folder.resolve("home.json");
            List<Problem> problems = new ArrayList<>();
            ObjectNode state = Files.exists(file) ? read(file, problems) : JSON.createObjectNode();
            Home home = new Home(folder, state, problems);
            if (!state.has("machine")) {
                state.put("machine", UUID.randomUUID().toString());
                home.save();
            }
            return home;
        } catch (IOException e) {
            throw Problem.of(folder, "the program's own folder cannot be used (" + e.getMessage() + ")")
                    .raise(e);
        }
    }

    /** A damaged state is set aside, not fatal: libraries keep everything that matters themselves. */
    private static ObjectNode read(Path file, List<Problem> problems) throws IOException {
        JsonNode read;
        try {
            read = JSON.readTree(Files.readAllBytes(file));
        } catch (JsonProcessingException cutShort) {
            read = JSON.nullNode();
        }
        if (read instanceof ObjectNode whole) {
            return whole;
        }
        problems.add(Problem.of(file, "it was damaged and is set aside; libraries must be opened again"));
        Files.move(file, file.resolveSibling("home.damaged.json"), StandardCopyOption.REPLACE_EXISTING);
        return JSON.createObjectNode();
    }

    /** What was wrong with the state when it was opened. */
    List<Problem> problems() {
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

    public synchronized List<Path> libraries() {
        List<Path> out = new ArrayList<>();
        for (JsonNode path : state.path("libraries")) {
            out.add(Path.of(path.asText()));
        }
        return out;
    }

    synchronized void remember(List<Path> libraries) throws ProblemException {
        var array = state.putArray("libraries");
        libraries.forEach(p -> array.add(p.toString()));
        try {
            save();
        } catch (IOException e) {
            throw Problem.of(folder, "the list of libraries cannot be saved (" + e.getMessage() + ")")
                    .raise(e);
        }
    }

    /** A remembered setting, or the given default. */
    public synchronized String setting(String key, String otherwise) {
        return state.path("settings").path(key).asText(otherwise);
    }

    public synchronized void setSetting(String key, String value) throws ProblemException {
        ObjectNode settings = state.path("settings") instanceof ObjectNode node ? node : state.putObject("settings");
        settings.put(key, value);
        try {
            save();
        } catch (IOException e) {
            throw Problem.of(folder, "the setting cannot be saved (" + e.getMessage() + ")")
                    .raise(e);
        }
    }

    private void save() throws IOException {
        Path fresh = folder.resolve("home.json.new");
        Files.write(fresh, JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(state));
        Files.move(
                fresh,
                folder.resolve("home.json"),
                StandardCopyOption.ATOMIC_MOVE,
                StandardCopyOption.REPLACE_EXISTING);
    }
}
