package yondershelf.app;

import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;

import java.nio.file.Path;
import javafx.scene.Node;
import javafx.scene.image.ImageView;

/** The window on a screen of its own fineness; tells how many pixels its pictures have for each of the layout, and ends. */
final class FineScreenMain {
    private FineScreenMain() {}

    /** @param args an empty folder */
    public static void main(String[] args) throws Exception {
        try (WindowDriver on = new WindowDriver(Path.of(args[0]))) {
            run(() -> on.window.table().put(on.named("Storm lantern")));
            await(
                    "drawn",
                    () -> on.window.table().picture().isCurrent()
                            && !on.workspace.table().scene().placements().isEmpty());
            System.out.println(
                    "screen " + onFx(() -> on.window.getScene().getWindow().getOutputScaleX()));
            System.out.println("table " + onFx(() -> share(on.window.lookup("#table-picture"))));
            await("a preview", () -> share(on.window.lookup(".tile")) > 0);
            await("fine previews", () -> on.workspace.jobs().list().stream().allMatch(job -> job.isOver()));
            System.out.println("tile " + onFx(() -> share(on.window.lookup(".tile"))));
        }
        System.exit(0);
    }

    /** Pixels of the first picture in it for each of the layout. */
    private static double share(Node node) {
        for (Node each : node.lookupAll(".image-view")) {
            if (each instanceof ImageView view && view.getImage() != null && view.isVisible()) {
                return view.getImage().getWidth() / view.getBoundsInLocal().getWidth();
            }
        }
        return 0;
    }
}
