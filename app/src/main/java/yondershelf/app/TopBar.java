package yondershelf.app;

import java.nio.file.Path;
import java.util.EnumMap;
import java.util.Locale;
import java.util.Map;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.input.Dragboard;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Gap;
import yondershelf.app.model.Glyphs;
import yondershelf.app.model.Workspace;
import yondershelf.app.shelf.ShelfGrid;
import yondershelf.catalogue.KnownLibrary;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.FileType;
import yondershelf.search.Query;
import yondershelf.search.QueryText;
import yondershelf.words.Phrase;

/** The line on top: the views' names, the search line, the surroundings and the keys. */
final class TopBar extends HBox {
    private final Workspace workspace;
    private final ShelfGrid grid;
    private static final PseudoClass NOT_UNDERSTOOD = PseudoClass.getPseudoClass("not-understood");

    private final TextField search = new TextField();
    /** What the line says things are to be like; empty when that was said elsewhere. */
    private String typedLike = "";

    private final Tooltip searchHint = new Tooltip(Phrase.of("app.parts-of-words-in-any"));
    private final Button theme;
    private final Map<Workspace.View, ToggleButton> tabs = new EnumMap<>(Workspace.View.class);

    TopBar(Workspace workspace, ShelfGrid grid, Runnable switchTheme, Runnable openKeys) {
        Gap.BROAD.between(this);
        this.workspace = workspace;
        this.grid = grid;
        getStyleClass().add("top-bar");
        setAlignment(Pos.CENTER_LEFT);
        Label name = new Label("Yonder Shelf", Glyphs.mark());
        name.getStyleClass().add("program-name");
        name.setMinWidth(Region.USE_PREF_SIZE);
        name.setGraphicTextGap(10);
        getChildren().add(name);
        tab(Workspace.View.SHELF, Phrase.of("app.shelf"), Phrase.of("app.the-shelf-ctrl-1"));
        tab(Workspace.View.INTAKE, Phrase.of("app.intake"), Phrase.of("app.bring-files-in-ctrl-2"));
        tab(Workspace.View.MEND, Phrase.of("app.mend"), Phrase.of("app.findings-and-their-remedies-ctrl"));
        workspace.faults().findings().addListener((o, before, now) -> {
            ToggleButton mend = tabs.get(Workspace.View.MEND);
            if (mend != null) {
                mend.setText(now.isEmpty() ? Phrase.of("app.mend") : Phrase.of("app.mend-2", now.size()));
            }
        });
        searchLine();
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.SOMETIMES);
        theme = quiet(Phrase.of("app.light"), Phrase.of("app.light-or-dark-surroundings"), switchTheme);
        theme.setId("theme");
        Button keys = quiet(Phrase.of("app.shortcuts"), Phrase.of("app.everything-the-program-can-do"), openKeys);
        getChildren().addAll(search, gap, theme, keys);
    }

    private void searchLine() {
        search.setPromptText(Phrase.of("app.search-names-tags-folders"));
        search.setId("search");
        search.setAccessibleText(Phrase.of("app.search"));
        search.getStyleClass().add("search-line");
        search.setTooltip(searchHint);
        search.textProperty().addListener(o -> {
            Query typed = typed();
            Query now = workspace.shelf().query().get();
            String like = typed.like().isEmpty() && typedLike.isEmpty() ? now.like() : typed.like();
            typedLike = typed.like();
            if (!isSame(typed, now) || !like.equals(now.like())) {
                workspace.view().set(Workspace.View.SHELF);
                workspace
                        .shelf()
                        .query()
                        .set(now.withWords(typed.words())
                                .withConditions(typed.conditions())
                                .withLike(like));
            }
        });
        workspace.shelf().query().addListener((o, before, now) -> {
            boolean likeIsOther = !typedLike.isEmpty() && !typedLike.equals(now.like());
            if (!isSame(typed(), now) || likeIsOther) {
                typedLike = "";
                search.setText(QueryText.of(now, workspace.shelf()::libraryName));
            }
        });
        takesPictures();
        search.setOnKeyPressed(this::keyInSearch);
        HBox.setHgrow(search, Priority.ALWAYS);
    }

    /** A picture let go here is looked for: what is like it. */
    private void takesPictures() {
        Tooltip promise = new Tooltip(Phrase.of("app.finds-what-is-like-this"));
        search.setOnDragOver(e -> {
            if (picture(e.getDragboard()) != null) {
                e.acceptTransferModes(TransferMode.COPY);
                e.consume();
            }
        });
        search.setOnDragEntered(e -> {
            if (picture(e.getDragboard()) != null) {
                promise.show(search, e.getScreenX() + 14, e.getScreenY() + 14);
                e.consume();
            }
        });
        search.setOnDragExited(e -> promise.hide());
        search.setOnDragDropped(e -> {
            promise.hide();
            Path file = picture(e.getDragboard());
            if (file != null) {
                workspace.moreLike().like(file);
                e.setDropCompleted(true);
                e.consume();
            }
        });
    }

    private static @Nullable Path picture(Dragboard board) {
        if (!board.hasFiles() || board.getFiles().size() != 1) {
            return null;
        }
        Path file = board.getFiles().get(0).toPath();
        return FileType.byName(String.valueOf(file.getFileName()))
                        .filter(type -> type.group() == FileType.Group.PICTURE)
                        .isPresent()
                ? file
                : null;
    }

    private static boolean isSame(Query a, Query b) {
        return a.words().equals(b.words()) && a.conditions().equals(b.conditions());
    }

    /** What the search line says. A condition that is not understood, or not written to its end yet, counts as words. */
    private Query typed() {
        String text = search.getText();
        try {
            Query query = QueryText.parse(
                    text, word -> workspace.catalogue().named(word).map(KnownLibrary::id));
            search.setTooltip(searchHint);
            search.pseudoClassStateChanged(NOT_UNDERSTOOD, false);
            return query;
        } catch (ProblemException e) {
            search.setTooltip(new Tooltip(e.problem().sentence()));
            search.pseudoClassStateChanged(NOT_UNDERSTOOD, true);
            return Query.EVERYTHING.withWords(text);
        }
    }

    private void keyInSearch(KeyEvent e) {
        if (e.getCode() == KeyCode.ESCAPE) {
            workspace.shelf().query().set(workspace.shelf().query().get().cleared());
            e.consume();
        } else if (e.getCode() == KeyCode.DOWN || e.getCode() == KeyCode.ENTER) {
            grid.requestFocus();
            grid.chooseAt(0, e.getCode() == KeyCode.ENTER);
            e.consume();
        }
    }

    private void tab(Workspace.View view, String word, String hint) {
        ToggleButton tab = new ToggleButton(word);
        tab.getStyleClass().add("tab-word");
        tab.setTooltip(new Tooltip(hint));
        tab.setMinWidth(Region.USE_PREF_SIZE);
        tab.setId("view-" + view.name().toLowerCase(Locale.ROOT));
        tab.setOnAction(e -> {
            workspace.view().set(view);
            show(view);
        });
        tabs.put(view, tab);
        getChildren().add(tab);
    }

    private static Button quiet(String word, String hint, Runnable act) {
        Button button = new Button(word);
        button.getStyleClass().add("quiet");
        button.setTooltip(new Tooltip(hint));
        button.setOnAction(e -> act.run());
        button.setMinWidth(Region.USE_PREF_SIZE);
        return button;
    }

    /** Marks the view that is seen. */
    void show(Workspace.View view) {
        tabs.forEach((v, tab) -> tab.setSelected(v == view));
    }

    /** Moves the keys to a view's name, unless a word is being searched. */
    void focus(Workspace.View view) {
        ToggleButton tab = tabs.get(view);
        if (tab != null) {
            tab.requestFocus();
        }
    }

    boolean isSearching() {
        return search.isFocused();
    }

    void startSearch() {
        search.requestFocus();
    }

    /** Offers the other surroundings. */
    void showTheme(boolean light) {
        theme.setText(light ? Phrase.of("app.dark") : Phrase.of("app.light"));
    }
}
