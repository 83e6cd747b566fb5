package yondershelf.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OperationsPerInvocation;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.demo.DemoLibrary;
import yondershelf.format.Formats;
import yondershelf.format.reading.SceneNotes;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.render.Booth;
import yondershelf.render.Camera;
import yondershelf.render.Draft;
import yondershelf.render.Shaders;
import yondershelf.table.BuiltScene;
import yondershelf.table.Placement;
import yondershelf.table.Placing;
import yondershelf.table.Scene;
import yondershelf.table.SceneBuilder;
import yondershelf.work.Parallel;

/** Previews and the moving table. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
public class RenderBenchmark {
    /** One shot is a tenth of the way round: a single frame is too short a time to be told from the machine's other work. */
    private static final int FRAMES = 12;

    private final IsolatedReader reader = new IsolatedReader();
    private Path model = Path.of("");
    private BuiltScene table = new SceneBuilder(new Shaders(reader)).build(Scene.empty("empty"));
    private int[] pixels = new int[1];
    private int frame;

    @Setup
    public void prepare() throws Exception {
        Path folder = Files.createTempDirectory("yonder-bench");
        model = folder.resolve("ball.glb");
        Files.write(model, Formats.glb(Subjects.ball(100_000, 2048), SceneNotes.none(), reader));
        Path demo = Path.of(System.getProperty("java.io.tmpdir"), "yonder-bench-demo");
        DemoLibrary.write(demo);
        Path props = demo.resolve(DemoLibrary.PROPS);
        String[] paths = {
            "workshop/workbench.glb", "lights/storm_lantern.glb", "workshop/tool_chest.glb", "shore/station_hut.glb",
            "shore/dinghy.glb", "rigging/signal_mast.glb", "instruments/cup_anemometer.glb", "rigging/mooring_buoy.glb"
        };
        Scene scene = Scene.empty("demo");
        for (int i = 0; i < paths.length; i++) {
            Model read = reader.readModel(props.resolve(paths[i]));
            double angle = i * 0.9;
            scene = scene.with(new Placement(
                    "p" + i,
                    paths[i],
                    "",
                    read,
                    Placing.stand(
                            read.bounds(), Math.sin(angle) * (1 + i * 0.4), 0, Math.cos(angle) * (1 + i * 0.4), i * 20),
                    Map.of()));
        }
        table = new SceneBuilder(new Shaders(reader)).build(scene);
        pixels = new int[450 * 300];
    }

    @TearDown
    public void close() {
        reader.close();
    }

    /** The bar: a final 256 x 256 preview of a 100,000-triangle model with 2K maps, reading and building included, under 3 s. */
    @Benchmark
    public Picture finalPreview() throws Exception {
        Booth booth = new Booth(new Shaders(reader));
        Picture picture =
                booth.preview(booth.stage(reader.readModel(model)), 256, 256, Booth.FINAL_SAMPLES, () -> false);
        return picture == null ? Picture.ofBytes(1, 1, 1, new byte[1]) : picture;
    }

    /** The bar: ten frames a second while orbiting the demo scene at half of 900 x 600, so under 100 ms a frame. */
    @Benchmark
    @OperationsPerInvocation(FRAMES)
    public int movingFrame() {
        int seen = 0;
        for (int i = 0; i < FRAMES; i++) {
            Camera camera = Camera.around(0, 0.8, 0, 0.3 + frame++ * 0.05, 0.3, 7, 0.66);
            Draft.render(table.render(), camera, 450, 300, pixels, true, Parallel.threads(), () -> false);
            seen ^= pixels[450 * 150 + 225];
        }
        return seen;
    }

    static List<String> bars() {
        return List.of("finalPreview < 3000 ms", "movingFrame < 100 ms");
    }
}
