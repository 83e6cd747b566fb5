package yondershelf.render;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Bounds;
import yondershelf.content.Part;
import yondershelf.content.Transform;
import yondershelf.geometry.MeshBvh;
import yondershelf.geometry.Ray;
import yondershelf.geometry.SceneBvh;

/** Everything a picture is made of except the camera. Immutable. */
public final class RenderScene {

    /** A mesh placed in the world, with a shader for each of its parts. */
    public record Item(MeshBvh mesh, Transform toWorld, List<Shader> shaders) {}

    /**
     * A level ground.
     *
     * @param height its place along +Y
     * @param catcher true for a ground that shows nothing of itself but the shadows on it
     * @param albedo share of light it throws back
     * @param radius where it has faded into the distance, metres from the origin
     */
    public record Ground(double height, boolean catcher, double albedo, double radius) {
        /** How much of the ground is left at a place, 1 near the origin to 0 at its radius. */
        float seenAt(double x, double z) {
            double far = Math.sqrt(x * x + z * z) / radius;
            double fade = Math.max(0, Math.min(1, (far - 0.35) / 0.65));
            return (float) (1 - fade * fade * (3 - 2 * fade));
        }
    }

    /** Above a ground the surroundings begin a little above the horizon, so that ground and sky meet without an edge. */
    private static final double HORIZON = 0.035;

    final SceneBvh bvh;
    final List<Item> items;
    final EnvironmentLight light;
    final @Nullable Ground ground;
    final boolean transparent;
    /** Light thrown back by the unshadowed ground, for rays that leave downwards. */
    final float[] groundGlow = new float[3];

    private final float[] normalMatrices;

    private RenderScene(List<Item> items, EnvironmentLight light, @Nullable Ground ground) {
        this.items = List.copyOf(items);
        this.light = light;
        this.ground = ground;
        List<SceneBvh.Instance> instances = new ArrayList<>();
        boolean anyTransparent = false;
        this.normalMatrices = new float[items.size() * 9];
        for (int i = 0; i < items.size(); i++) {
            Item item = items.get(i);
            instances.add(new SceneBvh.Instance(item.mesh, item.toWorld));
            for (Shader shader : item.shaders) {
                anyTransparent |= shader.transparent;
            }
            Transform inverse = item.toWorld.inverse();
            // normals turn with the transpose of the inverse; its sign follows mirrored placings
            float sign = item.toWorld.determinant() < 0 ? -1 : 1;
            double[] m = {
                inverse.xx(), inverse.yx(), inverse.zx(),
                inverse.xy(), inverse.yy(), inverse.zy(),
                inverse.xz(), inverse.yz(), inverse.zz()
            };
            for (int k = 0; k < 9; k++) {
                normalMatrices[i * 9 + k] = (float) m[k] * sign;
            }
        }
        this.bvh = SceneBvh.of(instances);
        this.transparent = anyTransparent;
        if (ground != null) {
            light.ambient(0, 1, 0, groundGlow);
            for (int c = 0; c < 3; c++) {
                groundGlow[c] *= (float) ground.albedo;
            }
        }
    }

    public static RenderScene of(List<Item> items, EnvironmentLight light, @Nullable Ground ground) {
        return new RenderScene(items, light, ground);
    }

    public Bounds bounds() {
        return bvh.bounds();
    }

    /** The hierarchy, for picking and placing. */
    public SceneBvh geometry() {
        return bvh;
    }

    public List<Item> items() {
        return items;
    }

    /** What is seen beyond everything, the ground included, along a unit direction. */
    void beyond(double dx, double dy, double dz, float[] out) {
        light.background(dx, ground == null ? dy : Math.max(dy, HORIZON), dz, out);
    }

    Shader shaderAt(Ray ray) {
        Item item = items.get(ray.instance);
        return item.shaders.get(item.mesh.partOf(ray.triangle));
    }

