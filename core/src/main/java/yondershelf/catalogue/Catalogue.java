package yondershelf.catalogue;

import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntFunction;
import java.util.function.Supplier;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Space;
import yondershelf.format.reading.ContentReader;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Labels;
import yondershelf.library.Library;
import yondershelf.library.Looked;
import yondershelf.library.Moves;
import yondershelf.library.Relabel;
import yondershelf.render.Booth;
import yondershelf.render.Shaders;
import yondershelf.search.Counts;
import yondershelf.search.Facets;
import yondershelf.search.Field;
import yondershelf.search.Hits;
import yondershelf.search.Key;
import yondershelf.search.Order;
import yondershelf.search.Query;
import yondershelf.store.AssetRow;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/** All libraries of this machine together, those that are away too. Safe for use from several threads. */
public final class Catalogue implements AutoCloseable {
    private static final String TARGET = "target-library";

    private final Home home;
    private final ContentReader reader;
    private final Libraries libraries;
    private final ShelfIndex index;
    private final Shaders shaders;
    private final Booth booth;
    private final Contents contents;
    private final KeptActs acts;
    private final Performer performer;
    private final Uses uses;
    private final Alike like;
    private final List<Problem> openingProblems = new ArrayList<>();

    private Catalogue(Home home, ContentReader reader) {
        this.home = home;
        this.acts = new KeptActs(home.folder());
        this.uses = new Uses(home.folder());
        this.reader = reader;
        this.libraries = new Libraries(home, reader);
        this.index = new ShelfIndex(home.cache().resolve("index.bin"));
        this.shaders = new Shaders(reader);
        this.booth = new Booth(shaders);
        this.contents = new Contents(libraries, new Kinds(reader, booth), new PreviewStore(home.cache()));
        this.like = new Alike(this);
        this.performer = new Performer(this, acts);
        openingProblems.addAll(home.problems());
        openingProblems.addAll(libraries.problems());
        index.follow(libraries.all());
    }

    /** What is known of all libraries, without touching any of them: none counts as away before {@link #connect}. */
    public static Catalogue openKept(Home home, ContentReader reader) {
        return new Catalogue(home, reader);
    }

    /** The same, connected; libraries that cannot be reached are told in {@link #openingProblems()}. */
    public static Catalogue open(Home home, ContentReader reader) {
        Catalogue catalogue = openKept(home, reader);
        catalogue.libraries.connect(catalogue.openingProblems::add);
        return catalogue;
    }

    /** Connects libraries that are there and lets go of those that went away. True when either happened. */
    public boolean connect() {
        boolean left = libraries.disconnect();
        boolean came = libraries.connect(problem -> {});
        return left || came;
    }

    /** Where drives are looked for besides the places where they were; for trying out. */
    public void lookForDrivesAt(Supplier<List<Path>> places) {
        libraries.lookAt(places);
    }

    /** Remembers the user's word that files may refer to what lies in a folder outside. */
    public void allow(Path folder) throws ProblemException {
        home.allow(folder);
        libraries.tellReach();
    }

    public List<Problem> openingProblems() {
        return List.copyOf(openingProblems);
    }

    public Home home() {
        return home;
    }

    public ContentReader reader() {
        return reader;
    }

    public Shaders shaders() {
        return shaders;
    }

    public Booth booth() {
        return booth;
    }

    /** Facts, previews and content of assets. */
    public Contents contents() {
        return contents;
    }

    /** All libraries this machine knows, in the user's order. */
    public List<KnownLibrary> known() {
        return libraries.all();
    }

    /** Those that can be reached now. */
    public List<Library> libraries() {
        return libraries.here();
    }

    /** Those that cannot. */
    public List<KnownLibrary> away() {
        return known().stream().filter(KnownLibrary::isAway).toList();
    }

    /** The library new things go to unless another is named; empty when none can be reached. */
    public Optional<Library> target() {
        String chosen = home.setting(TARGET, "");
        return libraryById(chosen).or(() -> libraries().stream().findFirst());
    }

    public void setTarget(Library library) throws ProblemException {
        home.setSetting(TARGET, library.id());
    }

    /**
     * Adds a folder as a library; one already open is given back.
     *
     * @throws ProblemException when the folder is the empty place of a known library that is away, or holds a copy of one
     *     that is open
     */
    public Library add(Path folder, String name) throws ProblemException {
        return libraries.add(folder, name);
    }

