package yondershelf.render;

import java.util.Arrays;
import java.util.List;
import yondershelf.content.Bounds;
import yondershelf.content.Part;
import yondershelf.content.Transform;

/**
 * The outermost vertices of a scene in many directions: all that framing needs to know of its shape. Directions are spread
 * evenly by the golden angle (Vogel 1979).
 */
final class Extent {
    private static final int DIRECTIONS = 128;
    private static final double GOLDEN_ANGLE = Math.PI * (3 - Math.sqrt(5));

    private Extent() {}

    /** Three coordinates a point, in world space, of vertices within a box; empty when there are none. */
    static double[] of(List<RenderScene.Item> items, Bounds within) {
        double slack = within.radius() * 1e-3;
        double[] best = new double[DIRECTIONS];
        Arrays.fill(best, Double.NEGATIVE_INFINITY);
        double[] out = new double[DIRECTIONS * 3];
        double[] ways = directions();
        for (RenderScene.Item item : items) {
            for (Part part : item.mesh().mesh().parts()) {
                gather(part.positions(), item.toWorld(), within, slack, ways, best, out);
            }
        }
        return best[0] == Double.NEGATIVE_INFINITY ? new double[0] : out;
    }

    private static double[] directions() {
        double[] out = new double[DIRECTIONS * 3];
        for (int i = 0; i < DIRECTIONS; i++) {
            double y = 1 - (2 * i + 1.0) / DIRECTIONS;
            double across = Math.sqrt(1 - y * y);
            out[i * 3] = across * Math.cos(i * GOLDEN_ANGLE);
            out[i * 3 + 1] = y;
            out[i * 3 + 2] = across * Math.sin(i * GOLDEN_ANGLE);
        }
        return out;
    }

    private static void gather(
            float[] p, Transform t, Bounds within, double slack, double[] ways, double[] best, double[] out) {
        for (int v = 0; v + 2 < p.length; v += 3) {
            double x = t.pointX(p[v], p[v + 1], p[v + 2]);
            double y = t.pointY(p[v], p[v + 1], p[v + 2]);
            double z = t.pointZ(p[v], p[v + 1], p[v + 2]);
            boolean inside = x >= within.minX() - slack
                    && x <= within.maxX() + slack
                    && y >= within.minY() - slack
                    && y <= within.maxY() + slack
                    && z >= within.minZ() - slack
                    && z <= within.maxZ() + slack;
            for (int d = 0; inside && d < DIRECTIONS; d++) {
                double along = ways[d * 3] * x + ways[d * 3 + 1] * y + ways[d * 3 + 2] * z;
                if (along > best[d]) {
                    best[d] = along;
                    out[d * 3] = x;
                    out[d * 3 + 1] = y;
                    out[d * 3 + 2] = z;
                }
            }
        }
    }
}
