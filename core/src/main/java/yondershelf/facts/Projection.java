package yondershelf.facts;

import java.util.Arrays;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Picture;

/**
 * Ways to lay the world all around out on a picture other than the equirectangular one. Cubes have the six faces of OpenGL's cube
 * maps (its specification 4.6, table 8.19), which look along +Z where the equirectangular picture's middle looks along -Z, so that
 * nothing is mirrored; how they are unfolded is common practice, no source. The angular map has the view straight ahead in its
 * middle and what is behind along its rim, angles in proportion to the distance from the middle (Debevec 1998, "Rendering
 * Synthetic Objects into Real Scenes").
 */
public enum Projection {
    HORIZONTAL_CROSS("a cube unfolded to a cross", 4, 3, new int[] {-1, 2, -1, -1, 1, 4, 0, 5, -1, 3, -1, -1}),
    VERTICAL_CROSS("a cube unfolded to a cross", 3, 4, new int[] {-1, 2, -1, 1, 4, 0, -1, 3, -1, -1, 5, -1}),
    HORIZONTAL_STRIP("the faces of a cube in a row", 6, 1, new int[] {0, 1, 2, 3, 4, 5}),
    VERTICAL_STRIP("the faces of a cube in a column", 1, 6, new int[] {0, 1, 2, 3, 4, 5}),
    ANGULAR("an angular map", 1, 1, new int[] {});

    private static final int BACK = 5;
    /** Edges that belong together differ by no more than this many times what neighbours inside the faces do. */
    private static final double MEETS = 4;

    private static final int PROBES = 64;
    private static final int LEAST = 16;
    /** Samples each way in a pixel. */
    private static final int SAMPLES = 2;

    private final String title;
    private final int across;
    private final int down;
    /** Which face is where: +X, -X, +Y, -Y, +Z, -Z are 0 to 5; -1 where nothing is. */
    private final int[] faces;

    Projection(String title, int across, int down, int[] faces) {
        this.title = title;
        this.across = across;
        this.down = down;
        this.faces = faces;
    }

    /** For a person. */
    public String title() {
        return title;
    }

    /** What a picture is laid out as, by its shape and by whether the edges of faces that meet on the cube are alike. */
    public static Optional<Projection> of(Picture picture) {
        return Arrays.stream(values()).filter(p -> p.fits(picture)).findFirst();
    }

    /** True for a picture whose width and height could be those of one. */
    public static boolean isShaped(int width, int height) {
        return Arrays.stream(values()).anyMatch(p -> p.isShape(width, height));
    }

    private boolean isShape(int width, int height) {
        return height >= LEAST && width >= LEAST && (long) width * down == (long) height * across;
    }

    private boolean fits(Picture picture) {
        if (!isShape(picture.width(), picture.height())) {
            return false;
        }
        return this == ANGULAR ? isRound(picture) : hasEmptyCells(picture) && edgesMeet(picture);
    }

    /** Nothing outside the circle, something inside. */
    private static boolean isRound(Picture picture) {
        int w = picture.width();
        int h = picture.height();
        float[] corner = colour(picture, 0, 0);
        for (int i = 0; i < PROBES; i++) {
            double a = 2 * Math.PI * i / PROBES;
            // beyond the rim: only towards the corners is there room for it
            int x = (int) (w * (0.5 + 0.53 * Math.cos(a)));
            int y = (int) (h * (0.5 + 0.53 * Math.sin(a)));
            if (x >= 0 && x < w && y >= 0 && y < h && distance(corner, colour(picture, x, y)) > 0) {
                return false;
            }
        }
        return distance(corner, colour(picture, w - 1, 0)) == 0
                && distance(corner, colour(picture, w - 1, h - 1)) == 0
                && distance(corner, colour(picture, w / 2, h / 2)) > 0;
    }

    private boolean hasEmptyCells(Picture picture) {
        int size = picture.width() / across;
        for (int cell = 0; cell < faces.length; cell++) {
            if (faces[cell] >= 0) {
                continue;
            }
            int x = cell % across * size;
            int y = cell / across * size;
            float[] first = colour(picture, x, y);
            for (int i = 1; i < PROBES; i++) {
                if (distance(first, colour(picture, x + i * 31 % size, y + i * 17 % size)) > 0) {
                    return false;
                }
            }
        }
        return true;
    }

    /** Compares what two faces show just this side and that side of the edge between them. */
    private boolean edgesMeet(Picture picture) {
        double edges = 0;
        double inside = 0;
        int size = picture.width() / across;
        double near = 1 - 1.0 / size;
        double[] d = new double[3];
        for (int i = 0; i < PROBES; i++) {
            double along = (2 * (i + 0.5) / PROBES - 1) * near;
            for (int axis = 0; axis < 3; axis++) {
                for (int signs = 0; signs < 4; signs++) {
                    double a = (signs & 1) == 0 ? 1 : -1;
                    double b = (signs & 2) == 0 ? 1 : -1;
                    d[axis] = along;
                    d[(axis + 1) % 3] = a;
                    d[(axis + 2) % 3] = b * near;
                    float[] here = seen(picture, d);
                    d[(axis + 2) % 3] = b * (near - 2.0 / size);
                    inside += distance(here, seen(picture, d));
                    d[(axis + 1) % 3] = a * near;
                    d[(axis + 2) % 3] = b;
                    edges += distance(here, seen(picture, d));
                }
            }
        }
        return edges <= MEETS * inside + 1e-6;
    }

