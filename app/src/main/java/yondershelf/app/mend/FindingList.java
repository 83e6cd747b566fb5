package yondershelf.app.mend;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuItem;
import javafx.scene.control.Tooltip;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Gap;
import yondershelf.app.window.LineCell;
import yondershelf.mend.Finding;
import yondershelf.words.Phrase;

/** Findings, each under the file it was found at. However many there are, only those in view are laid out. */
final class FindingList extends ListView<FindingList.Line> {
    private final Consumer<Finding> choose;
    private boolean filling;

    /**
     * The name of a file, or what was found at it.
     *
     * @param finding null for a file
     */
    record Line(String path, @Nullable Finding finding) {}

    /** @param choose shows one large */
    FindingList(Consumer<Finding> choose) {
        this.choose = choose;
        setId("findings");
        getStyleClass().add("findings");
        setAccessibleText(Phrase.of("views.findings"));
        setCellFactory(list -> new Cell());
        getSelectionModel().selectedItemProperty().addListener((o, before, now) -> {
            Finding finding = now == null ? null : now.finding;
            if (!filling && finding != null) {
                this.choose.accept(finding);
            }
        });
    }

    /**
     * What can be done with the finding that is chosen, by its context menu.
     *
     * @param mend applies its remedy
     * @param find shows the thing it is about on the shelf
     */
    void offer(Consumer<Finding> mend, Consumer<Finding> find) {
        MenuItem remedy = new MenuItem(Phrase.of("views.apply-the-remedy"));
        MenuItem shelf = new MenuItem(Phrase.of("views.show-it-on-the-shelf"));
        MenuItem copy = new MenuItem(Phrase.of("views.copy-details"));
        remedy.setOnAction(e -> chosen().ifPresent(mend));
        shelf.setOnAction(e -> chosen().ifPresent(find));
        copy.setOnAction(e -> chosen().ifPresent(finding -> {
            ClipboardContent content = new ClipboardContent();
            content.putString(finding.path() + "\n  " + finding.code().title() + "\n  " + finding.evidence() + ".");
            Clipboard.getSystemClipboard().setContent(content);
        }));
        ContextMenu menu = new ContextMenu(remedy, shelf, copy);
        menu.setOnShowing(e -> {
            remedy.setDisable(chosen().filter(f -> f.remedy() != null).isEmpty());
            shelf.setDisable(chosen().isEmpty());
            copy.setDisable(chosen().isEmpty());
        });
        setContextMenu(menu);
    }

    private Optional<Finding> chosen() {
        Line line = getSelectionModel().getSelectedItem();
        return Optional.ofNullable(line == null ? null : line.finding);
    }

    void show(List<Finding> findings) {
        List<Line> lines = new ArrayList<>(findings.size() * 2);
        String last = "";
        for (Finding finding : findings) {
            if (!finding.path().equals(last)) {
                last = finding.path();
                lines.add(new Line(last, null));
            }
            lines.add(new Line(last, finding));
        }
        filling = true;
        getItems().setAll(lines);
        filling = false;
    }

    /** Marks the one that is shown large, which may have been chosen elsewhere. */
    void mark(@Nullable Finding finding) {
        Line now = getSelectionModel().getSelectedItem();
        if (finding == null || now != null && finding.equals(now.finding)) {
            return;
        }
        int at = getItems().indexOf(new Line(finding.path(), finding));
        filling = true;
        getSelectionModel().clearAndSelect(at);
        scrollTo(Math.max(0, at - 1));
        filling = false;
    }

    private static HBox row(Finding finding) {
        boolean error = finding.severity() == Finding.Severity.ERROR;
        Label what = new Label(error ? "▲" : "△");
        what.getStyleClass().add(error ? "trouble" : "caution");
        what.setMinWidth(Region.USE_PREF_SIZE);
        Label seen = new Label(finding.summary());
        seen.setTooltip(new Tooltip(finding.code().title() + "\n" + finding.evidence()));
        seen.setWrapText(true);
        seen.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(seen, Priority.ALWAYS);
        Label fix = new Label(
                finding.remedy() == null
                        ? Phrase.of("views.no-safe-remedy")
                        : finding.mendsByItself()
                                ? Phrase.of("views.remedy-found")
                                : Phrase.of("views.remedy-proposed"));
        fix.setMinWidth(Region.USE_PREF_SIZE);
        fix.getStyleClass().add(finding.mendsByItself() ? "good" : "faint");
        HBox row = Gap.WIDE.row(what, seen, fix);
        row.setAlignment(Pos.CENTER_LEFT);
        row.getStyleClass().add("row");
        return row;
    }

    private static final class Cell extends LineCell<Line> {
        @Override
        public Node content(Line line) {
            if (line.finding != null) {
                return row(line.finding);
            }
            Label file = new Label(line.path);
            file.getStyleClass().add("group-heading");
            return file;
        }

        @Override
        public String words(Line line) {
            Finding finding = line.finding;
            return finding == null ? line.path : finding.code().title() + ", " + finding.evidence();
        }

        @Override
        public boolean canBeChosen(Line line) {
            return line.finding != null;
        }
    }
}
