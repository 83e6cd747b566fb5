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
import yondershelf.app.jobs.JobStrip;
import yondershelf.app.mend.MendView;
import yondershelf.app.model.Command;
import yondershelf.app.model.FolderDialog;
import yondershelf.app.model.Questions;
import yondershelf.app.model.Workspace;
import yondershelf.app.places.PlacesView;
import yondershelf.app.shelf.FolderQuestion;
import yondershelf.app.shelf.ManyCard;
import yondershelf.app.shelf.ShelfGrid;
import yondershelf.app.table.TablePane;
import yondershelf.app.window.EmptyShelf;
import yondershelf.app.window.KeysOverlay;
import yondershelf.app.window.QuestionBar;
import yondershelf.content.Problem;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.words.Phrase;

/** The one window: search line on top, places left, shelf and table side by side, jobs at the bottom edge. */
public final class ShelfWindow extends StackPane {
    private static final double LEAST_HALF = 220;

    private final Workspace workspace;
    final ShelfGrid grid;
    final TablePane table;
    private final PlacesView places;
    private final IntakeView intake;
    final JobStrip jobs;
    private final MendView mend;
    private final KeysOverlay keys;
    final GuideView guide = new GuideView();
    final TopBar top;
    private final Shortcuts shortcuts;
    final Decisions decisions;
    private final StackPane left = new StackPane();
    final Halves halves;
    private final FolderDialog dialog;
    private final KindBar kinds;
    final Theme surroundings;

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
        VBox shelf =
                new VBox(kinds, new LikeBar(workspace.moreLike(), workspace.shelf()), grid, new ManyCard(workspace));
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
        surroundings = new Theme(workspace, this::showLight);
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
        surroundings.want(wanted ? Theme.Wanted.LIGHT : Theme.Wanted.DARK);
    }

    /** Dark, light, or as the system has it. */
    Theme surroundings() {
        return surroundings;
    }

    private void showLight(boolean light) {
        getStyleClass().remove("light");
        if (light) {
            getStyleClass().add("light");
        }
        top.showTheme(light);
    }

    void addLibrary() {
        dialog.ask(getScene().getWindow(), Phrase.of("app.open-a-folder-as-a"), "library", workspace.libraries()::add);
    }

    private String targetName() {
        return workspace.catalogue().target().map(Library::name).orElse("");
    }

    void createLibrary() {
        dialog.ask(
                getScene().getWindow(),
                Phrase.of("app.a-new-or-empty-folder"),
                "library",
                workspace.libraries()::create);
    }

    /** Files of libraries may then refer to what lies there. */
    void allowFolder() {
        dialog.ask(
                getScene().getWindow(),
                Phrase.of("app.allow-files-to-refer-to"),
                "outside",
                folder -> workspace
                        .background()
                        .run(
                                Phrase.of("app.allowing", folder.getFileName()),
                                work -> {
                                    workspace.catalogue().allow(folder);
                                    return true;
                                },
                                done -> workspace.libraries().scan()));
    }

    void openScene() {
        FileChooser chooser = new FileChooser();
        chooser.setTitle(Phrase.of("app.open-a-scene"));
        chooser.getExtensionFilters()
                .add(new FileChooser.ExtensionFilter(Phrase.of("app.gltf-scenes"), "*.glb", "*.gltf"));
        File folder = workspace.openScene().folder().toFile();
        if (folder.isDirectory()) {
            chooser.setInitialDirectory(folder);
        }
        File file = chooser.showOpenDialog(getScene().getWindow());
        if (file != null) {
            workspace.openScene().open(file.toPath());
        }
    }

    void saveSceneAs() {
        FileChooser chooser = new FileChooser();
        chooser.setTitle(Phrase.of("app.save-the-scene"));
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
        if (asked) {
            workspace.openScene().save(path);
            return;
        }
        workspace.background().quietly(Phrase.of("app.looking-for-a-file"), work -> Files.exists(path), there -> {
            if (there) {
                askToWriteOver(path);
            } else {
                workspace.openScene().save(path);
            }
        });
    }

    private void askToWriteOver(Path path) {
        workspace
                .questions()
                .ask(
                        Phrase.of("app.is-there-already", path.getFileName()),
                        new Questions.Choice(
                                Phrase.of("app.write-over-it"),
                                Phrase.of("app.save-the-scene-in-its"),
                                () -> workspace.openScene().save(path)),
                        new Questions.Choice(
                                Phrase.of("app.choose-another"),
                                Phrase.of("app.ask-for-another-file"),
                                this::saveSceneAs),
                        new Questions.Choice(Phrase.of("app.cancel"), Phrase.of("app.save-nothing-now"), () -> {}));
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

    void goToTable() {
        if (halves.seen() == Halves.Seen.LEFT) {
            halves.show(Halves.Seen.BOTH);
        }
        table.picture().requestFocus();
    }

    /** The table has the whole window, and the keys with it; asked for again, both halves are back. */
    void turnToTable() {
        halves.turn(Halves.Seen.TABLE);
        if (halves.seen() == Halves.Seen.TABLE) {
            table.picture().requestFocus();
        }
    }

    void putChosen() {
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
        List<Command> all = new ArrayList<>(new WindowCommands(this).list());
        all.addAll(table.commands());
        all.addAll(intake.commands());
        return all;
    }

    void moreLike() {
        Asset asset = workspace.selected().get();
        if (asset != null) {
            workspace.moreLike().like(asset);
        }
    }

    void copyLabels() {
        Asset asset = workspace.selected().get();
        if (asset != null) {
            workspace.chosen().copyLabels(asset);
        }
    }

    void moveChosen() {
        Asset asset = workspace.selected().get();
        if (asset != null) {
            FolderQuestion.ask(workspace, asset);
        }
    }

    void openKeys() {
        keys.open();
    }

    private void key(KeyEvent e) {
        if (keys.isVisible() || guide.isVisible()) {
            return;
        }
        shortcuts.take(e);
    }

    /** Files that were copied in another program. */
    void paste() {
        Clipboard board = Clipboard.getSystemClipboard();
        if (board.hasFiles()) {
            bring(board.getFiles().stream().map(File::toPath).toList());
        } else {
            workspace.tell(new Problem(
                    Phrase.of("app.what-was-copied"),
                    Phrase.of("app.it-holds-no-files"),
                    Phrase.of("app.copy-files-or-folders-in")));
        }
    }

    /** Shows what files would bring. */
    public void bring(List<Path> files) {
        workspace.intake().brought().set(List.of());
        workspace.intake().brought().set(files);
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
        surroundings.follow(scene);
        scene.windowProperty().flatMap(Window::focusedProperty).addListener(o -> {
            shortcuts.letGo();
            workspace.openScene().keep();
        });
        scene.getStylesheets().add(String.valueOf(ShelfWindow.class.getResource("shelf.css")));
        return scene;
    }
}
