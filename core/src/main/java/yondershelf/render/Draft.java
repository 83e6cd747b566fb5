package yondershelf.render;

import java.util.function.BooleanSupplier;
import yondershelf.geometry.Ray;
import yondershelf.work.Parallel;

/**
 * A quick picture for a moving view: one ray a pixel, soft light from nine harmonics and the reflection of a blurred
 * environment, the same camera and materials as the path tracer's.
 */
public final class Draft {
    private static final int ROWS_PER_TASK = 8;

    private Draft() {}

    /**
     * Renders opaque sRGB pixels, alpha in the top byte.
     *
     * @param background true to show the environment, false for transparent pixels
     * @return false when cancelled
     */
    public static boolean render(
            RenderScene scene,
            Camera camera,
            int width,
            int height,
            int[] pixels,
            boolean background,
            int threads,
            BooleanSupplier cancelled) {
        int tasks = (height + ROWS_PER_TASK - 1) / ROWS_PER_TASK;
        ThreadLocal<Worker> workers = ThreadLocal.withInitial(() -> new Worker(scene, camera, background));
        return Parallel.run(tasks, threads, cancelled, task -> {
            Worker worker = workers.get();
            int end = Math.min(height, (task + 1) * ROWS_PER_TASK);
            for (int y = task * ROWS_PER_TASK; y < end; y++) {
                for (int x = 0; x < width; x++) {
                    pixels[y * width + x] =
                            worker.pixel((x + 0.5) / width, (y + 0.5) / height, width / (double) height);
                }
            }
        });
    }

    private static final class Worker {
        private final RenderScene scene;
        private final Camera camera;
        private final boolean background;
        private final double[] frame;
        private final double tan;
        private final Ray ray = new Ray();
        private final Surface s = new Surface();
        private final float[] light = new float[3];
        private final float[] mirror = new float[3];
        private final double[] scratch = new double[3];

        Worker(RenderScene scene, Camera camera, boolean background) {
            this.scene = scene;
            this.camera = camera;
            this.background = background;
            this.frame = camera.frame();
            this.tan = Math.tan(camera.fieldOfView() / 2);
        }

        int pixel(double px, double py, double aspect) {
            double sx = (2 * px - 1) * tan * aspect;
            double sy = (1 - 2 * py) * tan;
            double dx = frame[0] * sx + frame[3] * sy - frame[6];
            double dy = frame[1] * sx + frame[4] * sy - frame[7];
            double dz = frame[2] * sx + frame[5] * sy - frame[8];
            double l = 1 / Math.sqrt(dx * dx + dy * dy + dz * dz);
            ray.set(camera.eyeX(), camera.eyeY(), camera.eyeZ(), dx * l, dy * l, dz * l, 0, Float.MAX_VALUE);
            for (int layer = 0; layer < 8; layer++) {
                if (!scene.bvh.nearest(ray)) {
                    return miss();
                }
                scene.surface(ray, s);
                if (s.alpha >= 0.5f) {
                    return shade();
                }
                float t = ray.tMax * 1.00001f + 1e-5f;
                ray.set(
                        ray.ox + ray.dx * t,
                        ray.oy + ray.dy * t,
                        ray.oz + ray.dz * t,
                        ray.dx,
                        ray.dy,
                        ray.dz,
                        0,
                        Float.MAX_VALUE);
            }
            return miss();
        }

        private int shade() {
            scene.light.ambient(s.nx, s.ny, s.nz, light);
            float nv = Math.max(0.02f, -(s.nx * ray.dx + s.ny * ray.dy + s.nz * ray.dz));
            float rx = ray.dx + 2 * nv * s.nx;
            float ry = ray.dy + 2 * nv * s.ny;
            float rz = ray.dz + 2 * nv * s.nz;
            float l = 1 / (float) Math.sqrt(rx * rx + ry * ry + rz * rz);
            scene.light.ambient(rx * l, ry * l, rz * l, mirror);
            float metal = s.metallic;
            float k = (1 - metal) * (1 - GgxTables.coat(nv, s.roughness));
            float[] base = s.texel;
            base[0] = s.baseR;
            base[1] = s.baseG;
            base[2] = s.baseB;
            double[] out = scratch;
            for (int c = 0; c < 3; c++) {
                float f0 = GgxTables.DIELECTRIC * (1 - metal) + base[c] * metal;
                out[c] = base[c] * k * light[c] + GgxTables.whole(f0, nv, s.roughness) * mirror[c];
            }
            return ToneMap.pixel(out[0] + s.emissiveR, out[1] + s.emissiveG, out[2] + s.emissiveB, 1, scratch);
        }

        private int miss() {
            if (!background) {
                return 0;
            }
            RenderScene.Ground ground = scene.ground;
            float seen = 0;
            if (ground != null && ray.dy < 0 && ray.oy > ground.height()) {
                double t = (ground.height() - ray.oy) / ray.dy;
                seen = ground.seenAt(ray.ox + ray.dx * t, ray.oz + ray.dz * t);
            }
            scene.beyond(ray.dx, ray.dy, ray.dz, light);
            float[] glow = scene.groundGlow;
            return ToneMap.pixel(
                    light[0] * (1 - seen) + glow[0] * seen,
                    light[1] * (1 - seen) + glow[1] * seen,
                    light[2] * (1 - seen) + glow[2] * seen,
                    1,
                    scratch);
        }
    }
}
