package yondershelf.app;

import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javafx.beans.binding.Bindings;
import javafx.scene.Scene;
import javafx.scene.input.Clipboard;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.text.Font;
import javafx.stage.FileChooser;
import javafx.stage.Window;
import yondershelf.app.guide.GuideView;
import yondershelf.app.intake.IntakeView;
import yondershelf.app.model.Command;
import yondershelf.app.model.FolderDialog;
import yondershelf.app.model.Questions;
import yondershelf.app.model.Workspace;
import yondershelf.app.shelf.FolderQuestion;
import yondershelf.app.shelf.ManyCard;
import yondershelf.app.shelf.ShelfGrid;
import yondershelf.app.table.TablePane;
import yondershelf.app.views.EmptyShelf;
import yondershelf.app.views.JobStrip;
import yondershelf.app.views.KeysOverlay;
import yondershelf.app.views.MendView;
import yondershelf.app.views.PlacesView;
import yondershelf.app.views.QuestionBar;
import yondershelf.app.views.SearchMenu;
import yondershelf.content.Problem;
import yondershelf.library.Asset;
import yondershelf.library.Library;

/** The one window: search line on top, places left, shelf and table side by side, jobs at the bottom edge. */
public final class ShelfWindow extends StackPane {
    private static final double LEAST_HALF = 220;

    private final Workspace workspace;
    private final ShelfGrid grid;
    private final TablePane table;
    private final PlacesView places;
    private final IntakeView intake;
    private final JobStrip jobs;
    private final MendView mend;
    private final KeysOverlay keys;
    private final GuideView guide = new GuideView();
    private final TopBar top;
    private final Shortcuts shortcuts;
    private final Decisions decisions;
    private final StackPane left = new StackPane();
    private final Halves halves;
    private final FolderDialog dialog;
    private final KindBar kinds;
    private final Surroundings surroundings;

    public ShelfWindow(Workspace workspace) {
        this.workspace = workspace;
        this.grid = new ShelfGrid(workspace);
        this.table = new TablePane(workspace);
        this.places = new PlacesView(workspace, this::addLibrary, this::createLibrary);
        this.jobs = new JobStrip(workspace);
        dialog = new FolderDialog(workspace);
        intake = new IntakeView(workspace, places, this::addLibrary, dialog);
        mend = new MendView(workspace, grid.loader(), this::addLibrary);
        grid.onPutOnTable(table::command, table::put);
        kinds = new KindBar(workspace, grid);
        VBox shelf = new VBox(kinds, new LikeBar(workspace), grid, new ManyCard(workspace));
        VBox.setVgrow(grid, Priority.ALWAYS);
        shelf.getStyleClass().add("shelf-pane");
        StackPane shelfStack = new StackPane(shelf, new EmptyShelf(workspace, this::addLibrary));
        left.getChildren().addAll(shelfStack, intake, mend);
        workspace.view().addListener(o -> showView());
        // with large text they are narrower than their words would like: those are shortened, not the window widened
        left.setMinWidth(LEAST_HALF);
        table.setMinWidth(LEAST_HALF);
        halves = new Halves(left, table);
        top = new TopBar(workspace, grid, this::switchTheme, this::openKeys);
        VBox head = new VBox(top, new QuestionBar(workspace.questions()));
        BorderPane body = new BorderPane(halves, head, null, jobs, places);
        surroundings = new Surroundings(workspace, this::showLight);
        decisions = new Decisions(workspace, this::saveSceneAs);
        List<Command> commands = commands();
        keys = new KeysOverlay(commands);
        shortcuts = new Shortcuts(commands, table);
        getChildren().addAll(body, new FileDrop(this, this::targetName, this::bring), keys, guide);
        getStyleClass().add("window");
        addEventFilter(KeyEvent.KEY_PRESSED, this::key);
        addEventFilter(KeyEvent.KEY_RELEASED, e -> shortcuts.letGo());
        showView();
    }

