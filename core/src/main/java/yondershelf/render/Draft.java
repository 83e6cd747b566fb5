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
    private static final int LAYERS = 8;

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
        return Parallel.run(tasks, threads, cancelled, () -> new Worker(scene, camera, background), (worker, task) -> {
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
        private final float[] passed = new float[3];
        private final float[] f0 = new float[3];
        private final float[] sheen = new float[3];
        /** What the pixel shows so far, and the share of what is behind that still reaches it. */
        private final float[] seen = new float[3];

        private final float[] left = new float[3];

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
            java.util.Arrays.fill(seen, 0);
            java.util.Arrays.fill(left, 1);
            boolean glass = false;
            for (int layer = 0; layer < LAYERS; layer++) {
                if (!scene.bvh.nearest(ray)) {
                    return miss(glass);
                }
                Shader shader = scene.surface(ray, s);
                if (s.alpha >= 0.5f) {
                    shade(shader.unlit);
                    if (s.transmission <= 0) {
                        return ToneMap.pixel(seen[0], seen[1], seen[2], 1, scratch);
                    }
                    // what is behind glass is seen straight through it
                    glass = true;
                    Bsdf.straight(s, cosine(), passed);
                    for (int c = 0; c < 3; c++) {
                        left[c] *= passed[c];
                    }
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
            return miss(glass);
        }

        private float cosine() {
            return Math.max(0.02f, -(s.nx * ray.dx + s.ny * ray.dy + s.nz * ray.dz));
        }

        private void shade(boolean unlit) {
            float[] base = s.texel;
            base[0] = s.baseR;
            base[1] = s.baseG;
            base[2] = s.baseB;
            float[] glow = passed;
            glow[0] = s.emissiveR;
            glow[1] = s.emissiveG;
            glow[2] = s.emissiveB;
            if (unlit) {
                for (int c = 0; c < 3; c++) {
                    seen[c] += left[c] * glow[c];
                }
                return;
            }
            scene.light.ambient(s.nx, s.ny, s.nz, light);
            float nv = cosine();
            float rx = ray.dx + 2 * nv * s.nx;
            float ry = ray.dy + 2 * nv * s.ny;
            float rz = ray.dz + 2 * nv * s.nz;
            float l = 1 / (float) Math.sqrt(rx * rx + ry * ry + rz * rz);
            scene.light.ambient(rx * l, ry * l, rz * l, mirror);
            float metal = s.metallic;
            float k = (1 - metal) * (1 - s.transmission) * (1 - GgxTables.whole(s.f0G, s.f90, nv, s.roughness));
            float coat = s.coat > 0 ? s.coat * GgxTables.coat(nv, s.coatRoughness) : 0;
            float fibres = s.sheen > 0 ? Sheen.albedo(nv, s.sheenRoughness) : 0;
            float under = (1 - coat) * (1 - s.sheen * fibres);
            f0[0] = s.f0R;
            f0[1] = s.f0G;
            f0[2] = s.f0B;
            sheen[0] = s.sheenR;
            sheen[1] = s.sheenG;
            sheen[2] = s.sheenB;
            float f90 = s.f90 + (1 - s.f90) * metal;
            for (int c = 0; c < 3; c++) {
                float head = f0[c] + (base[c] - f0[c]) * metal;
                float surface = base[c] * k * light[c] + GgxTables.whole(head, f90, nv, s.roughness) * mirror[c];
                float over = coat * mirror[c] + (1 - coat) * sheen[c] * fibres * light[c];
                seen[c] += left[c] * (surface * under + over + glow[c]);
            }
        }

        private int miss(boolean glass) {
            if (!background) {
                if (!glass) {
                    return 0;
                }
                scene.light.ambient(ray.dx, ray.dy, ray.dz, light);
                return ToneMap.pixel(
                        seen[0] + left[0] * light[0],
                        seen[1] + left[1] * light[1],
                        seen[2] + left[2] * light[2],
                        1,
                        scratch);
            }
            RenderScene.Ground ground = scene.ground;
            float near = 0;
            if (ground != null && ray.dy < 0 && ray.oy > ground.height()) {
                double t = (ground.height() - ray.oy) / ray.dy;
                near = ground.seenAt(ray.ox + ray.dx * t, ray.oz + ray.dz * t);
            }
            scene.beyond(ray.dx, ray.dy, ray.dz, light);
            float[] glow = scene.groundGlow;
            return ToneMap.pixel(
                    seen[0] + left[0] * (light[0] * (1 - near) + glow[0] * near),
                    seen[1] + left[1] * (light[1] * (1 - near) + glow[1] * near),
                    seen[2] + left[2] * (light[2] * (1 - near) + glow[2] * near),
                    1,
                    scratch);
        }
    }
}
