package yondershelf.content;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Maps of space: their algebra, and rotations against the worked quaternion of glTF's node rotation. */
class TransformTest {
    private static Transform random(SplittableRandom r) {
        return Transform.translation(r.nextDouble(-5, 5), r.nextDouble(-5, 5), r.nextDouble(-5, 5))
                .after(Transform.rotation(r.nextDouble(-1, 1), r.nextDouble(-1, 1), 1, r.nextDouble(-3, 3)))
                .after(Transform.scale(r.nextDouble(0.3, 2), r.nextDouble(0.3, 2), -r.nextDouble(0.3, 2)));
    }

    @Test
    void inverseTakesBackAndProductsAssociate() {
        SplittableRandom r = new SplittableRandom(1);
        for (int i = 0; i < 200; i++) {
            Transform a = random(r);
            Transform b = random(r);
            Transform c = random(r);
            assertArrayEquals(
                    Transform.IDENTITY.toColumns(), a.after(a.inverse()).toColumns(), 1e-9);
            assertArrayEquals(
                    a.after(b).after(c).toColumns(), a.after(b.after(c)).toColumns(), 1e-9);
            assertEquals(a.determinant() * b.determinant(), a.after(b).determinant(), 1e-9);
            assertTrue(a.determinant() < 0, "a mirrored map");
            assertArrayEquals(
                    a.toColumns(), Transform.fromColumns(a.toColumns()).toColumns(), 0);
        }
    }

    /** A quarter turn about +Y is the quaternion (0, sin 45, 0, cos 45) and takes +Z to +X (right-handed). */
    @Test
    void quarterTurn() {
        double h = Math.sqrt(0.5);
        Transform byQuaternion = Transform.quaternion(0, h, 0, h);
        assertArrayEquals(
                byQuaternion.toColumns(),
                Transform.rotation(0, 1, 0, Math.PI / 2).toColumns(),
                1e-12);
        assertEquals(1, byQuaternion.pointX(0, 0, 1), 1e-12);
        assertEquals(0, byQuaternion.pointZ(0, 0, 1), 1e-12);
    }

    @Test
    void boundsOfAModelAreThoseOfItsVerticesNotOfItsBoxes() {
        float[] diamond = {1, 0, 0, 0, 0, 1, -1, 0, 0, 0, 0, -1};
        Part part = new Part(diamond, null, null, null, new int[] {0, 1, 2, 0, 2, 3}, 0);
        Model model = new Model(
                "m",
                List.of(new Mesh("m", List.of(part))),
                List.of(new Node("n", Transform.rotation(0, 1, 0, Math.PI / 4), 0, List.of())),
                List.of(0),
                List.of());
        assertEquals(Math.sqrt(2), model.bounds().sizeX(), 1e-6);
        assertEquals(
                2 * Math.sqrt(2),
                new Mesh("m", List.of(part))
                        .bounds()
                        .transformed(model.nodes().get(0).local())
                        .sizeX(),
                1e-6);
    }

    @Test
    void aNodeThatIsItsOwnAncestorEnds() {
        Part part = new Part(new float[9], null, null, null, new int[] {0, 1, 2}, 0);
        Model model = new Model(
                "m",
                List.of(new Mesh("m", List.of(part))),
                List.of(
                        new Node("a", Transform.IDENTITY, 0, List.of(1)),
                        new Node("b", Transform.IDENTITY, -1, List.of(0))),
                List.of(0),
                List.of());
        assertEquals(1, model.placed().size());
        assertEquals(1, model.triangleCount());
    }
}
