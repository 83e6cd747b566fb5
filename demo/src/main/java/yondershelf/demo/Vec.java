package yondershelf.demo;

/** Vectors of three numbers. */
final class Vec {
    private Vec() {}

    static double[] sub(double[] a, double[] b) {
        return new double[] {a[0] - b[0], a[1] - b[1], a[2] - b[2]};
    }

    static double[] cross(double[] a, double[] b) {
        return new double[] {a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]};
    }

    static double dot(double[] a, double[] b) {
        return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
    }

    static double[] unit(double[] a) {
        double l = Math.sqrt(dot(a, a));
        return l > 0 ? new double[] {a[0] / l, a[1] / l, a[2] / l} : new double[] {0, 1, 0};
    }
}