    /** UV at a hit, or zero for parts without. */
    private void uvAt(Part part, int a, int b, int c, Ray ray, Surface s) {
        float[] uvs = part.uvs();
        if (uvs == null) {
            s.u = 0;
            s.v = 0;
            return;
        }
        float w = 1 - ray.u - ray.v;
        s.u = uvs[a * 2] * w + uvs[b * 2] * ray.u + uvs[c * 2] * ray.v;
        s.v = uvs[a * 2 + 1] * w + uvs[b * 2 + 1] * ray.u + uvs[c * 2 + 1] * ray.v;
    }

    /** The opacity at a hit, without the rest of the surface. */
    float opacity(Ray ray, Surface s) {
        Shader shader = shaderAt(ray);
        if (!shader.transparent) {
            return 1;
        }
        Item item = items.get(ray.instance);
        Part part = item.mesh.mesh().parts().get(item.mesh.partOf(ray.triangle));
        int t = item.mesh.triangleInPart(ray.triangle) * 3;
        int a = part.indices()[t];
        int b = part.indices()[t + 1];
        int c = part.indices()[t + 2];
        uvAt(part, a, b, c, ray, s);
        float[] colors = part.colors();
        float tint = colors == null
                ? 1
                : colors[a * 4 + 3] * (1 - ray.u - ray.v) + colors[b * 4 + 3] * ray.u + colors[c * 4 + 3] * ray.v;
        return shader.opacityAt(s.u, s.v, s.texel, tint);
    }

    /** Fills in the surface at a hit, its normals turned towards the ray's origin. */
    Shader surface(Ray ray, Surface s) {
        Item item = items.get(ray.instance);
        int partIndex = item.mesh.partOf(ray.triangle);
        Part part = item.mesh.mesh().parts().get(partIndex);
        Shader shader = item.shaders.get(partIndex);
        int t = item.mesh.triangleInPart(ray.triangle) * 3;
        int a = part.indices()[t];
        int b = part.indices()[t + 1];
        int c = part.indices()[t + 2];
        float[] p = part.positions();
        float e1x = p[b * 3] - p[a * 3];
        float e1y = p[b * 3 + 1] - p[a * 3 + 1];
        float e1z = p[b * 3 + 2] - p[a * 3 + 2];
        float e2x = p[c * 3] - p[a * 3];
        float e2y = p[c * 3 + 1] - p[a * 3 + 1];
        float e2z = p[c * 3 + 2] - p[a * 3 + 2];
        float gx = e1y * e2z - e1z * e2y;
        float gy = e1z * e2x - e1x * e2z;
        float gz = e1x * e2y - e1y * e2x;
        float w = 1 - ray.u - ray.v;
        float nx = gx;
        float ny = gy;
        float nz = gz;
        float[] n = part.normals();
        if (n != null) {
            nx = n[a * 3] * w + n[b * 3] * ray.u + n[c * 3] * ray.v;
            ny = n[a * 3 + 1] * w + n[b * 3 + 1] * ray.u + n[c * 3 + 1] * ray.v;
            nz = n[a * 3 + 2] * w + n[b * 3 + 2] * ray.u + n[c * 3 + 2] * ray.v;
        }
        if (shader.needsUv()) {
            uvAt(part, a, b, c, ray, s);
        }
        float[] colors = part.colors();
        s.tintR = 1;
        s.tintG = 1;
        s.tintB = 1;
        s.tintA = 1;
        if (colors != null) {
            s.tintR = colors[a * 4] * w + colors[b * 4] * ray.u + colors[c * 4] * ray.v;
            s.tintG = colors[a * 4 + 1] * w + colors[b * 4 + 1] * ray.u + colors[c * 4 + 1] * ray.v;
            s.tintB = colors[a * 4 + 2] * w + colors[b * 4 + 2] * ray.u + colors[c * 4 + 2] * ray.v;
            s.tintA = colors[a * 4 + 3] * w + colors[b * 4 + 3] * ray.u + colors[c * 4 + 3] * ray.v;
        }
        if (shader.hasNormalMap() && part.uvs() != null) {
            float[] uvs = part.uvs();
            float du1 = uvs[b * 2] - uvs[a * 2];
            float dv1 = uvs[b * 2 + 1] - uvs[a * 2 + 1];
            float du2 = uvs[c * 2] - uvs[a * 2];
            float dv2 = uvs[c * 2 + 1] - uvs[a * 2 + 1];
            float det = du1 * dv2 - dv1 * du2;
            if (det != 0) {
                float i = 1 / det;
                float tx = (e1x * dv2 - e2x * dv1) * i;
                float ty = (e1y * dv2 - e2y * dv1) * i;
                float tz = (e1z * dv2 - e2z * dv1) * i;
                float nl = 1 / (float) Math.sqrt(nx * nx + ny * ny + nz * nz);
                nx *= nl;
                ny *= nl;
                nz *= nl;
                float along = tx * nx + ty * ny + tz * nz;
                tx -= along * nx;
                ty -= along * ny;
                tz -= along * nz;
                float tl = (float) Math.sqrt(tx * tx + ty * ty + tz * tz);
                if (tl > 0) {
                    tx /= tl;
                    ty /= tl;
                    tz /= tl;
                    // V grows downwards, the map's Y upwards; mirrored UVs turn it over
                    float side = det < 0 ? 1 : -1;
                    float bx = (ny * tz - nz * ty) * side;
                    float by = (nz * tx - nx * tz) * side;
                    float bz = (nx * ty - ny * tx) * side;
                    float[] m = s.texel;
                    shader.tangentNormal(s.u, s.v, m);
                    float mx = m[0];
                    float my = m[1];
                    float mz = m[2];
                    float hx = tx * mx + bx * my + nx * mz;
                    float hy = ty * mx + by * my + ny * mz;
                    float hz = tz * mx + bz * my + nz * mz;
                    nx = hx;
                    ny = hy;
                    nz = hz;
                }
            }
        }
        finish(ray, s, gx, gy, gz, nx, ny, nz);
        shader.evaluate(s);
        return shader;
    }

