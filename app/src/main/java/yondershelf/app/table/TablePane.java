package yondershelf.app.table;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.beans.binding.Bindings;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.text.Text;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Command;
import yondershelf.app.model.Gap;
import yondershelf.app.model.Words;
import yondershelf.app.model.Workspace;
import yondershelf.content.Kind;
import yondershelf.library.Asset;
import yondershelf.table.Backdrop;
import yondershelf.table.Figures;
import yondershelf.table.Light;
import yondershelf.table.Scene;
import yondershelf.words.Phrase;

/** The half of the window that shows the scene: its name and acts above, the picture, the figures people compare below. */
public final class TablePane extends BorderPane {
    private static final String LONG = "long-word";

    private final Workspace workspace;
    private final TablePicture picture;
    private final ObjectList objects;
    private final TextField name = new TextField();
    private final Label figures = new Label();
    private final Label lightName = new Label();
    private final Slider turn = new Slider(-180, 180, 0);
    private final Slider exposure = new Slider(-6, 6, 0);
    private final Label turnFigure = new Label();
    private final Label exposureFigure = new Label();
    private boolean filling;

    public TablePane(Workspace workspace) {
        this.workspace = workspace;
        this.picture = new TablePicture(workspace);
        this.objects = new ObjectList(workspace.table(), picture);
        getStyleClass().add("table-pane");
        setId("table");
        name.getStyleClass().add("scene-name");
        name.setAccessibleText(Phrase.of("table.name-of-the-scene"));
        name.setTooltip(new Tooltip(Phrase.of("table.name-of-the-scene")));
        // what is left of the row is its, and all of it is read
        name.setPrefColumnCount(5);
        name.setOnAction(e -> rename());
        name.focusedProperty().addListener((o, was, is) -> {
            if (!is) {
                rename();
            }
        });
        Button undo = act(
                Phrase.of("table.undo"),
                Phrase.of("table.undo-ctrl-z"),
                () -> workspace.attempt(workspace.history()::undo));
        Button redo = act(
                Phrase.of("table.redo"),
                Phrase.of("table.redo-ctrl-shift-z"),
                () -> workspace.attempt(workspace.history()::redo));
        Button frame = act(Phrase.of("table.frame"), Phrase.of("table.bring-everything-or-the-chosen"), picture::frame);
        Button save = act(
                Phrase.of("table.save"),
                Phrase.of("table.save-the-scene-as-glb"),
                () -> workspace.openScene().save());
        workspace.history().onChange(() -> {
            hint(undo, Phrase.of("table.undo"), workspace.history().undoable(), Command.shown("Shortcut+Z"));
            hint(redo, Phrase.of("table.redo"), workspace.history().redoable(), Command.shown("Shortcut+Shift+Z"));
        });
        for (Button button : List.of(undo, redo)) {
            button.setDisable(true);
            button.setMinWidth(Region.USE_PREF_SIZE);
        }
        for (Button button : List.of(frame, save)) {
            button.setMinWidth(Region.USE_PREF_SIZE);
        }
        Label mark = new Label(Phrase.of("table.not-saved"));
        mark.setId("unsaved");
        mark.getStyleClass().add("unsaved");
        // where both find no room its sign is enough
        mark.setMinWidth(0);
        mark.setTextOverrun(OverrunStyle.CLIP);
        mark.setTooltip(new Tooltip(Phrase.of("table.the-scene-holds-what-its")));
        mark.visibleProperty().bind(workspace.openScene().unsaved());
        mark.managedProperty().bind(mark.visibleProperty());
        HBox head = Gap.TIGHT.row(name, mark, undo, redo, frame, save);
        HBox.setHgrow(name, Priority.ALWAYS);
        // the row is as wide as the table: the name gives way, not the window's edge
        head.setMinWidth(0);
        name.minWidthProperty()
                .bind(Bindings.createDoubleBinding(
                        () -> nameWidth(head),
                        name.textProperty(),
                        name.fontProperty(),
                        head.widthProperty(),
                        undo.widthProperty(),
                        redo.widthProperty(),
                        save.widthProperty()));
        head.setAlignment(Pos.CENTER_LEFT);
        head.getStyleClass().add("pane-head");
        setTop(head);
        setCenter(picture);
        setBottom(foot());
        workspace.table().onChange(this::sceneChanged);
        workspace.openScene().onOpened(() -> {
            picture.choose(null);
            picture.frame();
        });
        sceneChanged();
    }

