package yondershelf.app;

import java.io.File;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.SplitPane;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import yondershelf.app.model.Command;
import yondershelf.app.model.Glyphs;
import yondershelf.app.model.Workspace;
import yondershelf.app.shelf.ShelfGrid;
import yondershelf.app.table.TablePane;
import yondershelf.app.views.IntakeView;
import yondershelf.app.views.JobStrip;
import yondershelf.app.views.KeysOverlay;
import yondershelf.app.views.MendView;
import yondershelf.app.views.PlacesView;
import yondershelf.content.ProblemException;
import yondershelf.library.Asset;
import yondershelf.search.Query;

/** The one window: search line on top, places left, shelf and table side by side, jobs at the bottom edge. */
public final class ShelfWindow extends StackPane {
    private final Workspace workspace;
    private final ShelfGrid grid;
    private final TablePane table;
    private final PlacesView places;
    private final JobStrip jobs;
    private final KeysOverlay keys;
    private final TextField search = new TextField();
    private final StackPane left = new StackPane();
    private final SplitPane split = new SplitPane();
    private final Map<Workspace.View, ToggleButton> tabs = new EnumMap<>(Workspace.View.class);
    private boolean fog;

    public ShelfWindow(Workspace workspace) {
        this.workspace = workspace;
        this.grid = new ShelfGrid(workspace);
        this.table = new TablePane(workspace);
        this.places = new PlacesView(workspace, this::addLibrary);
        this.jobs = new JobStrip(workspace);
        IntakeView intake = new IntakeView(workspace, places);
        MendView mend = new MendView(workspace, grid.loader());
        grid.card().onPutOnTable(table::put);
        VBox shelf = new VBox(new KindBar(workspace, grid), grid);
        VBox.setVgrow(grid, Priority.ALWAYS);
        shelf.getStyleClass().add("shelf-pane");
        Label none = new Label();
        none.getStyleClass().add("empty-hint");
        none.setMouseTransparent(true);
        none.setWrapText(true);
        StackPane shelfStack = new StackPane(shelf, none);
        none.visibleProperty().bind(none.textProperty().isNotEmpty());
        workspace.hits().addListener(o -> none.setText(emptySentence()));
        left.getChildren().addAll(shelfStack, intake, mend);
        workspace.view().addListener(o -> showView());
        split.getItems().addAll(left, table);
        split.setDividerPositions(0.575);
        SplitPane.setResizableWithParent(left, true);
        places.setPrefWidth(176);
        places.setMinWidth(176);
        BorderPane body = new BorderPane(split, topBar(), null, jobs, places);
        keys = new KeysOverlay(commands());
        getChildren().addAll(body, new FileDrop(this, this::bring), keys);
        getStyleClass().add("window");
        addEventFilter(KeyEvent.KEY_PRESSED, this::key);
        showView();
    }

    private String emptySentence() {
        if (workspace.hits().get().total() > 0) {
            return "";
        }
        if (workspace.catalogue().libraries().isEmpty()) {
            return "Assets of your libraries stand here. Open a folder as a library with Ctrl+L, or drop one on the window.";
        }
        return workspace.query().get().equals(Query.EVERYTHING)
                ? "Nothing stands here yet. Drop a folder, files or a .zip pack on the window."
                : "Nothing matches. Esc in the search line shows everything again.";
    }

