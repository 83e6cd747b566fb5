package yondershelf.app.intake;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.Tooltip;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Gap;
import yondershelf.app.model.Glyphs;
import yondershelf.app.model.Words;
import yondershelf.app.window.LineCell;
import yondershelf.intake.PlanItem;
import yondershelf.words.Phrase;

/** One line of the plan. */
final class PlanCell extends LineCell<PlanLine> {

    private final PlanList list;
    private @Nullable ThingRow things;
    private @Nullable FolderRow folders;

    PlanCell(PlanList list) {
        this.list = list;
        PlanCarry.takes(this, new PlanCarry.Target() {
            @Override
            public String promise(PlanCarry.Carried carried) {
                return getItem() instanceof PlanLine.Thing thing && list.canMerge(thing.number(), carried)
                        ? Phrase.of("intake.becomes-part-of", list.thing(thing).name())
                        : "";
            }

            @Override
            public void drop(PlanCarry.Carried carried) {
                if (getItem() instanceof PlanLine.Thing thing) {
                    list.merge(thing.number(), carried);
                }
            }
        });
        setOnDragDetected(e -> {
            if (getItem() instanceof PlanLine.Thing thing) {
                List<Integer> chosen = list.chosen();
                List<Integer> carried = chosen.contains(thing.number()) ? chosen : List.of(thing.number());
                String shown = carried.size() == 1 ? list.thing(thing).name() : Words.plural(carried.size(), "thing");
                PlanCarry.start(this, new PlanCarry.Carried(carried, null), shown);
                e.consume();
            }
        });
    }

    /** Fills it again with the line it shows. */
    void again() {
        PlanLine line = getItem();
        if (line != null && !isEmpty()) {
            updateItem(line, false);
        }
    }

    @Override
    public Node content(PlanLine line) {
        return switch (line) {
            case PlanLine.Thing thing -> thingRow().show(thing, list.thing(thing));
            case PlanLine.Folder folder -> folderRow().show(folder);
            case PlanLine.Heading heading -> heading(heading.words());
            case PlanLine.Left left -> left(left);
        };
    }

    @Override
    public String words(PlanLine line) {
        return switch (line) {
            case PlanLine.Thing thing -> {
                PlanItem item = list.thing(thing);
                yield item.name() + ", " + item.kind().title()
                        + (item.isTicked() ? Phrase.of("intake.ticked") : Phrase.of("intake.left-out"));
            }
            case PlanLine.Folder folder ->
                Phrase.of(
                        "intake.folder-2",
                        folder.path(),
                        folder.things().size(),
                        folder.open() ? Phrase.of("intake.open") : Phrase.of("intake.closed"));
            case PlanLine.Heading heading -> heading.words();
            case PlanLine.Left left -> left.file().path() + ": " + left.file().reason();
        };
    }

    @Override
    public boolean canBeChosen(PlanLine line) {
        return line instanceof PlanLine.Thing || line instanceof PlanLine.Folder;
    }

    private static Label heading(String words) {
        Label label = new Label(words);
        label.getStyleClass().add("group-heading");
        return label;
    }

    private static Label left(PlanLine.Left left) {
        Label label = new Label(left.file().path() + ": " + left.file().reason());
        label.setWrapText(true);
        label.getStyleClass().addAll("faint", "row");
        return label;
    }

    private CheckBox box() {
        CheckBox box = new CheckBox();
        box.setTooltip(new Tooltip(Phrase.of("intake.take-it-in-space")));
        box.setFocusTraversable(false);
        box.setOnAction(e -> list.tick(getItem()));
        return box;
    }

    /** The parts of a folder's line, which are used again for others. */
    private final class FolderRow {
        private final CheckBox box = box();
        private final Label arrow = new Label();
        private final Label name = new Label();
        private final Label count = new Label();
        private final Tooltip whole = new Tooltip();
        private final HBox row;

