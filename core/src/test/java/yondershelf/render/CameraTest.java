package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import yondershelf.Rounds;
import yondershelf.content.Bounds;

/** The pinhole camera: where a direction goes is where a point is seen, and what is framed is held. */
class CameraTest {
    private static final double FIELD = Math.toRadians(38);

    @Test
    void aPointIsSeenWhereItsDirectionGoes() {
        SplittableRandom random = new SplittableRandom(9);
        for (int i = 0; i < Rounds.of(2000); i++) {
            Camera camera = Camera.around(
                    random.nextDouble(-3, 3),
                    random.nextDouble(-3, 3),
                    random.nextDouble(-3, 3),
                    random.nextDouble(-7, 7),
                    random.nextDouble(-1.5, 1.5),
                    random.nextDouble(0.1, 20),
                    random.nextDouble(0.2, 2));
            double aspect = random.nextDouble(0.3, 3);
            double x = random.nextDouble();
            double y = random.nextDouble();
            double far = random.nextDouble(0.1, 50);
            double[] d = camera.direction(x, y, aspect);
            assertEquals(1, Math.sqrt(d[0] * d[0] + d[1] * d[1] + d[2] * d[2]), 1e-12);
            double[] seen = camera.project(
                    camera.eyeX() + d[0] * far, camera.eyeY() + d[1] * far, camera.eyeZ() + d[2] * far, aspect);
            assertEquals(x, seen[0], 1e-9);
            assertEquals(y, seen[1], 1e-9);
            assertTrue(seen[2] > 0 && seen[2] <= far + 1e-9);
        }
    }

    /** A vertical field of view of 90 degrees holds exactly one metre up at a distance of one metre (by definition). */
    @Test
    void theFieldOfViewIsVertical() {
        Camera camera = new Camera(0, 0, 1, 0, 0, 0, Math.PI / 2);
        assertEquals(0, camera.project(0, 1, 0, 2)[1], 1e-12);
        assertEquals(1, camera.project(0, -1, 0, 2)[1], 1e-12);
        assertEquals(1, camera.project(2, 0, 0, 2)[0], 1e-12);
        assertEquals(1, camera.project(0, 0, 0, 2)[2], 1e-12);
        assertTrue(camera.project(0, 0, 5, 2)[2] < 0, "behind");
    }

    @Test
    void straightDownIsAViewLikeAnyOther() {
        Camera down = new Camera(0, 5, 0, 0, 0, 0, FIELD);
        double[] d = down.direction(0.5, 0.5, 1);
        assertEquals(-1, d[1], 1e-12);
        double[] seen = down.project(1, 0, 0, 1);
        assertTrue(Double.isFinite(seen[0]) && seen[0] > 0.5 && Math.abs(seen[1] - 0.5) < 1e-9);
    }

    /** Every corner of every box is inside the margin, and one of them touches it. */
    @Test
    void whatIsFramedIsHeldAndNoSmallerThanNeeded() {
        SplittableRandom random = new SplittableRandom(21);
        for (int i = 0; i < Rounds.of(300); i++) {
            double scale = Math.pow(10, random.nextDouble(-3, 3));
            List<Bounds> boxes = new ArrayList<>();
            for (int k = random.nextInt(1, 4); k > 0; k--) {
                double x = random.nextDouble(-1, 1) * scale;
                double y = random.nextDouble(-1, 1) * scale;
                double z = random.nextDouble(-1, 1) * scale;
                boxes.add(new Bounds(
                        x,
                        y,
                        z,
                        x + random.nextDouble(0.01, 1) * scale,
                        y + random.nextDouble(0.01, 1) * scale,
                        z + random.nextDouble(0.01, 1) * scale));
            }
            double aspect = random.nextDouble(0.5, 2);
            double margin = random.nextDouble(0.02, 0.3);
            Camera camera = Camera.framing(
                    boxes, random.nextDouble(-4, 4), random.nextDouble(-0.5, 1.2), FIELD, aspect, margin);
            double least = 1;
            for (Bounds box : boxes) {
                for (int c = 0; c < 8; c++) {
                    double[] p = camera.project(
                            (c & 1) == 0 ? box.minX() : box.maxX(),
                            (c & 2) == 0 ? box.minY() : box.maxY(),
                            (c & 4) == 0 ? box.minZ() : box.maxZ(),
                            aspect);
                    double free = Math.min(Math.min(p[0], 1 - p[0]), Math.min(p[1], 1 - p[1]));
                    assertTrue(p[2] > 0 && free >= margin - 1e-9, "held");
                    least = Math.min(least, free);
                }
            }
            assertEquals(margin, least, 1e-4, "no smaller than needed");
        }
    }
}
