package yondershelf.catalogue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.format.reading.ContentReader;
import yondershelf.format.worker.Limits;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.library.MachineRecords;
import yondershelf.library.Stores;
import yondershelf.store.Store;
import yondershelf.words.Phrase;

/** The libraries this machine knows, in the user's order. Safe for several threads. */
final class Libraries {
    /** What a new library begins with. */
    private static final List<String> FOLDERS = List.of("Models", "Materials", "HDRIs", "Textures");

    private final Home home;
    private final ContentReader reader;
    private final Stores stores = new Kept();
    private final KeptActs acts;
    private final CopyOnWriteArrayList<KnownLibrary> all = new CopyOnWriteArrayList<>();
    private final List<Problem> problems = new CopyOnWriteArrayList<>();
    private volatile Supplier<List<Path>> mounts = Mounts::all;

    Libraries(Home home, ContentReader reader) {
        this.home = home;
        this.reader = reader;
        this.acts = new KeptActs(home.folder());
        for (Home.Known known : home.libraries()) {
            if (!known.id().isEmpty()) {
                all.add(new KnownLibrary(known, store(known.id())));
            }
        }
    }

    /** Where drives are looked for; tests have their own. */
    void lookAt(Supplier<List<Path>> places) {
        mounts = places;
    }

    private Store store(String id) {
        try {
            return Store.open(home.cache().resolve("catalogue").resolve(id + ".db"));
        } catch (ProblemException e) {
            // everything is found out again then, each time
            problems.add(e.problem());
            return Store.inMemory();
        }
    }

    List<KnownLibrary> all() {
        return List.copyOf(all);
    }

    /** What reading one file may use by now: what failed under other limits is tried again. */
    Limits readerLimits() {
        return home.readerLimits();
    }

    /** What was wrong with what is kept on this machine. */
    List<Problem> problems() {
        return problems;
    }

    Optional<KnownLibrary> byId(String id) {
        return all.stream().filter(k -> k.id().equals(id)).findFirst();
    }

    /** Ids of those whose assets are shown. */
    Set<String> shown() {
        return all.stream().filter(k -> !k.isHidden()).map(KnownLibrary::id).collect(Collectors.toSet());
    }

    List<Library> here() {
        return all.stream().flatMap(k -> k.library().stream()).toList();
    }

    /** Connects those that are there, wherever their drive turns up. True when one came that was not there before. */
    synchronized boolean connect(Consumer<Problem> trouble) {
        boolean came = false;
        for (Home.Known known : home.libraries()) {
            Optional<KnownLibrary> there = known.id().isEmpty() ? Optional.empty() : byId(known.id());
            if (there.flatMap(KnownLibrary::library).isPresent()) {
                continue;
            }
            try {
                Library library = reach(known);
                requireOnly(library);
                came(library);
                came = true;
            } catch (ProblemException e) {
                trouble.accept(e.problem());
            }
        }
        all.forEach(KnownLibrary::sought);
        tellReach();
        return came;
    }

    private Library reach(Home.Known known) throws ProblemException {
        try {
            return Library.openKnown(known.path(), known.id(), home.machine(), stores);
        } catch (ProblemException away) {
            Optional<Path> moved = known.id().isEmpty()
                    ? Optional.empty()
                    : Mounts.elsewhere(known.path(), mounts.get(), p -> Library.isAt(p, known.id()));
            if (moved.isEmpty()) {
                throw away;
            }
            return Library.openKnown(moved.get(), known.id(), home.machine(), stores);
        }
    }

    /** What this machine keeps of a library: rows in the cache, records beside the list of libraries. */
    private final class Kept implements Stores {
        @Override
        public Store of(String id) {
            return byId(id).map(KnownLibrary::store).orElseGet(() -> store(id));
        }

        @Override
        public MachineRecords records(String id) {
            return MachineRecords.in(home.folder().resolve("runs").resolve(id));
        }
    }

    private void came(Library library) throws ProblemException {
        KnownLibrary known = byId(library.id()).orElse(null);
        if (known == null) {
            known = new KnownLibrary(
                    new Home.Known(library.root(), library.id(), library.name(), false), library.store());
            all.add(known);
        }
        known.came(library);
        library.noteActs(acts.of(library.id()));
        boolean remembered = home.libraries().stream()
                .anyMatch(k -> k.path().equals(library.root())
                        && k.id().equals(library.id())
                        && k.name().equals(library.name()));
        if (!remembered) {
            home.remember(library.root(), library.id(), library.name());
        }
        sortLikeHome();
    }

    private void sortLikeHome() {
        List<String> order = home.libraries().stream().map(Home.Known::id).toList();
        List<KnownLibrary> sorted = new ArrayList<>(all);
        sorted.sort(Comparator.comparingInt(k -> {
            int at = order.indexOf(k.id());
            return at < 0 ? Integer.MAX_VALUE : at;
        }));
        if (!sorted.equals(all)) {
            all.clear();
            all.addAll(sorted);
        }
    }

    /** Lets go of those whose folder went away. True when there were any. */
    synchronized boolean disconnect() {
        boolean left = false;
        for (KnownLibrary known : all) {
            Library library = known.library().orElse(null);
            if (library != null && !library.isHere()) {
                known.left();
                left = true;
            }
        }
        if (left) {
            tellReach();
        }
        return left;
    }

