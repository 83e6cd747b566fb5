package yondershelf.render;

import org.jspecify.annotations.Nullable;
import yondershelf.geometry.Ray;

/** One worker's scratch space and the walk along one path: what the path tracer does for each sample of a pixel. */
final class LightPath {
    /** Surfaces one straight way may pass through: far more than any foliage has, so that only broken scenes meet it. */
    private static final int MOST_LAYERS = 4096;

    /** Ways through glass and back and forth within it that are not counted as bounces. */
    private static final int MOST_CLEAR = 12;
    /** Smoother surfaces show what they reflect in detail. */
    private static final float SHARP = 0.25f;

    private final RenderScene scene;
    private final PathTracer.Quality quality;
    private final Ray ray = new Ray();
    private final Ray shadow = new Ray();
    private final Surface surface = new Surface();
    private final Surface shadowSurface = new Surface();
    private final Sampler sampler = new Sampler();
    private final Scatter scatter = new Scatter();
    private final float[] light = new float[3];
    private final float[] open = new float[3];
    private final float[] passed = new float[3];
    private final float[] direction = new float[3];
    private @Nullable Camera framed;
    private double[] frame = new double[9];

    /** What is left of the path's light, and the body it is in. */
    private float tr;

    private float tg;
    private float tb;
    private @Nullable LayerShader body;
    /** True while the path runs straight on from the eye. */
    private boolean unbent;

    private float r;
    private float g;
    private float b;
    private float a;
    private float guideR;
    private float guideG;
    private float guideB;
    private float guideX;
    private float guideY;
    private float guideZ;

    LightPath(RenderScene scene, PathTracer.Quality quality) {
        this.scene = scene;
        this.quality = quality;
    }

    void pixel(Camera camera, Film film, int x, int y, int first, int samples) {
        if (framed != camera) {
            framed = camera;
            frame = camera.frame();
        }
        double h = Math.tan(camera.fieldOfView() / 2);
        double aspect = film.width / (double) film.height;
        int p = y * film.width + x;
        for (int s = first; s < first + samples; s++) {
            sampler.start(p, s);
            double sx = (2 * (x + sampler.next()) / film.width - 1) * h * aspect;
            double sy = (1 - 2 * (y + sampler.next()) / film.height) * h;
            double dx = frame[0] * sx + frame[3] * sy - frame[6];
            double dy = frame[1] * sx + frame[4] * sy - frame[7];
            double dz = frame[2] * sx + frame[5] * sy - frame[8];
            double l = 1 / Math.sqrt(dx * dx + dy * dy + dz * dz);
            trace(camera, dx * l, dy * l, dz * l);
            if (!Float.isFinite(r + g + b + a)) {
                // one broken sample must not spread: it counts as dark
                r = g = b = 0;
                a = 1;
            }
            film.sum[p * 4] += r;
            film.sum[p * 4 + 1] += g;
            film.sum[p * 4 + 2] += b;
            film.sum[p * 4 + 3] += a;
            film.guides[p * 6] += guideR;
            film.guides[p * 6 + 1] += guideG;
            film.guides[p * 6 + 2] += guideB;
            film.guides[p * 6 + 3] += guideX;
            film.guides[p * 6 + 4] += guideY;
            film.guides[p * 6 + 5] += guideZ;
        }
    }