    private void showView() {
        Workspace.View view = workspace.view().get();
        for (int i = 0; i < left.getChildren().size(); i++) {
            left.getChildren().get(i).setVisible(i == view.ordinal());
        }
        top.show(view);
        if (halves.seen() == Halves.Seen.TABLE) {
            halves.show(Halves.Seen.BOTH);
        }
        if (getScene() != null && !top.isSearching()) {
            if (view == Workspace.View.SHELF) {
                grid.requestFocus();
            } else {
                top.focus(view);
            }
        }
    }

    private void switchTheme() {
        setLight(!surroundings.isLight());
    }

    /** Light surroundings from now on, or dark ones. */
    public void setLight(boolean wanted) {
        surroundings.want(wanted ? Surroundings.Wanted.LIGHT : Surroundings.Wanted.DARK);
    }

    /** Dark, light, or as the system has it. */
    Surroundings surroundings() {
        return surroundings;
    }

    private void showLight(boolean light) {
        getStyleClass().remove("light");
        if (light) {
            getStyleClass().add("light");
        }
        top.showTheme(light);
    }

    private void addLibrary() {
        dialog.ask(getScene().getWindow(), "Open a folder as a library", "library", workspace::addLibrary);
    }

    private String targetName() {
        return workspace.catalogue().target().map(Library::name).orElse("");
    }

    private void createLibrary() {
        dialog.ask(getScene().getWindow(), "A new or empty folder for a library", "library", workspace::createLibrary);
    }

    /** Files of libraries may then refer to what lies there. */
    private void allowFolder() {
        dialog.ask(
                getScene().getWindow(),
                "Allow files to refer to a folder outside",
                "outside",
                folder -> workspace
                        .background()
                        .run(
                                "Allowing " + folder.getFileName(),
                                work -> {
                                    workspace.catalogue().allow(folder);
                                    return true;
                                },
                                done -> workspace.scan()));
    }

    private void openScene() {
        FileChooser chooser = new FileChooser();
        chooser.setTitle("Open a scene");
        chooser.getExtensionFilters().add(new FileChooser.ExtensionFilter("glTF scenes", "*.glb", "*.gltf"));
        File folder = workspace.openScene().folder().toFile();
        if (folder.isDirectory()) {
            chooser.setInitialDirectory(folder);
        }
        File file = chooser.showOpenDialog(getScene().getWindow());
        if (file != null) {
            workspace.openScene().open(file.toPath());
        }
    }

    private void saveSceneAs() {
        FileChooser chooser = new FileChooser();
        chooser.setTitle("Save the scene");
        chooser.setInitialFileName(workspace.table().scene().name() + ".glb");
        File file = chooser.showSaveDialog(getScene().getWindow());
        if (file != null) {
            Path path = file.toPath();
            boolean glb = path.toString().toLowerCase(java.util.Locale.ROOT).endsWith(".glb");
            saveTo(glb ? path : Path.of(path + ".glb"), glb);
        }
    }

    /** The dialog has asked about the name that was typed, not about the one with its ending. */
    private void saveTo(Path path, boolean asked) {
        if (asked || !Files.exists(path)) {
            workspace.openScene().save(path);
            return;
        }
        workspace
                .questions()
                .ask(
                        path.getFileName() + " is there already.",
                        new Questions.Choice(
                                "Write over it",
                                "Save the scene in its place",
                                () -> workspace.openScene().save(path)),
                        new Questions.Choice("Choose another", "Ask for another file", this::saveSceneAs),
                        new Questions.Choice("Cancel", "Save nothing now", () -> {}));
    }

    /** True when the window may close now; else a question was asked, whose answer closes it. */
    public boolean mayClose(Runnable close) {
        return decisions.mayClose(close);
    }

    /** Under mend: the changes made to files so far, or the findings again. */
    public void showRuns(boolean wanted) {
        mend.showRuns(wanted);
    }

    /** Asks about what was left by a program that was killed. */
    public void askAboutTheLastTime() {
        decisions.askAboutTheLastTime();
    }

    /** Ends what goes on by itself. */
    public void stop() {
        decisions.stop();
        table.picture().close();
    }

