package yondershelf.catalogue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Environment;
import yondershelf.content.ImageSource;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.facts.Facts;
import yondershelf.facts.FactsMeter;
import yondershelf.format.ContentReader;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Labels;
import yondershelf.library.Library;
import yondershelf.library.Moves;
import yondershelf.render.Booth;
import yondershelf.render.Shaders;
import yondershelf.search.Entry;
import yondershelf.search.Hits;
import yondershelf.search.Index;
import yondershelf.search.Query;
import yondershelf.work.Work;

/** All libraries of this machine together. Safe for use from several threads. */
public final class Catalogue {
    private final Home home;
    private final ContentReader reader;
    private final Shaders shaders;
    private final Booth booth;
    private final Measuring measuring;
    private final CopyOnWriteArrayList<Library> libraries = new CopyOnWriteArrayList<>();
    private final Map<String, FactsCache> caches = new ConcurrentHashMap<>();
    private final List<Problem> openingProblems = new ArrayList<>();
    private volatile List<Home.Known> away = List.of();
    private volatile Map<String, Located> located = Map.of();
    private volatile Index index = Index.of(List.of());

    private record Located(Library library, Asset asset) {}

    private Catalogue(Home home, ContentReader reader) {
        this.home = home;
        this.reader = reader;
        this.shaders = new Shaders(reader);
        this.booth = new Booth(shaders);
        this.measuring = new Measuring(new FactsMeter(reader));
    }

    /** Opens every library the machine had open; those that cannot be are told in {@link #openingProblems()}. */
    public static Catalogue open(Home home, ContentReader reader) {
        Catalogue catalogue = new Catalogue(home, reader);
        catalogue.openingProblems.addAll(home.problems());
        catalogue.openAway(catalogue.openingProblems::add);
        return catalogue;
    }

    /** Opens remembered libraries that are not open: at the start all of them, later those that came back. */
    private synchronized void openAway(Consumer<Problem> trouble) {
        List<Home.Known> still = new ArrayList<>();
        for (Home.Known known : home.libraries()) {
            if (libraries.stream().anyMatch(l -> l.root().equals(known.path()))) {
                continue;
            }
            try {
                Library library = Library.openKnown(known.path(), known.id(), home.machine());
                requireOnly(library);
                libraries.add(library);
                if (known.id().isEmpty()) {
                    home.remember(library.root(), library.id(), library.name());
                }
            } catch (ProblemException e) {
                trouble.accept(e.problem());
                still.add(known);
            }
        }
        away = List.copyOf(still);
        tellReach();
    }

    /** Files of a library may refer to what lies in it, and to folders the user allowed. */
    private void tellReach() {
        reader.reach().set(libraries.stream().map(Library::root).toList(), home.allowed());
    }

    /** Remembers the user's word that files may refer to what lies in a folder outside. */
    public void allow(Path folder) throws ProblemException {
        home.allow(folder);
        tellReach();
    }

    /** Two copies of one library would take each other's labels for their own. */
    private void requireOnly(Library library) throws ProblemException {
        for (Library other : libraries) {
            if (other.id().equals(library.id()) && !isSame(other.root(), library.root())) {
                throw new Problem(
                                library.root().toString(),
                                "it is a copy of the library " + other.name() + " that is open from " + other.root(),
                                "Open one of them only, or make the copy a library of its own")
                        .raise();
            }
        }
    }

    private static boolean isSame(Path a, Path b) {
        try {
            return Files.isSameFile(a, b);
        } catch (IOException e) {
            return false;
        }
    }

