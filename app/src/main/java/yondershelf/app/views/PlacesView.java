package yondershelf.app.views;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.function.Predicate;
import javafx.css.PseudoClass;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.input.Dragboard;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Carry;
import yondershelf.app.model.Words;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.Home;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Library;
import yondershelf.search.Hits;
import yondershelf.search.Query;

/** The slim column of places: libraries with their folders, tags, unfiled. Each takes what is dropped on it. */
public final class PlacesView extends ScrollPane {
    private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");
    private static final PseudoClass TARGET = PseudoClass.getPseudoClass("target");

    private final Workspace workspace;
    private final VBox list = new VBox();
    private final Runnable addLibrary;
    private @Nullable Library target;
    private String targetFolder = "";

    /** @param addLibrary asks for a folder to open as a library */
    public PlacesView(Workspace workspace, Runnable addLibrary) {
        this.workspace = workspace;
        this.addLibrary = addLibrary;
        getStyleClass().add("places");
        setId("places");
        setFitToWidth(true);
        setFitToHeight(true);
        setHbarPolicy(ScrollBarPolicy.NEVER);
        setContent(list);
        setAccessibleText("Places");
        list.getStyleClass().add("places-list");
        workspace.onChange(this::fill);
        workspace.query().addListener(o -> fill());
        fill();
    }

    private void fill() {
        Object focused = focusedRow();
        list.getChildren().clear();
        Query now = workspace.query().get();
        heading("Libraries");
        Hits everything = workspace.everything().get();
        list.getChildren()
                .add(row(
                        "Everything",
                        everything.total(),
                        0,
                        now.library() == null && now.tags().isEmpty() && !now.unfiled(),
                        () -> go(now.in(null, null).withTags(Set.of()).withUnfiled(false))));
        for (Library library : workspace.catalogue().libraries()) {
            library(library, now);
        }
        for (Home.Known known : workspace.catalogue().away()) {
            Label away = new Label(
                    (known.name().isEmpty() ? String.valueOf(known.path().getFileName()) : known.name()) + ", away");
            away.getStyleClass().addAll("faint", "place-hint");
            away.setTooltip(
                    new Tooltip(known.path() + " is not there now; nothing of it is lost. Connect it and press F5"));
            list.getChildren().add(away);
        }
        Button add = new Button("add a library");
        add.getStyleClass().addAll("quiet", "place-act");
        add.setTooltip(new Tooltip("Open a folder as a library (Ctrl+L)"));
        add.setOnAction(e -> addLibrary.run());
        list.getChildren().add(add);
        heading("Tags");
        if (everything.tags().isEmpty()) {
            Label none = new Label("Tags given on a card gather here");
            none.setWrapText(true);
            none.getStyleClass().addAll("faint", "place-hint");
            list.getChildren().add(none);
        }
        everything.tags().forEach((tag, count) -> tag(tag, count, now));
        heading("To do");
        int unfiled = (int)
                everything.entries().stream().filter(e -> e.tags().isEmpty()).count();
        list.getChildren().add(row("Unfiled", unfiled, 0, now.unfiled(), () -> go(now.withUnfiled(!now.unfiled()))));
        list.getChildren().stream()
                .filter(n -> focused != null && focused.equals(n.getUserData()))
                .findFirst()
                .ifPresent(Node::requestFocus);
    }

    /** What tells the row with the keyboard's focus, so that it keeps it when the list is filled again. */
    private @Nullable Object focusedRow() {
        return list.getChildren().stream()
                .filter(Node::isFocused)
                .findFirst()
                .map(Node::getUserData)
                .orElse(null);
    }

    private void go(Query query) {
        workspace.view().set(Workspace.View.SHELF);
        workspace.query().set(query);
    }

    private void heading(String text) {
        Label label = new Label(text);
        label.getStyleClass().add("place-heading");
        label.setPadding(new Insets(list.getChildren().isEmpty() ? 4 : 12, 0, 4, 14));
        list.getChildren().add(label);
    }

