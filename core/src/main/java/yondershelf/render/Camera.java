package yondershelf.render;

import java.util.List;
import yondershelf.content.Bounds;

/**
 * A pinhole camera.
 *
 * @param fieldOfView vertical, in radians
 */
public record Camera(
        double eyeX, double eyeY, double eyeZ, double targetX, double targetY, double targetZ, double fieldOfView) {

    /** An orthonormal frame: right, up, backward (three each), for turning picture places into directions. */
    double[] frame() {
        double bx = eyeX - targetX;
        double by = eyeY - targetY;
        double bz = eyeZ - targetZ;
        double length = Math.sqrt(bx * bx + by * by + bz * bz);
        bx /= length;
        by /= length;
        bz /= length;
        double rx = bz;
        double rz = -bx;
        double across = Math.sqrt(rx * rx + rz * rz);
        if (across < 1e-9) {
            rx = 1;
            rz = 0;
            across = 1;
        }
        rx /= across;
        rz /= across;
        double ux = by * rz;
        double uy = bz * rx - bx * rz;
        double uz = -by * rx;
        return new double[] {rx, 0, rz, ux, uy, uz, bx, by, bz};
    }

    /** The unit direction through a place in the picture: x and y 0 to 1 from the top left. */
    public double[] direction(double x, double y, double aspect) {
        double[] f = frame();
        double h = Math.tan(fieldOfView / 2);
        double sx = (2 * x - 1) * h * aspect;
        double sy = (1 - 2 * y) * h;
        double dx = f[0] * sx + f[3] * sy - f[6];
        double dy = f[1] * sx + f[4] * sy - f[7];
        double dz = f[2] * sx + f[5] * sy - f[8];
        double length = Math.sqrt(dx * dx + dy * dy + dz * dz);
        return new double[] {dx / length, dy / length, dz / length};
    }

    /** Where a point appears: x and y 0 to 1 from the top left, and its depth along the view; depth below zero is behind. */
    public double[] project(double x, double y, double z, double aspect) {
        double[] f = frame();
        double px = x - eyeX;
        double py = y - eyeY;
        double pz = z - eyeZ;
        double depth = -(px * f[6] + py * f[7] + pz * f[8]);
        double h = Math.tan(fieldOfView / 2) * Math.max(depth, 1e-9);
        double sx = (px * f[0] + py * f[1] + pz * f[2]) / (h * aspect);
        double sy = (px * f[3] + py * f[4] + pz * f[5]) / h;
        return new double[] {(sx + 1) / 2, (1 - sy) / 2, depth};
    }

    public double distance() {
        double x = eyeX - targetX;
        double y = eyeY - targetY;
        double z = eyeZ - targetZ;
        return Math.sqrt(x * x + y * y + z * z);
    }

    /** Looks at a point from a turn (about +Y, 0 from +Z) and a rise above the horizon, both in radians. */
    public static Camera around(
            double x, double y, double z, double turn, double rise, double distance, double fieldOfView) {
        double c = Math.cos(rise) * distance;
        return new Camera(
                x + Math.sin(turn) * c, y + Math.sin(rise) * distance, z + Math.cos(turn) * c, x, y, z, fieldOfView);
    }

    /**
     * The camera of the given turn and rise that holds all corners of a box just inside the picture.
     *
     * @param margin share of the picture left free on each side, 0 to 0.4
     */
    public static Camera framing(
            Bounds box, double turn, double rise, double fieldOfView, double aspect, double margin) {
        return framing(List.of(box), turn, rise, fieldOfView, aspect, margin);
    }

    /** The same for several boxes, which together may leave corners of their common box empty. At least one. */
    public static Camera framing(
            List<Bounds> boxes, double turn, double rise, double fieldOfView, double aspect, double margin) {
        double[] corners = new double[boxes.size() * 24];
        int at = 0;
        for (Bounds box : boxes) {
            for (int i = 0; i < 8; i++) {
                corners[at++] = (i & 1) == 0 ? box.minX() : box.maxX();
                corners[at++] = (i & 2) == 0 ? box.minY() : box.maxY();
                corners[at++] = (i & 4) == 0 ? box.minZ() : box.maxZ();
            }
        }
        return framing(corners, turn, rise, fieldOfView, aspect, margin);
    }

    /**
     * The nearest camera of the given turn and rise that holds all points, in the middle of the picture. Each side plane of
     * the view must pass outside the outermost point in its direction, which gives the eye in closed form.
     *
     * @param points three coordinates each; at least one point
     */
    public static Camera framing(
            double[] points, double turn, double rise, double fieldOfView, double aspect, double margin) {
        double[] f = around(0, 0, 0, turn, rise, 1, fieldOfView).frame();
        double ky = Math.tan(fieldOfView / 2) * (1 - 2 * margin);
        double kx = ky * aspect;
        double right = Double.NEGATIVE_INFINITY;
        double left = Double.NEGATIVE_INFINITY;
        double top = Double.NEGATIVE_INFINITY;
        double bottom = Double.NEGATIVE_INFINITY;
        double near = Double.NEGATIVE_INFINITY;
        double far = Double.POSITIVE_INFINITY;
        for (int i = 0; i + 2 < points.length; i += 3) {
            double x = points[i] * f[0] + points[i + 1] * f[1] + points[i + 2] * f[2];
            double y = points[i] * f[3] + points[i + 1] * f[4] + points[i + 2] * f[5];
            double z = points[i] * f[6] + points[i + 1] * f[7] + points[i + 2] * f[8];
            right = Math.max(right, x + kx * z);
            left = Math.max(left, kx * z - x);
            top = Math.max(top, y + ky * z);
            bottom = Math.max(bottom, ky * z - y);
            near = Math.max(near, z);
            far = Math.min(far, z);
        }
        double ex = (right - left) / 2;
        double ey = (top - bottom) / 2;
        double back = Math.max((right + left) / (2 * kx), (top + bottom) / (2 * ky));
        // never so near that a point would touch the eye
        double ez = Math.max(back, near + Math.max((near - far) * 0.02, 1e-6));
        double tz = (near + far) / 2;
        return new Camera(
                ex * f[0] + ey * f[3] + ez * f[6],
                ex * f[1] + ey * f[4] + ez * f[7],
                ex * f[2] + ey * f[5] + ez * f[8],
                ex * f[0] + ey * f[3] + tz * f[6],
                ex * f[1] + ey * f[4] + tz * f[7],
                ex * f[2] + ey * f[5] + tz * f[8],
                fieldOfView);
    }
}
