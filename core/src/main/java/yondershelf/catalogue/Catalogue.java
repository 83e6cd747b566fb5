package yondershelf.catalogue;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.ContentReader;
import yondershelf.library.Library;
import yondershelf.render.Booth;
import yondershelf.render.Shaders;

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
    private final ActHistory history;
    private final Shelf shelf;
    private final Scanning scanning;
    private final AssetLabels labelling;
    private final Uses uses;
    private final Alike alike;
    private final List<Problem> openingProblems = new ArrayList<>();

    private Catalogue(Home home, ContentReader reader, int finalSamples) {
        this.home = home;
        this.uses = new Uses(home.folder());
        this.reader = reader;
        this.libraries = new Libraries(home, reader);
        this.index = new ShelfIndex(home.cache().resolve("index.bin"));
        this.shaders = new Shaders(reader);
        this.booth = new Booth(shaders, finalSamples);
        this.contents = new Contents(libraries, new Kinds(reader, booth), new PreviewStore(home.cache()));
        this.alike = new Alike(this);
        this.shelf = new Shelf(libraries, index, alike);
        this.scanning = new Scanning(this, libraries, index);
        this.labelling = new AssetLabels(this, libraries);
        this.history = new ActHistory(this, new KeptActs(home.folder()));
        openingProblems.addAll(home.problems());
        openingProblems.addAll(libraries.problems());
        index.follow(libraries.all());
    }

    /** What is known of all libraries, without touching any of them: none counts as away before {@link #connect}. */
    public static Catalogue openKept(Home home, ContentReader reader) {
        return new Catalogue(home, reader, Booth.FINAL_SAMPLES);
    }

    /** The same, connected; libraries that cannot be reached are told in {@link #openingProblems()}. */
    public static Catalogue open(Home home, ContentReader reader) {
        return open(home, reader, Booth.FINAL_SAMPLES);
    }

    /** @param finalSamples how many samples a final preview gets: fewer are grainy, and sooner there */
    public static Catalogue open(Home home, ContentReader reader, int finalSamples) {
        Catalogue catalogue = new Catalogue(home, reader, finalSamples);
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

    /** What there is, to be found. */
    public Shelf shelf() {
        return shelf;
    }

    /** What looks like an asset, a picture or a colour. */
    public Alike alike() {
        return alike;
    }

    /** Looking through libraries. */
    public Scanning scanning() {
        return scanning;
    }

    /** Saying something of assets. */
    public AssetLabels labelling() {
        return labelling;
    }

    /** What was done, and taking it back. */
    public ActHistory history() {
        return history;
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

    /** Which scenes use an asset. */
    public Uses uses() {
        return uses;
    }

    /** A scene was saved that uses these assets. */
    public void used(Path scene, Set<String> assets) throws ProblemException {
        uses.note(scene, assets, known());
        scanning.follow();
    }

    /** Makes sure that the assets of a scene are found again wherever their files go. */
    public void remember(Set<String> ids) throws ProblemException {
        Map<Library, List<String>> byLibrary = new HashMap<>();
        for (String id : ids) {
            shelf.libraryOf(id)
                    .ifPresent(l ->
                            byLibrary.computeIfAbsent(l, k -> new ArrayList<>()).add(id));
        }
        for (Map.Entry<Library, List<String>> library : byLibrary.entrySet()) {
            library.getKey().labels().remember(library.getValue());
        }
    }

    /** Keeps what was found out for the next start. */
    @Override
    public void close() {
        index.close();
        libraries.close();
    }
}