    /** What the scene's name takes, up to some 20 letters, and no more than the row's buttons leave. */
    private double nameWidth(HBox head) {
        Text text = new Text(name.getText());
        text.setFont(name.getFont());
        double letter = name.getFont().getSize();
        double whole = Math.min(text.getLayoutBounds().getWidth(), 12 * letter) + 2 * letter;
        double others = head.snappedLeftInset() + head.snappedRightInset();
        for (Node child : head.getChildren()) {
            if (child != name && child.isManaged()) {
                others += child.minWidth(-1) + head.getSpacing();
            }
        }
        return Math.max(0, Math.min(whole, head.getWidth() - others));
    }

    private static void hint(Button button, String word, Optional<String> what, String keys) {
        button.setDisable(what.isEmpty());
        button.setText(word + what.map(w -> " " + w).orElse(""));
        // what it would do may be long: its first words are enough, the tooltip says all
        button.getStyleClass().remove(LONG);
        if (what.isPresent()) {
            button.getStyleClass().add(LONG);
        }
        button.setMinWidth(what.isPresent() ? 5 * button.getFont().getSize() : Region.USE_PREF_SIZE);
        button.setTooltip(new Tooltip(word + what.map(w -> " " + w).orElse("") + " (" + keys + ")"));
    }

    private static Button act(String word, String hint, Runnable act) {
        Button button = new Button(word);
        button.getStyleClass().add("quiet");
        button.setId("table-" + word.toLowerCase(Locale.ROOT));
        button.setTooltip(new Tooltip(hint));
        button.setOnAction(e -> act.run());
        return button;
    }

    private VBox foot() {
        figures.getStyleClass().add("scene-figures");
        lightName.getStyleClass().add("figures");
        slider(turn, Phrase.of("table.turn-of-the-environment-degrees"));
        slider(exposure, Phrase.of("table.exposure-stops"));
        turnFigure.setId("turn-figure");
        exposureFigure.setId("exposure-figure");
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        Label turnWord = new Label(Phrase.of("table.turn-2"));
        Label exposureWord = new Label(Phrase.of("table.exposure"));
        turnWord.setMinWidth(Region.USE_PREF_SIZE);
        exposureWord.setMinWidth(Region.USE_PREF_SIZE);
        HBox light = Gap.CLOSE.row(lightName, gap, turnWord, turn, turnFigure, exposureWord, exposure, exposureFigure);
        light.setAlignment(Pos.CENTER_LEFT);
        light.getChildren().forEach(n -> n.getStyleClass().add("figures"));
        ToggleButton unfold = objects.toggle();
        unfold.setMinWidth(Region.USE_PREF_SIZE);
        HBox told = Gap.WIDE.row(unfold, figures);
        told.setAlignment(Pos.BASELINE_LEFT);
        figures.setMinWidth(0);
        VBox foot = Gap.TIGHT.column(objects, told, light);
        foot.getStyleClass().add("pane-foot");
        turn.valueProperty()
                .addListener(o -> preview(workspace.table().scene().light().turned(Math.rint(turn.getValue()))));
        exposure.valueProperty()
                .addListener(o ->
                        preview(workspace.table().scene().light().exposed(Math.rint(exposure.getValue() * 10) / 10)));
        commitAfter(turn, Phrase.of("table.turn-the-environment"));
        commitAfter(exposure, Phrase.of("table.change-the-exposure"));
        return foot;
    }

    private static void slider(Slider slider, String hint) {
        slider.setTooltip(new Tooltip(hint));
        slider.setAccessibleText(hint);
    }