    /** Adds a copy of another library as a library of its own: with the same labels, which from then on go their own way. */
    public Library addCopy(Path folder, String name) throws ProblemException {
        return libraries.addCopy(folder, name);
    }

    /** Makes a new or empty folder a library, with a few folders in it to begin with. */
    public Library create(Path folder, String name) throws ProblemException {
        return libraries.create(folder, name);
    }

    /** Forgets a library, also one that is away; its folder and labels stay as they are. */
    public void close(Path folder) throws ProblemException {
        libraries.remove(folder);
        index.follow(libraries.all());
    }

    public void rename(KnownLibrary library, String name) throws ProblemException {
        libraries.rename(library, name);
    }

    /** Shows a library's assets or not. */
    public void hide(KnownLibrary library, boolean hidden) throws ProblemException {
        libraries.hide(library, hidden);
    }

    /** @param place from 0, among all libraries */
    public void move(KnownLibrary library, int place) throws ProblemException {
        libraries.move(library, place);
    }

    /** A library that is there, by nothing but its id. */
    public Optional<Library> libraryById(String id) {
        return libraries().stream().filter(l -> l.id().equals(id)).findFirst();
    }

    /** A library that is there, by its name, id or folder. */
    public Optional<Library> library(String nameOrFolder) {
        return named(nameOrFolder).flatMap(KnownLibrary::library);
    }

    /** A library by its name, id or folder. */
    public Optional<KnownLibrary> named(String nameOrFolder) {
        Path folder = Path.of(nameOrFolder).toAbsolutePath().normalize();
        return known().stream()
                .filter(k -> k.root().equals(folder)
                        || k.id().equals(nameOrFolder)
                        || k.name().equalsIgnoreCase(nameOrFolder))
                .findFirst();
    }

    /** Forgets what is known of a library on this machine: the next look finds everything out again. Labels stay. */
    public void forget(Library library) throws ProblemException {
        library.store().clear();
        index.follow(libraries.all());
    }

    /** Looks through one library and makes what changed findable. */
    public Looked scan(Library library, Work work) throws ProblemException {
        Looked looked;
        try (Following _ = new Following(this, () -> {})) {
            looked = library.scan(reader, work);
        }
        uses.tell(library);
        follow();
        index.saveSoon(true);
        return looked;
    }

    /** Looks through some folders of a library. */
    public Looked scan(Library library, Collection<String> folders, Work work) throws ProblemException {
        Looked looked = library.scan(folders, reader, work);
        follow();
        return looked;
    }

    /**
     * Looks through all libraries, those that came back too; one that fails is told to the work and the rest goes on.
     *
     * @return what was found by library
     */
    public Map<Library, Looked> scanAll(Work work) {
        return scanAll(work, () -> {});
    }

    /** @param came called now and then while a look goes on and something new can be found, from some thread */
    public Map<Library, Looked> scanAll(Work work, Runnable came) {
        int done = 0;
        libraries.disconnect();
        libraries.connect(problem -> {});
        Map<Library, Looked> out = new HashMap<>();
        List<Library> all = libraries();
        for (Library library : all) {
            work.progress(done++, all.size(), library.name());
            try (Following _ = new Following(this, came)) {
                look(library, work).ifPresent(looked -> out.put(library, looked));
            }
            follow();
        }
        if (out.values().stream().anyMatch(l -> !l.isUnchanged())) {
            for (Library library : Moves.between(all, work)) {
                look(library, Work.SILENT);
            }
        }
        follow();
        index.saveSoon(false);
        return out;
    }

    private Optional<Looked> look(Library library, Work work) {
        try {
            return Optional.of(library.scan(reader, work));
        } catch (ProblemException e) {
            work.problem(e.problem());
        } catch (RuntimeException | StackOverflowError e) {
            work.problem(Problem.of(library.root(), Phrase.of("catalogue.looking-through-it-went-wrong", e)));
        }
        return Optional.empty();
    }

    /** Takes in labels others gave, and what other processes found out. True when anything changed. */
    public boolean catchUp(Work work) {
        for (Library library : libraries()) {
            try {
                library.catchUp();
            } catch (IOException e) {
                work.problem(Problem.of(library.root(), Phrase.of("catalogue.labels-given-elsewhere-cannot-be", e)));
            } catch (ProblemException e) {
                work.problem(e.problem());
            }
        }
        return follow();
    }

