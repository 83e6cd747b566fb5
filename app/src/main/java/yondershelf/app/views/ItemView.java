package yondershelf.app.views;

import java.util.ArrayList;
import java.util.List;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.scene.control.Label;
import javafx.scene.image.Image;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.Source;
import yondershelf.content.Kind;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.intake.Hold;
import yondershelf.intake.IntakePlan;
import yondershelf.render.Booth;
import yondershelf.work.Job;

/** One thing that came, large: its preview, taken before it is taken in, and its files with their roles. */
final class ItemView extends VBox {
    static final int EDGE = 240;

    private final Workspace workspace;
    private final Needed needed;
    private final EvidencePicture picture = new EvidencePicture(EDGE);
    private final Label name = new Label();
    private final Label details = new Label();
    private final MapRows files;
    private IntakePlan.@Nullable Item shown;
    private @Nullable Job<Picture> under;

    /** Keeps an item's files where it says they are; in the background. */
    interface Needed {
        Hold hold(IntakePlan.Item item) throws ProblemException;
    }

    /** @param changed told when somebody changes what is shown */
    ItemView(Workspace workspace, Needed needed, Consumer<IntakePlan.Item> changed) {
        super(10);
        this.needed = needed;
        this.workspace = workspace;
        this.files = new MapRows(changed);
        name.getStyleClass().add("view-heading");
        name.setWrapText(true);
        details.setWrapText(true);
        getChildren().addAll(picture, name, details, files);
    }

    /** Shows an item, or nothing. */
    void show(IntakePlan.@Nullable Item item) {
        if (item == shown) {
            return;
        }
        shown = item;
        picture.show((Image) null);
        if (under != null) {
            under.cancel();
            under = null;
        }
        if (item == null) {
            name.setText("");
            say("");
            files.clear();
            return;
        }
        name.setText(item.name());
        List<String> told = new ArrayList<>(item.notes());
        if (!item.credit().isEmpty()) {
            told.add("Its labels will say: " + item.credit().sentence());
        }
        say(String.join("\n", told));
        files.show(item);
        Job<Picture> job =
                workspace.jobs().startQuietly("Preview of " + item.name(), w -> preview(item, w::isCancelled));
        under = job;
        job.result()
                .whenComplete((made, failure) -> Platform.runLater(() -> {
                    if (item != shown) {
                        return;
                    }
                    if (made != null) {
                        picture.show(made);
                    } else if (failure instanceof ProblemException e) {
                        say("No preview: " + e.problem().cause() + ".");
                    }
                }));
    }

    /** Words between the name and the files; nothing takes no room. */
    private void say(String words) {
        details.setText(words);
        details.setVisible(!words.isEmpty());
        details.setManaged(!words.isEmpty());
    }

    private Picture preview(IntakePlan.Item item, BooleanSupplier cancelled) throws ProblemException {
        try (Hold _ = needed.hold(item)) {
            Picture made = workspace
                    .catalogue()
                    .contents()
                    .takePreview(
                            // as it is before it is made equirectangular
                            item.laidOut() == null ? item.kind() : Kind.TEXTURE,
                            new Source(item.root(), item.name(), item.files()),
                            EDGE,
                            Booth.FINAL_SAMPLES,
                            cancelled);
            // a stopped one is looked at by nobody
            return made == null ? Picture.ofBytes(1, 1, 4, new byte[4]) : made;
        }
    }
}
