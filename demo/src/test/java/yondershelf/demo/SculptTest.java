package yondershelf.demo;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import yondershelf.content.Bounds;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.Part;

/** The shapes the demo is built from are sound: closed, facing outwards, of the size they were asked for. */
class SculptTest {
    private static final Map<String, Material> WARDROBE = Map.of("wood", Material.plain("wood", 0.5, 0.4, 0.3, 0, 0.7));

    private static Part shape(Consumer<Sculpt> make) {
        Sculpt sculpt = new Sculpt().wear("wood", 0.5);
        make.accept(sculpt);
        Model model = sculpt.model("shape", WARDROBE);
        return model.meshes().get(0).parts().get(0);
    }

    /** Volume inside by the divergence theorem: a sixth of the sum of p0 . (p1 x p2); negative when turned inside out. */
    private static double volume(Part part) {
        float[] p = part.positions();
        double sum = 0;
        for (int t = 0; t < part.indices().length; t += 3) {
            int a = part.indices()[t] * 3;
            int b = part.indices()[t + 1] * 3;
            int c = part.indices()[t + 2] * 3;
            sum += p[a] * (p[b + 1] * (double) p[c + 2] - p[b + 2] * (double) p[c + 1])
                    - p[a + 1] * (p[b] * (double) p[c + 2] - p[b + 2] * (double) p[c])
                    + p[a + 2] * (p[b] * (double) p[c + 1] - p[b + 1] * (double) p[c]);
        }
        return sum / 6;
    }

    /** Every edge has a partner running the other way, vertices told apart by place: the surface has no hole. */
    private static int openEdges(Part part) {
        Map<String, Integer> edges = new HashMap<>();
        for (int t = 0; t < part.indices().length; t += 3) {
            for (int k = 0; k < 3; k++) {
                String a = place(part, part.indices()[t + k]);
                String b = place(part, part.indices()[t + (k + 1) % 3]);
                if (!a.equals(b)) {
                    edges.merge(a + " " + b, 1, Integer::sum);
                    edges.merge(b + " " + a, -1, Integer::sum);
                }
            }
        }
        return (int) edges.values().stream().filter(n -> n != 0).count();
    }

    private static String place(Part part, int vertex) {
        float[] p = part.positions();
        StringBuilder out = new StringBuilder();
        for (int c = 0; c < 3; c++) {
            out.append(Math.round(p[vertex * 3 + c] * 1e5)).append(',');
        }
        return out.toString();
    }

    private static void isSound(Part part) {
        float[] p = part.positions();
        float[] n = Objects.requireNonNull(part.normals());
        float[] uv = Objects.requireNonNull(part.uvs());
        for (int v = 0; v < p.length / 3; v++) {
            double length = Math.sqrt(n[v * 3] * n[v * 3] + n[v * 3 + 1] * n[v * 3 + 1] + n[v * 3 + 2] * n[v * 3 + 2]);
            assertEquals(1, length, 1e-4);
            assertTrue(Float.isFinite(uv[v * 2]) && Float.isFinite(uv[v * 2 + 1]));
        }
        int against = 0;
        for (int t = 0; t < part.indices().length; t += 3) {
            int a = part.indices()[t] * 3;
            int b = part.indices()[t + 1] * 3;
            int c = part.indices()[t + 2] * 3;
            double[] e = {p[b] - p[a], p[b + 1] - p[a + 1], p[b + 2] - p[a + 2]};
            double[] f = {p[c] - p[a], p[c + 1] - p[a + 1], p[c + 2] - p[a + 2]};
            double[] g = Vec.cross(e, f);
            double[] mean = {n[a] + n[b] + n[c], n[a + 1] + n[b + 1] + n[c + 1], n[a + 2] + n[b + 2] + n[c + 2]};
            against += Vec.dot(g, mean) < -1e-12 ? 1 : 0;
        }
        assertEquals(0, against, "triangles that face against their normals");
    }