    private void library(Library library, Query now) {
        List<Asset> assets = library.assets();
        boolean here = library.id().equals(now.library());
        HBox row = row(
                library.name(),
                assets.size(),
                0,
                here && now.folder() == null,
                () -> go(now.in(library.id(), null).withUnfiled(false)));
        Tooltip.install(row, new Tooltip(library.root().toString()));
        takesFiles(row, library, "");
        list.getChildren().add(row);
        Map<String, Integer> folders = new TreeMap<>();
        for (Asset asset : assets) {
            String folder = asset.folder();
            int slash = folder.indexOf('/');
            String top = slash < 0 ? folder : folder.substring(0, slash);
            if (!top.isEmpty()) {
                folders.merge(top, 1, Integer::sum);
            }
        }
        folders.forEach((folder, count) -> {
            HBox sub = row(
                    folder,
                    count,
                    1,
                    here && folder.equals(now.folder()),
                    () -> go(now.in(library.id(), folder).withUnfiled(false)));
            takesFiles(sub, library, folder);
            list.getChildren().add(sub);
        });
    }

    private void tag(String tag, int count, Query now) {
        int depth = (int) tag.chars().filter(c -> c == '/').count();
        boolean chosen = now.tags().contains(tag);
        HBox row = row(tag.substring(tag.lastIndexOf('/') + 1), count, depth, chosen, () -> {
            Set<String> tags = new HashSet<>(now.tags());
            if (!tags.remove(tag)) {
                tags.add(tag);
            }
            go(now.withTags(tags));
        });
        row.setId("tag-" + tag);
        drop(
                row,
                board -> Carry.of(board, workspace) != null,
                board -> {
                    Asset asset = Carry.of(board, workspace);
                    if (asset != null) {
                        workspace.edit(
                                asset,
                                "add tag " + tag,
                                List.of(Edit.tag(asset.id(), tag)),
                                List.of(Edit.untag(asset.id(), tag)));
                    }
                },
                "gives it the tag " + tag);
        list.getChildren().add(row);
    }

    private void takesFiles(HBox row, Library library, String folder) {
        String where = folder.isEmpty() ? library.name() : library.name() + " / " + folder;
        drop(
                row,
                Dragboard::hasFiles,
                board -> {
                    target = library;
                    targetFolder = folder;
                    workspace
                            .brought()
                            .set(board.getFiles().stream().map(f -> f.toPath()).toList());
                    workspace.view().set(Workspace.View.INTAKE);
                },
                "shows what would go into " + where);
    }

    /** The library on which files were dropped last, or null. */
    public @Nullable Library target() {
        return target;
    }

    public String targetFolder() {
        return targetFolder;
    }

    private static void drop(HBox row, Predicate<Dragboard> takes, Consumer<Dragboard> act, String promise) {
        row.setAccessibleHelp("What is dropped here: " + promise);
        row.setOnDragOver(e -> {
            if (takes.test(e.getDragboard())) {
                e.acceptTransferModes(TransferMode.COPY);
                row.pseudoClassStateChanged(TARGET, true);
                e.consume();
            }
        });
        Tooltip hint = new Tooltip(promise);
        row.setOnDragEntered(e -> {
            if (takes.test(e.getDragboard())) {
                hint.show(row, e.getScreenX() + 14, e.getScreenY() + 14);
            }
        });
        row.setOnDragExited(e -> {
            row.pseudoClassStateChanged(TARGET, false);
            hint.hide();
        });
        row.setOnDragDropped(e -> {
            hint.hide();
            if (takes.test(e.getDragboard())) {
                act.accept(e.getDragboard());
                e.setDropCompleted(true);
                e.consume();
            }
        });
    }

    private static HBox row(String name, int count, int depth, boolean chosen, Runnable act) {
        Label word = new Label(name);
        Label number = new Label(Words.count(count));
        number.getStyleClass().add("place-count");
        number.setMinWidth(Region.USE_PREF_SIZE);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox row = new HBox(word, gap, number);
        row.getStyleClass().add("place");
        row.setPadding(new Insets(4, 14, 4, 14 + depth * 14.0));
        row.pseudoClassStateChanged(CHOSEN, chosen);
        row.setFocusTraversable(true);
        row.setUserData(name + depth);
        row.setAccessibleText(name + ", " + count);
        row.setOnMouseClicked(e -> act.run());
        row.setOnKeyPressed(e -> {
            switch (e.getCode()) {
                case ENTER, SPACE -> {
                    act.run();
                    e.consume();
                }
                default -> {}
            }
        });
        return row;
    }

    /** The first library, for files dropped anywhere else. */
    public @Nullable Library usualTarget() {
        List<Library> all = workspace.catalogue().libraries();
        return target != null ? target : all.isEmpty() ? null : all.get(0);
    }
}