    /** Libraries this machine knows that are not there now. */
    public List<Home.Known> away() {
        return away;
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

    public List<Library> libraries() {
        return List.copyOf(libraries);
    }

    /**
     * Adds a folder as a library; one already open is given back.
     *
     * @throws ProblemException when the folder is the empty place of a known library that is away, or holds a copy of one
     *     that is open
     */
    public synchronized Library add(Path folder, String name) throws ProblemException {
        Path root = folder.toAbsolutePath().normalize();
        for (Library library : libraries) {
            if (library.root().equals(root) || isSame(library.root(), root)) {
                return library;
            }
        }
        Optional<Home.Known> known =
                home.libraries().stream().filter(k -> k.path().equals(root)).findFirst();
        boolean bare = known.isPresent() && !Files.exists(root.resolve(Library.OWN));
        Library library = bare
                ? Library.openKnown(root, known.get().id(), home.machine())
                : Library.open(root, name, home.machine());
        return added(library);
    }

    /** Adds a copy of another library as a library of its own: with the same labels, which from then on go their own way. */
    public synchronized Library addCopy(Path folder, String name) throws ProblemException {
        Path root = folder.toAbsolutePath().normalize();
        return added(Library.openCopy(root, name, home.machine(), reader));
    }

    private Library added(Library library) throws ProblemException {
        requireOnly(library);
        libraries.add(library);
        tellReach();
        home.remember(library.root(), library.id(), library.name());
        away = away.stream().filter(k -> !k.path().equals(library.root())).toList();
        return library;
    }

    /** Closes a library, or forgets one that is away; its folder and labels stay as they are. */
    public synchronized void close(Path folder) throws ProblemException {
        Path root = folder.toAbsolutePath().normalize();
        home.forget(root);
        libraries.removeIf(l -> l.root().equals(root));
        tellReach();
        away = away.stream().filter(k -> !k.path().equals(root)).toList();
        reindex();
    }

    /** A library by its name, id or folder. */
    public Optional<Library> library(String nameOrFolder) {
        for (Library library : libraries) {
            boolean folder =
                    library.root().equals(Path.of(nameOrFolder).toAbsolutePath().normalize());
            if (folder || library.id().equals(nameOrFolder) || library.name().equalsIgnoreCase(nameOrFolder)) {
                return Optional.of(library);
            }
        }
        return Optional.empty();
    }

    /** Scans one library and makes its assets findable. */
    public List<Asset> scan(Library library, Work work) throws ProblemException {
        List<Asset> assets = library.scan(reader, work);
        reindex();
        return assets;
    }

    /** Scans all libraries, those that came back too; one that fails is told to the work and the rest goes on. */
    public void scanAll(Work work) {
        int done = 0;
        openAway(away.isEmpty() ? work::problem : problem -> {});
        for (Library library : libraries) {
            work.progress(done++, libraries.size(), library.name());
            scan(library, work, Set.of());
        }
        List<Library> all = List.copyOf(libraries);
        Set<Library> grown = Moves.between(all, work);
        for (Library library : grown) {
            scan(library, work, grown);
        }
        reindex();
    }

    private void scan(Library library, Work work, Set<Library> again) {
        try {
            library.scan(reader, again.isEmpty() ? work : Work.SILENT);
        } catch (ProblemException e) {
            work.problem(e.problem());
        } catch (RuntimeException | StackOverflowError e) {
            work.problem(Problem.of(library.root(), "looking through it went wrong inside the program (" + e + ")"));
        }
    }

    private synchronized void reindex() {
        Map<String, Located> found = new HashMap<>();
        List<Entry> entries = new ArrayList<>();
        for (Library library : libraries) {
            for (Asset asset : library.assets()) {
                found.put(asset.id(), new Located(library, asset));
                entries.add(entry(library, asset));
            }
        }
        located = found;
        index = Index.of(entries);
    }

    private static Entry entry(Library library, Asset asset) {
        Labels labels = library.labels(asset.id());
        return new Entry(
                asset.id(),
                library.id(),
                asset.kind(),
                labels.name().isEmpty() ? asset.name() : labels.name(),
                asset.folder(),
                asset.path(),
                labels.tags(),
                labels.note());
    }

    public Hits find(Query query) {
        return index.find(query);
    }

    public Optional<Asset> asset(String id) {
        return Optional.ofNullable(located.get(id)).map(Located::asset);
    }

    public Optional<Library> libraryOf(String assetId) {
        return Optional.ofNullable(located.get(assetId)).map(Located::library);
    }

    private Library owner(Asset asset) throws ProblemException {
        return libraryOf(asset.id())
                .orElseThrow(() ->
                        Problem.of(asset.path(), "its library is not open").raise());
    }

    public Labels labels(Asset asset) {
        return libraryOf(asset.id()).map(l -> l.labels(asset.id())).orElse(Labels.NONE);
    }

    /** Saves edits of one asset's labels; they are on the disk and findable when this returns. */
    public void edit(Asset asset, List<Edit> edits) throws ProblemException {
        Library library = owner(asset);
        library.edit(edits);
        synchronized (this) {
            index = index.with(entry(library, asset));
        }
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

    private FactsCache cache(Library library) {
        return caches.computeIfAbsent(
                library.id(), id -> new FactsCache(home.cache().resolve(id + ".facts.json")));
    }

    /** Facts if they are known already. */
    public Optional<Facts> knownFacts(Asset asset) {
        return libraryOf(asset.id()).map(l -> cache(l).get(asset)).map(FactsCache.Known::facts);
    }

    /** Facts, measured now if need be. */
    public Facts facts(Asset asset) throws ProblemException {
        return known(owner(asset), asset).facts();
    }

    private FactsCache.Known known(Library library, Asset asset) {
        FactsCache.Known found = cache(library).get(asset);
        if (found != null) {
            return found;
        }
        String content = Measuring.contentHash(library, asset);
        FactsCache.Known fresh = new FactsCache.Known(asset.key(), content, measuring.measure(library, asset));
        if (content != null) {
            // of a drive that is away or a file that is forbidden nothing is remembered: neither shows in the key
            cache(library).put(asset, fresh);
        }
        return fresh;
    }

    /** Writes newly measured facts to the cache. */
    public void saveFacts() throws ProblemException {
        for (FactsCache cache : caches.values()) {
            try {
                cache.save();
            } catch (IOException e) {
                throw Problem.of(home.cache(), "facts could not be kept (" + e.getMessage() + ")")
                        .raise(e);
            }
        }
    }

    public Model model(Asset asset) throws ProblemException {
        return reader.readModel(owner(asset).resolve(asset.path()));
    }

    public Material material(Asset asset) throws ProblemException {
        EnumMap<Role, TextureUse> maps = new EnumMap<>(Role.class);
        Library library = owner(asset);
        Measuring.mapFiles(library, asset).forEach((role, file) -> maps.put(role, TextureUse.of(ImageSource.at(file))));
        return Material.ofMaps(library.shownName(asset), maps);
    }

    public Environment environment(Asset asset) throws ProblemException {
        Library library = owner(asset);
        Picture picture = reader.readPicture(ImageSource.at(library.resolve(asset.path())));
        return new Environment(library.shownName(asset), picture);
    }

    /** The kept final preview, if there is one. */
    public @Nullable Picture keptPreview(Asset asset, int size) throws ProblemException {
        Library library = owner(asset);
        return new Previews(this, library, home.cache()).kept(known(library, asset), size);
    }

    /**
     * Takes a preview in the booth: sRGB with transparency.
     *
     * @return null when cancelled
     * @throws ProblemException when the asset cannot be read
     */
    public @Nullable Picture takePreview(Asset asset, int size, int samples, BooleanSupplier cancelled)
            throws ProblemException {
        Library library = owner(asset);
        return new Previews(this, library, home.cache()).take(asset, known(library, asset), size, samples, cancelled);
    }
}