    /**
     * The same world in equirectangular projection, its middle straight ahead and its top row straight up; as many pixels around
     * as four faces or the angular map have.
     */
    public Picture toEquirectangular(Picture from) {
        int w = this == ANGULAR ? from.width() & ~1 : 4 * (from.width() / across);
        int h = w / 2;
        float[] out = new float[w * h * 3];
        double[] d = new double[3];
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                for (int s = 0; s < SAMPLES * SAMPLES; s++) {
                    double phi = ((x + (s % SAMPLES + 0.5) / SAMPLES) / w - 0.5) * 2 * Math.PI;
                    double theta = (y + (s / SAMPLES + 0.5) / SAMPLES) / h * Math.PI;
                    d[0] = Math.sin(phi) * Math.sin(theta);
                    d[1] = Math.cos(theta);
                    d[2] = Math.cos(phi) * Math.sin(theta);
                    float[] seen = seen(from, d);
                    for (int c = 0; c < 3; c++) {
                        out[(y * w + x) * 3 + c] += seen[c] / (SAMPLES * SAMPLES);
                    }
                }
            }
        }
        return Picture.ofFloats(w, h, 3, out);
    }

    /** What is seen in a direction, +Z straight ahead and +X to the right. */
    private float[] seen(Picture picture, double[] d) {
        return this == ANGULAR ? angular(picture, d) : cube(picture, d);
    }

    private static float[] angular(Picture picture, double[] d) {
        double flat = Math.sqrt(d[0] * d[0] + d[1] * d[1]);
        double r = flat > 0 ? Math.atan2(flat, d[2]) / Math.PI / flat : 0;
        double half = picture.width() / 2.0;
        // the outermost pixels are only in part inside the rim
        double most = (half - 1) / half;
        double scale = r * flat > most ? most / (r * flat) : 1;
        return bilinear(picture, half + d[0] * r * scale * half, half - d[1] * r * scale * half, null);
    }

    private float[] cube(Picture picture, double[] d) {
        double x = Math.abs(d[0]);
        double y = Math.abs(d[1]);
        double z = Math.abs(d[2]);
        int axis = x >= y && x >= z ? 0 : y >= z ? 1 : 2;
        int face = axis * 2 + (d[axis] >= 0 ? 0 : 1);
        double sc = switch (face) {
            case 0 -> -d[2];
            case 1 -> d[2];
            case BACK -> -d[0];
            default -> d[0];
        };
        double tc = switch (face) {
            case 2 -> d[2];
            case 3 -> -d[2];
            default -> -d[1];
        };
        double ma = Math.abs(d[axis]);
        double s = (sc / ma + 1) / 2;
        double t = (tc / ma + 1) / 2;
        if (this == VERTICAL_CROSS && face == BACK) {
            // it hangs below the floor, so it stands on its head
            s = 1 - s;
            t = 1 - t;
        }
        int cell = 0;
        while (faces[cell] != face) {
            cell++;
        }
        int size = picture.width() / across;
        int left = cell % across * size;
        int top = cell / across * size;
        return bilinear(picture, left + s * size, top + t * size, new int[] {left, top, left + size, top + size});
    }

    /** @param within the face, beyond which nothing is taken from; null for the whole picture */
    private static float[] bilinear(Picture p, double x, double y, int @Nullable [] within) {
        int left = within == null ? 0 : within[0];
        int top = within == null ? 0 : within[1];
        int right = within == null ? p.width() : within[2];
        int bottom = within == null ? p.height() : within[3];
        double u = Math.max(left, Math.min(right - 1.0, x - 0.5));
        double v = Math.max(top, Math.min(bottom - 1.0, y - 0.5));
        int x0 = (int) u;
        int y0 = (int) v;
        int x1 = Math.min(right - 1, x0 + 1);
        int y1 = Math.min(bottom - 1, y0 + 1);
        float fx = (float) (u - x0);
        float fy = (float) (v - y0);
        float[] out = new float[3];
        for (int c = 0; c < 3; c++) {
            int k = p.channels() >= 3 ? c : 0;
            float upper = p.value(x0, y0, k) * (1 - fx) + p.value(x1, y0, k) * fx;
            float lower = p.value(x0, y1, k) * (1 - fx) + p.value(x1, y1, k) * fx;
            out[c] = upper * (1 - fy) + lower * fy;
        }
        return out;
    }

    private static float[] colour(Picture p, int x, int y) {
        return bilinear(p, x + 0.5, y + 0.5, null);
    }

    private static double distance(float[] a, float[] b) {
        return Math.abs(a[0] - b[0]) + Math.abs(a[1] - b[1]) + Math.abs(a[2] - b[2]);
    }
}