    @Test
    void boxes() {
        Part part = shape(s -> s.box(0.6, 0.4, 0.3, 0.02));
        isSound(part);
        assertEquals(0, openEdges(part));
        Bounds box = Bounds.of(part.positions());
        assertEquals(0.6, box.sizeX(), 1e-6);
        assertEquals(0.4, box.sizeY(), 1e-6);
        assertEquals(0, box.minY(), 1e-6);
        double whole = 0.6 * 0.4 * 0.3;
        assertTrue(volume(part) < whole && volume(part) > whole * 0.98, "volume " + volume(part));
    }

    /** Twelve sides' cylinder and sphere against n/2 sin(2 pi/n) r^2 h and 4/3 pi r^3. */
    @Test
    void turnedShapes() {
        int sides = 48;
        Part drum = shape(s -> s.drum(sides, 0.3, 0.9, 0.005));
        isSound(drum);
        assertEquals(0, openEdges(drum));
        assertEquals(sides / 2.0 * Math.sin(2 * Math.PI / sides) * 0.09 * 0.9, volume(drum), 0.001);
        Part ball = shape(s -> s.sphere(sides, 0.5));
        isSound(ball);
        assertEquals(0, openEdges(ball));
        assertEquals(4 / 3.0 * Math.PI * 0.125, volume(ball), 0.01);
    }

    /** Pappus: a closed ring's volume is the area of its section times the way of its centre. */
    @Test
    void sweptBars() {
        int n = 64;
        double[][] ring = new double[n][];
        for (int i = 0; i < n; i++) {
            double a = 2 * Math.PI * i / n;
            ring[i] = new double[] {0.4 * Math.sin(a), 0.2, 0.4 * Math.cos(a)};
        }
        Part torus = shape(s -> s.tube(0.05, 24, true, ring));
        isSound(torus);
        double section = 24 / 2.0 * Math.sin(2 * Math.PI / 24) * 0.0025;
        assertEquals(section * 2 * Math.PI * 0.4, Math.abs(volume(torus)), 3e-4);
        assertTrue(volume(torus) > 0, "it faces outwards");
        Part bar = shape(s -> s.tube(0.05, 24, false, new double[] {0, 0, 0}, new double[] {0, 1, 0}));
        isSound(bar);
        assertTrue(volume(bar) > 0);
    }

    /** The workbench moves and turns what is made on it, and goes back. */
    @Test
    void theWorkbenchMoves() {
        Part part = shape(s -> s.at(1, 2, 3)
                .turn(0, 1, 0, 90)
                .box(0.4, 0.1, 0.2, 0.01)
                .back(2)
                .at(-1, 0, 0)
                .box(0.1, 0.1, 0.1, 0.01)
                .back(1));
        Bounds box = Bounds.of(part.positions());
        assertEquals(1.1, box.maxX(), 1e-6, "turned: its depth lies along X");
        assertEquals(3.2, box.maxZ(), 1e-6);
        assertEquals(2.1, box.maxY(), 1e-6);
        assertEquals(-1.05, box.minX(), 1e-6);
    }

    /** One repeat of the maps covers as many metres as was asked for, so that grain has its true size. */
    @Test
    void mapsHaveTheirTrueSize() {
        Part part = shape(s -> s.box(2, 0.02, 0.3, 0.001));
        float[] p = part.positions();
        float[] uv = Objects.requireNonNull(part.uvs());
        double longest = 0;
        for (int t = 0; t < part.indices().length; t += 3) {
            int a = part.indices()[t];
            int b = part.indices()[t + 1];
            double dx = p[a * 3] - p[b * 3];
            double dv = uv[a * 2 + 1] - uv[b * 2 + 1];
            if (Math.abs(dx) > 1.9) {
                longest = Math.max(longest, Math.abs(dv / dx));
            }
        }
        assertEquals(1 / 0.5, longest, 0.02);
    }
}