    private void trace(Camera camera, double dx, double dy, double dz) {
        r = g = b = 0;
        a = 1;
        guideR = guideG = guideB = 1;
        guideX = guideY = guideZ = 0;
        tr = tg = tb = 1;
        body = null;
        float density = -1;
        boolean first = true;
        unbent = true;
        boolean scattered = false;
        boolean blurred = false;
        int bounce = 0;
        int clear = 0;
        ray.set(camera.eyeX(), camera.eyeY(), camera.eyeZ(), dx, dy, dz, 0, Float.MAX_VALUE);
        int layers = 0;
        while (true) {
            if (layers > MOST_LAYERS || !scene.bvh.nearest(ray)) {
                miss(density, first);
                return;
            }
            absorb(ray.tMax);
            Shader shader = scene.surface(ray, surface);
            if (shader.transparent && surface.alpha < 1 && sampler.next() >= surface.alpha) {
                passThrough();
                layers++;
                continue;
            }
            if (blurred && surface.transmission > 0 && quality.isQuick() && goesStraight(shader)) {
                passThrough();
                layers++;
                continue;
            }
            if (first) {
                guideR = surface.baseR;
                guideG = surface.baseG;
                guideB = surface.baseB;
                guideX = surface.nx;
                guideY = surface.ny;
                guideZ = surface.nz;
                first = false;
            }
            add(tr * surface.emissiveR, tg * surface.emissiveG, tb * surface.emissiveB, scattered);
            if (shader.unlit) {
                return;
            }
            scatter.enter(surface, -ray.dx, -ray.dy, -ray.dz);
            direct(tr, tg, tb, scattered);
            if (bounce >= quality.bounces()) {
                lastBounce();
                return;
            }
            if (!scatter.sample(sampler.next(), sampler.next(), sampler.next())) {
                return;
            }
            tr *= scatter.weightR;
            tg *= scatter.weightG;
            tb *= scatter.weightB;
            density = scatter.density;
            // a smooth sheet without thickness shows what is behind it where it is
            boolean through = scatter.x * surface.gx + scatter.y * surface.gy + scatter.z * surface.gz < 0;
            if ((through || body != null) && clear < MOST_CLEAR) {
                // the way through glass is not what bounces are counted for
                clear++;
            } else {
                bounce++;
                blurred |= surface.roughness > SHARP || surface.metallic < 1 && surface.transmission < 1;
            }
            unbent &= through && surface.thin && surface.roughness < SHARP;
            if (through) {
                cross(shader);
            }
            scattered = true;
            float most = Math.max(tr, Math.max(tg, tb));
            if (bounce > 3) {
                float survive = Math.min(0.95f, most);
                if (sampler.next() >= survive) {
                    return;
                }
                tr /= survive;
                tg /= survive;
                tb /= survive;
            }
            if (!(most > 0)) {
                return;
            }
            leave(ray, scatter.x, scatter.y, scatter.z);
        }
    }

    /** The path goes into a body or out of it; a sheet has no inside. */
    private void cross(Shader shader) {
        if (!surface.thin) {
            body = surface.front ? shader.layers() : null;
        }
    }

    /** Beer and Lambert's law on the way through a body. */
    private void absorb(float way) {
        LayerShader inside = body;
        if (inside != null) {
            float metres = way * scene.metres;
            float[] each = inside.absorption();
            tr *= (float) Math.exp(-each[0] * metres);
            tg *= (float) Math.exp(-each[1] * metres);
            tb *= (float) Math.exp(-each[2] * metres);
        }
    }

    /**
     * Whether light on its way to a matt surface goes on straight through glass, as the looks for light of a quick picture
     * take it: no caustics, and none of their noise. What is left is what does not pass.
     */
    private boolean goesStraight(Shader shader) {
        Scatter.straight(surface, -(surface.nx * ray.dx + surface.ny * ray.dy + surface.nz * ray.dz), passed);
        float share = Math.max(0, Math.min(0.95f, Scatter.luminance(passed[0], passed[1], passed[2])));
        if (sampler.next() < share) {
            tr *= passed[0] / share;
            tg *= passed[1] / share;
            tb *= passed[2] / share;
            cross(shader);
            return true;
        }
        float k = 1 / (1 - share);
        tr *= k;
        tg *= k;
        tb *= k;
        surface.baseR *= 1 - surface.transmission;
        surface.baseG *= 1 - surface.transmission;
        surface.baseB *= 1 - surface.transmission;
        surface.transmission = 0;
        return false;
    }

    /** Beyond the last bounce the light still missing is taken from the surroundings as if nothing stood in between. */
    private void lastBounce() {
        if (quality.clamp() == Float.MAX_VALUE || !scatter.sample(sampler.next(), sampler.next(), sampler.next())) {
            return;
        }
        leave(ray, scatter.x, scatter.y, scatter.z);
        if (!scene.bvh.blocked(ray)) {
            ray.set(ray.ox, ray.oy, ray.oz, scatter.x, scatter.y, scatter.z, 0, Float.MAX_VALUE);
            tr *= scatter.weightR;
            tg *= scatter.weightG;
            tb *= scatter.weightB;
            unbent = false;
            miss(scatter.density, false);
            return;
        }
        // a surface is there: a rough guess of the light on it
        scene.light.ambient(surface.nx, surface.ny, surface.nz, light);
        float dim = 0.25f;
        add(
                tr * scatter.weightR * light[0] * dim,
                tg * scatter.weightG * light[1] * dim,
                tb * scatter.weightB * light[2] * dim,
                true);
    }

