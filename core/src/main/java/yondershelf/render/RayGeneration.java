package yondershelf.render;

import org.jspecify.annotations.Nullable;

/** One worker's rays from the eye through the pixels of a film, each followed along a {@link LightPath path}. */
final class RayGeneration {
    private final LightPath path;
    private @Nullable Camera framed;
    private double[] frame = new double[9];

    RayGeneration(RenderScene scene, PathTracer.Quality quality) {
        this.path = new LightPath(scene, quality);
    }

    /**
     * Adds samples to a pixel.
     *
     * @param first number of the first of them: each is another one
     */
    void pixel(Camera camera, Film film, int x, int y, int first, int samples) {
        if (framed != camera) {
            framed = camera;
            frame = camera.frame();
        }
        double h = Math.tan(camera.fieldOfView() / 2);
        double aspect = film.width / (double) film.height;
        int p = y * film.width + x;
        Sampler sampler = path.sampler();
        for (int s = first; s < first + samples; s++) {
            sampler.start(p, s);
            double sx = (2 * (x + sampler.next()) / film.width - 1) * h * aspect;
            double sy = (1 - 2 * (y + sampler.next()) / film.height) * h;
            double dx = frame[0] * sx + frame[3] * sy - frame[6];
            double dy = frame[1] * sx + frame[4] * sy - frame[7];
            double dz = frame[2] * sx + frame[5] * sy - frame[8];
            double l = 1 / Math.sqrt(dx * dx + dy * dy + dz * dz);
            path.trace(camera, dx * l, dy * l, dz * l);
            film.add(p, s, path);
        }
    }
}