    private void preview(Light light) {
        if (!filling) {
            picture.showInstead(workspace.table().scene().lit(light));
            lightFigures(light);
        }
    }

    private void commitAfter(Slider slider, String what) {
        Runnable commit = () -> {
            Light light = workspace.table().scene().light();
            Light wanted = light.turned(Math.rint(turn.getValue())).exposed(Math.rint(exposure.getValue() * 10) / 10);
            if (!wanted.equals(light)) {
                workspace.table().act(what, workspace.table().scene().lit(wanted));
            }
        };
        slider.setOnMouseReleased(e -> commit.run());
        slider.setOnKeyReleased(e -> commit.run());
    }

    private void rename() {
        String wanted = name.getText().strip();
        Scene scene = workspace.table().scene();
        if (!wanted.isEmpty() && !wanted.equals(scene.name())) {
            workspace.table().act(Phrase.of("table.rename-the-scene"), scene.named(wanted));
        }
    }

    private void sceneChanged() {
        Scene scene = workspace.table().scene();
        filling = true;
        name.setText(scene.name());
        turn.setValue(scene.light().turn());
        exposure.setValue(scene.light().exposure());
        filling = false;
        lightFigures(scene.light());
        workspace
                .background()
                .quietly(
                        Phrase.of("table.counting"),
                        work -> Figures.of(scene, workspace.catalogue().reader()),
                        f -> {
                            if (scene == workspace.table().scene()) {
                                objects.toggle().setText(Words.plural(f.objects(), "object"));
                                figures.setText(
                                        figures(f) + behind(scene.light().backdrop()));
                            }
                        });
    }

    /** What people compare; of an empty table nothing. */
    private static String figures(Figures f) {
        return f.objects() == 0
                ? ""
                : String.join(
                        "\u2003",
                        Words.plural(f.geometries(), "geometry"),
                        Words.plural(f.triangles(), "triangle"),
                        Phrase.of("table.maps", Words.bytes(f.mapBytes())));
    }

    private void lightFigures(Light light) {
        lightName.setText(light.environment().name() + (light.away() ? Phrase.of("table.away") : ""));
        lightName.setTooltip(new Tooltip(
                light.away()
                        ? Phrase.of(
                                "table.is-away-plain-daylight-stands",
                                light.environment().name())
                        : Phrase.of(
                                "table.what-lights-the-scene",
                                light.environment().name())));
        turnFigure.setText(Math.round(light.turn()) + "°");
        exposureFigure.setText(String.format(Phrase.language(), "%+.1f EV", light.exposure()));
    }

    /** The command that puts things of a kind on the table; null when they must be carried to their place. */
    public @Nullable String command(Kind kind) {
        return picture.command(kind);
    }

    /** Puts an asset on the table without the mouse: in the middle of what is seen. */
    public void put(Asset asset) {
        picture.put(asset);
    }

    private static String behind(@Nullable Backdrop backdrop) {
        return backdrop == null
                ? ""
                : Phrase.of("table.before", backdrop.name(), backdrop.picture() == null ? Phrase.of("table.away") : "");
    }

    private void takeBackdropAway() {
        Scene scene = workspace.table().scene();
        if (scene.light().backdrop() != null) {
            workspace
                    .table()
                    .act(
                            Phrase.of("table.take-the-backdrop-away"),
                            scene.lit(scene.light().before(null)));
        }
    }

    public TablePicture picture() {
        return picture;
    }

    /** What the table can do, for keys and the command search. */
    public List<Command> commands() {
        List<Command> all = new ArrayList<>(List.of(
                new Command(Phrase.of("table.frame-the-scene-or-the"), Phrase.of("table.table"), "F", picture::frame),
                new Command(
                        Phrase.of("table.take-the-backdrop-away-2"),
                        Phrase.of("table.table"),
                        null,
                        this::takeBackdropAway),
                new Command(
                        Phrase.of("table.show-the-list-of-objects"), Phrase.of("table.table"), "O", objects::unfold)));
        all.addAll(picture.chosenActs().commands());
        return all;
    }
}
