package yondershelf.app.model;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Shown;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.intake.Intake;
import yondershelf.library.Asset;
import yondershelf.search.Selection;
import yondershelf.table.SceneBuilder;
import yondershelf.table.Table;
import yondershelf.words.Phrase;
import yondershelf.work.History;
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
    private final ObjectProperty<@Nullable Asset> selected = new SimpleObjectProperty<>();
    private final ObjectProperty<View> view = new SimpleObjectProperty<>(View.SHELF);
    private final Problems problems = new Problems();
    private final List<Runnable> changed = new ArrayList<>();
    private final SerialExecutor inOrder = new SerialExecutor(this::tell);
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
    private final EmptyFolders emptyFolders = new EmptyFolders(this::tellChanged);
    private final OpenPlan openPlan;
    private final Optional<IntakeReport> earlierReport;
    private final Faults faults;
    private final ShelfModel shelf;
    private final LibraryActs libraries;
    private final Chosen chosen;
    private final Arrived arrived;
    private final Labelling labelling;
    private final IntakeUnderWay intake = new IntakeUnderWay(this);

    public Workspace(Catalogue catalogue) {
        this.catalogue = catalogue;
        this.textSize = new TextSize(catalogue.home(), this::keep);
        this.builder = new SceneBuilder(catalogue.shaders());
        this.loaded = new Loaded(catalogue, builder, background::run);
        this.shelf = new ShelfModel(catalogue, background, inOrder, this::labelsChanged);
        this.libraries = new LibraryActs(this);
        this.arrived = new Arrived(this);
        this.keptHistory = new KeptHistory(catalogue, history, inOrder, this::relabelled);
        this.labelling = new Labelling(catalogue, inOrder, keptHistory, shelf::search, this::tellChanged);
        this.chosen = new Chosen(catalogue, background, inOrder, keptHistory, shelf.hits(), this::relabelled);
        this.openScene = new OpenScene(catalogue, background, table);
        this.earlierReport = IntakeReport.of(catalogue.home());
        this.openPlan = new OpenPlan(history, background, catalogue.home().folder());
        this.fileRuns = new FileRuns(catalogue, background, history, keptHistory, libraries::scan);
        this.keptSearches = new Searches(catalogue, inOrder, background, history, this::tellChanged);
        this.moreLike = new MoreLike(this);
        this.filing = new Filing(this, fileRuns, history);
        this.faults = new Faults(catalogue, background, fileRuns);
        faults.findings().addListener(o -> {
            // what has problems is found by that
            shelf.search();
            tellChanged();
        });
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

    /** What was taken in last, if anything ever was on this machine. */
    public Optional<JustTaken> justTaken() {
        return JustTaken.of(catalogue.home());
    }

    /** What became of the last intake, when another run of the program did it. */
    public Optional<IntakeReport> earlierReport() {
        return earlierReport;
    }

    /** What is looked for on the shelf, and what was found. */
    public ShelfModel shelf() {
        return shelf;
    }

    /** What is done to libraries as wholes. */
    public LibraryActs libraries() {
        return libraries;
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
        shelf.search();
        labelsChanged();
    }

    private void labelsChanged() {
        keptSearches.count();
        tellChanged();
    }

    /** Tells everybody who shows libraries or labels. */
    void tellChanged() {
        changed.forEach(Runnable::run);
    }

    /** What came to the libraries meanwhile. */
    public Arrived arrived() {
        return arrived;
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

    /** Connects the libraries, looks what changed in them, and goes on watching. */
    public void begin() {
        background.quietly(Phrase.of("model.connecting-the-libraries"), work -> catalogue.connect(), came -> {
            faults.showKnown();
            keptHistory.begin(fileRuns);
            shelf.search();
            libraries.scan();
            background.housekeeping(
                    Phrase.of("model.letting-go-of-what-piles-up"),
                    work -> {
                        Intake.sweep();
                        return catalogue.scanning().sweep(work);
                    },
                    freed -> {});
        });
    }

    /** Deletes what an asset is made of; it can be undone until the undo store is emptied. */
    public void delete(Asset asset) {
        if (asset.isApart()) {
            // there is no file of its own to delete: the node goes back into its file
            labelling.putBack(asset);
        } else {
            fileRuns.delete(
                    List.of(asset), shelf.pages().shown(asset).map(Shown::name).orElse(asset.name()));
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
