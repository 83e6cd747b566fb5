package yondershelf.app.model;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import javafx.application.Platform;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.Environment;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.mend.Finding;
import yondershelf.mend.Mend;
import yondershelf.search.Hits;
import yondershelf.search.Query;
import yondershelf.table.Scene;
import yondershelf.table.SceneBuilder;
import yondershelf.table.SceneFile;
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
    private final ObjectProperty<Hits> hits = new SimpleObjectProperty<>(new Hits(List.of(), Map.of(), Map.of()));
    private final ObjectProperty<@Nullable Asset> selected = new SimpleObjectProperty<>();
    private final ObjectProperty<View> view = new SimpleObjectProperty<>(View.SHELF);
    private final ObjectProperty<List<Finding>> findings = new SimpleObjectProperty<>(List.of());
    private final ObjectProperty<@Nullable Problem> problem = new SimpleObjectProperty<>();
    private final ObjectProperty<@Nullable Path> sceneFile = new SimpleObjectProperty<>();
    private final ObjectProperty<List<Path>> brought = new SimpleObjectProperty<>(List.of());
    private final List<Runnable> changed = new ArrayList<>();
    private final Map<String, CompletableFuture<Model>> models = new ConcurrentHashMap<>();
    private final Map<String, CompletableFuture<Material>> materials = new ConcurrentHashMap<>();
    private final Map<String, CompletableFuture<Environment>> environments = new ConcurrentHashMap<>();
    private final Set<String> justTaken = new LinkedHashSet<>();

    public Workspace(Catalogue catalogue) {
        this.catalogue = catalogue;
        this.builder = new SceneBuilder(catalogue.shaders());
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

    /** The asset whose card is open. */
    public ObjectProperty<@Nullable Asset> selected() {
        return selected;
    }

    public ObjectProperty<View> view() {
        return view;
    }

    public ObjectProperty<List<Finding>> findings() {
        return findings;
    }

    /** The latest problem to show; null when there is none. */
    public ObjectProperty<@Nullable Problem> problem() {
        return problem;
    }

    public ObjectProperty<@Nullable Path> sceneFile() {
        return sceneFile;
    }

    /** Files and folders brought to the window and not yet taken in or let go. */
    public ObjectProperty<List<Path>> brought() {
        return brought;
    }

    /** Paths of the assets the latest intake brought. */
    public Set<String> justTaken() {
        return justTaken;
    }

    /** Calls back after libraries or labels changed. */
    public void onChange(Runnable listener) {
        changed.add(listener);
    }

    /** Runs the query again and tells the views. */
    public void search() {
        hits.set(catalogue.find(query.get()));
        changed.forEach(Runnable::run);
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

    private <T> Job<T> inBackground(String title, Jobs.Body<T> body, java.util.function.Consumer<T> then) {
        Job<T> job = jobs.start(title, body);
        job.result()
                .whenComplete((value, failure) -> Platform.runLater(() -> {
                    if (failure == null) {
                        then.accept(value);
                    } else if (!job.problems().isEmpty()) {
                        tell(job.problems().get(job.problems().size() - 1));
                    }
                }));
        return job;
    }

    /** Scans all libraries, then measures what is new and checks for faults. */
    public Job<Boolean> scan() {
        return inBackground(
                "Looking through the libraries",
                work -> {
                    catalogue.scanAll(work);
                    return true;
                },
                done -> {
                    models.clear();
                    materials.clear();
                    environments.clear();
                    search();
                    checkFaults();
                });
    }

    /** Looks for faults in all libraries. */
    public void checkFaults() {
        inBackground(
                "Looking for faults",
                work -> {
                    List<Finding> all = new ArrayList<>();
                    for (Library library : catalogue.libraries()) {
                        all.addAll(Mend.check(library, catalogue.reader(), work));
                    }
                    catalogue.saveFacts();
                    return all;
                },
                all -> {
                    findings.set(List.copyOf(all));
                    changed.forEach(Runnable::run);
                });
    }

    /** Adds a folder as a library and looks through it. */
    public void addLibrary(Path folder) {
        inBackground("Opening " + folder.getFileName(), work -> catalogue.add(folder, ""), library -> scan());
    }

    /** Changes labels of an asset, as one act. */
    public void edit(Asset asset, String what, List<Edit> edits, List<Edit> undo) {
        attempt(() -> history.perform(
                what,
                () -> {
                    catalogue.edit(asset, edits);
                    search();
                },
                () -> {
                    catalogue.edit(asset, undo);
                    search();
                }));
    }

    /** Remembers an intake that was done, and shows what came. */
    public void tookIn(Library library, @Nullable String run, List<String> paths) {
        justTaken.clear();
        for (String path : paths) {
            justTaken.add(library.assetId(path));
        }
        if (run != null) {
            history.remember(
                    "take in " + Words.plural(paths.size(), "asset"),
                    () -> {
                        throw Problem.of(library.name(), "bring the files again to take them in once more")
                                .raise();
                    },
                    () -> {
                        FileActs.undo(library, run);
                        scan();
                    });
        }
        brought.set(List.of());
        view.set(View.SHELF);
        scan();
    }

    /** Applies remedies, grouped by library, as one act. */
    public void mend(List<Finding> chosen) {
        Map<Library, List<Finding>> groups = new HashMap<>();
        for (Finding finding : chosen) {
            if (finding.remedy() != null) {
                catalogue
                        .libraryOf(finding.asset())
                        .ifPresent(l -> groups.computeIfAbsent(l, k -> new ArrayList<>())
                                .add(finding));
            }
        }
        if (groups.isEmpty()) {
            return;
        }
        Map<Library, String> runs = new HashMap<>();
        inBackground(
                "Mending",
                work -> {
                    for (Map.Entry<Library, List<Finding>> group : groups.entrySet()) {
                        runs.put(group.getKey(), Mend.apply(group.getKey(), group.getValue()));
                    }
                    return true;
                },
                done -> {
                    history.remember(
                            "mend " + Words.plural(chosen.size(), "finding"),
                            () -> {
                                for (Map.Entry<Library, List<Finding>> group : groups.entrySet()) {
                                    runs.put(group.getKey(), Mend.apply(group.getKey(), group.getValue()));
                                }
                                scan();
                            },
                            () -> {
                                for (Map.Entry<Library, String> run : runs.entrySet()) {
                                    FileActs.undo(run.getKey(), run.getValue());
                                }
                                scan();
                            });
                    scan();
                });
    }

    /** A model, read once; all its placements share it. */
    public CompletableFuture<Model> model(Asset asset) {
        return models.computeIfAbsent(
                asset.id(),
                k -> load("Reading " + asset.name(), () -> {
                    Model model = catalogue.model(asset);
                    builder.prepareAhead(model);
                    return model;
                }));
    }

    public CompletableFuture<Material> material(Asset asset) {
        return materials.computeIfAbsent(
                asset.id(), k -> load("Reading " + asset.name(), () -> catalogue.material(asset)));
    }

    public CompletableFuture<Environment> environment(Asset asset) {
        return environments.computeIfAbsent(
                asset.id(), k -> load("Reading " + asset.name(), () -> catalogue.environment(asset)));
    }

    private interface Load<T> {
        T run() throws ProblemException;
    }

    private <T> CompletableFuture<T> load(String title, Load<T> load) {
        return inBackground(title, work -> load.run(), value -> {}).result();
    }

    /** Where scenes go when no other place was chosen. */
    public Path scenesFolder() {
        return catalogue.home().folder().resolve("scenes");
    }

    /** Saves the scene; without a file yet, under its name in {@link #scenesFolder()}. */
    public void save(@Nullable Path chosen) {
        Scene scene = table.scene();
        Path known = sceneFile.get();
        Path file = chosen != null
                ? chosen
                : known != null ? known : scenesFolder().resolve(fileName(scene.name()) + ".glb");
        inBackground(
                "Saving " + file.getFileName(),
                work -> {
                    try {
                        Files.createDirectories(file.getParent());
                    } catch (IOException e) {
                        throw Problem.of(file, "its folder cannot be made (" + e.getMessage() + ")")
                                .raise(e);
                    }
                    SceneFile.save(scene, file, catalogue.reader());
                    return file;
                },
                sceneFile::set);
    }

    private static String fileName(String name) {
        String plain = name.replaceAll("[^\\p{L}\\p{N} ._-]", "").strip();
        return plain.isEmpty() ? "scene" : plain;
    }

    /** Opens a scene file in place of the present scene; undo brings that back. */
    public void open(Path file) {
        inBackground(
                "Opening " + file.getFileName(),
                work -> SceneFile.open(
                        file,
                        catalogue.reader(),
                        (asset, path, name) -> catalogue
                                .asset(asset)
                                .map(found -> {
                                    try {
                                        return catalogue.environment(found);
                                    } catch (ProblemException e) {
                                        work.problem(e.problem());
                                        return null;
                                    }
                                })
                                .orElse(null)),
                scene -> {
                    table.act("open " + scene.name(), scene);
                    sceneFile.set(file);
                });
    }

    /** Findings of one asset. */
    public List<Finding> findingsOf(Asset asset) {
        return findings.get().stream().filter(f -> f.asset().equals(asset.id())).toList();
    }

    /** All tags used in a library's folder or everywhere. */
    public Set<String> allTags() {
        return new HashSet<>(catalogue.find(Query.EVERYTHING).tags().keySet());
    }

    public void close() {
        jobs.close();
    }
}
