package yondershelf.app.model;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.KnownLibrary;
import yondershelf.catalogue.Shown;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.intake.Intake;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.library.Looked;
import yondershelf.search.Counts;
import yondershelf.search.Hits;
import yondershelf.search.Key;
import yondershelf.search.Query;
import yondershelf.search.Selection;
import yondershelf.table.SceneBuilder;
import yondershelf.table.Table;
import yondershelf.words.Phrase;
import yondershelf.work.History;
import yondershelf.work.Job;
import yondershelf.work.Jobs;

/** The state all views share, and the acts they offer. Used from the interface thread; long work goes to jobs. */
public final class Workspace {

    /** The views that take the shelf's place. */
    public enum View {
        SHELF,
        INTAKE,
        MEND
    }

    private final Catalogue catalogue;
    private final SceneBuilder builder;
    private final Jobs jobs = new Jobs();
    private final History history = new History();
    private final Table table = new Table(history);
    private final ObjectProperty<Query> query = new SimpleObjectProperty<>(Query.EVERYTHING);
    private final ObjectProperty<Hits> hits = new SimpleObjectProperty<>(Hits.NONE);
    private final ObjectProperty<Counts> counts = new SimpleObjectProperty<>(Counts.NONE);
    private final ObjectProperty<List<KnownLibrary>> known = new SimpleObjectProperty<>(List.of());
    private final ReadOnlyIntegerWrapper taken = new ReadOnlyIntegerWrapper();
    private final ObjectProperty<@Nullable Asset> selected = new SimpleObjectProperty<>();
    private final ObjectProperty<View> view = new SimpleObjectProperty<>(View.SHELF);
    private final Problems problems = new Problems();
    private final List<Runnable> changed = new ArrayList<>();
    private final List<Runnable> pagesCame = new ArrayList<>();
    private final SerialExecutor inOrder = new SerialExecutor(this::tell);
    private final AtomicInteger searches = new AtomicInteger();
    private final Background background = new Background(jobs, this::tell);
    private final Loaded loaded;
    private final TextSize textSize;
    private final Questions questions = new Questions();
    private final OpenScene openScene;
    private final KeptHistory keptHistory;
    private final FileRuns fileRuns;
    private final Filing filing;
    private final MoreLike moreLike;
    private final Searches keptSearches;
    private final EmptyFolders emptyFolders = new EmptyFolders(() -> changed.forEach(Runnable::run));
    private final OpenPlan openPlan;
    private final Optional<IntakeReport> earlierReport;
    private final Faults faults;
    private final Pages pages;
    private final Chosen chosen;
    private final Arrived arrived;
    private final Labelling labelling;
    private final IntakeUnderWay intake = new IntakeUnderWay(this);

    public Workspace(Catalogue catalogue) {
        this.catalogue = catalogue;
        this.textSize = new TextSize(catalogue.home(), this::keep);
        this.builder = new SceneBuilder(catalogue.shaders());
        this.loaded = new Loaded(catalogue, builder, background::run);
        this.pages = new Pages(catalogue, background, () -> pagesCame.forEach(Runnable::run));
        this.arrived = new Arrived(this);
        this.keptHistory = new KeptHistory(catalogue, history, inOrder, this::relabelled);
        this.labelling =
                new Labelling(catalogue, inOrder, keptHistory, this::search, () -> changed.forEach(Runnable::run));
        this.chosen = new Chosen(catalogue, background, inOrder, keptHistory, hits, this::relabelled);
        this.openScene = new OpenScene(catalogue, background, table);
        this.earlierReport = IntakeReport.of(catalogue.home());
        this.openPlan = new OpenPlan(history, background, catalogue.home().folder());
        this.fileRuns = new FileRuns(catalogue, background, history, keptHistory, this::scan);
        this.keptSearches = new Searches(catalogue, inOrder, background, history, () -> changed.forEach(Runnable::run));
        this.moreLike = new MoreLike(this);
        this.filing = new Filing(this, fileRuns, history);
        this.faults = new Faults(catalogue, background, fileRuns);
        faults.findings().addListener(o -> {
            // what has problems is found by that
            search();
            changed.forEach(Runnable::run);
        });
        query.addListener((o, before, now) -> search());
    }

    public Catalogue catalogue() {
        return catalogue;
    }

    /** Builds scenes; one for the whole window, so that nothing is built twice. */
    public SceneBuilder builder() {
        return builder;
    }

    public Jobs jobs() {
        return jobs;
    }

    /** How large text is. */
    public TextSize textSize() {
        return textSize;
    }

    /** Starts jobs for the views, whose results come back on the interface thread. */
    public Background background() {
        return background;
    }

    /** The plan of what came. */
    public OpenPlan openPlan() {
        return openPlan;
    }

    public History history() {
        return history;
    }

    public Table table() {
        return table;
    }

    public ObjectProperty<Query> query() {
        return query;
    }

