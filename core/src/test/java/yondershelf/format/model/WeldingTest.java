package yondershelf.format.model;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.HashSet;
import java.util.Objects;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import yondershelf.Rounds;
import yondershelf.content.Part;

class WeldingTest {
    /** Whatever is welded, each corner keeps what it had; no two vertices left say the same. */
    @Test
    void cornersKeepWhatTheyHad() {
        SplittableRandom random = new SplittableRandom(3);
        for (int round = 0; round < Rounds.of(200); round++) {
            int corners = 3 * (1 + random.nextInt(60));
            float[] p = values(random, corners * 3);
            float[] n = random.nextBoolean() ? values(random, corners * 3) : null;
            float[] uv = random.nextBoolean() ? values(random, corners * 2) : null;
            int[] indices = new int[corners];
            for (int i = 0; i < corners; i++) {
                indices[i] = random.nextInt(corners);
            }
            Part before = new Part(p, n, uv, null, indices, 0);
            Part after = Welding.weld(before);
            Set<String> seen = new HashSet<>();
            for (int i = 0; i < after.vertexCount(); i++) {
                assertTrue(seen.add(vertex(after, i)), "twice");
            }
            for (int i = 0; i < corners; i++) {
                assertEquals(vertex(before, indices[i]), vertex(after, after.indices()[i]));
            }
        }
    }

    /** Few different values, zeros of both signs among them. */
    private static float[] values(SplittableRandom random, int count) {
        float[] few = {0f, -0f, 1f, 0.5f};
        float[] out = new float[count];
        for (int i = 0; i < count; i++) {
            out[i] = few[random.nextInt(few.length)];
        }
        return out;
    }

    private static String vertex(Part part, int i) {
        StringBuilder out = new StringBuilder();
        add(out, part.positions(), i, 3);
        float[] normals = part.normals();
        float[] uvs = part.uvs();
        if (normals != null) {
            add(out, normals, i, 3);
        }
        if (uvs != null) {
            add(out, uvs, i, 2);
        }
        return out.toString();
    }

    private static void add(StringBuilder out, float[] values, int vertex, int size) {
        for (int k = 0; k < size; k++) {
            out.append(values[vertex * size + k] + 0f).append(' ');
        }
    }

    /** A corner of a box whose faces have the same area, each a square of two triangles: the normal is the diagonal. */
    @Test
    void normalsAreMeansByArea() {
        float[] p = {
            0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0, 0, 0, 0, 0, 1, 1, 0, 1, 1, 0, 0
        };
        int[] indices = {0, 2, 1, 0, 3, 2, 4, 6, 5, 4, 7, 6, 8, 10, 9, 8, 11, 10};
        float[] normals = Objects.requireNonNull(Welding.smoothNormals(p, indices));
        float third = (float) (-1 / Math.sqrt(3));
        for (int corner : new int[] {0, 4, 8}) {
            assertArrayEquals(
                    new float[] {third, third, third},
                    java.util.Arrays.copyOfRange(normals, corner * 3, corner * 3 + 3),
                    1e-6f);
        }
    }
}
