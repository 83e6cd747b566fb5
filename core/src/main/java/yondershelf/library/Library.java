package yondershelf.library;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.LongSupplier;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.disk.Lock;
import yondershelf.format.reading.ContentReader;
import yondershelf.sorting.FolderFiles;
import yondershelf.sorting.Sorted;
import yondershelf.store.Store;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/** A root folder whose assets are catalogued. Its own data live in {@value #OWN} below the root. Safe for several threads. */
public final class Library {
    /** The folder of the program's own data. */
    public static final String OWN = ".yondershelf";

    private final Path root;
    private volatile Description description;
    private final Journal journal;
    private final Identities identities;
    private final LibraryLabels labels;
    private final Writing writing = new Writing(this);
    private final Disk disk;
    private final Store store;
    private final MachineRecords records;
    private volatile ActNotes actNotes = ActNotes.NONE;
    private volatile List<Problem> troubles = List.of();
    private volatile List<Problem> unborne = List.of();
    /** How much had been said when ids of one file were last looked for. */
    private int joinedAt = -1;

    Library(
            Path root,
            Description description,
            String machine,
            Disk disk,
            LongSupplier clock,
            Store store,
            MachineRecords records) {
        this.root = root;
        this.description = description;
        this.disk = disk;
        this.store = store;
        this.records = records;
        this.journal = journal("journal", machine, clock);
        this.identities = new Identities(root, description.id(), journal("places", machine, clock));
        this.labels = new LibraryLabels(this, journal, identities);
    }

    private Journal journal(String name, String machine, LongSupplier clock) {
        Path folder = own().resolve(name);
        return new Journal(new JournalFiles(folder, machine, disk, clock), folder.toString());
    }

    /**
     * Opens a library; a folder that is none yet becomes one. What is known of it is forgotten when it is closed.
     *
     * @param name for a new library; empty takes the folder's name
     * @param machine this machine's id: letters, digits and hyphens
     */
    public static Library open(Path folder, String name, String machine) throws ProblemException {
        return open(folder, name, machine, id -> Store.inMemory());
    }

    /** The same with a store of what is known of it, by its id. */
    public static Library open(Path folder, String name, String machine, Stores stores) throws ProblemException {
        return Opening.open(folder, name, null, machine, Disk.REAL, System::currentTimeMillis, stores);
    }

    /**
     * Opens a library that is known. Its folder may be there without it: the empty mount point of a drive that is away, a
     * folder whose sync tool is signed out. Then nothing is made there.
     *
     * @param id the library's; empty when only that there is one is known
     * @throws ProblemException when it is away, or another library has its place
     */
    public static Library openKnown(Path folder, String id, String machine, Stores stores) throws ProblemException {
        return Opening.open(folder, "", id, machine, Disk.REAL, System::currentTimeMillis, stores);
    }

