package yondershelf.app.model;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.intake.Intake;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Library;
import yondershelf.search.Hits;
import yondershelf.search.Query;
import yondershelf.table.SceneBuilder;
import yondershelf.table.Table;
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
    private final ObjectProperty<Hits> everything = new SimpleObjectProperty<>(Hits.NONE);
    private final ObjectProperty<@Nullable Asset> selected = new SimpleObjectProperty<>();
    private final ObjectProperty<View> view = new SimpleObjectProperty<>(View.SHELF);
    private final ObjectProperty<@Nullable Problem> problem = new SimpleObjectProperty<>();
    private final ObjectProperty<List<Path>> brought = new SimpleObjectProperty<>(List.of());
    private final List<Runnable> changed = new ArrayList<>();
    private final InOrder inOrder = new InOrder(this::tell);
    private final AtomicInteger searches = new AtomicInteger();
    private final Background background = new Background(jobs, this::tell);
    private final Loaded loaded;
    private final Questions questions = new Questions();
    private final OpenScene openScene;
    private final FileRuns fileRuns;
    private final Faults faults;
    private final Set<String> justTaken = new LinkedHashSet<>();
    private @Nullable Intake intake;

    public Workspace(Catalogue catalogue) {
        this.catalogue = catalogue;
        this.builder = new SceneBuilder(catalogue.shaders());
        this.loaded = new Loaded(catalogue, builder, background::run);
        this.openScene = new OpenScene(catalogue, background, table);
        this.fileRuns = new FileRuns(catalogue, background, history, this::scan);
        this.faults = new Faults(catalogue, background, fileRuns, this::scan);
        faults.findings().addListener(o -> changed.forEach(Runnable::run));
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

    /** Starts jobs for the views, whose results come back on the interface thread. */
    public Background background() {
        return background;
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

    /** All assets and the counts of all tags, whatever the query. */
    public ObjectProperty<Hits> everything() {
        return everything;
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
        return problem;
    }

    /** Files and folders brought to the window and not yet taken in or let go. */
    public ObjectProperty<List<Path>> brought() {
        return brought;
    }

    /** Makes an intake the one under way, or none; the one before lets go of what it unpacked. */
    public void begin(@Nullable Intake other) {
        Intake over = intake;
        intake = other;
        if (over != null) {
            jobs.startQuietly("Tidying up", work -> {
                over.close();
                return true;
            });
        }
    }

    /** Paths of the assets the latest intake brought. */
    public Set<String> justTaken() {
        return justTaken;
    }

    /** Calls back after libraries or labels changed. */
    public void onChange(Runnable listener) {
        changed.add(listener);
    }

    private record Answer(Hits hits, Hits everything) {}

    /** Runs the query again and tells the views when the answer is there; a query overtaken by a later one is dropped. */
    public void search() {
        Query asked = query.get();
        int number = searches.incrementAndGet();
        inOrder.run(
                "Searching",
                () -> number == searches.get()
                        ? Optional.of(new Answer(catalogue.find(asked), catalogue.find(Query.EVERYTHING)))
                        : Optional.<Answer>empty(),
                answer -> answer.filter(a -> number == searches.get()).ifPresent(a -> {
                    hits.set(a.hits);
                    everything.set(a.everything);
                    changed.forEach(Runnable::run);
                }));
    }

    /** Shows a problem in the strip. */
    public void tell(Problem trouble) {
        problem.set(trouble);
    }

    /** Runs an act that may fail at once; its problem is shown. */
    public void attempt(History.Step step) {
        try {
            step.run();
        } catch (ProblemException e) {
            tell(e.problem());
        }
    }

    /** Scans all libraries, then measures what is new and checks for faults. */
    public Job<Boolean> scan() {
        return background.run(
                "Looking through the libraries",
                work -> {
                    catalogue.scanAll(work);
                    return true;
                },
                done -> {
                    loaded.forget();
                    openScene.complete();
                    search();
                    faults.check();
                });
    }

    /** Adds a folder as a library and looks through it. */
    public void addLibrary(Path folder) {
        background.run("Opening " + folder.getFileName(), work -> catalogue.add(folder, ""), library -> scan());
    }

    /** Changes labels of an asset, as one act, which can be undone as soon as it is on the disk. */
    public void edit(Asset asset, String what, List<Edit> edits, List<Edit> undo) {
        saveLabels(
                asset,
                edits,
                () -> history.remember(
                        what, () -> saveLabels(asset, edits, () -> {}), () -> saveLabels(asset, undo, () -> {})));
    }

    private void saveLabels(Asset asset, List<Edit> edits, Runnable then) {
        inOrder.run(
                asset.name(),
                () -> {
                    catalogue.edit(asset, edits);
                    return true;
                },
                done -> {
                    then.run();
                    search();
                });
    }

    /** Remembers an intake that was done, and shows what came. */
    public void tookIn(Library library, @Nullable String run, List<String> paths) {
        justTaken.clear();
        for (String path : paths) {
            justTaken.add(library.assetId(path));
        }
        if (run != null) {
            fileRuns.remember(
                    "take in " + Words.plural(paths.size(), "asset"), List.of(new FileRuns.Run(library, run)), () -> {
                        throw Problem.of(library.name(), "bring the files again to take them in once more")
                                .raise();
                    });
        }
        brought.set(List.of());
        view.set(View.SHELF);
        scan();
    }

    /** Waits for labels under way; other jobs are stopped. */
    public void close() {
        openScene.close();
        inOrder.close();
        jobs.close();
        Intake open = intake;
        if (open != null) {
            attempt(open::close);
        }
    }
}
