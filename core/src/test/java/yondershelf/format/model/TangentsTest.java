package yondershelf.format.model;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import yondershelf.Rounds;
import yondershelf.content.Part;

/** Tangents as glTF 2.0 (3.7.2.1) defines them: along growing U, the bitangent cross(normal, tangent) w towards -V. */
class TangentsTest {
    private static final float[] SQUARE = {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0};
    private static final int[] HALVES = {0, 1, 2, 0, 2, 3};
    private static final float[] FACING = {0, 0, 1, 0, 0, 1, 0, 0, 1, 0, 0, 1};

    private static float[] first(float[] positions, float[] normals, float[] uvs) {
        Part part = new Part(positions, normals, uvs, null, HALVES, 0);
        float[] all = Tangents.of(part, normals, uvs);
        for (int v = 1; v < 4; v++) {
            for (int k = 0; k < 4; k++) {
                assertEquals(all[k], all[v * 4 + k], 1e-6, "a flat square has one frame");
            }
        }
        return new float[] {all[0], all[1], all[2], all[3]};
    }

    /** V grows downwards, so a picture seen upright has the bitangent up and w = 1. */
    @Test
    void anUprightPicture() {
        assertArrayEquals(new float[] {1, 0, 0, 1}, first(SQUARE, FACING, new float[] {0, 1, 1, 1, 1, 0, 0, 0}), 1e-6f);
    }

    @Test
    void aMirroredAndAStretchedPicture() {
        assertArrayEquals(
                new float[] {-1, 0, 0, -1}, first(SQUARE, FACING, new float[] {1, 1, 0, 1, 0, 0, 1, 0}), 1e-6f);
        assertArrayEquals(
                new float[] {1, 0, 0, 1}, first(SQUARE, FACING, new float[] {0, 9, 0.5f, 9, 0.5f, 0, 0, 0}), 1e-6f);
    }

    @Test
    void aPictureOnItsSide() {
        // U grows upwards: the tangent does too, and -V points to the left
        assertArrayEquals(new float[] {0, 1, 0, 1}, first(SQUARE, FACING, new float[] {0, 0, 0, 1, 1, 1, 1, 0}), 1e-6f);
    }

    /** However the UVs lie, and where there are none, the tangent is of unit length and upright on the normal. */
    @Test
    void alwaysAFrame() {
        SplittableRandom r = new SplittableRandom(5);
        for (int round = 0; round < Rounds.of(2000); round++) {
            float[] uvs = new float[8];
            if (round % 4 != 0) {
                for (int i = 0; i < 8; i++) {
                    uvs[i] = r.nextInt(4) / 2f;
                }
            }
            double[] n = {r.nextDouble() - 0.5, r.nextDouble() - 0.5, round % 3 == 0 ? 0 : r.nextDouble() - 0.5};
            double l = Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
            float[] normals = new float[12];
            for (int i = 0; i < 12; i++) {
                normals[i] = (float) (n[i % 3] / l);
            }
            float[] all = Tangents.of(new Part(SQUARE, normals, uvs, null, HALVES, 0), normals, uvs);
            for (int v = 0; v < 4; v++) {
                double x = all[v * 4];
                double y = all[v * 4 + 1];
                double z = all[v * 4 + 2];
                assertEquals(1, x * x + y * y + z * z, 1e-5);
                assertEquals(0, x * normals[0] + y * normals[1] + z * normals[2], 1e-4);
                assertEquals(1, Math.abs(all[v * 4 + 3]), 0);
            }
        }
    }

    /** Two faces of a roof that share an edge: each keeps its own normal, and its corners their UVs. */
    @Test
    void flatPartsStayFlat() {
        float[] p = {0, 0, 0, 1, 0, 0, 1, 1, -1, 1, 1, 1};
        float[] uv = {0, 0, 1, 0, 1, 1, 0.5f, 0.5f};
        Part flat = Tangents.faceted(new Part(p, null, uv, null, new int[] {0, 1, 2, 1, 0, 3}, 3));
        assertEquals(6, flat.vertexCount());
        assertEquals(3, flat.material());
        float[] n = java.util.Objects.requireNonNull(flat.normals());
        float half = (float) Math.sqrt(0.5);
        for (int i = 0; i < 3; i++) {
            assertArrayEquals(new float[] {0, half, half}, java.util.Arrays.copyOfRange(n, i * 3, i * 3 + 3), 1e-6f);
            assertArrayEquals(
                    new float[] {0, half, -half}, java.util.Arrays.copyOfRange(n, 9 + i * 3, 12 + i * 3), 1e-6f);
        }
        assertArrayEquals(
                new float[] {1, 0, 0, 0, 0.5f, 0.5f},
                java.util.Arrays.copyOfRange(java.util.Objects.requireNonNull(flat.uvs()), 6, 12));
    }
}