    /** Files of a library may refer to what lies in it, and to folders the user allowed. */
    void tellReach() {
        reader.reach().set(here().stream().map(Library::root).toList(), home.allowed());
    }

    /** Two copies of one library would take each other's labels for their own. */
    private void requireOnly(Library library) throws ProblemException {
        for (Library other : here()) {
            if (other.id().equals(library.id()) && !isSame(other.root(), library.root())) {
                throw new Problem(
                                library.root().toString(),
                                Phrase.of("catalogue.it-is-a-copy-of", other.name(), other.root()),
                                Phrase.of("catalogue.open-one-of-them-only"))
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

    synchronized Library add(Path folder, String name) throws ProblemException {
        Path root = folder.toAbsolutePath().normalize();
        for (Library library : here()) {
            if (library.root().equals(root) || isSame(library.root(), root)) {
                return library;
            }
        }
        Optional<Home.Known> known =
                home.libraries().stream().filter(k -> k.path().equals(root)).findFirst();
        boolean bare = known.isPresent() && !Files.exists(root.resolve(Library.OWN));
        Library library = bare
                ? Library.openKnown(root, known.get().id(), home.machine(), stores)
                : Library.open(root, name, home.machine(), stores);
        return added(library);
    }

    synchronized Library addCopy(Path folder, String name) throws ProblemException {
        Path root = folder.toAbsolutePath().normalize();
        return added(Library.openCopy(root, name, home.machine(), reader, stores));
    }

    /** Makes a folder, which must be new or empty, a library with a few folders to begin with. */
    synchronized Library create(Path folder, String name) throws ProblemException {
        Path root = folder.toAbsolutePath().normalize();
        try {
            if (Files.exists(root)) {
                try (Stream<Path> list = Files.list(root)) {
                    if (list.findAny().isPresent()) {
                        throw new Problem(
                                        root.toString(),
                                        Phrase.of("catalogue.there-is-something-in-the"),
                                        Phrase.of("catalogue.open-it-as-a-library"))
                                .raise();
                    }
                }
            }
            for (String part : FOLDERS) {
                Disk.REAL.makeFolders(root.resolve(part));
            }
        } catch (IOException e) {
            throw Problem.of(root, Phrase.of("catalogue.the-librarys-folder-cannot-be", e.getMessage()))
                    .raise(e);
        }
        return added(Library.open(root, name, home.machine(), stores));
    }

    private Library added(Library library) throws ProblemException {
        requireOnly(library);
        came(library);
        tellReach();
        return library;
    }

    /** Forgets a library, its folder and labels stay as they are. Gives those that were forgotten. */
    synchronized List<KnownLibrary> remove(Path folder) throws ProblemException {
        Path root = folder.toAbsolutePath().normalize();
        home.forget(root);
        List<KnownLibrary> gone =
                all.stream().filter(k -> k.root().equals(root)).toList();
        all.removeAll(gone);
        tellReach();
        return gone;
    }

    synchronized void rename(KnownLibrary known, String name) throws ProblemException {
        Library library = known.library()
                .orElseThrow(() -> new Problem(
                                known.root().toString(),
                                Phrase.of("catalogue.the-library-is-away-and"),
                                Phrase.of("catalogue.connect-its-drive-first"))
                        .raise());
        library.rename(name);
        known.called(library.name());
        home.remember(library.root(), library.id(), library.name());
    }

    synchronized void hide(KnownLibrary known, boolean hidden) throws ProblemException {
        known.hide(hidden);
        home.libraries(
                Phrase.of("catalogue.hiding-the-library"),
                list -> list.stream()
                        .map(k -> k.id().equals(known.id()) ? new Home.Known(k.path(), k.id(), k.name(), hidden) : k)
                        .toList());
    }

    /** @param place from 0, among all */
    synchronized void move(KnownLibrary known, int place) throws ProblemException {
        home.libraries(Phrase.of("catalogue.sorting-the-libraries"), list -> {
            List<Home.Known> out = new ArrayList<>(list);
            Optional<Home.Known> one =
                    out.stream().filter(k -> k.id().equals(known.id())).findFirst();
            one.ifPresent(k -> {
                out.remove(k);
                out.add(Math.max(0, Math.min(out.size(), place)), k);
            });
            return out;
        });
        sortLikeHome();
    }

    void close() {
        all.forEach(k -> k.store().close());
    }

    /** The library that knows an asset, away or not. */
    Optional<KnownLibrary> of(Asset asset) {
        for (KnownLibrary library : all()) {
            if (library.store().asset(asset.id()).isPresent()) {
                return Optional.of(library);
            }
        }
        return Optional.empty();
    }

    /**
     * The library of an asset.
     *
     * @throws ProblemException when none knows it, or the one that does is away
     */
    Library owner(Asset asset) throws ProblemException {
        KnownLibrary known = of(asset)
                .orElseThrow(() -> Problem.of(asset.path(), Phrase.of("catalogue.it-is-not-there-any"))
                        .raise());
        return known.library()
                .orElseThrow(() -> new Problem(
                                asset.path(),
                                Phrase.of("catalogue.its-library-is-away-2", known.name()),
                                Phrase.of("catalogue.connect-its-drive-it-comes"))
                        .raise());
    }
}
