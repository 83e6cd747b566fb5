package yondershelf.library;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongSupplier;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.disk.Lock;
import yondershelf.format.ContentReader;
import yondershelf.sorting.FolderFiles;
import yondershelf.sorting.Sorted;
import yondershelf.sorting.SortedItem;
import yondershelf.sorting.Sorter;
import yondershelf.work.Work;

/** A root folder whose assets are catalogued. Its own data live in {@value #OWN} below the root. Safe for several threads. */
public final class Library {
    /** The folder of the program's own data. */
    public static final String OWN = ".yondershelf";

    private final Path root;
    private final Description description;
    private final Journal journal;
    private final Identities identities;
    private final Disk disk;
    private volatile List<Asset> assets = List.of();
    private volatile Map<String, Asset> byId = Map.of();
    private volatile List<Sorted.Skipped> skipped = List.of();

    Library(Path root, Description description, String machine, Disk disk, LongSupplier clock) {
        this.root = root;
        this.description = description;
        this.disk = disk;
        this.journal = new Journal(own().resolve("journal"), machine, disk, clock);
        this.identities =
                new Identities(root, description.id(), new Journal(own().resolve("places"), machine, disk, clock));
    }

    /**
     * Opens a library; a folder that is none yet becomes one.
     *
     * @param name for a new library; empty takes the folder's name
     * @param machine this machine's id: letters, digits and hyphens
     */
    public static Library open(Path folder, String name, String machine) throws ProblemException {
        return Opening.open(folder, name, null, machine, Disk.REAL, System::currentTimeMillis);
    }

    /**
     * Opens a library that is known. Its folder may be there without it: the empty mount point of a drive that is away, a
     * folder whose sync tool is signed out. Then nothing is made there.
     *
     * @param id the library's; empty when only that there is one is known
     * @throws ProblemException when it is away, or another library has its place
     */
    public static Library openKnown(Path folder, String id, String machine) throws ProblemException {
        return Opening.open(folder, "", id, machine, Disk.REAL, System::currentTimeMillis);
    }

    static String reason(IOException e) {
        if (e instanceof AccessDeniedException) {
            return "no permission";
        }
        if (e instanceof FileSystemException fs && fs.getReason() != null) {
            return fs.getReason();
        }
        return e.getClass().getSimpleName() + ": " + e.getMessage();
    }

    public Path root() {
        return root;
    }

    public String id() {
        return description.id();
    }

    public String name() {
        return description.name();
    }

    /** The folder of the program's own data in this library. */
    public Path own() {
        return root.resolve(OWN);
    }

    Description description() {
        return description;
    }

    Disk disk() {
        return disk;
    }

    /** An existing folder on the library's volume for files while they are being written. */
    Path temporary() throws IOException {
        Path folder = own().resolve("tmp");
        disk.makeFolders(folder);
        return folder;
    }

    /** The assets found by the latest scan. */
    public List<Asset> assets() {
        return assets;
    }

    /** An asset found by the latest scan. */
    public Optional<Asset> asset(String id) {
        return Optional.ofNullable(byId.get(id));
    }

    /** Files the latest scan could not make assets of. */
    public List<Sorted.Skipped> skipped() {
        return skipped;
    }

    /** The file of a path below the root. */
    public Path resolve(String path) {
        return root.resolve(path);
    }

    /** A file's path below the root, {@code /}-separated whatever the system; a backslash in a name stays one. */
    public String relative(Path file) {
        return FolderFiles.relative(root, file);
    }

    /** The folder of a file below the root. */
    Path folderOf(Path file) {
        Path folder = file.getParent();
        return folder == null ? root : folder;
    }

    /** Looks through the folder and sorts what is there. */
    public List<Asset> scan(ContentReader reader, Work work) throws ProblemException {
        work.progress(0, 0, name());
        FolderFiles files;
        try {
            requireHere();
            files = Sorter.filesBelow(root);
            journal.load();
            identities.journal().load();
        } catch (IOException e) {
            requireHere();
            throw Problem.of(root, "the folder cannot be read (" + reason(e) + ")")
                    .raise(e);
        }
        Sorted sorted = Sorter.sort(root, files, reader);
        requireHere();
        List<List<String>> states = new ArrayList<>();
        for (SortedItem item : sorted.items()) {
            states.add(item.files().stream()
                    .map(f -> FileState.of(root.resolve(f.path())))
                    .toList());
        }
        List<String> ids = identities.assign(sorted.items(), states);
        List<Asset> found = new ArrayList<>();
        Map<String, Asset> ofId = new HashMap<>();
        for (int i = 0; i < ids.size(); i++) {
            SortedItem item = sorted.items().get(i);
            String path = item.files().get(0).path();
            Asset asset = new Asset(
                    ids.get(i),
                    item.kind(),
                    item.name(),
                    item.folder(),
                    path,
                    item.files(),
                    FileState.join(states.get(i)));
            found.add(asset);
            ofId.put(asset.id(), asset);
        }
        assets = List.copyOf(found);
        byId = ofId;
        skipped = sorted.skipped();
        recordPlaces();
        problems().forEach(work::problem);
        work.progress(found.size(), found.size(), name());
        return assets;
    }

    /** Assets with labels are to be known again wherever their files go. */
    private void recordPlaces() {
        Set<String> ids = new HashSet<>(journal.assets());
        ids.addAll(identities.recordedIds());
        List<Asset> said = assets.stream().filter(a -> ids.contains(a.id())).toList();
        try {
            List<Edit> records = identities.records(said);
            if (!records.isEmpty()) {
                identities.journal().append(records);
            }
        } catch (ProblemException readOnly) {
            // nothing is lost by it: where they are is seen again, and recorded, at the next look
            return;
        }
    }

