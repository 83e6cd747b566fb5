package yondershelf.app.views;

import java.io.File;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.image.ImageView;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.DirectoryChooser;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Glyphs;
import yondershelf.app.model.Images;
import yondershelf.app.model.Words;
import yondershelf.app.model.Workspace;
import yondershelf.content.Environment;
import yondershelf.content.ImageSource;
import yondershelf.content.Kind;
import yondershelf.content.Material;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.intake.Intake;
import yondershelf.intake.IntakePlan;
import yondershelf.library.Library;
import yondershelf.render.Booth;
import yondershelf.sorting.Sorted;
import yondershelf.sorting.SortedItem;

/** What was brought, sorted: left the list, right the chosen thing large, one act that takes it in. */
public final class IntakeView extends BorderPane {
    private static final int EDGE = 240;

    private final Workspace workspace;
    private final PlacesView places;
    private final VBox list = new VBox();
    private final Label heading = new Label("Intake");
    private final ComboBox<String> library = new ComboBox<>();
    private final TextField folder = new TextField();
    private final Button take = new Button("Take in");
    private final ImageView picture = new ImageView();
    private final Label name = new Label();
    private final Label details = new Label();
    private final Map<IntakePlan.Item, CheckBox> boxes = new LinkedHashMap<>();
    private @Nullable Intake intake;
    private @Nullable IntakePlan plan;
    private IntakePlan.@Nullable Item chosen;

    public IntakeView(Workspace workspace, PlacesView places) {
        this.workspace = workspace;
        this.places = places;
        getStyleClass().add("working-list");
        setId("intake");
        heading.getStyleClass().add("view-heading");
        library.setTooltip(new Tooltip("The library it goes into"));
        library.setAccessibleText("Library");
        folder.setPromptText("folder in it, or nothing");
        folder.setTooltip(new Tooltip("A folder below the library; sub-folders of what comes are kept below it"));
        folder.setAccessibleText("Folder");
        folder.setPrefColumnCount(12);
        take.setId("take-in");
        take.getStyleClass().add("main-act");
        take.setTooltip(new Tooltip("Copy what is ticked into the library; it can be undone"));
        take.setOnAction(e -> takeIn());
        Button leave = new Button("let it go");
        leave.getStyleClass().add("quiet");
        leave.setTooltip(new Tooltip("Leave everything where it is"));
        leave.setOnAction(e -> {
            workspace.brought().set(List.of());
            workspace.view().set(Workspace.View.SHELF);
        });
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        leave.setMinWidth(Region.USE_PREF_SIZE);
        take.setMinWidth(Region.USE_PREF_SIZE);
        heading.setMinWidth(Region.USE_PREF_SIZE);
        HBox head = new HBox(10, heading, gap, take, leave);
        head.setAlignment(Pos.CENTER_LEFT);
        head.getStyleClass().add("pane-head");
        Label into = new Label("into");
        into.setMinWidth(Region.USE_PREF_SIZE);
        library.setMinWidth(150);
        HBox.setHgrow(folder, Priority.ALWAYS);
        HBox target = new HBox(10, into, library, folder);
        target.setAlignment(Pos.CENTER_LEFT);
        target.getStyleClass().add("pane-target");
        setTop(new VBox(head, target));
        ScrollPane scroll = new ScrollPane(list);
        scroll.setFitToWidth(true);
        list.getStyleClass().add("rows");
        setCenter(scroll);
        picture.setFitWidth(EDGE);
        picture.setFitHeight(EDGE);
        picture.setPreserveRatio(true);
        StackPane frame = new StackPane(picture);
        frame.getStyleClass().add("evidence");
        frame.setMinSize(EDGE, EDGE);
        name.getStyleClass().add("view-heading");
        name.setWrapText(true);
        details.setWrapText(true);
        VBox right = new VBox(10, frame, name, details);
        right.getStyleClass().add("evidence-side");
        right.setPrefWidth(EDGE + 28);
        right.setMinWidth(EDGE + 28);
        setRight(right);
        workspace.brought().addListener((o, before, now) -> {
            if (!now.isEmpty()) {
                replan(now);
            } else {
                close();
                showEmpty();
            }
        });
        library.setOnAction(e -> {
            if (plan != null && library.isFocused()) {
                replan(workspace.brought().get());
            }
        });
        folder.setOnAction(e -> replan(workspace.brought().get()));
        showEmpty();
    }