    private void add(float x, float y, float z, boolean indirect) {
        float most = Math.max(x, Math.max(y, z));
        float k = indirect && most > quality.clamp() ? quality.clamp() / most : 1;
        r += x * k;
        g += y * k;
        b += z * k;
    }

    private void passThrough() {
        float t = ray.tMax;
        ray.set(
                ray.ox + ray.dx * t - surface.gx * offset(),
                ray.oy + ray.dy * t - surface.gy * offset(),
                ray.oz + ray.dz * t - surface.gz * offset(),
                ray.dx,
                ray.dy,
                ray.dz,
                0,
                Float.MAX_VALUE);
    }

    /** Far enough from the surface that rounding does not put the ray on the wrong side. */
    private float offset() {
        float size = Math.max(Math.abs(surface.px), Math.max(Math.abs(surface.py), Math.abs(surface.pz)));
        return Math.max(1e-6f, size * 4e-6f + ray.tMax * 1e-6f);
    }

    private void leave(Ray out, float x, float y, float z) {
        float side = x * surface.gx + y * surface.gy + z * surface.gz > 0 ? offset() : -offset();
        out.set(
                surface.px + surface.gx * side,
                surface.py + surface.gy * side,
                surface.pz + surface.gz * side,
                x,
                y,
                z,
                0,
                Float.MAX_VALUE);
    }

    private void direct(float tr, float tg, float tb, boolean indirect) {
        float density = scene.light.sample(sampler.next(), sampler.next(), direction, light);
        if (!(density > 0)) {
            return;
        }
        float lr = light[0];
        float lg = light[1];
        float lb = light[2];
        if (!scatter.evaluate(direction[0], direction[1], direction[2])) {
            return;
        }
        float weight = 1 / (density + scatter.density);
        if (openness(direction[0], direction[1], direction[2])) {
            add(
                    tr * scatter.weightR * lr * weight * open[0],
                    tg * scatter.weightG * lg * weight * open[1],
                    tb * scatter.weightB * lb * weight * open[2],
                    indirect);
        }
    }

    /** How much light passes towards a direction from the surface, in {@link #open}; false when none does. */
    private boolean openness(float x, float y, float z) {
        open[0] = open[1] = open[2] = 1;
        if (scene.ground != null && y < 0 && surface.py >= scene.ground.height() - 1e-4) {
            return false;
        }
        leave(shadow, x, y, z);
        boolean straight = scene.clear && quality.isQuick();
        if (!scene.transparent && !straight) {
            return !scene.bvh.blocked(shadow);
        }
        LayerShader within = x * surface.gx + y * surface.gy + z * surface.gz < 0 && !surface.thin ? null : body;
        for (int i = 0; i < MOST_LAYERS && Scatter.luminance(open[0], open[1], open[2]) > 0.01f; i++) {
            if (!scene.bvh.nearest(shadow)) {
                return true;
            }
            within = straight ? layer(within) : opaque();
            float t = shadow.tMax * 1.00001f + 1e-5f;
            shadow.set(shadow.ox + x * t, shadow.oy + y * t, shadow.oz + z * t, x, y, z, 0, Float.MAX_VALUE);
        }
        return false;
    }

    private @Nullable LayerShader opaque() {
        dim(1 - scene.opacity(shadow, shadowSurface));
        return null;
    }

