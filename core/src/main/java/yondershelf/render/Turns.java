package yondershelf.render;

/**
 * Angles in whole turns by polynomials: plain arithmetic, so the same on every machine, and several times as quick as
 * {@link StrictMath}. Abramowitz and Stegun, "Handbook of Mathematical Functions", 4.3.65 and 4.4.49.
 */
final class Turns {
    private static final double RADIANS = 2 * Math.PI;

    private Turns() {}

    /** Sine, within 1e-9. */
    static double sin(double turns) {
        double t = turns - Math.rint(turns);
        t = t > 0.25 ? 0.5 - t : t < -0.25 ? -0.5 - t : t;
        double x = t * RADIANS;
        double s = x * x;
        double sum = 1 / 6227020800.0;
        sum = sum * s - 1 / 39916800.0;
        sum = sum * s + 1 / 362880.0;
        sum = sum * s - 1 / 5040.0;
        sum = sum * s + 1 / 120.0;
        sum = sum * s - 1 / 6.0;
        return x * (1 + sum * s);
    }

    /** Cosine, within 1e-9. */
    static double cos(double turns) {
        return sin(turns + 0.25);
    }

    /** The angle of a point from the X axis, -0.5 to 0.5, within 1e-8; 0 for the origin. */
    static double of(double y, double x) {
        double ax = Math.abs(x);
        double ay = Math.abs(y);
        double large = Math.max(ax, ay);
        if (!(large > 0)) {
            return 0;
        }
        double q = Math.min(ax, ay) / large;
        double s = q * q;
        double arc = 0.0028662257;
        arc = arc * s - 0.0161657367;
        arc = arc * s + 0.0429096138;
        arc = arc * s - 0.0752896400;
        arc = arc * s + 0.1065626393;
        arc = arc * s - 0.1420889944;
        arc = arc * s + 0.1999355085;
        arc = arc * s - 0.3333314528;
        double turns = q * (1 + arc * s) / RADIANS;
        turns = ay > ax ? 0.25 - turns : turns;
        turns = x < 0 ? 0.5 - turns : turns;
        return y < 0 ? -turns : turns;
    }
}
