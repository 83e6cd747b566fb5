package yondershelf.render;

import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Part;
import yondershelf.content.Transform;
import yondershelf.geometry.Ray;

/** What a ray hit: the triangle's values between its corners, brought into the world, and the material's there. */
final class Shading {
    private final List<RenderScene.Item> items;
    private final float[] normalMatrices;

    Shading(List<RenderScene.Item> items) {
        this.items = items;
        this.normalMatrices = new float[items.size() * 9];
        for (int i = 0; i < items.size(); i++) {
            Transform toWorld = items.get(i).toWorld();
            Transform inverse = toWorld.inverse();
            // normals turn with the transpose of the inverse; its sign follows mirrored placings
            float sign = toWorld.determinant() < 0 ? -1 : 1;
            double[] m = {
                inverse.xx(), inverse.yx(), inverse.zx(),
                inverse.xy(), inverse.yy(), inverse.zy(),
                inverse.xz(), inverse.yz(), inverse.zz()
            };
            for (int k = 0; k < 9; k++) {
                normalMatrices[i * 9 + k] = (float) m[k] * sign;
            }
        }
    }

    /** The opacity at a hit, without the rest of the surface. */
    float opacity(Ray ray, Surface s) {
        RenderScene.Item item = items.get(ray.instance);
        int partIndex = item.mesh().partOf(ray.triangle);
        Shader shader = item.shaders().get(partIndex);
        if (!shader.transparent) {
            return 1;
        }
        Part part = item.mesh().mesh().parts().get(partIndex);
        int t = item.mesh().triangleInPart(ray.triangle) * 3;
        int a = part.indices()[t];
        int b = part.indices()[t + 1];
        int c = part.indices()[t + 2];
        uvs(shader, part, a, b, c, ray, s);
        float[] colors = part.colors();
        float tint = colors == null ? 1 : mix(colors, 4, 3, a, b, c, ray);
        return shader.opacityAt(s, tint);
    }

    /** Fills in the surface at a hit, its normals turned towards the ray's origin. */
    Shader surface(Ray ray, Surface s) {
        RenderScene.Item item = items.get(ray.instance);
        int partIndex = item.mesh().partOf(ray.triangle);
        Part part = item.mesh().mesh().parts().get(partIndex);
        Shader shader = item.shaders().get(partIndex);
        int t = item.mesh().triangleInPart(ray.triangle) * 3;
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
        float nx = gx;
        float ny = gy;
        float nz = gz;
        float[] n = part.normals();
        if (n != null) {
            nx = mix(n, 3, 0, a, b, c, ray);
            ny = mix(n, 3, 1, a, b, c, ray);
            nz = mix(n, 3, 2, a, b, c, ray);
        }
        uvs(shader, part, a, b, c, ray, s);
        colours(part.colors(), a, b, c, ray, s);
        geometric(ray, s, gx, gy, gz);
        LayerShader layers = shader.layers();
        int set = shader.tangentSet();
        float[] uvs = set < 0 ? null : part.uvs(set);
        if (uvs != null && tangent(uvs, a, b, c, e1x, e1y, e1z, e2x, e2y, e2z, nx, ny, nz, s)) {
            bumped(ray, s, shader, layers, nx, ny, nz);
        } else {
            normal(ray, s, nx, ny, nz);
            coat(layers, s);
            shader.evaluate(s);
            s.anisotropy = 0;
        }
        return shader;
    }

    private static float mix(float[] values, int size, int at, int a, int b, int c, Ray ray) {
        return values[a * size + at] * (1 - ray.u - ray.v)
                + values[b * size + at] * ray.u
                + values[c * size + at] * ray.v;
    }

    /** UVs at a hit, or zero for parts without. */
    private static void uvs(Shader shader, Part part, int a, int b, int c, Ray ray, Surface s) {
        if (shader.needsUv()) {
            float[] uvs = part.uvs();
            s.u = uvs == null ? 0 : mix(uvs, 2, 0, a, b, c, ray);
            s.v = uvs == null ? 0 : mix(uvs, 2, 1, a, b, c, ray);
        }
        if (shader.needsSecondUv()) {
            float[] uvs = part.secondUvs();
            s.u2 = uvs == null ? 0 : mix(uvs, 2, 0, a, b, c, ray);
            s.v2 = uvs == null ? 0 : mix(uvs, 2, 1, a, b, c, ray);
        }
    }

    private static void colours(float @Nullable [] colors, int a, int b, int c, Ray ray, Surface s) {
        s.tintR = colors == null ? 1 : mix(colors, 4, 0, a, b, c, ray);
        s.tintG = colors == null ? 1 : mix(colors, 4, 1, a, b, c, ray);
        s.tintB = colors == null ? 1 : mix(colors, 4, 2, a, b, c, ray);
        s.tintA = colors == null ? 1 : mix(colors, 4, 3, a, b, c, ray);
    }