    /** Takes in what changed in the stores. True when anything did. */
    public boolean follow() {
        return index.follow(libraries.all());
    }

    /**
     * Without libraries named, in all that are shown. What looks like something is found among those of which it is known what they
     * look like ({@link #look}).
     */
    public Hits find(Query query) {
        if (query.like().isEmpty()) {
            return plain(query);
        }
        Hits found = plain(query.withLike("").withKinds(Set.of()).withOrder(Order.NAME));
        return like.find(query.like(), found, query.kinds());
    }

    /**
     * What a picture looks like, for {@link Query#withLike}.
     *
     * @throws ProblemException when it cannot be read
     */
    public String likePicture(Path picture) throws ProblemException {
        return like.text(picture);
    }

    /** Looks at one asset, so that {@link Query#withLike} with its id answers at once. */
    public void look(Asset asset, Work work) throws ProblemException {
        var _ = contents.look(asset, Alike.EDGE, work::isCancelled);
    }

    /** Looks at assets of which it is not known yet what they look like; goes on where it was cut off. */
    public void look(Work work) {
        like.look(work);
    }

    /** How many assets nobody has looked at yet. */
    public int unseen() {
        return like.unseen();
    }

    private Hits plain(Query query) {
        if (!query.libraries().isEmpty()) {
            return index.index().find(query);
        }
        Set<String> shown = libraries.shown();
        boolean all = shown.size() == libraries.all().size();
        return shown.isEmpty() ? Hits.NONE : index.index().find(all ? query : query.in(shown, query.folder()));
    }

    /** What could be asked besides of a field, in place of what is asked of it, with how many it would leave. */
    public List<Facets.Offer> offers(Query query, Field field) {
        return Facets.of(find(query.without(field)), field, LocalDate.now(ZoneId.systemDefault()));
    }

    /** How many there are by library, folder and tag, whatever is looked for. */
    public Counts counts() {
        return index.index().counts(libraries.shown());
    }

    /** Some of the hits, in order, as they are shown; those gone meanwhile are left out. */
    public List<Shown> page(Hits hits, int from, int many) {
        List<Shown> out = new ArrayList<>(many);
        for (Key key : hits.page(from, many)) {
            shown(key).ifPresent(out::add);
        }
        return out;
    }

    public Optional<Shown> shown(Key key) {
        return libraries
                .byId(key.library())
                .flatMap(library -> library.store().assets(List.of(key.row())).stream()
                        .findFirst()
                        .map(row -> shown(library, row)));
    }

    /** An asset as it is shown, by its id. */
    public Optional<Shown> shown(String id) {
        for (KnownLibrary library : known()) {
            Optional<AssetRow> row = library.store().asset(id);
            if (row.isPresent()) {
                return Optional.of(shown(library, row.get()));
            }
        }
        return Optional.empty();
    }

    private Shown shown(KnownLibrary library, AssetRow row) {
        int size = index.index().number(new Key(library.id(), row.row()), Field.SIZE);
        return new Shown(Asset.of(row), Labels.of(row), library.id(), library.isAway(), size);
    }

    public Optional<Asset> asset(String id) {
        return shown(id).map(Shown::asset);
    }

    /** The library of an asset; empty while it is away. */
    public Optional<Library> libraryOf(String assetId) {
        return shown(assetId).flatMap(s -> libraries.byId(s.library())).flatMap(KnownLibrary::library);
    }

    private Library owner(Asset asset) throws ProblemException {
        return libraryOf(asset.id())
                .orElseThrow(() -> new Problem(
                                asset.path(),
                                Phrase.of("catalogue.its-library-is-away"),
                                Phrase.of("catalogue.connect-its-drive-it-comes"))
                        .raise());
    }

    public Labels labels(Asset asset) {
        return shown(asset.id()).map(Shown::labels).orElse(Labels.NONE);
    }

    /** What was told of the units and the upright of an asset, or of a folder of its library, alone. Reads the journal. */
    public Space told(Asset asset, String subject) throws ProblemException {
        return owner(asset).told(subject);
    }

    /** Saves edits of one asset's labels; they are on the disk and findable when this returns. */
    public void edit(Asset asset, List<Edit> edits) throws ProblemException {
        owner(asset).edit(edits);
        follow();
    }

