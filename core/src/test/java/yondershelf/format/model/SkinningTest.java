package yondershelf.format.model;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import yondershelf.Rounds;
import yondershelf.content.Transform;

/** Linear blend skinning (glTF 2.0, 3.7.3.3): what a vertex's normal is afterwards is told by the triangle it belongs to. */
class SkinningTest {
    private static Transform bone(SplittableRandom r) {
        double x = r.nextDouble(-1, 1);
        double y = r.nextDouble(-1, 1);
        double z = r.nextDouble(-1, 1);
        double l = Math.sqrt(x * x + y * y + z * z);
        Transform uneven = new Transform(
                r.nextDouble(0.3, 3), 0, 0, 0, 0, r.nextDouble(0.3, 3), 0, 0, 0, 0, r.nextDouble(0.3, 3), 0);
        return Transform.translation(r.nextDouble(-2, 2), r.nextDouble(-2, 2), r.nextDouble(-2, 2))
                .after(Transform.rotation(x / l, y / l, z / l, r.nextDouble(6)))
                .after(uneven);
    }

    private static double[] unit(double x, double y, double z) {
        double l = Math.sqrt(x * x + y * y + z * z);
        return new double[] {x / l, y / l, z / l};
    }

    /** The normal of the triangle of three vertices. */
    private static double[] across(float[] p) {
        double ax = p[3] - p[0];
        double ay = p[4] - p[1];
        double az = p[5] - p[2];
        double bx = p[6] - p[0];
        double by = p[7] - p[1];
        double bz = p[8] - p[2];
        return unit(ay * bz - az * by, az * bx - ax * bz, ax * by - ay * bx);
    }

    /** All three vertices are held alike, so that the triangle stays one with its normals: by one joint, and by two that share it. */
    @Test
    void normalsStayAcrossTheirTriangles() {
        SplittableRandom r = new SplittableRandom(4);
        for (int round = 0; round < Rounds.of(300); round++) {
            Transform[] joints = {bone(r), bone(r)};
            float share = round % 3 == 0 ? 1 : r.nextInt(1, 9) / 10f;
            // joints that turn far apart may blend to something that mirrors: one of them then holds it alone
            float[] weights = {share, 1 - share, 0, 0, share, 1 - share, 0, 0, share, 1 - share, 0, 0};
            float[] held = {0, 1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0};
            float[] positions = new float[9];
            for (int i = 0; i < 9; i++) {
                positions[i] = (float) r.nextDouble(-1, 1);
            }
            double[] n = across(positions);
            float[] normals = new float[9];
            for (int i = 0; i < 9; i++) {
                normals[i] = (float) n[i % 3];
            }
            Skinning.apply(joints, List.of(new Skinning.Influences(held, weights)), positions, normals);
            double[] expected = across(positions);
            for (int v = 0; v < 3; v++) {
                double[] got = unit(normals[v * 3], normals[v * 3 + 1], normals[v * 3 + 2]);
                assertArrayEquals(expected, got, 2e-3, "round " + round);
            }
        }
    }

    @Test
    void whatNoJointHoldsStays() {
        float[] positions = {1, 2, 3};
        float[] normals = {0, 1, 0};
        Skinning.apply(
                new Transform[] {Transform.scale(5)},
                List.of(new Skinning.Influences(new float[] {0, 7, 0, 0}, new float[] {0, 1, 0, 0})),
                positions,
                normals);
        assertArrayEquals(new float[] {1, 2, 3}, positions);
        assertArrayEquals(new float[] {0, 1, 0}, normals);
    }

    /** Shares that do not make a whole count by their sum. */
    @Test
    void sharesCountByTheirSum() {
        float[] positions = {1, 0, 0};
        Skinning.apply(
                new Transform[] {Transform.translation(0, 4, 0), Transform.translation(0, 0, 8)},
                List.of(new Skinning.Influences(new float[] {0, 1, 0, 0}, new float[] {0.1f, 0.3f, 0, 0})),
                positions,
                null);
        assertEquals(1, positions[0], 1e-6);
        assertEquals(1, positions[1], 1e-6);
        assertEquals(6, positions[2], 1e-6);
    }
}