    /**
     * The direction in which U grows, at right angles to the normal, of unit length; false where UVs have none.
     * The surface's tangent holds it until it is brought into the world; its side is in {@link Surface#tangentSide}.
     */
    private static boolean tangent(
            float[] uvs,
            int a,
            int b,
            int c,
            float e1x,
            float e1y,
            float e1z,
            float e2x,
            float e2y,
            float e2z,
            float nx,
            float ny,
            float nz,
            Surface s) {
        float du1 = uvs[b * 2] - uvs[a * 2];
        float dv1 = uvs[b * 2 + 1] - uvs[a * 2 + 1];
        float du2 = uvs[c * 2] - uvs[a * 2];
        float dv2 = uvs[c * 2 + 1] - uvs[a * 2 + 1];
        float det = du1 * dv2 - dv1 * du2;
        if (det == 0) {
            return false;
        }
        float i = 1 / det;
        float tx = (e1x * dv2 - e2x * dv1) * i;
        float ty = (e1y * dv2 - e2y * dv1) * i;
        float tz = (e1z * dv2 - e2z * dv1) * i;
        float along = (tx * nx + ty * ny + tz * nz) / (nx * nx + ny * ny + nz * nz);
        tx -= along * nx;
        ty -= along * ny;
        tz -= along * nz;
        float length = (float) Math.sqrt(tx * tx + ty * ty + tz * tz);
        if (!(length > 0)) {
            return false;
        }
        s.tangentX = tx / length;
        s.tangentY = ty / length;
        s.tangentZ = tz / length;
        // V grows downwards, a map's Y upwards; mirrored UVs turn it over
        s.tangentSide = det < 0 ? 1 : -1;
        return true;
    }

    /** Normal maps and brushed layers, which both follow the UVs. */
    private void bumped(Ray ray, Surface s, Shader shader, @Nullable LayerShader layers, float x, float y, float z) {
        float l = 1 / (float) Math.sqrt(x * x + y * y + z * z);
        float nx = x * l;
        float ny = y * l;
        float nz = z * l;
        float tx = s.tangentX;
        float ty = s.tangentY;
        float tz = s.tangentZ;
        float bx = (ny * tz - nz * ty) * s.tangentSide;
        float by = (nz * tx - nx * tz) * s.tangentSide;
        float bz = (nx * ty - ny * tx) * s.tangentSide;
        float[] m = s.texel;
        if (layers != null && layers.hasClearcoat()) {
            // the varnish evens out the bumps below it and may have bumps of its own
            normal(ray, s, nx, ny, nz);
            if (layers.coatNormal(s)) {
                normal(
                        ray,
                        s,
                        tx * m[0] + bx * m[1] + nx * m[2],
                        ty * m[0] + by * m[1] + ny * m[2],
                        tz * m[0] + bz * m[1] + nz * m[2]);
            }
            coat(layers, s);
        }
        shader.tangentNormal(s, m);
        normal(
                ray,
                s,
                tx * m[0] + bx * m[1] + nx * m[2],
                ty * m[0] + by * m[1] + ny * m[2],
                tz * m[0] + bz * m[1] + nz * m[2]);
        shader.evaluate(s);
        if (s.anisotropy > 0) {
            brush(ray, s, tx * s.brushX + bx * s.brushY, ty * s.brushX + by * s.brushY, tz * s.brushX + bz * s.brushY);
        }
    }

    private static void coat(@Nullable LayerShader layers, Surface s) {
        if (layers != null && layers.hasClearcoat()) {
            s.coatX = s.nx;
            s.coatY = s.ny;
            s.coatZ = s.nz;
        }
    }

    /** Directions in the surface turn with the placing itself. */
    private void brush(Ray ray, Surface s, float x, float y, float z) {
        Transform m = items.get(ray.instance).toWorld();
        s.tangentX = (float) (m.xx() * x + m.xy() * y + m.xz() * z);
        s.tangentY = (float) (m.yx() * x + m.yy() * y + m.yz() * z);
        s.tangentZ = (float) (m.zx() * x + m.zy() * y + m.zz() * z);
    }

    /** The place, and the triangle's own normal towards the viewer. */
    private void geometric(Ray ray, Surface s, float gx, float gy, float gz) {
        float[] m = normalMatrices;
        int i = ray.instance * 9;
        float wx = m[i] * gx + m[i + 1] * gy + m[i + 2] * gz;
        float wy = m[i + 3] * gx + m[i + 4] * gy + m[i + 5] * gz;
        float wz = m[i + 6] * gx + m[i + 7] * gy + m[i + 8] * gz;
        float l = (float) Math.sqrt(wx * wx + wy * wy + wz * wz);
        l = l > 0 ? 1 / l : 0;
        s.front = wx * ray.dx + wy * ray.dy + wz * ray.dz <= 0;
        if (!s.front) {
            l = -l;
        }
        s.gx = wx * l;
        s.gy = wy * l;
        s.gz = wz * l;
        s.px = ray.ox + ray.dx * ray.tMax;
        s.py = ray.oy + ray.dy * ray.tMax;
        s.pz = ray.oz + ray.dz * ray.tMax;
    }

    /** The shading normal in the world, unit length, on the side of the triangle's own. */
    private void normal(Ray ray, Surface s, float nx, float ny, float nz) {
        float[] m = normalMatrices;
        int i = ray.instance * 9;
        float sx = m[i] * nx + m[i + 1] * ny + m[i + 2] * nz;
        float sy = m[i + 3] * nx + m[i + 4] * ny + m[i + 5] * nz;
        float sz = m[i + 6] * nx + m[i + 7] * ny + m[i + 8] * nz;
        float l = (float) Math.sqrt(sx * sx + sy * sy + sz * sz);
        if (!(l > 0)) {
            s.nx = s.gx;
            s.ny = s.gy;
            s.nz = s.gz;
            return;
        }
        l = sx * s.gx + sy * s.gy + sz * s.gz < 0 ? -1 / l : 1 / l;
        s.nx = sx * l;
        s.ny = sy * l;
        s.nz = sz * l;
    }
}