    /** One surface on the way to the light, glass included; gives the body the way goes on in. */
    private @Nullable LayerShader layer(@Nullable LayerShader within) {
        if (within != null) {
            float metres = shadow.tMax * scene.metres;
            for (int c = 0; c < 3; c++) {
                open[c] *= (float) Math.exp(-within.absorption()[c] * metres);
            }
        }
        Surface s = shadowSurface;
        Shader shader = scene.surface(shadow, s);
        float alpha = shader.transparent ? s.alpha : 1;
        if (s.transmission <= 0) {
            dim(1 - alpha);
            return within;
        }
        Scatter.straight(s, -(s.nx * shadow.dx + s.ny * shadow.dy + s.nz * shadow.dz), passed);
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

    private void miss(float density, boolean first) {
        // what is in a body whose mesh has a hole is outside again
        body = null;
        RenderScene.Ground ground = scene.ground;
        if (ground != null && ray.dy < 0 && ray.oy >= ground.height()) {
            if (first || unbent) {
                groundSeen(ground);
            } else {
                add(tr * scene.groundGlow[0], tg * scene.groundGlow[1], tb * scene.groundGlow[2], true);
            }
            return;
        }
        if (first || unbent) {
            if (quality.showBackground()) {
                float share = first ? 1 : shareOfMiss(density);
                scene.beyond(ray.dx, ray.dy, ray.dz, light);
                r += light[0] * tr * share;
                g += light[1] * tg * share;
                b += light[2] * tb * share;
            } else {
                a = 1 - left();
            }
            return;
        }
        float weight = shareOfMiss(density);
        add(tr * light[0] * weight, tg * light[1] * weight, tb * light[2] * weight, true);
    }

    /** The light along the ray, and how much it counts against looks for light. */
    private float shareOfMiss(float density) {
        float lightDensity = scene.light.radiance(ray.dx, ray.dy, ray.dz, light);
        return density < 0 ? 1 : density / (density + lightDensity);
    }

    private void groundSeen(RenderScene.Ground ground) {
        float t = (float) ((ground.height() - ray.oy) / ray.dy);
        float px = ray.ox + ray.dx * t;
        float pz = ray.oz + ray.dz * t;
        float dx = ray.dx;
        float dy = ray.dy;
        float dz = ray.dz;
        surface.px = px;
        surface.py = (float) ground.height();
        surface.pz = pz;
        surface.gx = 0;
        surface.gy = 1;
        surface.gz = 0;
        ray.tMax = t;
        float seen = ground.seenAt(px, pz);
        guideY = 1;
        float whole = luminance(scene.groundGlow) / (float) ground.albedo();
        float lit = 0;
        // two looks for the light: by brightness and by the cosine, joined by the balance heuristic
        float density = scene.light.sample(sampler.next(), sampler.next(), direction, light);
        float lr = 0;
        float lg = 0;
        float lb = 0;
        if (density > 0 && direction[1] > 0) {
            float cosine = direction[1] / (float) Math.PI;
            if (openness(direction[0], direction[1], direction[2])) {
                float k = cosine / (density + cosine);
                lr += light[0] * k * open[0];
                lg += light[1] * k * open[1];
                lb += light[2] * k * open[2];
            }
        }
        float u = sampler.next();
        float turns = sampler.next();
        float s = (float) Math.sqrt(u);
        float y = (float) Math.sqrt(1 - u);
        float x = s * (float) Turns.cos(turns);
        float z = s * (float) Turns.sin(turns);
        float cosine = y / (float) Math.PI;
        float lightDensity = scene.light.radiance(x, y, z, light);
        if (cosine > 0 && openness(x, y, z)) {
            float k = cosine / (lightDensity + cosine);
            lr += light[0] * k * open[0];
            lg += light[1] * k * open[1];
            lb += light[2] * k * open[2];
        }
        if (ground.catcher()) {
            lit = 0.2126f * lr + 0.7152f * lg + 0.0722f * lb;
            float shade = whole > 0 ? 1 - lit / whole : 0;
            a = 1 - (1 - shade * seen) * left();
            guideR = guideG = guideB = 0;
            return;
        }
        float albedo = (float) ground.albedo();
        r += tr * albedo * lr * seen;
        g += tg * albedo * lg * seen;
        b += tb * albedo * lb * seen;
        guideR = guideG = guideB = albedo;
        if (seen < 1) {
            scene.beyond(dx, dy, dz, light);
            r += tr * light[0] * (1 - seen);
            g += tg * light[1] * (1 - seen);
            b += tb * light[2] * (1 - seen);
            if (seen < 0.5f) {
                guideX = dx;
                guideY = 0;
            }
        }
    }

    /** How much of what is behind everything still reaches the eye. */
    private float left() {
        return Math.max(0, Math.min(1, Scatter.luminance(tr, tg, tb)));
    }

    private static float luminance(float[] c) {
        return 0.2126f * c[0] + 0.7152f * c[1] + 0.0722f * c[2];
    }
}
