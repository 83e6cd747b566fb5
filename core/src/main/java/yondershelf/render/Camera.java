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
        Bounds all = Bounds.EMPTY;
        for (Bounds box : boxes) {
            all = all.union(box);
        }
        double cx = all.centreX();
        double cy = all.centreY();
        double cz = all.centreZ();
        double radius = Math.max(all.radius(), 1e-6);
        double low = radius * 0.2;
        double high = radius * 40;
        for (int i = 0; i < 40; i++) {
            double middle = (low + high) / 2;
            Camera camera = around(cx, cy, cz, turn, rise, middle, fieldOfView);
            if (boxes.stream().allMatch(box -> camera.holds(box, aspect, margin))) {
                high = middle;
            } else {
                low = middle;
            }
        }
        return around(cx, cy, cz, turn, rise, high, fieldOfView);
    }

    private boolean holds(Bounds box, double aspect, double margin) {
        for (int i = 0; i < 8; i++) {
            double[] p = project(
                    (i & 1) == 0 ? box.minX() : box.maxX(),
                    (i & 2) == 0 ? box.minY() : box.maxY(),
                    (i & 4) == 0 ? box.minZ() : box.maxZ(),
                    aspect);
            if (p[2] <= 0 || p[0] < margin || p[0] > 1 - margin || p[1] < margin || p[1] > 1 - margin) {
                return false;
            }
        }
        return true;
    }
}
