package yondershelf.render;

/**
 * What the surroundings look like around the horizon, softly: stands behind the ground where it fades out, in place of the picture's
 * own row drawn out downwards, which would show each cloud at the horizon as a streak.
 */
final class HorizonRing {
    private static final int STEPS = 256;
    /** Standard deviation of the blur, radians: wider than a bank of clouds. */
    private static final double SIGMA = 0.35;
    /** Depth below the horizon, as the sine of the angle, where nothing of single clouds is left. */
    private static final double DEPTH = 0.14;
    /** A sun at the horizon counts as so many times the mean: a glow, not a bar. */
    private static final double MOST = 4;

    private final double height;
    private final EnvironmentLight light;
    private final float[] ring = new float[3 * STEPS];

    /** @param height sine of the angle above the horizon where the surroundings begin */
    HorizonRing(EnvironmentLight light, double height) {
        this.light = light;
        this.height = height;
        float[] row = new float[3 * STEPS];
        float[] seen = new float[3];
        double flat = Math.sqrt(1 - height * height);
        double[] mean = new double[3];
        for (int i = 0; i < STEPS; i++) {
            double angle = 2 * Math.PI * i / STEPS;
            light.background(flat * Math.cos(angle), height, flat * Math.sin(angle), seen);
            for (int c = 0; c < 3; c++) {
                row[3 * i + c] = seen[c];
                mean[c] += seen[c] / STEPS;
            }
        }
        double total = 0;
        double[] weights = new double[STEPS];
        for (int k = 0; k < STEPS; k++) {
            double away = 2 * Math.PI * Math.min(k, STEPS - k) / STEPS / SIGMA;
            weights[k] = Math.exp(-away * away / 2);
            total += weights[k];
        }
        for (int i = 0; i < STEPS; i++) {
            for (int c = 0; c < 3; c++) {
                double sum = 0;
                for (int k = 0; k < STEPS; k++) {
                    sum += weights[k] * Math.min(row[3 * ((i + k) % STEPS) + c], MOST * mean[c]);
                }
                ring[3 * i + c] = (float) (sum / total);
            }
        }
    }

    /** Radiance along a unit direction, the ground left out. */
    void seen(double dx, double dy, double dz, float[] out) {
        if (dy >= height) {
            light.background(dx, dy, dz, out);
            return;
        }
        light.background(dx, height, dz, out);
        double deep = Math.min(1, (height - dy) / DEPTH);
        float share = (float) (deep * deep * (3 - 2 * deep));
        double at = Math.atan2(dz, dx) / (2 * Math.PI) * STEPS;
        int before = (int) Math.floor(at);
        float between = (float) (at - before);
        int one = 3 * Math.floorMod(before, STEPS);
        int two = 3 * Math.floorMod(before + 1, STEPS);
        for (int c = 0; c < 3; c++) {
            float soft = ring[one + c] * (1 - between) + ring[two + c] * between;
            out[c] += share * (soft - out[c]);
        }
    }
}