    private void goToTable() {
        if (halves.seen() == Halves.Seen.LEFT) {
            halves.show(Halves.Seen.BOTH);
        }
        table.picture().requestFocus();
    }

    private void putChosen() {
        Asset asset = workspace.selected().get();
        if (asset != null) {
            table.put(asset);
        }
    }

    /** What of the window belongs to the shelf and what to the table. */
    Halves halves() {
        return halves;
    }

    void setPreviewSize(double size) {
        kinds.setPreviewSize(size);
    }

    private List<Command> commands() {
        List<Command> all = new ArrayList<>(List.of(
                new Command("Search", "Shelf", "Shortcut+F", top::startSearch),
                new Command(
                        "Choose everything that is found",
                        "Shelf",
                        null,
                        () -> workspace.chosen().all()),
                new Command(
                        "Copy the files and paths of what is chosen",
                        "Shelf",
                        null,
                        () -> workspace.chosen().copy()),
                new Command(
                        "Show everything",
                        "Shelf",
                        null,
                        () -> workspace.query().set(workspace.query().get().cleared())),
                new Command(
                        "Go to the shelf",
                        "Views",
                        "Shortcut+1",
                        () -> workspace.view().set(Workspace.View.SHELF)),
                new Command(
                        "Go to intake",
                        "Views",
                        "Shortcut+2",
                        () -> workspace.view().set(Workspace.View.INTAKE)),
                new Command(
                        "Go to mend",
                        "Views",
                        "Shortcut+3",
                        () -> workspace.view().set(Workspace.View.MEND)),
                new Command("Go to the table", "Views", "Shortcut+4", this::goToTable),
                new Command("Only the shelf", "Views", "Shortcut+5", () -> halves.turn(Halves.Seen.LEFT)),
                new Command("Shelf and table", "Views", "Shortcut+6", () -> halves.show(Halves.Seen.BOTH)),
                new Command("Only the table", "Views", "Shortcut+7", () -> halves.turn(Halves.Seen.TABLE)),
                new Command("More like the chosen asset", "Shelf", "Shortcut+Shift+L", this::moreLike),
                new Command("Copy labels of the chosen asset", "Shelf", "Shortcut+Shift+C", this::copyLabels),
                new Command(
                        "Give the copied labels to what is chosen",
                        "Shelf",
                        "Shortcut+Shift+V",
                        () -> workspace.chosen().pasteLabels()),
                new Command("Keep this search", "Shelf", "Shortcut+Shift+K", () -> SearchMenu.keep(workspace)),
                new Command("Move what is chosen to a folder", "Shelf", "Shortcut+M", this::moveChosen),
                new Command("Put the chosen asset on the table", "Table", "Shortcut+Enter", this::putChosen),
                Command.step("Undo", "Edit", "Shortcut+Z", () -> workspace.attempt(workspace.history()::undo)),
                Command.step("Redo", "Edit", "Shortcut+Shift+Z", () -> workspace.attempt(workspace.history()::redo)),
                new Command(
                        "Save the scene",
                        "Scene",
                        "Shortcut+S",
                        () -> workspace.openScene().save()),
                new Command("Save the scene elsewhere", "Scene", "Shortcut+Shift+S", this::saveSceneAs),
                new Command("Open a scene", "Scene", "Shortcut+O", this::openScene),
                new Command(
                        "Begin a new scene",
                        "Scene",
                        "Shortcut+N",
                        () -> workspace.openScene().begin()),
                new Command("Open a folder as a library", "Libraries", "Shortcut+L", this::addLibrary),
                new Command("Take in what was copied elsewhere", "Libraries", "Shortcut+V", this::paste),
                new Command("Make a new library", "Libraries", null, this::createLibrary),
                new Command("Look through the libraries again", "Libraries", "F5", workspace::scan),
                Command.step("Larger previews", "Shelf", "Shortcut+Plus", () -> grid.setTileSize(grid.tileSize() + 24)),
                Command.step(
                        "Smaller previews", "Shelf", "Shortcut+Minus", () -> grid.setTileSize(grid.tileSize() - 24)),
                Command.step(
                        "Larger text",
                        "Views",
                        "Shortcut+Alt+Plus",
                        () -> workspace.attempt(() -> workspace.textSize().step(1))),
                Command.step(
                        "Smaller text",
                        "Views",
                        "Shortcut+Alt+Minus",
                        () -> workspace.attempt(() -> workspace.textSize().step(-1))),
                new Command(
                        "Text at its usual size",
                        "Views",
                        "Shortcut+Alt+0",
                        () -> workspace.attempt(workspace.textSize()::reset)),
                new Command(
                        "True sizes beside the names",
                        "Shelf",
                        null,
                        () -> grid.sizes().setSelected(!grid.sizes().isSelected())),
                new Command("Show earlier changes to files", "Edit", "Shortcut+H", () -> {
                    workspace.view().set(Workspace.View.MEND);
                    showRuns(true);
                }),
                new Command("Allow a folder outside the libraries", "Libraries", null, this::allowFolder),
                new Command("Show the log", "Views", null, decisions::showLog),
                new Command("Show the jobs", "Views", "Shortcut+J", () -> jobs.toggle()),
                new Command("Light surroundings", "Views", null, () -> setLight(true)),
                new Command("Dark surroundings", "Views", null, () -> setLight(false)),
                new Command(
                        "Surroundings as the system has them",
                        "Views",
                        null,
                        () -> surroundings.want(Surroundings.Wanted.SYSTEM)),
                new Command("Guide", "Views", "F1", guide::open),
                new Command("Keys and commands", "Views", "Shortcut+K", this::openKeys)));
        all.addAll(table.commands());
        all.addAll(intake.commands());
        return all;
    }