        FolderRow() {
            arrow.getStyleClass().add("place-arrow");
            arrow.setOnMouseClicked(e -> {
                if (getItem() instanceof PlanLine.Folder folder) {
                    list.open(folder, !folder.open());
                }
            });
            name.getStyleClass().add("plan-folder");
            name.setTooltip(whole);
            name.setTextOverrun(OverrunStyle.LEADING_ELLIPSIS);
            name.setMinWidth(0);
            count.getStyleClass().add("faint");
            count.setMinWidth(Region.USE_PREF_SIZE);
            Region gap = new Region();
            HBox.setHgrow(gap, Priority.ALWAYS);
            row = row(0, arrow, box, name, gap, count);
        }

        HBox show(PlanLine.Folder folder) {
            int all = folder.things().size();
            int ticked = (int) folder.things().stream()
                    .map(list::thing)
                    .filter(i -> i != null && i.isTicked())
                    .count();
            Gap.indent(row, 0.308, 1.077, folder.depth());
            box.setSelected(ticked == all);
            box.setIndeterminate(ticked > 0 && ticked < all);
            box.setAccessibleText(Phrase.of("intake.take-in-all-of", folder.path()));
            arrow.setText(folder.open() ? "▾" : "▸");
            name.setText(folder.path().isEmpty() ? Phrase.of("intake.the-library-itself") : folder.name());
            whole.setText(folder.path());
            count.setText(
                    ticked == all
                            ? Words.count(ticked)
                            : Phrase.of("intake.of", Words.count(ticked), Words.count(all)));
            return row;
        }
    }

    /** The parts of a thing's line, which are used again for others as the list scrolls. */
    private final class ThingRow {
        private final CheckBox box = box();
        private final Label title = new Label();
        private final Label about = new Label();
        private final Tooltip whole = new Tooltip();
        private final ImageView view = new ImageView();
        private final StackPane frame = new StackPane();
        private final HBox row;

        ThingRow() {
            title.setMinWidth(0);
            about.setMinWidth(0);
            about.setTooltip(whole);
            VBox both = new VBox(title, about);
            both.setAlignment(Pos.CENTER_LEFT);
            both.setMinWidth(0);
            HBox.setHgrow(both, Priority.ALWAYS);
            frame.getStyleClass().add("plan-picture");
            frame.setMinSize(PlanThumbs.EDGE, PlanThumbs.EDGE);
            frame.setMaxSize(PlanThumbs.EDGE, PlanThumbs.EDGE);
            view.setFitWidth(PlanThumbs.EDGE);
            view.setFitHeight(PlanThumbs.EDGE);
            view.setPreserveRatio(true);
            row = row(0, box, frame, both);
        }

        HBox show(PlanLine.Thing shown, PlanItem item) {
            Gap.indent(row, 0.308, 1.077, shown.depth());
            box.setSelected(item.isTicked());
            box.setAccessibleText(Phrase.of("intake.take-in-3", item.name()));
            title.setText(item.name());
            PlanAbout said = PlanAbout.of(item);
            about.setText(said.words());
            about.getStyleClass().setAll("label", "plan-about", said.look());
            whole.setText(said.whole());
            Image image = list.thumbs().of(item);
            view.setImage(image);
            if (image == null) {
                frame.getChildren().setAll(Glyphs.of(item.kind()));
            } else if (!frame.getChildren().equals(List.of(view))) {
                frame.getChildren().setAll(view);
            }
            return row;
        }
    }

    private static HBox row(int depth, Node... parts) {
        HBox row = Gap.EVEN.row(parts);
        row.setAlignment(Pos.CENTER_LEFT);
        row.getStyleClass().add("plan-row");
        Gap.indent(row, 0.308, 1.077, depth);
        return row;
    }

    private FolderRow folderRow() {
        FolderRow there = folders;
        if (there == null) {
            there = new FolderRow();
            folders = there;
        }
        return there;
    }

    private ThingRow thingRow() {
        ThingRow there = things;
        if (there == null) {
            there = new ThingRow();
            things = there;
        }
        return there;
    }
}
