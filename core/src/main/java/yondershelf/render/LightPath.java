package yondershelf.render;

import org.jspecify.annotations.Nullable;
import yondershelf.geometry.Ray;

/** One worker's scratch space and the walk along one path: what the path tracer does for each sample of a pixel. */
final class LightPath {
    /** Ways through glass and back and forth within it that are not counted as bounces. */
    private static final int MOST_CLEAR = 12;
    /** Smoother surfaces show what they reflect in detail. */
    private static final float SHARP = 0.25f;

    private final RenderScene scene;
    private final PathTracer.Quality quality;
    private final Ray ray = new Ray();
    private final Surface surface = new Surface();
    private final Openness way;
    private final Sampler sampler = new SobolSampler();
    private final Bsdf bsdf = new Bsdf();
    private final float[] light = new float[3];
    private final float[] passed = new float[3];
    private final float[] direction = new float[3];

    /** What is left of the path's light, and the body it is in. */
    private float tr;

    private float tg;
    private float tb;
    private @Nullable LayerShader body;
    /** The layers of the surface that was hit. */
    private @Nullable LayerShader hit;
    /** True while the path runs straight on from the eye. */
    private boolean unbent;

    /** What was found: light, premultiplied, and coverage. */
    float r;

    float g;
    float b;
    float a;
    /** What was seen first: its base color and the way it faces. */
    float albedoR;

    float albedoG;
    float albedoB;
    float normalX;
    float normalY;
    float normalZ;
    /** How far away, infinite for the sky, and which of the scene's items it was, -1 for none of them. */
    float depth;

    int item;

    LightPath(RenderScene scene, PathTracer.Quality quality) {
        this.scene = scene;
        this.quality = quality;
        this.way = new Openness(scene, quality.isQuick());
    }

    /** The numbers that choose what the next path does; the first two of a sample place it in its pixel. */
    Sampler sampler() {
        return sampler;
    }

    /** Follows the light that comes to the eye from a direction, a unit vector, back to where it comes from. */
    void trace(Camera camera, double dx, double dy, double dz) {
        walk(camera, dx, dy, dz);
        if (!Float.isFinite(r + g + b + a)) {
            // one broken sample must not spread: it counts as dark
            r = g = b = 0;
            a = 1;
        }
    }

