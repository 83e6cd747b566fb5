package yondershelf.app;

import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;

import java.nio.file.Files;
import java.nio.file.Path;
import javafx.scene.Node;
import javafx.scene.image.ImageView;
import javafx.stage.Stage;
import org.testfx.api.FxToolkit;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.Asset;
import yondershelf.search.Query;

/** A window with one thing, on a screen of its own fineness; tells how many pixels its pictures have for each of the layout, and ends. */
final class FineScreenMain {
    private static final int SECONDS = 60;
    private static final String WEDGE =
            "v 0 0 0\nv 0.4 0 0\nv 0 0.3 0\nv 0 0 0.4\nf 1 3 2\nf 1 2 4\nf 1 4 3\nf 2 3 4\n";

    private FineScreenMain() {}

    /** @param args an empty folder */
    public static void main(String[] args) throws Exception {
        Path folder = Path.of(args[0]);
        Path things = Files.createDirectories(folder.resolve("things"));
        Files.writeString(things.resolve("wedge.obj"), WEDGE);
        Toolkit.start();
        try (IsolatedReader reader = new IsolatedReader()) {
            Catalogue catalogue = Catalogue.open(Home.open(folder.resolve("home")), reader);
            catalogue.add(things, "");
            Workspace workspace = onFx(() -> new Workspace(catalogue));
            ShelfWindow window = onFx(() -> new ShelfWindow(workspace));
            run(() -> {
                Stage stage = FxToolkit.toolkitContext().getRegisteredStage();
                stage.setScene(window.scene(1080, 660));
                stage.show();
                workspace.libraries().scan();
            });
            await("the wedge", () -> workspace.shelf().hits().get().total() == 1);
            Asset wedge = catalogue
                    .shelf()
                    .page(catalogue.shelf().find(Query.EVERYTHING), 0, 1)
                    .getFirst()
                    .asset();
            run(() -> window.table().put(wedge));
            double fine = onFx(() -> window.getScene().getWindow().getOutputScaleX());
            System.out.println("screen " + fine);
            // the first pictures are coarser
            Toolkit.happens(() -> share(window.lookup("#table-picture")) >= fine * 0.99, SECONDS);
            System.out.println("table " + onFx(() -> share(window.lookup("#table-picture"))));
            Toolkit.happens(() -> share(window.grid().tileOf(wedge.id())) >= fine * 0.99, SECONDS);
            System.out.println("tile " + onFx(() -> share(window.grid().tileOf(wedge.id()))));
            run(() -> {
                window.stop();
                workspace.close();
            });
        }
        System.exit(0);
    }

    /** Pixels of the first picture in it for each of the layout. */
    private static double share(@org.jspecify.annotations.Nullable Node node) {
        if (node != null) {
            for (Node each : node.lookupAll(".image-view")) {
                if (each instanceof ImageView view && view.getImage() != null && view.isVisible()) {
                    return view.getImage().getWidth() / view.getBoundsInLocal().getWidth();
                }
            }
        }
        return 0;
    }
}