    private void showEmpty() {
        plan = null;
        boxes.clear();
        heading.setText("Intake");
        take.setDisable(true);
        picture.setImage(null);
        name.setText("");
        details.setText("");
        Label hint = new Label(
                "Drop folders, files or .zip packs anywhere on the window; they are sorted before anything is taken in.");
        hint.setWrapText(true);
        Button choose = new Button("Choose a folder");
        choose.setTooltip(new Tooltip("Choose a folder to take in"));
        choose.setOnAction(e -> {
            DirectoryChooser chooser = new DirectoryChooser();
            File file = chooser.showDialog(getScene().getWindow());
            if (file != null) {
                workspace.brought().set(List.of(file.toPath()));
            }
        });
        VBox empty = new VBox(12, hint, choose);
        empty.getStyleClass().add("empty");
        list.getChildren().setAll(empty);
    }

    private void close() {
        Intake open = intake;
        intake = null;
        if (open != null) {
            workspace.attempt(open::close);
        }
    }

    private @Nullable Library chosenLibrary() {
        String wanted = library.getValue();
        return wanted == null
                ? places.usualTarget()
                : workspace.catalogue().library(wanted).orElse(places.usualTarget());
    }

    private void replan(List<Path> sources) {
        if (sources.isEmpty()) {
            return;
        }
        List<String> names =
                workspace.catalogue().libraries().stream().map(Library::name).toList();
        if (!library.getItems().equals(names)) {
            library.getItems().setAll(names);
        }
        Library target = places.target() != null && plan == null ? places.target() : chosenLibrary();
        if (target == null) {
            list.getChildren().setAll(new Label("Open a library first: add a library, in the column on the left"));
            return;
        }
        library.setValue(target.name());
        if (plan == null && !places.targetFolder().isEmpty()) {
            folder.setText(places.targetFolder());
        }
        close();
        Intake fresh =
                new Intake(target, folder.getText(), workspace.catalogue().reader());
        intake = fresh;
        list.getChildren().setAll(new Label("Sorting what came..."));
        workspace
                .jobs()
                .start("Sorting what came", work -> fresh.plan(sources, work))
                .result()
                .whenComplete((made, failure) -> Platform.runLater(() -> {
                    if (fresh != intake) {
                        return;
                    }
                    if (failure instanceof ProblemException e) {
                        workspace.tell(e.problem());
                        list.getChildren().setAll(new Label(e.problem().sentence()));
                    } else if (made != null) {
                        plan = made;
                        fill(made);
                    }
                }));
    }

    private void fill(IntakePlan made) {
        list.getChildren().clear();
        boxes.clear();
        Kind last = null;
        List<IntakePlan.Item> items = new ArrayList<>(made.items());
        items.sort(java.util.Comparator.comparing(IntakePlan.Item::kind));
        for (IntakePlan.Item item : items) {
            if (item.kind() != last) {
                last = item.kind();
                long count = items.stream().filter(i -> i.kind() == item.kind()).count();
                Label kind = new Label(item.kind().plural() + "  " + count);
                kind.getStyleClass().add("group-heading");
                list.getChildren().add(kind);
            }
            list.getChildren().add(row(item));
        }
        if (!made.skipped().isEmpty()) {
            Label left = new Label("Stays behind  " + made.skipped().size());
            left.getStyleClass().add("group-heading");
            list.getChildren().add(left);
            for (Sorted.Skipped skipped : made.skipped()) {
                Label line = new Label(skipped.path() + ": " + skipped.reason());
                line.setWrapText(true);
                line.getStyleClass().addAll("faint", "row");
                list.getChildren().add(line);
            }
        }
        count();
        if (!items.isEmpty()) {
            choose(items.get(0));
        }
    }

