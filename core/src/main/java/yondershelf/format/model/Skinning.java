package yondershelf.format.model;

import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Transform;

/** Linear blend skinning: each vertex goes where the joints that hold it go, by their shares (glTF 2.0, 3.7.3.3). */
public final class Skinning {
    private Skinning() {}

    /** Joints of the vertices and their shares: four of each a vertex. */
    public record Influences(float[] joints, float[] weights) {}

    /** Moves vertices; normals by the cofactors of the blended matrix, which bear uneven scales. */
    public static void apply(
            Transform[] joints, List<Influences> influences, float[] positions, float @Nullable [] normals) {
        double[] m = new double[12];
        for (int v = 0; v < positions.length / 3; v++) {
            if (!blend(joints, influences, v, m)) {
                continue;
            }
            int at = v * 3;
            double x = positions[at];
            double y = positions[at + 1];
            double z = positions[at + 2];
            positions[at] = (float) (m[0] * x + m[1] * y + m[2] * z + m[3]);
            positions[at + 1] = (float) (m[4] * x + m[5] * y + m[6] * z + m[7]);
            positions[at + 2] = (float) (m[8] * x + m[9] * y + m[10] * z + m[11]);
            if (normals != null) {
                double nx = normals[at];
                double ny = normals[at + 1];
                double nz = normals[at + 2];
                normals[at] = (float) ((m[5] * m[10] - m[6] * m[9]) * nx
                        + (m[6] * m[8] - m[4] * m[10]) * ny
                        + (m[4] * m[9] - m[5] * m[8]) * nz);
                normals[at + 1] = (float) ((m[2] * m[9] - m[1] * m[10]) * nx
                        + (m[0] * m[10] - m[2] * m[8]) * ny
                        + (m[1] * m[8] - m[0] * m[9]) * nz);
                normals[at + 2] = (float) ((m[1] * m[6] - m[2] * m[5]) * nx
                        + (m[2] * m[4] - m[0] * m[6]) * ny
                        + (m[0] * m[5] - m[1] * m[4]) * nz);
            }
        }
    }

    /** The mean of a vertex's joints by their shares, as 3x4 rows. False when no joint holds it: it stays where it is. */
    private static boolean blend(Transform[] joints, List<Influences> influences, int vertex, double[] m) {
        Arrays.fill(m, 0);
        double whole = 0;
        for (Influences set : influences) {
            for (int k = vertex * 4; k < vertex * 4 + 4; k++) {
                double weight = set.weights[k];
                int joint = (int) set.joints[k];
                if (weight > 0 && joint >= 0 && joint < joints.length) {
                    whole += weight;
                    add(joints[joint], weight, m);
                }
            }
        }
        for (int i = 0; i < 12 && whole > 0; i++) {
            m[i] /= whole;
        }
        return whole > 0;
    }

    private static void add(Transform t, double weight, double[] m) {
        m[0] += weight * t.xx();
        m[1] += weight * t.xy();
        m[2] += weight * t.xz();
        m[3] += weight * t.tx();
        m[4] += weight * t.yx();
        m[5] += weight * t.yy();
        m[6] += weight * t.yz();
        m[7] += weight * t.ty();
        m[8] += weight * t.zx();
        m[9] += weight * t.zy();
        m[10] += weight * t.zz();
        m[11] += weight * t.tz();
    }
}
