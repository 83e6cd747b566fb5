package yondershelf.app.table;

import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Problem;
import yondershelf.content.Transform;
import yondershelf.format.Formats;
import yondershelf.render.Camera;
import yondershelf.render.Shaders;
import yondershelf.table.Placement;
import yondershelf.table.Scene;
import yondershelf.table.SceneBuilder;

/** The thread that draws the table outlives whatever a scene does to it. */
class RendererTest {

    @Test
    void aSceneThatBreaksTheRendererCostsItselfOnly() throws Exception {
        List<Problem> told = new CopyOnWriteArrayList<>();
        CountDownLatch drawn = new CountDownLatch(1);
        CountDownLatch broke = new CountDownLatch(1);
        // indices that point nowhere: no reader lets them pass, a defect of ours might
        Part bad = new Part(new float[9], null, null, null, new int[] {0, 1, 99}, 0);
        Model model = Model.of("bad", new Mesh("bad", List.of(bad)), List.of(Material.plain("m", 1, 1, 1, 0, 1)));
        Scene broken = Scene.empty("broken").with(new Placement("p1", "bad", "", model, Transform.IDENTITY, Map.of()));
        Scene sound = Scene.empty("sound");
        Camera camera = new Camera(0, 1, 5, 0, 0, 0, 0.6);
        try (Renderer renderer = new Renderer(
                new SceneBuilder(new Shaders(new Formats())),
                frame -> {
                    if (frame.built().scene() == sound) {
                        drawn.countDown();
                    }
                },
                problem -> {
                    told.add(problem);
                    broke.countDown();
                })) {
            renderer.request(new Renderer.Request(broken, camera, 32, 32));
            assertTrue(broke.await(100, TimeUnit.SECONDS), "told");
            renderer.request(new Renderer.Request(sound, camera, 32, 32));
            assertTrue(drawn.await(100, TimeUnit.SECONDS), "the next is drawn");
        }
        assertTrue(told.get(0).sentence().contains("broken"), told.toString());
    }
}