    private void moreLike() {
        Asset asset = workspace.selected().get();
        if (asset != null) {
            workspace.moreLike().like(asset);
        }
    }

    private void copyLabels() {
        Asset asset = workspace.selected().get();
        if (asset != null) {
            workspace.chosen().copyLabels(asset);
        }
    }

    private void moveChosen() {
        Asset asset = workspace.selected().get();
        if (asset != null) {
            FolderQuestion.ask(workspace, asset);
        }
    }

    private void openKeys() {
        keys.open();
    }

    private void key(KeyEvent e) {
        if (keys.isVisible() || guide.isVisible()) {
            return;
        }
        shortcuts.take(e);
    }

    /** Files that were copied in another program. */
    private void paste() {
        Clipboard board = Clipboard.getSystemClipboard();
        if (board.hasFiles()) {
            bring(board.getFiles().stream().map(File::toPath).toList());
        } else {
            workspace.tell(new Problem(
                    "What was copied", "it holds no files", "Copy files or folders in a file manager first"));
        }
    }

    /** Shows what files would bring. */
    public void bring(List<Path> files) {
        workspace.brought().set(List.of());
        workspace.brought().set(files);
        workspace.view().set(Workspace.View.INTAKE);
    }

    /** What it shows. */
    public Workspace workspace() {
        return workspace;
    }

    public ShelfGrid grid() {
        return grid;
    }

    public TablePane table() {
        return table;
    }

    GuideView guide() {
        return guide;
    }

    public KeysOverlay keys() {
        return keys;
    }

    /** The scene with its type and stylesheet. */
    public Scene scene(double width, double height) {
        for (String weight : List.of("Regular", "Semibold")) {
            Font.loadFont(String.valueOf(ShelfWindow.class.getResource("fonts/OpenSans-" + weight + ".ttf")), 13);
        }
        styleProperty()
                .bind(Bindings.createStringBinding(
                        () -> "-fx-font-size: " + workspace.textSize().pixels() + "px",
                        workspace.textSize().factor()));
        Scene scene = new Scene(this, width, height);
        scene.windowProperty().flatMap(Window::focusedProperty).addListener(o -> {
            shortcuts.letGo();
            workspace.openScene().keep();
        });
        scene.getStylesheets().add(String.valueOf(ShelfWindow.class.getResource("shelf.css")));
        return scene;
    }
}
