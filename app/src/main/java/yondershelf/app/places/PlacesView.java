package yondershelf.app.places;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.ListView;
import javafx.scene.input.Dragboard;
import javafx.scene.input.KeyEvent;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.PlaceTree;
import yondershelf.app.model.PlaceTree.Row;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.KnownLibrary;
import yondershelf.library.Library;
import yondershelf.words.Phrase;

/**
 * The slim column of places: libraries with their folders, tags, unfiled. Each takes what is dropped on it. Only what is seen
 * has nodes, however many folders there are.
 */
public final class PlacesView extends ListView<Row> {
    private final Workspace workspace;
    private final PlaceTree tree = new PlaceTree();
    private final PlaceActs acts;
    private final PlaceDrops drops;
    private final Runnable addLibrary;
    private final Runnable createLibrary;
    /** As many as were ever seen at once. */
    private final List<PlaceCell> cells = new ArrayList<>();

    private @Nullable Library target;
    private String targetFolder = "";
    private Set<String> targetTags = Set.of();

    /**
     * @param addLibrary asks for a folder to open as a library
     * @param createLibrary asks for a folder to make a library of
     */
    public PlacesView(Workspace workspace, Runnable addLibrary, Runnable createLibrary) {
        this.workspace = workspace;
        this.addLibrary = addLibrary;
        this.createLibrary = createLibrary;
        this.acts = new PlaceActs(workspace);
        this.drops = new PlaceDrops(workspace, this::bring);
        getStyleClass().add("places");
        setId("places");
        setAccessibleText(Phrase.of("views.places"));
        setCellFactory(list -> {
            PlaceCell cell = new PlaceCell(this);
            cells.add(cell);
            return cell;
        });
        addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        workspace.onChange(this::fill);
        // at each letter: only what is marked may be another
        workspace.shelf().query().addListener(o -> cells.forEach(PlaceCell::mark));
        fill();
    }

    private void fill() {
        String targetId = workspace.catalogue().target().map(Library::id).orElse("");
        List<Row> rows = tree.rows(
                workspace.shelf().known().get(),
                workspace.emptyFolders().in(workspace.shelf().counts().get()),
                workspace.searches().all().stream()
                        .map(s ->
                                new PlaceTree.SearchRow(s, workspace.searches().count(s)))
                        .toList(),
                targetId,
                workspace.shelf().taken().get());
        if (rows.equals(getItems())) {
            return;
        }
        Row focused = getFocusModel().getFocusedItem();
        getItems().setAll(rows);
        for (int i = 0; focused != null && i < rows.size(); i++) {
            if (rows.get(i).id().equals(focused.id())) {
                getSelectionModel().select(i);
            }
        }
    }

    boolean isOpen(Row row) {
        return tree.isOpen(row);
    }

    void toggle(Row row) {
        tree.setOpen(row, !tree.isOpen(row));
        fill();
        refresh();
    }

    boolean isChosen(Row row) {
        return acts.isChosen(row, workspace.shelf().query().get());
    }

    void go(Row row, boolean more) {
        acts.go(row, more);
    }

    void addLibrary() {
        addLibrary.run();
    }

    void createLibrary() {
        createLibrary.run();
    }

    ContextMenu menu(PlaceTree.TagRow row) {
        return new TagMenu(workspace.chosen(), workspace.questions(), workspace.shelf(), row.tag());
    }

    ContextMenu menu(PlaceTree.SearchRow row) {
        return new SearchMenu(
                workspace.questions(), workspace.searches(), workspace.shelf(), workspace.catalogue(), row.search());
    }

    ContextMenu menu(PlaceTree.FolderRow row) {
        return new FolderMenu(workspace.filing(), workspace.questions(), row.library(), row.path());
    }

    @Nullable
    ContextMenu menu(PlaceTree.LibraryRow row) {
        return acts.menu(row, () -> rename(row));
    }

    private void rename(PlaceTree.LibraryRow row) {
        lookupAll(".place-cell").stream()
                .filter(PlaceCell.class::isInstance)
                .map(PlaceCell.class::cast)
                .filter(cell -> row.equals(cell.getItem()))
                .findFirst()
                .ifPresent(cell -> cell.rename(name -> acts.rename(row.library(), name)));
    }

    private void key(KeyEvent e) {
        Row row = getFocusModel().getFocusedItem();
        if (row == null) {
            return;
        }
        switch (e.getCode()) {
            case ENTER, SPACE -> act(row, e.isShortcutDown());
            case RIGHT -> open(row, true);
            case LEFT -> open(row, false);
            case F2 -> {
                if (row instanceof PlaceTree.LibraryRow library && !library.away()) {
                    rename(library);
                }
            }
            default -> {
                return;
            }
        }
        e.consume();
    }

    private void act(Row row, boolean more) {
        if (row instanceof PlaceTree.LibraryActs) {
            addLibrary();
        } else {
            go(row, more);
        }
    }

    private void open(Row row, boolean wanted) {
        if (row.isBranch() && tree.isOpen(row) != wanted) {
            toggle(row);
        }
    }

    PlaceDrops drops() {
        return drops;
    }

    private void bring(@Nullable KnownLibrary library, String folder, Set<String> tags, Dragboard board) {
        target = library == null ? null : library.library().orElse(null);
        targetFolder = folder;
        targetTags = tags;
        List<Path> files = board.getFiles().stream().map(f -> f.toPath()).toList();
        workspace.intake().brought().set(List.of());
        workspace.intake().brought().set(files);
        workspace.view().set(Workspace.View.INTAKE);
    }

    /** The library on which files were dropped last, or null. */
    public @Nullable Library target() {
        return target;
    }

    public String targetFolder() {
        return targetFolder;
    }

    /** Tags on which files were dropped last. */
    public Set<String> targetTags() {
        return targetTags;
    }

    /** Where things go that were dropped anywhere else. */
    public @Nullable Library usualTarget() {
        return target != null ? target : workspace.catalogue().target().orElse(null);
    }

    /** What was dropped on a place was dealt with. */
    public void forgetTarget() {
        target = null;
        targetFolder = "";
        targetTags = Set.of();
    }
}
