package yondershelf.app.guide;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import javafx.application.Platform;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Gap;
import yondershelf.app.window.Overlay;
import yondershelf.words.Phrase;
import yondershelf.work.ProgramLog;

/** The guide over the window: pages left, the page right; typing shows only pages that have the words, and where. */
public final class GuideView extends Overlay {
    /** Files of the pages, in their order. */
    private static final List<String> PAGES =
            List.of("1-first-steps", "2-finding", "3-card-and-labels", "4-taking-in", "5-mending", "6-the-table");

    /** Of pages in another language than English. */
    private static final Map<String, String> FOLDERS = Map.of("de", "de/");

    private static final PseudoClass MARKED = PseudoClass.getPseudoClass("marked");
    private static final double PICTURE = 560;

    private final List<GuidePage> pages = new ArrayList<>();
    private final TextField search = new TextField();
    private final ListView<GuidePage> list = new ListView<>();
    private final VBox page = Gap.WIDE.column();
    private final ScrollPane scroll = new ScrollPane(page);

    public GuideView() {
        search.setPromptText(Phrase.of("guide.search-the-guide"));
        search.setAccessibleText(Phrase.of("guide.search-the-guide"));
        search.setTooltip(new Tooltip(Phrase.of("guide.words-that-a-page-has")));
        search.setId("guide-search");
        search.textProperty().addListener(o -> narrow());
        list.setId("guide-pages");
        list.setAccessibleText(Phrase.of("guide.pages-of-the-guide"));
        list.getStyleClass().add("guide-pages");
        list.setCellFactory(v -> new Title());
        list.getSelectionModel().selectedItemProperty().addListener((o, was, is) -> show(is));
        page.getStyleClass().add("guide-page");
        scroll.setFitToWidth(true);
        scroll.setAccessibleText(Phrase.of("guide.the-page"));
        Label heading = new Label(Phrase.of("guide.guide"));
        heading.getStyleClass().add("view-heading");
        Button close = new Button(Phrase.of("guide.close"));
        close.getStyleClass().add("quiet");
        close.setTooltip(new Tooltip(Phrase.of("guide.back-to-the-window-esc")));
        close.setOnAction(e -> close());
        HBox head = Gap.BROAD.row(heading, search, close);
        HBox.setHgrow(search, Priority.ALWAYS);
        head.setAlignment(Pos.CENTER_LEFT);
        head.getStyleClass().add("guide-head");
        BorderPane box = new BorderPane(scroll, head, null, null, list);
        box.getStyleClass().add("guide-box");
        hold("guide", box);
        addEventFilter(KeyEvent.KEY_PRESSED, this::key);
    }

    private void key(KeyEvent e) {
        if (search.isFocused() && (e.getCode() == KeyCode.DOWN || e.getCode() == KeyCode.UP)) {
            int step = e.getCode() == KeyCode.DOWN ? 1 : -1;
            int at = list.getSelectionModel().getSelectedIndex() + step;
            if (at >= 0 && at < list.getItems().size()) {
                list.getSelectionModel().select(at);
            }
            e.consume();
        }
    }

    /** Opens at the page that was read last, the first at first. */
    public void open() {
        if (pages.isEmpty()) {
            PAGES.forEach(
                    name -> pages.add(GuidePage.parse(read(FOLDERS.getOrDefault(language(), "") + name + ".md"))));
            narrow();
        }
        show(search);
    }

    private static String language() {
        return Phrase.language().getLanguage();
    }

    private static String read(String name) {
        try (InputStream in = GuideView.class.getResourceAsStream(name)) {
            return in == null ? "# " + name : new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            ProgramLog.note(Phrase.of("guide.reading-the-guide"), e);
            return "# " + name;
        }
    }

    private void narrow() {
        GuidePage read = list.getSelectionModel().getSelectedItem();
        List<GuidePage> found =
                pages.stream().filter(p -> p.has(search.getText())).toList();
        list.getItems().setAll(found);
        GuidePage now = found.contains(read) ? read : found.isEmpty() ? null : found.get(0);
        list.getSelectionModel().select(now);
        show(now);
    }

    private void show(@Nullable GuidePage wanted) {
        page.getChildren().clear();
        if (wanted == null) {
            Label nothing = new Label(Phrase.of("guide.no-page-has-these-words"));
            nothing.getStyleClass().add("faint");
            page.getChildren().add(nothing);
            return;
        }
        Label title = new Label(wanted.title());
        title.getStyleClass().add("guide-title");
        page.getChildren().add(title);
        Node first = null;
        for (GuidePage.Block block : wanted.blocks()) {
            Node node = node(block);
            boolean marked = !search.getText().isBlank() && GuidePage.isIn(block.words(), search.getText());
            node.pseudoClassStateChanged(MARKED, marked);
            first = first == null && marked ? node : first;
            page.getChildren().add(node);
        }
        Node goal = first;
        // where it lies is known once it was laid out
        Platform.runLater(() -> {
            page.layout();
            double room = page.getHeight() - scroll.getViewportBounds().getHeight();
            scroll.setVvalue(
                    goal == null || room <= 0
                            ? 0
                            : Math.min(1, goal.getBoundsInParent().getMinY() / room));
        });
    }

    private static Node node(GuidePage.Block block) {
        return switch (block) {
            case GuidePage.Block.Shot shot -> picture(shot);
            case GuidePage.Block.Words words -> flow(words);
        };
    }

    private static Node picture(GuidePage.Block.Shot shot) {
        ImageView view = new ImageView();
        InputStream in = GuideView.class.getResourceAsStream("pictures/" + shot.file());
        if (in != null) {
            // made small while it is read: better than while it is drawn
            view.setImage(new Image(in, PICTURE, 0, true, true));
        }
        view.setAccessibleText(shot.words());
        return view;
    }

    private static TextFlow flow(GuidePage.Block.Words words) {
        TextFlow flow = new TextFlow();
        flow.getStyleClass().add(words.item() ? "guide-item" : "guide-words");
        if (words.item()) {
            flow.getChildren().add(text("–  ", GuidePage.Style.PLAIN));
        }
        words.spans().forEach(span -> flow.getChildren().add(text(span.text(), span.style())));
        return flow;
    }

    private static Text text(String words, GuidePage.Style style) {
        Text text = new Text(words);
        text.getStyleClass()
                .add(
                        switch (style) {
                            case PLAIN -> "guide-plain";
                            case STRONG -> "guide-strong";
                            case CODE -> "guide-code";
                        });
        return text;
    }

    private static final class Title extends ListCell<GuidePage> {
        @Override
        protected void updateItem(@Nullable GuidePage page, boolean empty) {
            super.updateItem(page, empty);
            setText(empty || page == null ? null : page.title());
        }
    }
}
