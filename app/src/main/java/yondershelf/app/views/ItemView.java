package yondershelf.app.views;

import java.util.function.BooleanSupplier;
import javafx.application.Platform;
import javafx.scene.control.Label;
import javafx.scene.image.Image;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.Source;
import yondershelf.content.Coding;
import yondershelf.content.Kind;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.intake.IntakePlan;
import yondershelf.render.Booth;
import yondershelf.sorting.SortedItem;
import yondershelf.work.Job;

/** One thing that came, large: its preview, taken before it is taken in, and its files with their roles. */
final class ItemView extends VBox {
    static final int EDGE = 240;

    private final Workspace workspace;
    private final EvidencePicture picture = new EvidencePicture(EDGE);
    private final Label name = new Label();
    private final Label details = new Label();
    private IntakePlan.@Nullable Item shown;
    private @Nullable Job<Picture> under;

    ItemView(Workspace workspace) {
        super(10);
        this.workspace = workspace;
        name.getStyleClass().add("view-heading");
        name.setWrapText(true);
        details.setWrapText(true);
        getChildren().addAll(picture, name, details);
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
            details.setText("");
            return;
        }
        name.setText(item.name());
        details.setText(files(item));
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
                        details.setText("No preview: " + e.problem().cause() + ".\n\n" + files(item));
                    }
                }));
    }

    private static String files(IntakePlan.Item item) {
        StringBuilder text = new StringBuilder();
        for (SortedItem.SortedFile file : item.files()) {
            Role role = file.role();
            text.append(role == null ? "" : role.title() + how(file) + ": ")
                    .append(file.path().substring(file.path().lastIndexOf('/') + 1))
                    .append('\n');
        }
        String notes = item.notes().isEmpty() ? "" : String.join("\n", item.notes()) + "\n\n";
        return notes + text.toString().strip();
    }

    /** How a map is read, or what tells one that is kept beside it. */
    private static String how(SortedItem.SortedFile file) {
        if (!file.variant().isEmpty()) {
            return " (" + file.variant() + ", kept)";
        }
        if (file.coding().isPlain()) {
            return "";
        }
        return file.coding().equals(Coding.INVERTED)
                ? " (from smoothness)"
                : file.coding().equals(Coding.GREEN_DOWN)
                        ? " (green down, turned)"
                        : " (" + file.coding().word() + ")";
    }

    private Picture preview(IntakePlan.Item item, BooleanSupplier cancelled) throws ProblemException {
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