    public ObjectProperty<Hits> hits() {
        return hits;
    }

    /** How many there are by library, folder and tag, whatever the query. */
    public ObjectProperty<Counts> counts() {
        return counts;
    }

    /** What was taken in last, if anything ever was on this machine. */
    public Optional<JustTaken> justTaken() {
        return JustTaken.of(catalogue.home());
    }

    /** What became of the last intake, when another run of the program did it. */
    public Optional<IntakeReport> earlierReport() {
        return earlierReport;
    }

    /** How much of it is there. */
    public ReadOnlyIntegerProperty taken() {
        return taken.getReadOnlyProperty();
    }

    /** All libraries, those away and hidden too, in their order. */
    public ObjectProperty<List<KnownLibrary>> known() {
        return known;
    }

    /** The hits as they are shown. */
    public Pages pages() {
        return pages;
    }

    /** Calls back when more of the hits can be shown. */
    public void onPage(Runnable listener) {
        pagesCame.add(listener);
    }

    /** What is chosen on the shelf. */
    public Chosen chosen() {
        return chosen;
    }

    /** Says something of one asset. */
    public Labelling labelling() {
        return labelling;
    }

    private void relabelled() {
        search();
        keptSearches.count();
        changed.forEach(Runnable::run);
    }

    /** What came to the libraries meanwhile. */
    public Arrived arrived() {
        return arrived;
    }

    /** Looks up an asset with what was said of it; at once when it was shown lately, else in the background. */
    public void withShown(Asset asset, Consumer<Shown> then) {
        pages.shown(asset)
                .ifPresentOrElse(
                        then,
                        () -> background.quietly(
                                Phrase.of("model.fetching-what-is-shown"),
                                work -> catalogue.shelf().shown(asset.id()),
                                found -> found.ifPresent(then)));
    }

    /** Keeps a setting of the program's own, in the order asked for; whoever keeps it goes by what they hold themselves until then. */
    public void keep(String setting, String value) {
        inOrder.run(
                Phrase.of("model.keeping-a-setting"),
                () -> {
                    catalogue.home().setSetting(setting, value);
                    return true;
                },
                done -> {});
    }

    /** The name of an asset's library. */
    public String libraryName(String id) {
        return known.get().stream()
                .filter(k -> k.id().equals(id))
                .findFirst()
                .map(KnownLibrary::name)
                .orElse("");
    }

    /** What assets hold, for those who show or place them. */
    public Loaded loaded() {
        return loaded;
    }

    /** The asset whose card is open. */
    public ObjectProperty<@Nullable Asset> selected() {
        return selected;
    }

    public ObjectProperty<View> view() {
        return view;
    }

    /** Changes to files, and their undo. */
    public FileRuns fileRuns() {
        return fileRuns;
    }

    /** Looking for what is like something. */
    public MoreLike moreLike() {
        return moreLike;
    }

    /** Searches that are kept as places. */
    public Searches searches() {
        return keptSearches;
    }

    /** Puts assets into other folders, and makes, renames and deletes these. */
    public Filing filing() {
        return filing;
    }

    /** Folders in which nothing lies yet. */
    public EmptyFolders emptyFolders() {
        return emptyFolders;
    }

    public Faults faults() {
        return faults;
    }

    /** What only the user can decide. */
    public Questions questions() {
        return questions;
    }

    /** The scene on the table, with its file. */
    public OpenScene openScene() {
        return openScene;
    }

    /** The latest problem to show; null when there is none. */
    public ObjectProperty<@Nullable Problem> problem() {
        return problems.latest();
    }

    /** All that went wrong and was not put away. */
    public Problems problems() {
        return problems;
    }

    /** What was brought to the window and is being taken in. */
    public IntakeUnderWay intake() {
        return intake;
    }

    /** Calls back after libraries or labels changed. */
    public void onChange(Runnable listener) {
        changed.add(listener);
    }

    private record Answer(
            Hits hits,
            List<Shown> first,
            @Nullable Key followed,
            int place,
            Counts counts,
            List<KnownLibrary> known,
            int taken) {}

    /** Runs the query again and tells the views when the answer is there; a query overtaken by a later one is dropped. */
    public void search() {
        Query asked = query.get();
        Key followed = pages.followed();
        int number = searches.incrementAndGet();
        inOrder.run(
                Phrase.of("model.searching"),
                () -> number == searches.get() ? Optional.of(answer(asked, followed)) : Optional.<Answer>empty(),
                answer -> answer.filter(a -> number == searches.get()).ifPresent(this::show));
    }

    private Answer answer(Query asked, @Nullable Key followed) {
        Hits found = catalogue.shelf().find(asked);
        int place = followed == null ? -1 : found.placeOf(followed);
        return new Answer(
                found,
                catalogue.shelf().page(found, 0, Pages.PAGE),
                followed,
                place,
                catalogue.shelf().counts(),
                catalogue.known(),
                justTaken().map(t -> catalogue.shelf().find(t.query()).total()).orElse(0));
    }