    /** The same, forgetting what is known of it when it is closed. */
    public static Library openKnown(Path folder, String id, String machine) throws ProblemException {
        return openKnown(folder, id, machine, any -> Store.inMemory());
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

    /** True when a newer version of the program made it: it is read, and nothing is written there. */
    public boolean isNewer() {
        return description.isNewer();
    }

    /** @throws ProblemException when a newer version of the program made it */
    void requireWritable() throws ProblemException {
        description.requireWritable(own());
    }

    Description description() {
        return description;
    }

    Disk disk() {
        return disk;
    }

    /** What this machine alone remembers of the library's groups of changes. */
    MachineRecords records() {
        return records;
    }

    /** What was said of its assets. */
    public LibraryLabels labels() {
        return labels;
    }

    /** Changing its files. */
    public Writing writing() {
        return writing;
    }

    /** What is known of the library on this machine. */
    public Store store() {
        return store;
    }

    /** All assets there are, by folder and name. Many: for work in the background. */
    public List<Asset> assets() {
        List<Asset> out = new ArrayList<>();
        store.eachAsset(row -> out.add(Asset.of(row)));
        return out;
    }

    /** An asset as the latest look found it. */
    public Optional<Asset> asset(String id) {
        return store.asset(id).map(Asset::of);
    }

    /** How many assets there are of each kind, by its word. */
    public Map<String, Integer> kinds() {
        return store.kinds();
    }

    /** Files no assets could be made of, with the reasons. */
    public List<Sorted.Skipped> skipped() {
        List<Sorted.Skipped> out = new ArrayList<>();
        store.folders().skipped().forEach((path, reason) -> out.add(new Sorted.Skipped(path, reason)));
        return out;
    }

    /** Paths of all files the latest look saw. Many: for work in the background. */
    public void eachFile(Consumer<String> each) {
        store.folders().each(folder -> {
            FolderDelta at = new FolderDelta(folder.path(), Listing.NONE, Listing.parse(folder.listing()));
            at.fresh().forEach(each);
        });
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

    /** Looks through everything and takes in what changed since the last look. */
    public Looked scan(ContentReader reader, Work work) throws ProblemException {
        return look(null, reader, work);
    }

    /** The same for some folders only, with what is new below them: those of which something was heard. */
    public Looked scan(Collection<String> folders, ContentReader reader, Work work) throws ProblemException {
        return look(folders, reader, work);
    }

    private synchronized Looked look(@Nullable Collection<String> folders, ContentReader reader, Work work)
            throws ProblemException {
        work.progress(0, 0, name());
        List<FolderDelta> deltas;
        try {
            Presence.require(this);
            deltas = folders == null ? Walk.through(root, store, work) : Walk.through(root, store, folders, work);
            catchUp();
            Presence.require(this);
        } catch (IOException e) {
            Presence.require(this);
            throw Problem.of(root, Phrase.of("library.the-folder-cannot-be-read", Refused.reason(e)))
                    .raise(e);
        }
        Looked looked = new Scan(this, deltas, reader, work).run();
        int said = journal.version() + identities.journal().version();
        if (folders == null && !work.isCancelled() && (said != joinedAt || !looked.isUnchanged())) {
            joinDoubles();
            joinedAt = said;
        }
        problems().forEach(work::problem);
        work.progress(looked.assets(), looked.assets(), name());
        return looked;
    }

    /** What cannot be written there now is joined by whoever can, or at a later look. */
    private void joinDoubles() {
        try {
            unborne = Doubles.join(this);
        } catch (ProblemException readOnly) {
            unborne = List.of();
        }
    }

    /** Something done to files and the store. */
    interface Doing {
        void run() throws IOException, ProblemException;
    }

    /** Does something that no look of this process is to see half done: files that moved would seem gone. */
    synchronized void undisturbed(Doing doing) throws IOException, ProblemException {
        doing.run();
    }

    /** Takes in labels that others gave. True when there were any. */
    public synchronized boolean catchUp() throws IOException, ProblemException {
        identities.journal().load();
        Set<String> touched = journal.load();
        if (touched.isEmpty()) {
            return false;
        }
        new Sayings(journal, store).keep(touched);
        return true;
    }

    /** True when a library of an id lies in a folder. */
    public static boolean isAt(Path folder, String id) {
        return Presence.isAt(folder, id);
    }

    /** True when its folder can be reached, and it is still this library that lies there. */
    public boolean isHere() {
        return isAt(root, id());
    }

    /** Gives the library another name, for everybody who uses it. */
    public void rename(String other) throws ProblemException {
        if (other.isBlank()) {
            throw Problem.of(root, Phrase.of("library.a-library-needs-a-name")).raise();
        }
        Description renamed = new Description(id(), other.strip());
        try (Lock _ = writing.lock(Phrase.of("library.renaming-the-library"), Work.SILENT)) {
            renamed.write(own(), disk);
            description = renamed;
        } catch (IOException e) {
            throw Refused.notWritten(own(), e);
        }
    }

    /** True when others may have given labels meanwhile; cheap. */
    public boolean hasNews() {
        return journal.hasNews() || identities.journal().hasNews();
    }

    /** True when somebody said something of an asset, or its place is recorded. */
    boolean speaksOf(String id) {
        return journal.speaksOf(id) || identities.journal().speaksOf(id);
    }

    /** The id of the asset that a file below the root belongs to. */
    public String assetId(String path) {
        return new Belonging(store, identities).assetId(path);
    }

    /**
     * The files of an asset that no other one needs, the one that names it last: they go when it is deleted or moved.
     *
     * @param together paths of the assets that go with it: what they need counts for nothing
     */
    public List<String> ownFiles(Asset asset, Set<String> together) {
        return new Belonging(store, identities).ownFiles(asset, together);
    }

    /** Assets somebody spoke of whose files are nowhere to be seen. */
    Set<String> missing() {
        List<String> recorded = identities.recorded().entrySet().stream()
                .filter(e -> !e.getValue().files().isEmpty())
                .map(Map.Entry::getKey)
                .filter(id -> !Apart.isNode(id))
                .toList();
        return Set.copyOf(store.unknown(recorded));
    }

    /** Tells somebody of each group of changes to files from now on. */
    public void noteActs(ActNotes notes) {
        actNotes = notes;
    }

    ActNotes actNotes() {
        return actNotes;
    }

    /** What follows for nodes that are assets of their own. */
    Apart apart() {
        return new Apart(store, new Sayings(journal, store));
    }

    /** Makes a copy of a library one of its own, so that both can be open at once. */
    public static Library openCopy(Path folder, String name, String machine, ContentReader reader, Stores stores)
            throws ProblemException {
        Library copy = open(folder, "", machine);
        copy.scan(reader, Work.SILENT);
        Opening.renew(copy, Description.fresh(name.isBlank() ? copy.name() : name));
        return open(folder, "", machine, stores);
    }

    Identities identities() {
        return identities;
    }

    /** Remembers what could not be repaired, to be told with its {@link #problems}. */
    void tell(List<Problem> left) {
        troubles = List.copyOf(left);
    }

    Journal journal() {
        return journal;
    }

    /** Lines of journals that were damaged and passed over at the latest reading. */
    public int damagedLines() {
        return journal.damagedLines();
    }

    /** What is wrong with the journals, and what could not be repaired when it was opened. */
    public List<Problem> problems() {
        List<Problem> out = new ArrayList<>(troubles);
        out.addAll(unborne);
        out.addAll(journal.problems());
        out.addAll(identities.journal().problems());
        return out;
    }

    /** The name to show: the label's, or the one made from the file. */
    public String shownName(Asset asset) {
        String given = labels.of(asset.id()).name();
        return given.isEmpty() ? asset.name() : given;
    }
}
