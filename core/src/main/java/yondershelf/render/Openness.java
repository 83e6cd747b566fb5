package yondershelf.render;

import org.jspecify.annotations.Nullable;
import yondershelf.geometry.Ray;

/** How much light passes from a surface towards a direction: nothing, all, or what foliage and glass leave. One per worker. */
final class Openness {
    /** Surfaces one straight way may pass through: far more than any foliage has, so that only broken scenes meet it. */
    static final int MOST_LAYERS = 4096;

    /** After {@link #isOpen}: the share that passes, red, green and blue. */
    final float[] open = new float[3];

    private final RenderScene scene;
    private final boolean straight;
    private final Ray ray = new Ray();
    private final Surface surface = new Surface();
    private final float[] passed = new float[3];

    /** @param quick true to take glass as something light goes straight through */
    Openness(RenderScene scene, boolean quick) {
        this.scene = scene;
        this.straight = quick && scene.clear;
    }

    /** Far enough from the surface that rounding does not put the ray on the wrong side. */
    static float offset(Surface from, float way) {
        float size = Math.max(Math.abs(from.px), Math.max(Math.abs(from.py), Math.abs(from.pz)));
        return Math.max(1e-6f, size * 4e-6f + way * 1e-6f);
    }

    /** Sends a ray on straight through the surface it met. */
    static void pass(Surface surface, Ray ray) {
        float t = ray.tMax;
        float offset = offset(surface, t);
        ray.set(
                ray.ox + ray.dx * t - surface.gx * offset,
                ray.oy + ray.dy * t - surface.gy * offset,
                ray.oz + ray.dz * t - surface.gz * offset,
                ray.dx,
                ray.dy,
                ray.dz,
                0,
                Float.MAX_VALUE);
    }

    /**
     * Sets a ray off from a surface.
     *
     * @param way length of the way that led to it
     */
    static void leave(Surface from, Ray out, float way, float x, float y, float z) {
        float side = x * from.gx + y * from.gy + z * from.gz > 0 ? offset(from, way) : -offset(from, way);
        out.set(
                from.px + from.gx * side,
                from.py + from.gy * side,
                from.pz + from.gz * side,
                x,
                y,
                z,
                0,
                Float.MAX_VALUE);
    }

    /**
     * Looks along a unit direction; false when no light comes from there.
     *
     * @param way length of the way that led to the surface
     * @param within the body the look goes through at first, or null
     */
    boolean isOpen(Surface from, float way, @Nullable LayerShader within, float x, float y, float z) {
        open[0] = open[1] = open[2] = 1;
        if (scene.ground != null && y < 0 && from.py >= scene.ground.height() - 1e-4) {
            return false;
        }
        leave(from, ray, way, x, y, z);
        if (!scene.transparent && !straight) {
            return !scene.bvh.blocked(ray);
        }
        LayerShader body = within;
        for (int i = 0; i < MOST_LAYERS && Bsdf.luminance(open[0], open[1], open[2]) > 0.01f; i++) {
            if (!scene.bvh.nearest(ray)) {
                return true;
            }
            if (straight) {
                body = layer(body);
            } else {
                dim(1 - scene.opacity(ray, surface));
            }
            float t = ray.tMax * 1.00001f + 1e-5f;
            ray.set(ray.ox + x * t, ray.oy + y * t, ray.oz + z * t, x, y, z, 0, Float.MAX_VALUE);
        }
        return false;
    }

    /** One surface on the way to the light, glass included; gives the body the way goes on in. */
    private @Nullable LayerShader layer(@Nullable LayerShader within) {
        if (within != null) {
            float metres = ray.tMax * scene.metres;
            for (int c = 0; c < 3; c++) {
                open[c] *= (float) Math.exp(-within.absorption()[c] * metres);
            }
        }
        Surface s = surface;
        Shader shader = scene.surface(ray, s);
        float alpha = shader.transparent ? s.alpha : 1;
        if (s.transmission <= 0) {
            dim(1 - alpha);
            return within;
        }
        Bsdf.straight(s, -(s.nx * ray.dx + s.ny * ray.dy + s.nz * ray.dz), passed);
        for (int c = 0; c < 3; c++) {
            open[c] *= 1 - alpha + alpha * passed[c];
        }
        return s.thin ? within : s.front ? shader.layers() : null;
    }

    private void dim(float share) {
        for (int c = 0; c < 3; c++) {
            open[c] *= share;
        }
    }
}