    private void show(Answer a) {
        boolean labels = !counts.get().equals(a.counts) || !known.get().equals(a.known) || taken.get() != a.taken;
        pages.show(a.hits, a.first);
        Key followed = pages.followed();
        if (followed != null && followed.equals(a.followed)) {
            pages.follow(followed, a.place);
        } else if (followed != null) {
            // chosen while the search was under way
            pages.follow(followed);
        }
        known.set(a.known);
        counts.set(a.counts);
        taken.set(a.taken);
        hits.set(a.hits);
        if (labels) {
            keptSearches.count();
            changed.forEach(Runnable::run);
        } else {
            pagesCame.forEach(Runnable::run);
        }
    }

    /** Shows a problem in the strip. */
    public void tell(Problem trouble) {
        problems.latest().set(trouble);
    }

    /** Runs an act that may fail at once; its problem is shown. */
    public void attempt(History.Step step) {
        try {
            step.run();
        } catch (ProblemException e) {
            tell(e.problem());
        }
    }

    /** Shows what is known already, before there is a window that would have to wait for it. */
    public void showKnown() {
        show(answer(query.get(), null));
    }

    /** Connects the libraries, looks what changed in them, and goes on watching. */
    public void begin() {
        background.quietly(Phrase.of("model.connecting-the-libraries"), work -> catalogue.connect(), came -> {
            faults.showKnown();
            keptHistory.begin(fileRuns);
            search();
            scan();
            background.housekeeping(
                    Phrase.of("model.letting-go-of-what-piles-up"),
                    work -> {
                        Intake.sweep();
                        return catalogue.scanning().sweep(work);
                    },
                    freed -> {});
        });
    }

    /** Looks through all libraries, then checks what is new for faults. */
    public Job<Boolean> scan() {
        return background.run(
                Phrase.of("model.looking-through-the-libraries"),
                work -> {
                    Map<Library, Looked> looked =
                            catalogue.scanning().scanAll(work, () -> Platform.runLater(this::search));
                    arrived.heard(looked);
                    return looked.values().stream().anyMatch(l -> !l.isUnchanged());
                },
                changes -> {
                    catalogue.contents().forgetFailures();
                    arrived.watch();
                    refreshed();
                });
    }

    /** Something is other than it was: everything that shows it is told. */
    void refreshed() {
        openScene.complete();
        search();
        faults.check();
        changed.forEach(Runnable::run);
    }

    /** Adds a folder as a library and looks through it. */
    public void addLibrary(Path folder) {
        background.run(
                Phrase.of("model.opening", folder.getFileName()), work -> catalogue.add(folder, ""), library -> scan());
    }

    /** Makes a new or empty folder a library. */
    public void createLibrary(Path folder) {
        background.run(
                Phrase.of("model.making-2", folder.getFileName()),
                work -> catalogue.create(folder, ""),
                library -> scan());
    }

    /** Lets new things go to a library unless another is named. */
    public void setTarget(KnownLibrary library) {
        onLibraries(Phrase.of("model.new-things-go-to", library.name()), all -> {
            Optional<Library> there = library.library();
            if (there.isPresent()) {
                all.setTarget(there.get());
            }
        });
    }

    /** Something done to libraries as wholes: their names, order, or whether they are shown. */
    public void onLibraries(String what, LibraryAct act) {
        background.run(
                what,
                work -> {
                    act.run(catalogue);
                    return true;
                },
                done -> {
                    search();
                    changed.forEach(Runnable::run);
                });
    }

    /** An act on the catalogue that may fail. */
    public interface LibraryAct {
        void run(Catalogue catalogue) throws ProblemException;
    }

    /** Deletes what an asset is made of; it can be undone until the undo store is emptied. */
    public void delete(Asset asset) {
        if (asset.isApart()) {
            // there is no file of its own to delete: the node goes back into its file
            labelling.putBack(asset);
        } else {
            fileRuns.delete(List.of(asset), pages.shown(asset).map(Shown::name).orElse(asset.name()));
        }
        if (asset.equals(selected.get())) {
            selected.set(null);
        }
    }

    /** The same for all that is chosen, in one act. */
    public void deleteChosen() {
        if (!chosen.isMany()) {
            Asset only = selected.get();
            if (only != null) {
                delete(only);
            }
            return;
        }
        chosen.assets(assets -> {
            assets.stream().filter(Asset::isApart).forEach(this::delete);
            List<Asset> whole = assets.stream().filter(a -> !a.isApart()).toList();
            if (!whole.isEmpty()) {
                fileRuns.delete(whole, Words.plural(whole.size(), "asset"));
            }
            chosen.selection().set(Selection.NONE);
        });
    }

    /** Waits for labels under way; other jobs are stopped. */
    public void close() {
        arrived.close();
        openScene.close();
        inOrder.close();
        jobs.close();
        intake.close();
        catalogue.close();
    }
}
