package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertTrue;

import java.lang.ref.WeakReference;
import org.junit.jupiter.api.Test;
import yondershelf.content.Material;

/** A scene that was drawn is let go when nobody shows it any more, however long the thread lives that drew it. */
class LettingGoTest {
    private static final EnvironmentLight WHITE = EnvironmentLight.constant(1, 1, 1);

    private static WeakReference<RenderScene> drawn(boolean draft) {
        RenderScene scene = TestScenes.lit(TestScenes.sphere(8), Material.plain("m", 1, 1, 1, 0, 1), WHITE, null);
        Camera camera = new Camera(0, 0, 6, 0, 0, 0, 0.5);
        if (draft) {
            Draft.render(scene, camera, 8, 8, new int[64], true, 2, () -> false);
        } else {
            PathTracer.render(scene, camera, new Film(8, 8), 1, PathTracer.Quality.TABLE, 2, () -> false);
        }
        return new WeakReference<>(scene);
    }

    private static boolean isLetGo(WeakReference<RenderScene> scene) throws InterruptedException {
        for (int i = 0; i < 50 && scene.get() != null; i++) {
            System.gc();
            Thread.sleep(20);
        }
        return scene.get() == null;
    }

    @Test
    void bothWaysOfDrawing() throws Exception {
        assertTrue(isLetGo(drawn(true)), "draft");
        assertTrue(isLetGo(drawn(false)), "path tracer");
    }
}
