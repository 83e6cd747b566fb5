package yondershelf.library;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.regex.Pattern;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.ContentReader;
import yondershelf.sorting.FolderFiles;
import yondershelf.sorting.Sorted;
import yondershelf.sorting.SortedItem;
import yondershelf.sorting.Sorter;
import yondershelf.work.Work;

/** A root folder whose assets are catalogued. Its own data live in {@value #OWN} below the root. */
public final class Library {
    /** The folder of the program's own data. */
    public static final String OWN = ".yondershelf";

    private static final int FORMAT = 1;
    private static final Pattern MACHINE = Pattern.compile("[A-Za-z0-9-]{1,64}");

    private final Path root;
    private final String id;
    private final String name;
    private final Journal journal;
    private volatile List<Asset> assets = List.of();
    private volatile List<Sorted.Skipped> skipped = List.of();

    private Library(Path root, String id, String name, String machine) {
        this.root = root;
        this.id = id;
        this.name = name;
        this.journal = new Journal(own().resolve("journal"), machine);
    }

    /**
     * Opens a library; a folder that is none yet becomes one.
     *
     * @param name for a new library; empty takes the folder's name
     * @param machine this machine's id: letters, digits and hyphens
     */
    public static Library open(Path folder, String name, String machine) throws ProblemException {
        if (!MACHINE.matcher(machine).matches()) {
            throw new IllegalArgumentException("machine id " + machine);
        }
        Path root = folder.toAbsolutePath().normalize();
        if (!Files.isDirectory(root)) {
            throw new Problem(root.toString(), "there is no such folder", "Is its drive connected").raise();
        }
        Path description = root.resolve(OWN).resolve("library.json");
        try {
            if (!Files.exists(description)) {
                create(root, description, name);
            }
            JsonNode json = new ObjectMapper().readTree(Files.readAllBytes(description));
            int format = json.path("format").asInt();
            if (format != FORMAT) {
                throw new Problem(
                                root.toString(),
                                "the library has format " + format + ", this program knows " + FORMAT,
                                "Open it with a newer version of the program")
                        .raise();
            }
            String id = json.path("id").asText();
            Library library = new Library(root, id, json.path("name").asText(fileName(root)), machine);
            library.journal.load();
            return library;
        } catch (IOException e) {
            throw new Problem(
                            root.toString(),
                            "the library cannot be opened (" + reason(e) + ")",
                            "Are the folder's permissions right")
                    .raise(e);
        }
    }

    private static String reason(IOException e) {
        return e instanceof java.nio.file.AccessDeniedException ? "no permission" : String.valueOf(e.getMessage());
    }

    private static void create(Path root, Path description, String name) throws IOException {
        Files.createDirectories(description.getParent());
        var json = new ObjectMapper().createObjectNode();
        json.put("format", FORMAT);
        json.put("id", UUID.randomUUID().toString());
        json.put("name", name.isBlank() ? fileName(root) : name);
        Path fresh = description.resolveSibling("library.json.new");
        Files.writeString(fresh, json.toPrettyString() + "\n", StandardCharsets.UTF_8);
        Files.move(fresh, description, StandardCopyOption.ATOMIC_MOVE);
    }

    private static String fileName(Path path) {
        Path last = path.getFileName();
        return last == null ? path.toString() : last.toString();
    }

    public Path root() {
        return root;
    }

    public String id() {
        return id;
    }

    public String name() {
        return name;
    }

    /** The folder of the program's own data in this library. */
    public Path own() {
        return root.resolve(OWN);
    }

    /** The assets found by the latest scan. */
    public List<Asset> assets() {
        return assets;
    }

    /** Files the latest scan could not make assets of. */
    public List<Sorted.Skipped> skipped() {
        return skipped;
    }

    /** The file of a path below the root. */
    public Path resolve(String path) {
        return root.resolve(path);
    }

    /** Looks through the folder and sorts what is there. */
    public List<Asset> scan(ContentReader reader, Work work) throws ProblemException {
        work.progress(0, 0, name);
        FolderFiles files;
        try {
            files = Sorter.filesBelow(root);
            journal.load();
        } catch (IOException e) {
            requireRoot();
            throw Problem.of(root, "the folder cannot be read (" + reason(e) + ")")
                    .raise(e);
        }
        Sorted sorted = Sorter.sort(root, files, reader);
        requireRoot();
        List<Asset> found = new ArrayList<>();
        for (SortedItem item : sorted.items()) {
            found.add(asset(item));
        }
        assets = List.copyOf(found);
        skipped = sorted.skipped();
        work.progress(found.size(), found.size(), name);
        return assets;
    }

    /** A drive that was pulled out is not an empty library: what is known of it stays. */
    private void requireRoot() throws ProblemException {
        if (!Files.isDirectory(root)) {
            throw new Problem(root.toString(), "the folder is not there any more", "Is its drive connected").raise();
        }
    }

    private Asset asset(SortedItem item) {
        String path = item.files().get(0).path();
        StringBuilder key = new StringBuilder();
        for (SortedItem.SortedFile file : item.files()) {
            key.append(state(root.resolve(file.path()))).append('|');
        }
        return new Asset(assetId(path), item.kind(), item.name(), item.folder(), path, item.files(), key.toString());
    }

    private static String state(Path file) {
        try {
            return Files.size(file) + "@" + Files.getLastModifiedTime(file).toMillis();
        } catch (IOException e) {
            return "gone";
        }
    }

    /** The id of the asset named by a path below the root. */
    public String assetId(String path) {
        return UUID.nameUUIDFromBytes((id + "\n" + path).getBytes(StandardCharsets.UTF_8))
                .toString();
    }

    public Labels labels(String asset) {
        return journal.labels(asset);
    }

    /** Saves edits of labels; when this returns they are on the disk. */
    public void edit(List<Edit> edits) throws ProblemException {
        journal.append(edits);
    }

    /** Lines of journals that were damaged and passed over at the latest reading. */
    public int damagedLines() {
        return journal.ignoredLines();
    }

    /** The name to show: the label's, or the one made from the file. */
    public String shownName(Asset asset) {
        String given = labels(asset.id()).name();
        return given.isEmpty() ? asset.name() : given;
    }

    /** Begins a group of changes to files that can be undone together. */
    public FileActs begin(String what) {
        return FileActs.begin(this, what);
    }
}
