package yondershelf.facts;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import yondershelf.content.Picture;

/**
 * A world whose colour is known in every direction, laid out by the published rules (OpenGL 4.6, table 8.19, solved for the
 * direction; the formula of the angular map as it was published with the first light probes) and read back.
 */
public class ProjectionTest {
    private static final int SIZE = 64;

    /** Smooth, different in all directions, brighter than one somewhere. Right, up and straight ahead are positive. */
    static double[] world(double right, double up, double ahead) {
        double length = Math.sqrt(right * right + up * up + ahead * ahead);
        return new double[] {1 + right / length, 0.5 + 0.5 * up / length, 1.2 + ahead / length};
    }

    /** Direction of a place on a face, s to the right and t down, both -1 to 1; in OpenGL's axes, which see +Z ahead. */
    private static double[] ofFace(int face, double s, double t) {
        return switch (face) {
            case 0 -> new double[] {1, -t, -s};
            case 1 -> new double[] {-1, -t, s};
            case 2 -> new double[] {s, 1, t};
            case 3 -> new double[] {s, -1, -t};
            case 4 -> new double[] {s, -t, 1};
            default -> new double[] {-s, -t, -1};
        };
    }

    private static final int[][] FACES = {{2, 1}, {0, 1}, {1, 0}, {1, 2}, {1, 1}, {3, 1}};
    private static final int[][] UPRIGHT = {{2, 1}, {0, 1}, {1, 0}, {1, 2}, {1, 1}, {1, 3}};

    public static Picture laidOut(Projection as) {
        int w = as == Projection.ANGULAR ? SIZE * 2 : SIZE * cells(as)[0];
        int h = as == Projection.ANGULAR ? SIZE * 2 : SIZE * cells(as)[1];
        float[] out = new float[w * h * 3];
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                double[] d = as == Projection.ANGULAR
                        ? ofAngular((x + 0.5) / w * 2 - 1, 1 - (y + 0.5) / h * 2)
                        : ofCube(as, x, y);
                for (int c = 0; c < 3 && d.length > 0; c++) {
                    out[(y * w + x) * 3 + c] = (float) world(d[0], d[1], d[2])[c];
                }
            }
        }
        return Picture.ofFloats(w, h, 3, out);
    }

    private static int[] cells(Projection as) {
        return switch (as) {
            case HORIZONTAL_CROSS -> new int[] {4, 3};
            case VERTICAL_CROSS -> new int[] {3, 4};
            case HORIZONTAL_STRIP -> new int[] {6, 1};
            default -> new int[] {1, 6};
        };
    }

    private static double[] ofCube(Projection as, int x, int y) {
        double s = (x % SIZE + 0.5) / SIZE * 2 - 1;
        double t = (y % SIZE + 0.5) / SIZE * 2 - 1;
        for (int face = 0; face < 6; face++) {
            int[] at = switch (as) {
                case HORIZONTAL_CROSS -> FACES[face];
                case VERTICAL_CROSS -> UPRIGHT[face];
                case HORIZONTAL_STRIP -> new int[] {face, 0};
                default -> new int[] {0, face};
            };
            if (at[0] == x / SIZE && at[1] == y / SIZE) {
                boolean turned = as == Projection.VERTICAL_CROSS && face == 5;
                return turned ? ofFace(face, -s, -t) : ofFace(face, s, t);
            }
        }
        return new double[0];
    }

    private static double[] ofAngular(double u, double v) {
        double r = Math.sqrt(u * u + v * v);
        double angle = r * Math.PI;
        return r > 1 ? new double[0] : new double[] {u / r * Math.sin(angle), v / r * Math.sin(angle), Math.cos(angle)};
    }

    @ParameterizedTest
    @EnumSource
    void becomesEquirectangular(Projection as) {
        Picture from = laidOut(as);
        assertEquals(Optional.of(as), Projection.of(from));
        Picture to = as.toEquirectangular(from);
        assertEquals(2 * to.height(), to.width());
        assertTrue(Panorama.of(to).meets());
        double worst = 0;
        for (int y = 0; y < to.height(); y++) {
            for (int x = 0; x < to.width(); x++) {
                double phi = ((x + 0.5) / to.width() - 0.5) * 2 * Math.PI;
                double theta = (y + 0.5) / to.height() * Math.PI;
                double[] want =
                        world(Math.sin(phi) * Math.sin(theta), Math.cos(theta), Math.cos(phi) * Math.sin(theta));
                for (int c = 0; c < 3; c++) {
                    worst = Math.max(worst, Math.abs(want[c] - to.value(x, y, c)));
                }
            }
        }
        // a pixel of a face is 1/32 of its half, and the world changes by one from its middle to its side
        assertTrue(worst < 0.05, as + " is off by " + worst);
    }

    /** Pictures of those shapes that are something else. */
    @Test
    void othersAreLeftAlone() {
        for (int[] shape : new int[][] {{256, 192}, {192, 256}, {384, 64}, {64, 384}, {128, 128}}) {
            float[] out = new float[shape[0] * shape[1] * 3];
            for (int i = 0; i < out.length; i++) {
                out[i] = (float) (0.5 + 0.3 * Math.sin(i / 3 % shape[0] * 0.05 + i % 3) + 0.2 * i / out.length);
            }
            assertEquals(Optional.empty(), Projection.of(Picture.ofFloats(shape[0], shape[1], 3, out)));
        }
    }
}
