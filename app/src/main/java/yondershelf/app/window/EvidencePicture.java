package yondershelf.app.window;

import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.StackPane;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Images;
import yondershelf.content.Picture;

/** The large picture of a working list's evidence, on neutral grey. */
public final class EvidencePicture extends StackPane {
    private final ImageView view = new ImageView();

    /** @param edge of the square it fills, in pixels */
    public EvidencePicture(double edge) {
        view.setFitWidth(edge);
        view.setFitHeight(edge);
        view.setPreserveRatio(true);
        getChildren().add(view);
        getStyleClass().add("evidence");
        setMinSize(edge, edge);
    }

    /** @param image null for none */
    public void show(@Nullable Image image) {
        view.setImage(image);
    }

    public void show(Picture picture) {
        view.setImage(Images.of(picture));
    }
}
