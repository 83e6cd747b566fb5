package yondershelf.geometry;

import java.util.ArrayList;
import java.util.List;
import yondershelf.content.Bounds;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Transform;

/**
 * The part of a model worth looking at when its pieces lie so far apart that all of them together would be dots: the box of
 * the largest group. Found on grids, the finer ones within the best cells of the coarser.
 */
public final class MainBody {
    private static final int GRID = 32;
    /** Things that fill fewer cells of the grid than this are dots in empty space. */
    private static final int DOTS = 9;

    private static final int MOST_ROUNDS = 8;

    private static final long MOST_TRIANGLES = 4_000_000;

    private MainBody() {}

    /** Its box: that of the whole model when its pieces can be seen together. Empty when a size is infinite, or all are zero. */
    public static Bounds of(Model model) {
        List<float[]> boxes = boxes(model);
        Bounds all = around(boxes, null);
        if (!isFinite(all)) {
            return Bounds.EMPTY;
        }
        Bounds now = all;
        for (int round = 0; round < MOST_ROUNDS; round++) {
            Bounds next = best(boxes, now);
            if (next == null || next.radius() > now.radius() * 0.5) {
                return now;
            }
            now = next;
        }
        return now;
    }

    /** False for sizes that are no numbers, or none at all. */
    public static boolean isFinite(Bounds box) {
        return !box.isEmpty() && Double.isFinite(box.radius()) && box.radius() > 0;
    }

    /** Six numbers a triangle: its least and largest coordinates. */
    private static List<float[]> boxes(Model model) {
        // of very many, as of a mesh placed a million times, an even part tells where the body is
        int step = (int) (1 + model.triangleCount() / MOST_TRIANGLES);
        List<float[]> out = new ArrayList<>();
        for (Model.Placed placed : model.placed()) {
            for (Part part : model.meshes().get(placed.mesh()).parts()) {
                out.add(boxes(part, placed.toModel(), step));
            }
        }
        return out;
    }

    private static float[] boxes(Part part, Transform t, int step) {
        int[] x = part.indices();
        float[] p = part.positions();
        int triangles = x.length / 3;
        float[] out = new float[(triangles + step - 1) / step * 6];
        int to = -6;
        for (int i = 0; i + 2 < x.length; i += 3 * step) {
            to += 6;
            for (int k = 0; k < 3; k++) {
                int v = x[i + k] * 3;
                float[] at = {
                    (float) t.pointX(p[v], p[v + 1], p[v + 2]),
                    (float) t.pointY(p[v], p[v + 1], p[v + 2]),
                    (float) t.pointZ(p[v], p[v + 1], p[v + 2])
                };
                for (int c = 0; c < 3; c++) {
                    out[to + c] = k == 0 ? at[c] : Math.min(out[to + c], at[c]);
                    out[to + 3 + c] = k == 0 ? at[c] : Math.max(out[to + 3 + c], at[c]);
                }
            }
        }
        return out;
    }

    private static Bounds around(List<float[]> boxes, @org.jspecify.annotations.Nullable Bounds within) {
        Bounds out = Bounds.EMPTY;
        for (float[] part : boxes) {
            for (int i = 0; i < part.length; i += 6) {
                if (within == null || isWithin(part, i, within)) {
                    out = out.union(
                            new Bounds(part[i], part[i + 1], part[i + 2], part[i + 3], part[i + 4], part[i + 5]));
                }
            }
        }
        return out;
    }

    private static boolean isWithin(float[] part, int i, Bounds box) {
        return part[i] >= box.minX()
                && part[i + 1] >= box.minY()
                && part[i + 2] >= box.minZ()
                && part[i + 3] <= box.maxX()
                && part[i + 4] <= box.maxY()
                && part[i + 5] <= box.maxZ();
    }

    /** The box of the fullest neighbourhood of cells; null when what lies in the box is more than dots. */
    private static @org.jspecify.annotations.Nullable Bounds best(List<float[]> boxes, Bounds box) {
        double size = Math.max(box.sizeX(), Math.max(box.sizeY(), box.sizeZ()));
        double cell = size / GRID;
        double[] weights = new double[GRID * GRID * GRID];
        int filled = 0;
        for (float[] part : boxes) {
            for (int i = 0; i < part.length; i += 6) {
                if (!isWithin(part, i, box)) {
                    continue;
                }
                int[] from = new int[3];
                double across = 0;
                for (int c = 0; c < 3; c++) {
                    double least = c == 0 ? box.minX() : c == 1 ? box.minY() : box.minZ();
                    from[c] = Math.min(GRID - 1, (int) ((part[i + c] - least) / cell));
                    int to = Math.min(GRID - 1, (int) ((part[i + 3 + c] - least) / cell));
                    if (to - from[c] > 1) {
                        return null;
                    }
                    across += part[i + 3 + c] - part[i + c];
                }
                int at = (from[2] * GRID + from[1]) * GRID + from[0];
                filled += weights[at] == 0 ? 1 : 0;
                weights[at] += across * across + Double.MIN_NORMAL;
                if (filled >= DOTS) {
                    return null;
                }
            }
        }
        int top = 0;
        for (int i = 0; i < weights.length; i++) {
            top = weights[i] > weights[top] ? i : top;
        }
        double x = box.minX() + top % GRID * cell;
        double y = box.minY() + top / GRID % GRID * cell;
        double z = box.minZ() + top / (GRID * GRID) * cell;
        Bounds found =
                around(boxes, new Bounds(x - cell, y - cell, z - cell, x + 2 * cell, y + 2 * cell, z + 2 * cell));
        return found.isEmpty() || !(found.radius() > 0) ? null : found;
    }
}
