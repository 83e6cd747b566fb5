package yondershelf.demo;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.catalogue.Shown;
import yondershelf.content.Model;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.render.Camera;
import yondershelf.search.Query;
import yondershelf.table.BuiltScene;
import yondershelf.table.Light;
import yondershelf.table.Placement;
import yondershelf.table.Placing;
import yondershelf.table.Scene;
import yondershelf.table.SceneBuilder;
import yondershelf.table.SceneFile;
import yondershelf.work.Work;

/** The scene the workshop is at: the station's yard, put together from the demo's libraries and saved beside them. */
public final class Diorama {
    /** Where it lies below the demo's folder. */
    public static final String FILE = "scenes/Station yard.glb";

    private static final String LIGHT = "Clear noon";
    private static final double SKY = 20;

    /** What stands where: metres from the middle, degrees about the upright axis, the material it wears or null for its own. */
    private record Standing(
            String name,
            double x,
            double z,
            double turn,
            @Nullable String dress) {}

    /** What comes later rests on what stands below it. */
    private static final List<Standing> STANDING = List.of(
            new Standing("Station hut", -0.2, -1.5, 0, null),
            new Standing("Signal mast", -2.3, -1.9, 20, null),
            new Standing("Louvred screen", 2.1, -0.1, -25, null),
            new Standing("Workbench", 0.1, 1.15, 0, "Driftwood grey"),
            new Standing("Tool chest", -0.35, 1.28, 8, "Buoy red enamel"),
            new Standing("Storm lantern", 0.15, 1.36, 0, null),
            new Standing("Cup anemometer", 0.65, 1.3, 30, null),
            new Standing("Oil drum", -1.5, 0.75, 40, null),
            new Standing("Rope coil", -1.35, 1.6, 0, null),
            new Standing("Rain gauge", 1.75, 1.1, 0, null),
            new Standing("Three leg stool", 0.85, 1.95, 15, null),
            new Standing("Bollard", -0.75, 2.3, 0, null),
            new Standing("Jetty bell", 1.75, 2.0, -30, null));

    private final Catalogue catalogue;
    private final SceneBuilder builder;

    private Diorama(Catalogue catalogue) {
        this.catalogue = catalogue;
        this.builder = new SceneBuilder(catalogue.shaders());
    }

    /** Writes the scene for the libraries that lie below the demo's folder. */
    static void write(Path demo) throws IOException, ProblemException {
        Path home = Files.createTempDirectory("station-yard");
        try (Catalogue catalogue = Catalogue.open(Home.open(home), new Formats())) {
            for (String name : List.of(DemoLibrary.PROPS, DemoLibrary.SURFACES)) {
                catalogue.add(demo.resolve(name), "");
            }
            catalogue.scanning().scanAll(Work.SILENT);
            Path file = demo.resolve(FILE);
            Files.createDirectories(file.getParent());
            SceneFile.save(new Diorama(catalogue).scene(), file, new Formats());
        } finally {
            remove(home);
        }
    }

    private Scene scene() throws ProblemException {
        Asset sky = named(LIGHT);
        Scene scene = Scene.empty("Station yard")
                .lit(new Light(sky.id(), sky.path(), catalogue.contents().environment(sky), 75, 0));
        for (Standing standing : STANDING) {
            Asset asset = named(standing.name);
            Model model = catalogue.contents().model(asset);
            BuiltScene.Pick below = builder.build(scene)
                    .pick(new Camera(standing.x, SKY, standing.z, standing.x, 0, standing.z, 0.5), 0.5, 0.5, 1);
            double y = below == null ? 0 : below.y();
            Placement placement = new Placement(
                    scene.freshId(),
                    standing.name,
                    asset.id(),
                    model,
                    Placing.stand(model.bounds(), standing.x, y, standing.z, standing.turn),
                    Map.of());
            scene = scene.with(
                    standing.dress == null
                            ? placement
                            : placement.dressAll(catalogue.contents().material(named(standing.dress))));
        }
        return scene;
    }

    private Asset named(String name) {
        return catalogue.shelf().page(catalogue.shelf().find(Query.EVERYTHING.withWords(name)), 0, 40).stream()
                .filter(s -> s.name().equals(name))
                .map(Shown::asset)
                .findFirst()
                .orElseThrow(() -> new IllegalStateException("the demo has no " + name));
    }

    private static void remove(Path folder) throws IOException {
        try (Stream<Path> all = Files.walk(folder)) {
            for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(path);
            }
        }
    }
}
