package yondershelf.render;

import java.util.function.BooleanSupplier;
import yondershelf.work.Parallel;

/** Path tracing with light sampling and the balance heuristic. The picture does not depend on the number of threads. */
public final class PathTracer {
    private static final int ROWS_PER_TASK = 4;

    private PathTracer() {}

    /**
     * How much work a picture gets.
     *
     * @param bounces hits after the first one
     * @param clamp most brightness one indirect sample may bring; keeps rare bright paths from speckling
     * @param showBackground true to see the environment itself, false for a transparent background
     */
    public record Quality(int bounces, float clamp, boolean showBackground) {
        public static final Quality PREVIEW = new Quality(2, 12, false);
        public static final Quality TABLE = new Quality(2, 12, true);
        /** Nothing cut off; for measurements. */
        public static final Quality EXACT = new Quality(32, Float.MAX_VALUE, true);

        /** True for pictures in which light goes straight through glass to matt surfaces: no caustics and no noise of them. */
        boolean isQuick() {
            return clamp < Float.MAX_VALUE;
        }
    }

    /**
     * Adds samples to a film.
     *
     * @param samples samples to add in every pixel
     * @return false when cancelled; the film is then not to be used
     */
    public static boolean render(
            RenderScene scene,
            Camera camera,
            Film film,
            int samples,
            Quality quality,
            int threads,
            BooleanSupplier cancelled) {
        int tasks = (film.height + ROWS_PER_TASK - 1) / ROWS_PER_TASK;
        boolean whole =
                Parallel.run(tasks, threads, cancelled, () -> new RayGeneration(scene, quality), (rays, task) -> {
                    int end = Math.min(film.height, (task + 1) * ROWS_PER_TASK);
                    for (int y = task * ROWS_PER_TASK; y < end; y++) {
                        for (int x = 0; x < film.width; x++) {
                            rays.pixel(camera, film, x, y, film.samples, samples);
                        }
                    }
                });
        if (whole) {
            film.samples += samples;
        }
        return whole;
    }
}