    /** To world space, unit length, towards the viewer. */
    private void finish(Ray ray, Surface s, float gx, float gy, float gz, float nx, float ny, float nz) {
        float[] m = normalMatrices;
        int i = ray.instance * 9;
        float wx = m[i] * gx + m[i + 1] * gy + m[i + 2] * gz;
        float wy = m[i + 3] * gx + m[i + 4] * gy + m[i + 5] * gz;
        float wz = m[i + 6] * gx + m[i + 7] * gy + m[i + 8] * gz;
        float l = (float) Math.sqrt(wx * wx + wy * wy + wz * wz);
        l = l > 0 ? 1 / l : 0;
        wx *= l;
        wy *= l;
        wz *= l;
        float sx = m[i] * nx + m[i + 1] * ny + m[i + 2] * nz;
        float sy = m[i + 3] * nx + m[i + 4] * ny + m[i + 5] * nz;
        float sz = m[i + 6] * nx + m[i + 7] * ny + m[i + 8] * nz;
        float sl = (float) Math.sqrt(sx * sx + sy * sy + sz * sz);
        if (sl > 0) {
            sx /= sl;
            sy /= sl;
            sz /= sl;
        } else {
            sx = wx;
            sy = wy;
            sz = wz;
        }
        if (wx * ray.dx + wy * ray.dy + wz * ray.dz > 0) {
            wx = -wx;
            wy = -wy;
            wz = -wz;
        }
        if (sx * wx + sy * wy + sz * wz < 0) {
            sx = -sx;
            sy = -sy;
            sz = -sz;
        }
        s.px = ray.ox + ray.dx * ray.tMax;
        s.py = ray.oy + ray.dy * ray.tMax;
        s.pz = ray.oz + ray.dz * ray.tMax;
        s.gx = wx;
        s.gy = wy;
        s.gz = wz;
        s.nx = sx;
        s.ny = sy;
        s.nz = sz;
    }
}
