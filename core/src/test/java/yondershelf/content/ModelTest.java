package yondershelf.content;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import yondershelf.Rounds;

/** Trees of nodes, sound ones and those a hostile file may hold (glTF 2.0, 3.5.2: nodes form strict trees). */
class ModelTest {
    private static final Mesh MESH = new Mesh(
            "m", List.of(new Part(new float[] {0, 0, 0, 1, 0, 0, 0, 1, 0}, null, null, null, new int[] {0, 1, 2}, 0)));

    private static Model of(List<Node> nodes, Integer... roots) {
        return new Model("model", List.of(MESH), nodes, List.of(roots), List.of());
    }

    private static Node node(String name, double x, int mesh, Integer... children) {
        return new Node(name, Transform.translation(x, 0, 0), mesh, List.of(children));
    }

    @Test
    void childrenStandWhereTheirParentsDo() {
        Model model = of(
                List.of(
                        node("a", 1, 0, 1, 2),
                        node("b", 10, 0),
                        node("c", 100, -1, 3),
                        node("d", 1000, 0),
                        node("other root", 5, 0)),
                4,
                0);
        assertEquals(
                List.of("other root", "a", "b", "d"),
                model.placed().stream().map(Model.Placed::name).toList());
        assertEquals(
                List.of(5.0, 1.0, 11.0, 1101.0),
                model.placed().stream().map(p -> p.toModel().tx()).toList());
        assertEquals(4, model.triangleCount());
    }

    /** Twenty-nine nodes that each name the next one twice would unfold to half a thousand million placings. */
    @Test
    void nodesReachedAgainAreTakenOnce() {
        List<Node> nodes = new ArrayList<>();
        for (int i = 0; i < 29; i++) {
            nodes.add(node("n" + i, 1, 0, i + 1, i + 1));
        }
        nodes.add(node("last", 1, 0, 0, 29, 77, -4));
        Model model = of(nodes, 0, 0, 12);
        assertEquals(30, model.placed().size());
        assertEquals(30, model.placed().get(29).toModel().tx(), 1e-9);
    }

    @Test
    void aChainOfAnyDepthIsWalked() {
        List<Node> nodes = new ArrayList<>();
        for (int i = 0; i < 200_000; i++) {
            nodes.add(i == 199_999 ? node("end", 1, 0) : node("", 1, -1, i + 1));
        }
        List<Model.Placed> placed = of(nodes, 0).placed();
        assertEquals(1, placed.size());
        assertEquals(200_000, placed.get(0).toModel().tx(), 1e-6);
    }

    /** The box holds every placed vertex and touches the outermost in each direction. */
    @Test
    void theBoxIsExact() {
        SplittableRandom random = new SplittableRandom(4);
        for (int round = 0; round < Rounds.of(50); round++) {
            Transform t = Transform.translation(random.nextDouble(-9, 9), random.nextDouble(-9, 9), 3)
                    .after(Transform.rotation(
                            random.nextDouble(-1, 1), random.nextDouble(-1, 1), 0.3, random.nextDouble(-3, 3)))
                    .after(Transform.scale(random.nextDouble(0.1, 4)));
            Model model = of(List.of(new Node("n", t, 0, List.of())), 0);
            Bounds box = model.bounds();
            float[] p = MESH.parts().get(0).positions();
            double lowest = Double.POSITIVE_INFINITY;
            double highest = Double.NEGATIVE_INFINITY;
            for (int i = 0; i < p.length; i += 3) {
                double y = t.pointY(p[i], p[i + 1], p[i + 2]);
                lowest = Math.min(lowest, y);
                highest = Math.max(highest, y);
                assertTrue(box.minX() <= t.pointX(p[i], p[i + 1], p[i + 2]) + 1e-5);
                assertTrue(box.maxZ() >= t.pointZ(p[i], p[i + 1], p[i + 2]) - 1e-5);
            }
            assertEquals(lowest, box.minY(), 1e-5);
            assertEquals(highest, box.maxY(), 1e-5);
        }
    }
}