    private void walk(Camera camera, double dx, double dy, double dz) {
        r = g = b = 0;
        a = 1;
        albedoR = albedoG = albedoB = 1;
        normalX = normalY = normalZ = 0;
        depth = Float.POSITIVE_INFINITY;
        item = -1;
        tr = tg = tb = 1;
        body = null;
        hit = null;
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
            if (layers > Openness.MOST_LAYERS || !scene.bvh.nearest(ray)) {
                miss(density, first);
                return;
            }
            absorb(ray.tMax);
            Shader shader = scene.surface(ray, surface);
            if (shader.transparent && surface.alpha < 1 && sampler.next() >= surface.alpha) {
                Openness.pass(surface, ray);
                layers++;
                continue;
            }
            if (blurred && surface.transmission > 0 && quality.isQuick() && goesStraight(shader)) {
                Openness.pass(surface, ray);
                layers++;
                continue;
            }
            if (first) {
                albedoR = surface.baseR;
                albedoG = surface.baseG;
                albedoB = surface.baseB;
                normalX = surface.nx;
                normalY = surface.ny;
                normalZ = surface.nz;
                depth = (float) gone(camera);
                item = ray.instance;
                first = false;
            }
            add(tr * surface.emissiveR, tg * surface.emissiveG, tb * surface.emissiveB, scattered);
            if (shader.unlit) {
                return;
            }
            hit = shader.layers();
            bsdf.enter(surface, -ray.dx, -ray.dy, -ray.dz);
            direct(tr, tg, tb, scattered);
            if (bounce >= quality.bounces()) {
                lastBounce();
                return;
            }
            if (!bsdf.sample(sampler.next(), sampler.next(), sampler.next())) {
                return;
            }
            tr *= bsdf.weightR;
            tg *= bsdf.weightG;
            tb *= bsdf.weightB;
            density = bsdf.density;
            // a smooth sheet without thickness shows what is behind it where it is
            boolean through = bsdf.x * surface.gx + bsdf.y * surface.gy + bsdf.z * surface.gz < 0;
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
            Openness.leave(surface, ray, ray.tMax, bsdf.x, bsdf.y, bsdf.z);
        }
    }

    /** From the eye to the surface. */
    private double gone(Camera camera) {
        double x = ray.ox + ray.dx * ray.tMax - camera.eyeX();
        double y = ray.oy + ray.dy * ray.tMax - camera.eyeY();
        double z = ray.oz + ray.dz * ray.tMax - camera.eyeZ();
        return Math.sqrt(x * x + y * y + z * z);
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
        Bsdf.straight(surface, -(surface.nx * ray.dx + surface.ny * ray.dy + surface.nz * ray.dz), passed);
        float share = Math.max(0, Math.min(0.95f, Bsdf.luminance(passed[0], passed[1], passed[2])));
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
        if (quality.clamp() == Float.MAX_VALUE || !bsdf.sample(sampler.next(), sampler.next(), sampler.next())) {
            return;
        }
        Openness.leave(surface, ray, ray.tMax, bsdf.x, bsdf.y, bsdf.z);
        if (!scene.bvh.blocked(ray)) {
            ray.set(ray.ox, ray.oy, ray.oz, bsdf.x, bsdf.y, bsdf.z, 0, Float.MAX_VALUE);
            tr *= bsdf.weightR;
            tg *= bsdf.weightG;
            tb *= bsdf.weightB;
            unbent = false;
            miss(bsdf.density, false);
            return;
        }
        // a surface is there: a rough guess of the light on it
        scene.light.ambient(surface.nx, surface.ny, surface.nz, light);
        float dim = 0.25f;
        add(
                tr * bsdf.weightR * light[0] * dim,
                tg * bsdf.weightG * light[1] * dim,
                tb * bsdf.weightB * light[2] * dim,
                true);
    }

    private void add(float x, float y, float z, boolean indirect) {
        float most = Math.max(x, Math.max(y, z));
        float k = indirect && most > quality.clamp() ? quality.clamp() / most : 1;
        r += x * k;
        g += y * k;
        b += z * k;
    }

    private void direct(float tr, float tg, float tb, boolean indirect) {
        float density = scene.light.sample(sampler.next(), sampler.next(), direction, light);
        if (!(density > 0)) {
            return;
        }
        float lr = light[0];
        float lg = light[1];
        float lb = light[2];
        if (!bsdf.evaluate(direction[0], direction[1], direction[2])) {
            return;
        }
        float weight = 1 / (density + bsdf.density);
        if (isOpen(direction[0], direction[1], direction[2])) {
            add(
                    tr * bsdf.weightR * lr * weight * way.open[0],
                    tg * bsdf.weightG * lg * weight * way.open[1],
                    tb * bsdf.weightB * lb * weight * way.open[2],
                    indirect);
        }
    }

    private boolean isOpen(float x, float y, float z) {
        boolean through = x * surface.gx + y * surface.gy + z * surface.gz < 0;
        LayerShader within = !through || surface.thin ? body : surface.front ? hit : null;
        return way.isOpen(surface, ray.tMax, within, x, y, z);
    }

    private void miss(float density, boolean first) {
        // what is in a body whose mesh has a hole is outside again
        body = null;
        hit = null;
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
        depth = Math.min(depth, t);
        float seen = ground.seenAt(px, pz);
        normalY = 1;
        float whole =
                Bsdf.luminance(scene.groundGlow[0], scene.groundGlow[1], scene.groundGlow[2]) / (float) ground.albedo();
        float lit = 0;
        // two looks for the light: by brightness and by the cosine, joined by the balance heuristic
        float density = scene.light.sample(sampler.next(), sampler.next(), direction, light);
        float lr = 0;
        float lg = 0;
        float lb = 0;
        if (density > 0 && direction[1] > 0) {
            float cosine = direction[1] / (float) Math.PI;
            if (isOpen(direction[0], direction[1], direction[2])) {
                float k = cosine / (density + cosine);
                lr += light[0] * k * way.open[0];
                lg += light[1] * k * way.open[1];
                lb += light[2] * k * way.open[2];
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
        if (cosine > 0 && isOpen(x, y, z)) {
            float k = cosine / (lightDensity + cosine);
            lr += light[0] * k * way.open[0];
            lg += light[1] * k * way.open[1];
            lb += light[2] * k * way.open[2];
        }
        if (ground.catcher()) {
            lit = Bsdf.luminance(lr, lg, lb);
            float shade = whole > 0 ? 1 - lit / whole : 0;
            a = 1 - (1 - shade * seen) * left();
            albedoR = albedoG = albedoB = 0;
            return;
        }
        float albedo = (float) ground.albedo();
        r += tr * albedo * lr * seen;
        g += tg * albedo * lg * seen;
        b += tb * albedo * lb * seen;
        albedoR = albedoG = albedoB = albedo;
        if (seen < 1) {
            scene.beyond(dx, dy, dz, light);
            r += tr * light[0] * (1 - seen);
            g += tg * light[1] * (1 - seen);
            b += tb * light[2] * (1 - seen);
            if (seen < 0.5f) {
                normalX = dx;
                normalY = 0;
            }
        }
    }

    /** How much of what is behind everything still reaches the eye. */
    private float left() {
        return Math.max(0, Math.min(1, Bsdf.luminance(tr, tg, tb)));
    }
}