    private HBox row(IntakePlan.Item item) {
        CheckBox box = new CheckBox();
        box.setSelected(item.isWanted());
        box.setAccessibleText("Take in " + item.name());
        box.setTooltip(new Tooltip("Take it in"));
        box.setOnAction(e -> count());
        boxes.put(item, box);
        Label title = new Label(item.name());
        title.setGraphic(Glyphs.of(item.kind()));
        title.setGraphicTextGap(8);
        Label where = new Label(item.reason().isEmpty() ? item.folder() : item.reason());
        where.getStyleClass().add(item.reason().isEmpty() ? "faint" : "trouble");
        Label files = new Label(Words.plural(item.files().size(), "file"));
        files.getStyleClass().add("faint");
        files.setMinWidth(Region.USE_PREF_SIZE);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        title.setMinWidth(Region.USE_PREF_SIZE);
        HBox row = new HBox(10, box, title, where, gap, files);
        row.setAlignment(Pos.CENTER_LEFT);
        row.getStyleClass().add("row");
        row.setFocusTraversable(true);
        row.setAccessibleText(item.name() + ", " + item.kind().word());
        row.setOnMouseClicked(e -> choose(item));
        row.focusedProperty().addListener((o, was, is) -> {
            if (is) {
                choose(item);
            }
        });
        return row;
    }

    private List<IntakePlan.Item> wanted() {
        List<IntakePlan.Item> out = new ArrayList<>();
        boxes.forEach((item, box) -> {
            if (box.isSelected()) {
                out.add(item);
            }
        });
        return out;
    }

    private void count() {
        int n = wanted().size();
        heading.setText(
                boxes.size() == n
                        ? Words.plural(n, "thing") + " came"
                        : n + " of " + Words.plural(boxes.size(), "thing"));
        take.setText("Take in " + n);
        take.setDisable(n == 0);
    }

    private void choose(IntakePlan.Item item) {
        if (item == chosen) {
            return;
        }
        chosen = item;
        name.setText(item.name());
        StringBuilder text = new StringBuilder();
        for (SortedItem.SortedFile file : item.files()) {
            Role role = file.role();
            text.append(role == null ? "" : role.word() + ": ")
                    .append(file.path().substring(file.path().lastIndexOf('/') + 1))
                    .append('\n');
        }
        details.setText(text.toString());
        picture.setImage(null);
        workspace
                .jobs()
                .start("Preview of " + item.name(), work -> preview(item, work::isCancelled))
                .result()
                .thenAccept(p -> Platform.runLater(() -> {
                    if (item == chosen && p.width() > 1) {
                        picture.setImage(Images.of(p));
                    }
                }));
    }

    private Picture preview(IntakePlan.Item item, java.util.function.BooleanSupplier cancelled)
            throws ProblemException {
        Booth booth = workspace.catalogue().booth();
        var reader = workspace.catalogue().reader();
        Path main = item.root().resolve(item.files().get(0).path());
        Picture made = switch (item.kind()) {
            case MODEL ->
                booth.preview(booth.stage(reader.readModel(main)), EDGE, EDGE, Booth.FINAL_SAMPLES, cancelled);
            case MATERIAL -> booth.preview(booth.stage(material(item)), EDGE, EDGE, Booth.FINAL_SAMPLES, cancelled);
            case HDRI ->
                booth.preview(new Environment(item.name(), reader.readPicture(ImageSource.at(main))), EDGE, EDGE);
            case TEXTURE, RECIPE -> booth.preview(reader.readPicture(ImageSource.at(main)), EDGE);
        };
        return made == null ? Picture.ofBytes(1, 1, 4, new byte[4]) : made;
    }

    private static Material material(IntakePlan.Item item) {
        Map<Role, TextureUse> maps = new LinkedHashMap<>();
        for (SortedItem.SortedFile file : item.files()) {
            Role role = file.role();
            if (role != null) {
                maps.put(role, TextureUse.of(ImageSource.at(item.root().resolve(file.path()))));
            }
        }
        return Material.ofMaps(item.name(), maps);
    }

    private void takeIn() {
        Intake now = intake;
        Library target = chosenLibrary();
        if (now == null || target == null) {
            return;
        }
        List<IntakePlan.Item> items = wanted();
        take.setDisable(true);
        workspace
                .jobs()
                .start("Taking in " + items.size(), work -> now.take(items, work))
                .result()
                .whenComplete((taken, failure) -> Platform.runLater(() -> {
                    if (taken != null) {
                        workspace.tookIn(target, taken.run(), taken.paths());
                    }
                }));
    }
}
