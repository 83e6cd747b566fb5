package yondershelf.format.model;

import yondershelf.content.Part;

/**
 * Tangents for normal-mapped parts (glTF 2.0, 3.7.2.1): per vertex, the mean direction in which U grows, made
 * perpendicular to the normal, with the side of the bitangent in w (Lengyel, "Foundations of Game Engine Development 2",
 * 2019, 7.5).
 */
public final class Tangents {
    private Tangents() {}

    /** Four floats a vertex; needs normals and UVs. */
    public static float[] of(Part part, float[] normals, float[] uvs) {
        float[] p = part.positions();
        int n = part.vertexCount();
        double[] t = new double[n * 3];
        double[] b = new double[n * 3];
        int[] x = part.indices();
        for (int i = 0; i + 2 < x.length; i += 3) {
            int a = x[i];
            double du1 = uvs[x[i + 1] * 2] - uvs[a * 2];
            double dv1 = uvs[x[i + 1] * 2 + 1] - uvs[a * 2 + 1];
            double du2 = uvs[x[i + 2] * 2] - uvs[a * 2];
            double dv2 = uvs[x[i + 2] * 2 + 1] - uvs[a * 2 + 1];
            double det = du1 * dv2 - dv1 * du2;
            if (det == 0) {
                continue;
            }
            double sign = det < 0 ? -1 : 1;
            for (int k = 0; k < 3; k++) {
                double e1 = p[x[i + 1] * 3 + k] - p[a * 3 + k];
                double e2 = p[x[i + 2] * 3 + k] - p[a * 3 + k];
                double along = (e1 * dv2 - e2 * dv1) * sign;
                double down = (e2 * du1 - e1 * du2) * sign;
                for (int c = 0; c < 3; c++) {
                    t[x[i + c] * 3 + k] += along;
                    b[x[i + c] * 3 + k] += down;
                }
            }
        }
        float[] out = new float[n * 4];
        for (int v = 0; v < n; v++) {
            write(v, normals, t, b, out);
        }
        return out;
    }

    private static void write(int v, float[] normals, double[] t, double[] b, float[] out) {
        double nx = normals[v * 3];
        double ny = normals[v * 3 + 1];
        double nz = normals[v * 3 + 2];
        double along = nx * t[v * 3] + ny * t[v * 3 + 1] + nz * t[v * 3 + 2];
        double x = t[v * 3] - along * nx;
        double y = t[v * 3 + 1] - along * ny;
        double z = t[v * 3 + 2] - along * nz;
        double l = Math.sqrt(x * x + y * y + z * z);
        if (!(l > 1e-20)) {
            // no direction of U here: any perpendicular will do
            boolean upright = Math.abs(ny) > 0.9;
            x = upright ? 0 : nz;
            y = upright ? -nz : 0;
            z = upright ? ny : -nx;
            l = Math.sqrt(x * x + y * y + z * z);
            if (!(l > 0)) {
                x = 1;
                l = 1;
            }
        }
        x /= l;
        y /= l;
        z /= l;
        // up in the picture is against V: the bitangent is cross(n, t) w (3.7.2.1)
        double up =
                -((ny * z - nz * y) * b[v * 3] + (nz * x - nx * z) * b[v * 3 + 1] + (nx * y - ny * x) * b[v * 3 + 2]);
        out[v * 4] = (float) x;
        out[v * 4 + 1] = (float) y;
        out[v * 4 + 2] = (float) z;
        out[v * 4 + 3] = up < 0 ? -1 : 1;
    }

    /** A part that is flat for want of normals, with a vertex for each corner of each triangle, and the faces' normals. */
    public static Part faceted(Part part) {
        int[] x = part.indices();
        int corners = x.length;
        float[] p = spread(part.positions(), 3, x);
        float[] n = new float[corners * 3];
        for (int i = 0; i + 8 < p.length; i += 9) {
            double ux = p[i + 3] - p[i];
            double uy = p[i + 4] - p[i + 1];
            double uz = p[i + 5] - p[i + 2];
            double vx = p[i + 6] - p[i];
            double vy = p[i + 7] - p[i + 1];
            double vz = p[i + 8] - p[i + 2];
            double[] face = {uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx};
            double l = Math.sqrt(face[0] * face[0] + face[1] * face[1] + face[2] * face[2]);
            for (int c = 0; c < 3; c++) {
                for (int k = 0; k < 3; k++) {
                    n[i + c * 3 + k] = l > 0 ? (float) (face[k] / l) : k == 1 ? 1 : 0;
                }
            }
        }
        float[] uvs = part.uvs();
        float[] second = part.secondUvs();
        float[] colors = part.colors();
        int[] indices = new int[corners];
        for (int i = 0; i < corners; i++) {
            indices[i] = i;
        }
        return new Part(
                        p,
                        n,
                        uvs == null ? null : spread(uvs, 2, x),
                        colors == null ? null : spread(colors, 4, x),
                        indices,
                        part.material())
                .withSecondUvs(second == null ? null : spread(second, 2, x));
    }

    private static float[] spread(float[] values, int size, int[] indices) {
        float[] out = new float[indices.length * size];
        for (int i = 0; i < indices.length; i++) {
            System.arraycopy(values, indices[i] * size, out, i * size, size);
        }
        return out;
    }
}