    private HBox topBar() {
        Label name = new Label("Yonder Shelf", Glyphs.mark());
        name.getStyleClass().add("program-name");
        name.setMinWidth(Region.USE_PREF_SIZE);
        name.setGraphicTextGap(10);
        HBox bar = new HBox(16, name);
        bar.getStyleClass().add("top-bar");
        bar.setAlignment(Pos.CENTER_LEFT);
        tab(bar, Workspace.View.SHELF, "Shelf", "The shelf (Ctrl+1)");
        tab(bar, Workspace.View.INTAKE, "Intake", "Bring files in (Ctrl+2)");
        tab(bar, Workspace.View.MEND, "Mend", "Faults and their remedies (Ctrl+3)");
        workspace.findings().addListener(o -> {
            int n = workspace.findings().get().size();
            ToggleButton mend = tabs.get(Workspace.View.MEND);
            if (mend != null) {
                mend.setText(n == 0 ? "Mend" : "Mend " + n);
            }
        });
        search.setPromptText("search names, tags, folders");
        search.setId("search");
        search.setAccessibleText("Search");
        search.getStyleClass().add("search-line");
        search.setTooltip(new Tooltip("Parts of words, in any order (Ctrl+F)"));
        search.textProperty().addListener(o -> {
            workspace.view().set(Workspace.View.SHELF);
            workspace.query().set(workspace.query().get().withWords(search.getText()));
        });
        search.setOnKeyPressed(e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                search.clear();
                workspace.query().set(Query.EVERYTHING);
                e.consume();
            } else if (e.getCode() == KeyCode.DOWN || e.getCode() == KeyCode.ENTER) {
                grid.requestFocus();
                workspace.hits().get().entries().stream()
                        .findFirst()
                        .flatMap(h -> workspace.catalogue().asset(h.id()))
                        .ifPresent(a -> grid.choose(a, e.getCode() == KeyCode.ENTER));
                e.consume();
            }
        });
        search.setMaxWidth(470);
        HBox.setHgrow(search, Priority.ALWAYS);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.SOMETIMES);
        Button theme = quiet("fog", "Light or dark surroundings", this::switchTheme);
        theme.setId("theme");
        Button help = quiet("keys", "Everything the program can do, and its keys (F1)", () -> keys.open());
        bar.getChildren().addAll(search, gap, theme, help);
        return bar;
    }

    private void tab(HBox bar, Workspace.View view, String word, String hint) {
        ToggleButton tab = new ToggleButton(word);
        tab.getStyleClass().add("tab-word");
        tab.setTooltip(new Tooltip(hint));
        tab.setMinWidth(Region.USE_PREF_SIZE);
        tab.setId("view-" + word.toLowerCase(java.util.Locale.ROOT));
        tab.setOnAction(e -> {
            workspace.view().set(view);
            showView();
        });
        tabs.put(view, tab);
        bar.getChildren().add(tab);
    }

    private static Button quiet(String word, String hint, Runnable act) {
        Button button = new Button(word);
        button.getStyleClass().add("quiet");
        button.setTooltip(new Tooltip(hint));
        button.setOnAction(e -> act.run());
        button.setMinWidth(Region.USE_PREF_SIZE);
        return button;
    }

    private void showView() {
        Workspace.View view = workspace.view().get();
        for (int i = 0; i < left.getChildren().size(); i++) {
            left.getChildren().get(i).setVisible(i == view.ordinal());
        }
        tabs.forEach((v, tab) -> tab.setSelected(v == view));
        if (getScene() != null && !search.isFocused()) {
            Node there = view == Workspace.View.SHELF ? grid : tabs.get(view);
            if (there != null) {
                there.requestFocus();
            }
        }
    }

    /** Dusk or fog. */
    public void switchTheme() {
        setFog(!fog);
    }

    public void setFog(boolean light) {
        fog = light;
        getStyleClass().remove("fog");
        if (light) {
            getStyleClass().add("fog");
        }
        if (lookup("#theme") instanceof Button button) {
            button.setText(light ? "dusk" : "fog");
        }
        try {
            workspace.catalogue().home().setSetting("theme", light ? "fog" : "dusk");
        } catch (ProblemException e) {
            workspace.tell(e.problem());
        }
    }

    private void addLibrary() {
        DirectoryChooser chooser = new DirectoryChooser();
        chooser.setTitle("Open a folder as a library");
        File folder = chooser.showDialog(getScene().getWindow());
        if (folder != null) {
            workspace.addLibrary(folder.toPath());
        }
    }

    private void openScene() {
        FileChooser chooser = new FileChooser();
        chooser.setTitle("Open a scene");
        chooser.getExtensionFilters().add(new FileChooser.ExtensionFilter("glTF scenes", "*.glb", "*.gltf"));
        File folder = workspace.scenesFolder().toFile();
        if (folder.isDirectory()) {
            chooser.setInitialDirectory(folder);
        }
        File file = chooser.showOpenDialog(getScene().getWindow());
        if (file != null) {
            workspace.open(file.toPath());
        }
    }

    private void saveSceneAs() {
        FileChooser chooser = new FileChooser();
        chooser.setTitle("Save the scene");
        chooser.setInitialFileName(workspace.table().scene().name() + ".glb");
        File file = chooser.showSaveDialog(getScene().getWindow());
        if (file != null) {
            Path path = file.toPath();
            workspace.save(path.toString().endsWith(".glb") ? path : Path.of(path + ".glb"));
        }
    }

    private void putChosen() {
        Asset asset = workspace.selected().get();
        if (asset != null) {
            table.put(asset);
        }
    }

    private void give(double divider) {
        split.setDividerPositions(divider);
    }

    private List<Command> commands() {
        List<Command> all = new ArrayList<>(List.of(
                new Command("Search", "Shelf", "Shortcut+F", search::requestFocus),
                new Command("Show everything", "Shelf", null, () -> {
                    search.clear();
                    workspace.query().set(Query.EVERYTHING);
                }),
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
                new Command(
                        "Go to the table",
                        "Views",
                        "Shortcut+4",
                        () -> table.picture().requestFocus()),
                new Command("Only the shelf", "Views", "Shortcut+5", () -> give(1)),
                new Command("Shelf and table", "Views", "Shortcut+6", () -> give(0.575)),
                new Command("Only the table", "Views", "Shortcut+7", () -> give(0)),
                new Command("Put the chosen asset on the table", "Table", "Shortcut+Enter", this::putChosen),
                new Command("Undo", "Edit", "Shortcut+Z", () -> workspace.attempt(workspace.history()::undo)),
                new Command("Redo", "Edit", "Shortcut+Shift+Z", () -> workspace.attempt(workspace.history()::redo)),
                new Command("Save the scene", "Scene", "Shortcut+S", () -> workspace.save(null)),
                new Command("Save the scene elsewhere", "Scene", "Shortcut+Shift+S", this::saveSceneAs),
                new Command("Open a scene", "Scene", "Shortcut+O", this::openScene),
                new Command("Open a folder as a library", "Libraries", "Shortcut+L", this::addLibrary),
                new Command("Look through the libraries again", "Libraries", "F5", workspace::scan),
                new Command("Larger previews", "Shelf", "Shortcut+Plus", () -> grid.setTileSize(grid.tileSize() + 24)),
                new Command(
                        "Smaller previews", "Shelf", "Shortcut+Minus", () -> grid.setTileSize(grid.tileSize() - 24)),
                new Command("Show the jobs", "Views", "Shortcut+J", () -> jobs.toggle()),
                new Command("Switch between dusk and fog", "Views", null, this::switchTheme),
                new Command("Keys and commands", "Views", "F1", () -> keysOpen())));
        all.addAll(table.commands());
        return all;
    }

    private void keysOpen() {
        keys.open();
    }

    private void key(KeyEvent e) {
        if (keys.isVisible()) {
            return;
        }
        if (new KeyCodeCombination(KeyCode.K, KeyCombination.SHORTCUT_DOWN).match(e)) {
            keys.open();
            e.consume();
            return;
        }
        boolean typing = e.getTarget() instanceof TextInputControl;
        for (Command command : commandList()) {
            String combination = command.keys();
            if (combination == null) {
                continue;
            }
            KeyCombination wanted = KeyCombination.valueOf(combination);
            boolean plain = !combination.startsWith("Shortcut") && !combination.matches("F\\d+");
            boolean editing = typing && (combination.endsWith("+Z") || plain);
            boolean tableOnly = plain && !isInTable(e.getTarget());
            if (!editing && !tableOnly && wanted.match(e)) {
                command.act().run();
                e.consume();
                return;
            }
        }
    }

    private List<Command> commandList = List.of();

    private List<Command> commandList() {
        if (commandList.isEmpty()) {
            commandList = commands();
        }
        return commandList;
    }

    private boolean isInTable(Object target) {
        for (Node node = target instanceof Node n ? n : null; node != null; node = node.getParent()) {
            if (node == table) {
                return true;
            }
        }
        return false;
    }

    /** Shows what files would bring. */
    public void bring(List<Path> files) {
        workspace.brought().set(List.of());
        workspace.brought().set(files);
        workspace.view().set(Workspace.View.INTAKE);
    }

    public ShelfGrid grid() {
        return grid;
    }

    public TablePane table() {
        return table;
    }

    public KeysOverlay keys() {
        return keys;
    }

    /** The scene with its stylesheet. */
    public Scene scene(double width, double height) {
        Scene scene = new Scene(this, width, height);
        scene.getStylesheets().add(String.valueOf(ShelfWindow.class.getResource("shelf.css")));
        return scene;
    }
}
