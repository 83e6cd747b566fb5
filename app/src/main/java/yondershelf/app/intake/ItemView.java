package yondershelf.app.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.BooleanSupplier;
import javafx.application.Platform;
import javafx.scene.control.Label;
import javafx.scene.image.Image;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Gap;
import yondershelf.app.model.OpenPlan;
import yondershelf.app.window.EvidencePicture;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.intake.PlanItem;
import yondershelf.render.Booth;
import yondershelf.words.Phrase;
import yondershelf.work.Job;
import yondershelf.work.Jobs;

/** One thing that came, large: its preview, taken before it is taken in, what may be said of it, and its files with their roles. */
final class ItemView extends VBox {
    static final int EDGE = 272;

    private final Jobs jobs;
    private final Drawing drawing;
    private final EvidencePicture picture = new EvidencePicture(EDGE);
    private final ItemFields fields;
    private final Label details = new Label();
    private final PieceRows pieces;
    private final MapRows files;
    private @Nullable PlanItem shown;
    private @Nullable Job<Picture> under;

    /** Draws something that came, in the background. */
    interface Drawing {
        /** @param node of its file that alone is drawn; empty for all of it */
        Picture draw(PlanItem item, String node, int edge, int samples, BooleanSupplier cancelled)
                throws ProblemException;
    }

    ItemView(Jobs jobs, OpenPlan open, Drawing drawing) {
        Gap.WIDE.between(this);
        this.drawing = drawing;
        this.jobs = jobs;
        this.fields = new ItemFields(open);
        this.files = new MapRows(open);
        this.pieces = new PieceRows(open, this::look);
        details.setWrapText(true);
        getChildren().addAll(picture, fields, details, pieces, files);
        show(null);
    }

    /** Shows an item, or nothing. */
    void show(@Nullable PlanItem item) {
        if (item != null && item.equals(shown)) {
            return;
        }
        boolean drawn = item != null && shown != null && item.bare().equals(shown.bare());
        shown = item;
        for (var part : List.of(fields, pieces, files)) {
            part.setVisible(item != null);
            part.setManaged(item != null);
        }
        if (item == null) {
            stop();
            say("");
            return;
        }
        fields.show(item);
        pieces.show(item);
        files.show(item);
        List<String> told = new ArrayList<>();
        if (!item.reason().isEmpty()) {
            told.add(item.reason());
        }
        String why = item.why();
        told.add(why.substring(0, 1).toUpperCase(Locale.ROOT) + why.substring(1) + ".");
        told.addAll(item.notes());
        if (!item.credit().isEmpty()) {
            told.add(Phrase.of("intake.its-labels-will-say", item.credit().sentence()));
        }
        say(String.join("\n", told));
        if (!drawn) {
            draw(item, "");
        }
    }

    void rename() {
        if (shown != null) {
            fields.rename();
        }
    }

    /** One node of the file large, or all of it again. */
    private void look(@Nullable String node) {
        if (shown != null) {
            draw(shown, node == null ? "" : node);
        }
    }

    private void stop() {
        picture.show((Image) null);
        if (under != null) {
            under.cancel();
            under = null;
        }
    }

    private void draw(PlanItem item, String node) {
        stop();
        Job<Picture> job = jobs.startQuietly(
                Phrase.of("intake.preview-of", item.name()),
                w -> drawing.draw(item, node, EDGE, Booth.FINAL_SAMPLES, w::isCancelled));
        under = job;
        job.result()
                .whenComplete((made, failure) -> Platform.runLater(() -> {
                    if (job != under) {
                        return;
                    }
                    if (made != null) {
                        picture.show(made);
                    } else if (failure instanceof ProblemException e) {
                        say(Phrase.of("intake.no-preview", e.problem().cause()));
                    }
                }));
    }

    /** Words between the fields and the files; nothing takes no room. */
    private void say(String words) {
        details.setText(words);
        details.setVisible(!words.isEmpty());
        details.setManaged(!words.isEmpty());
    }
}