    /** A drive that was pulled out, or an empty mount point in its place, is not an empty library: what is known stays. */
    private void requireHere() throws ProblemException {
        if (!Files.isDirectory(root)) {
            throw new Problem(root.toString(), "the folder is not there any more", "Is its drive connected").raise();
        }
        try {
            Optional<Description> now = Description.read(Opening.ownOf(root), disk);
            if (now.isEmpty()) {
                throw Opening.away(root);
            }
            if (!now.get().id().equals(id())) {
                throw Problem.of(
                                root,
                                "another library stands there now: " + now.get().name())
                        .raise();
            }
        } catch (IOException e) {
            throw Problem.of(root, "the library cannot be read (" + reason(e) + ")")
                    .raise(e);
        }
    }

    /** The id of the asset that a file below the root belongs to. */
    public String assetId(String path) {
        return identities.of(path);
    }

    /** Recorded assets whose files the latest scan did not find. */
    Set<String> missing() {
        return identities.missing();
    }

    public Labels labels(String asset) {
        return journal.labels(asset);
    }

    /** Saves edits of labels; when this returns they are on the disk. */
    public void edit(List<Edit> edits) throws ProblemException {
        remember(edits.stream().map(Edit::asset).distinct().toList());
        journal.append(edits);
    }

    /** Makes a copy of a library one of its own, so that both can be open at once. */
    public static Library openCopy(Path folder, String name, String machine, ContentReader reader)
            throws ProblemException {
        Library copy = open(folder, "", machine);
        copy.scan(reader, Work.SILENT);
        Opening.renew(copy, Description.fresh(name.isBlank() ? copy.name() : name));
        return open(folder, "", machine);
    }

    /** Makes sure that assets are known again wherever their files go: those in scenes, say. */
    public void remember(List<String> ids) throws ProblemException {
        List<Edit> records = identities.records(
                ids.stream().flatMap(id -> asset(id).stream()).toList());
        if (!records.isEmpty()) {
            identities.journal().append(records);
        }
    }

    Identities identities() {
        return identities;
    }

    Journal journal() {
        return journal;
    }

    /** Lines of journals that were damaged and passed over at the latest reading. */
    public int damagedLines() {
        return journal.damagedLines();
    }

    /** What is wrong with the journals. */
    public List<Problem> problems() {
        List<Problem> out = new ArrayList<>(journal.problems());
        out.addAll(identities.journal().problems());
        return out;
    }

    /** The name to show: the label's, or the one made from the file. */
    public String shownName(Asset asset) {
        String given = labels(asset.id()).name();
        return given.isEmpty() ? asset.name() : given;
    }

    /** Begins a group of changes to files that can be undone together. */
    public FileActs begin(String what) throws ProblemException {
        return FileActs.begin(this, what, "", Work.SILENT);
    }

    /**
     * The same, for work that says who it waits for, and can be cancelled while it does.
     *
     * @param note kept until the group ends, and given back by {@link #unfinished} when it never did
     */
    public FileActs begin(String what, String note, Work work) throws ProblemException {
        return FileActs.begin(this, what, note, work);
    }

    /** Groups of changes that a killed process left half done, with the notes they began with. Empty while one is under way. */
    public List<Unfinished> unfinished() throws ProblemException {
        try (Lock _ = Lock.take(own().resolve("lock"), "looking", holder -> false)) {
            return Unfinished.all(this);
        } catch (java.io.InterruptedIOException e) {
            return List.of();
        } catch (AccessDeniedException e) {
            return List.of();
        } catch (IOException e) {
            throw Problem.of(own(), "what was left half done cannot be read (" + reason(e) + ")")
                    .raise(e);
        }
    }

    /** Says that a group left half done was dealt with. */
    public void settle(Unfinished cut) {
        Unfinished.forget(this, cut.run());
    }

    /** The library's one lock for writing acts. */
    Lock lock(String what, Work work) throws ProblemException {
        try {
            return Lock.take(own().resolve("lock"), what, holder -> {
                work.progress(0, 0, "waiting for " + holder);
                return !work.isCancelled();
            });
        } catch (java.io.InterruptedIOException e) {
            throw new Problem(root.toString(), "somebody else is writing there: " + e.getMessage(), "Try again later")
                    .raise(e);
        } catch (IOException e) {
            throw notWritten(root, e);
        }
    }

    ProblemException notWritten(Path file, IOException e) {
        String cause = e instanceof AccessDeniedException ? "no permission to write there" : reason(e);
        return new Problem(
                        file.toString(),
                        "the file could not be changed (" + cause + ")",
                        "Is the library writable and the drive not full")
                .raise(e);
    }

    /** The place meant by a path, which must lie in the library, links followed, and not among the program's own data. */
    Path inside(Path file) throws ProblemException {
        Path target = root.resolve(file).normalize();
        boolean within = target.startsWith(root) && !target.equals(root) && !target.startsWith(own());
        try {
            Path there = target.getParent();
            while (within && there != null && !Files.exists(there)) {
                there = there.getParent();
            }
            within = within && there != null && there.toRealPath().startsWith(root.toRealPath());
        } catch (IOException e) {
            within = false;
        }
        if (!within) {
            throw Problem.of(file, "it lies outside the library and is not touched")
                    .raise();
        }
        return target;
    }
}