    /** The same of many assets of one library. */
    public void edit(Library library, List<Edit> edits) throws ProblemException {
        if (!edits.isEmpty()) {
            library.edit(edits);
            follow();
        }
    }

    /**
     * Says the same of many assets, in one act; it is on the disk and findable when this returns.
     *
     * @param keys in the order their numbers are to go, when names are given numbers
     * @param what the act for a person, by how many assets it changes
     * @return the act, which is kept; empty when nothing becomes other than it is
     * @throws ProblemException when any of it could not be written; then none is
     */
    public Optional<KeptAct> relabel(List<Key> keys, Relabel wanted, IntFunction<String> what) throws ProblemException {
        return perform(Relabelled.of(this, keys, wanted), what);
    }

    /**
     * Gives a tag, and all nested below it, another name wherever it is given.
     *
     * @param to the other name; empty to take it away
     * @param merging true when the other tag may be there already
     * @return as {@link #relabel}
     * @throws ProblemException when nobody has the tag, somebody has the other one, or it cannot be written; then nothing is changed
     */
    public Optional<KeptAct> retag(String tag, String to, boolean merging, IntFunction<String> what)
            throws ProblemException {
        return perform(Relabelled.retagged(this, tag, to, merging), what);
    }

    private Optional<KeptAct> perform(Relabelled wanted, IntFunction<String> what) throws ProblemException {
        if (wanted.changed() == 0) {
            return Optional.empty();
        }
        KeptAct act = KeptAct.of(what.apply(wanted.changed()), wanted);
        perform(act);
        return Optional.of(act);
    }

    /**
     * Says something of assets as an act that is kept first: it can be taken back wherever it is cut off.
     *
     * @throws ProblemException when any of it could not be written; then none is
     */
    public void perform(KeptAct act) throws ProblemException {
        performer.perform(act);
    }

    /** What some assets have in common. */
    public Common common(List<Key> keys, Work work) {
        return Common.of(this, keys, work);
    }

    /** Which scenes use an asset. */
    public Uses uses() {
        return uses;
    }

    /** A scene was saved that uses these assets. */
    public void used(Path scene, Set<String> assets) throws ProblemException {
        uses.note(scene, assets, known());
        follow();
    }

    /** What was done to labels and files lately, for taking it back at another start. */
    public KeptActs acts() {
        return acts;
    }

    /**
     * Takes back what was done, at this start or an earlier one, and notes that it was.
     *
     * @param skip leaves as they are files that were changed since, and labels of which somebody said something else
     * @return what was left, and why
     * @throws ProblemException when a library is away, a file was changed since, or somebody said something else; then nothing of
     *     that library is touched
     */
    public List<Problem> takeBack(KeptAct act, boolean skip, Work work) throws ProblemException {
        return performer.takeBack(act, skip, work);
    }

    /** True for a group of changes to files that was cut off before it changed any. */
    public boolean isEmpty(KeptAct act) throws ProblemException {
        return performer.isEmpty(act);
    }

    /** Does again what was taken back: what was said of assets; files are not changed anew. */
    public void doAgain(KeptAct act) throws ProblemException {
        performer.again(act);
    }

    /** Makes sure that the assets of a scene are found again wherever their files go. */
    public void remember(Set<String> ids) throws ProblemException {
        Map<Library, List<String>> byLibrary = new HashMap<>();
        for (String id : ids) {
            libraryOf(id)
                    .ifPresent(l ->
                            byLibrary.computeIfAbsent(l, k -> new ArrayList<>()).add(id));
        }
        for (Map.Entry<Library, List<String>> library : byLibrary.entrySet()) {
            library.getKey().remember(library.getValue());
        }
    }

    /**
     * Lets go of what piles up: previews of former booths, rows of files long gone. Cheap when there is nothing to do.
     *
     * @return how many bytes of previews went
     */
    public long sweep(Work work) {
        return Sweep.run(home.cache(), libraries(), work);
    }

    /** How much room previews take in a library, in bytes. */
    public static long previewRoom(Library library) throws ProblemException {
        return Sweep.room(library);
    }

    /** Keeps what was found out for the next start. */
    @Override
    public void close() {
        index.close();
        libraries.close();
    }
}
