package yondershelf.content;

/**
 * An affine map of space, a 3x4 matrix in row order: {@code x' = xx x + xy y + xz z + tx} and so on. Metres.
 */
public record Transform(
        double xx,
        double xy,
        double xz,
        double tx,
        double yx,
        double yy,
        double yz,
        double ty,
        double zx,
        double zy,
        double zz,
        double tz) {

    public static final Transform IDENTITY = new Transform(1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0);

    public static Transform translation(double x, double y, double z) {
        return new Transform(1, 0, 0, x, 0, 1, 0, y, 0, 0, 1, z);
    }

    public static Transform scale(double x, double y, double z) {
        return new Transform(x, 0, 0, 0, 0, y, 0, 0, 0, 0, z, 0);
    }

    public static Transform scale(double s) {
        return scale(s, s, s);
    }

    /** Rotation about an axis (need not be unit length) by an angle in radians, right-handed. */
    public static Transform rotation(double ax, double ay, double az, double angle) {
        double length = Math.sqrt(ax * ax + ay * ay + az * az);
        if (length == 0) {
            return IDENTITY;
        }
        double half = angle / 2;
        double s = Math.sin(half) / length;
        return quaternion(ax * s, ay * s, az * s, Math.cos(half));
    }

    /** Rotation by a unit quaternion (x, y, z, w), as in glTF node rotations. */
    public static Transform quaternion(double x, double y, double z, double w) {
        return new Transform(
                1 - 2 * (y * y + z * z),
                2 * (x * y - z * w),
                2 * (x * z + y * w),
                0,
                2 * (x * y + z * w),
                1 - 2 * (x * x + z * z),
                2 * (y * z - x * w),
                0,
                2 * (x * z - y * w),
                2 * (y * z + x * w),
                1 - 2 * (x * x + y * y),
                0);
    }

    /** From 16 numbers in column order, as glTF writes node matrices. */
    public static Transform fromColumns(double[] m) {
        return new Transform(m[0], m[4], m[8], m[12], m[1], m[5], m[9], m[13], m[2], m[6], m[10], m[14]);
    }

    /** 16 numbers in column order, as glTF writes node matrices. */
    public double[] toColumns() {
        return new double[] {xx, yx, zx, 0, xy, yy, zy, 0, xz, yz, zz, 0, tx, ty, tz, 1};
    }

    /** This map after {@code first}: {@code then(first)(p) = this(first(p))}. */
    public Transform after(Transform f) {
        return new Transform(
                xx * f.xx + xy * f.yx + xz * f.zx,
                xx * f.xy + xy * f.yy + xz * f.zy,
                xx * f.xz + xy * f.yz + xz * f.zz,
                xx * f.tx + xy * f.ty + xz * f.tz + tx,
                yx * f.xx + yy * f.yx + yz * f.zx,
                yx * f.xy + yy * f.yy + yz * f.zy,
                yx * f.xz + yy * f.yz + yz * f.zz,
                yx * f.tx + yy * f.ty + yz * f.tz + ty,
                zx * f.xx + zy * f.yx + zz * f.zx,
                zx * f.xy + zy * f.yy + zz * f.zy,
                zx * f.xz + zy * f.yz + zz * f.zz,
                zx * f.tx + zy * f.ty + zz * f.tz + tz);
    }

    /** The same place, turned by radians about the upright axis (+Y) through it. */
    public Transform turnedInPlace(double angle) {
        return translation(tx, ty, tz)
                .after(rotation(0, 1, 0, angle))
                .after(translation(-tx, -ty, -tz))
                .after(this);
    }

    /** Determinant of the linear part; negative when the map mirrors. */
    public double determinant() {
        return xx * (yy * zz - yz * zy) - xy * (yx * zz - yz * zx) + xz * (yx * zy - yy * zx);
    }

    /** The inverse map; a flat map (determinant zero) gives the identity's linear part so that nothing becomes NaN. */
    public Transform inverse() {
        double det = determinant();
        if (det == 0 || !Double.isFinite(det)) {
            return translation(-tx, -ty, -tz);
        }
        double i = 1 / det;
        double a = (yy * zz - yz * zy) * i;
        double b = (xz * zy - xy * zz) * i;
        double c = (xy * yz - xz * yy) * i;
        double d = (yz * zx - yx * zz) * i;
        double e = (xx * zz - xz * zx) * i;
        double f = (xz * yx - xx * yz) * i;
        double g = (yx * zy - yy * zx) * i;
        double h = (xy * zx - xx * zy) * i;
        double k = (xx * yy - xy * yx) * i;
        return new Transform(
                a,
                b,
                c,
                -(a * tx + b * ty + c * tz),
                d,
                e,
                f,
                -(d * tx + e * ty + f * tz),
                g,
                h,
                k,
                -(g * tx + h * ty + k * tz));
    }

    public double pointX(double x, double y, double z) {
        return xx * x + xy * y + xz * z + tx;
    }

    public double pointY(double x, double y, double z) {
        return yx * x + yy * y + yz * z + ty;
    }

    public double pointZ(double x, double y, double z) {
        return zx * x + zy * y + zz * z + tz;
    }
}
