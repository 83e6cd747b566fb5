package yondershelf.demo;

import yondershelf.content.Picture;

/** The six environments of the diorama: equirectangular radiance, each with a light source of its real brightness. */
final class Skies {
    static final int WIDTH = 1024;
    static final int HEIGHT = 512;

    private Skies() {}

    private interface Radiance {
        void at(double phi, double up, double[] rgb);
    }

    private static Picture picture(Radiance radiance) {
        float[] out = new float[WIDTH * HEIGHT * 3];
        double[] rgb = new double[3];
        for (int y = 0; y < HEIGHT; y++) {
            double up = Math.PI / 2 - Math.PI * (y + 0.5) / HEIGHT;
            for (int x = 0; x < WIDTH; x++) {
                radiance.at(((x + 0.5) / WIDTH - 0.5) * 2 * Math.PI, up, rgb);
                for (int c = 0; c < 3; c++) {
                    out[(y * WIDTH + x) * 3 + c] = (float) Math.max(1e-5, rgb[c]);
                }
            }
        }
        return Picture.ofFloats(WIDTH, HEIGHT, 3, out);
    }

    private static void set(double[] c, double r, double g, double b) {
        c[0] = r;
        c[1] = g;
        c[2] = b;
    }

    private static void mix(double[] c, double r, double g, double b, double t) {
        c[0] += (r - c[0]) * t;
        c[1] += (g - c[1]) * t;
        c[2] += (b - c[2]) * t;
    }

    private static void add(double[] c, double r, double g, double b, double k) {
        c[0] += r * k;
        c[1] += g * k;
        c[2] += b * k;
    }

    /** Angle between a direction and a light at the given turn and height. */
    private static double angle(double phi, double up, double atPhi, double atUp) {
        double cos = Math.sin(up) * Math.sin(atUp) + Math.cos(up) * Math.cos(atUp) * Math.cos(phi - atPhi);
        return Math.acos(Math.max(-1, Math.min(1, cos)));
    }

    /** A disc of half a degree as seen from the coast, softened over a texel so that it keeps its power. */
    private static double disc(double angle) {
        return Noise.smooth(0.0085, 0.0035, angle);
    }

    private static double clouds(double phi, double up, int seed, double from, double to) {
        // bands that flatten towards the horizon, and none at the pole where columns meet
        double u = phi / (2 * Math.PI) + 0.5;
        double v = Math.sqrt(Math.max(0, up) / 1.6);
        // drawn about by slower noise, or the lattice of the noise would show as upright edges
        double across = 0.04 * Noise.fractal(u, v, 7, 8, 3, seed + 31);
        double along = 0.05 * Noise.fractal(u, v, 7, 8, 3, seed + 57);
        double band = Noise.fractal(u + across, v + along, 9, 11, 6, seed);
        return Noise.smooth(from, to, band) * Noise.smooth(1.5, 1.0, up) * Noise.smooth(0.0, 0.06, up);
    }

    private static void sea(double phi, double up, double[] c, double r, double g, double b) {
        double ripple = Noise.fractal(phi / (2 * Math.PI) + 0.5, Math.min(0.999, -up * 1.6), 90, 60, 3, 17);
        double near = Noise.smooth(0, -1.2, up);
        double k = 1 - 0.35 * near + 0.12 * ripple * (1 - near);
        set(c, r * k, g * k, b * k);
    }

    static Picture fogDawn() {
        return picture((phi, up, c) -> {
            if (up < 0) {
                sea(phi, up, c, 0.24, 0.23, 0.25);
                mix(c, 0.62, 0.55, 0.50, Noise.smooth(-0.22, 0, up));
            } else {
                set(c, 0.34, 0.39, 0.50);
                mix(c, 0.95, 0.78, 0.62, Noise.smooth(0.7, 0, up));
            }
            double a = angle(phi, up, 0.5, 0.1);
            add(c, 1.0, 0.62, 0.36, 1.6 * Math.exp(-a * 3.2) + 5 * Math.exp(-a * 22));
            add(c, 2600, 1500, 780, disc(a));
        });
    }

    /** Height of the sun at clear noon, radians. */
    static final double NOON_SUN = 0.85;

    static final double NOON_TURN = -0.8;

    /** Sky and sun in the shares and colours of a clear day: what lies in shadow gets a sixth of the light. */
    static Picture clearNoon() {
        return picture((phi, up, c) -> {
            if (up < 0) {
                sea(phi, up, c, 0.035, 0.062, 0.085);
                mix(c, 0.22, 0.25, 0.29, Noise.smooth(-0.08, 0, up));
            } else {
                set(c, 0.08, 0.132, 0.24);
                mix(c, 0.24, 0.275, 0.33, Noise.smooth(0.9, 0, up));
                mix(c, 0.5, 0.5, 0.5, 0.75 * clouds(phi, up, 71, 0.25, 0.65));
            }
            double a = angle(phi, up, NOON_TURN, NOON_SUN);
            add(c, 1, 0.95, 0.85, 0.8 * Math.exp(-a * 9) + 6 * Math.exp(-a * 45));
            add(c, 35500, 32500, 28500, disc(a));
        });
    }

    static Picture stormFront() {
        return picture((phi, up, c) -> {
            if (up < 0) {
                sea(phi, up, c, 0.055, 0.07, 0.08);
            } else {
                set(c, 0.17, 0.19, 0.22);
                double dark = clouds(phi, up, 113, -0.5, 0.5);
                mix(c, 0.06, 0.07, 0.09, dark * 0.85);
                double gap = Noise.smooth(0.34, 0.05, up) * Noise.smooth(1.6, 0.2, Math.abs(phi - 1.4));
                mix(c, 0.85, 0.72, 0.46, gap);
            }
            double a = angle(phi, up, 1.4, 0.14);
            add(c, 1, 0.8, 0.5, 3 * Math.exp(-a * 12));
            add(c, 5200, 3900, 2300, disc(a));
        });
    }

    static Picture overcastHarbour() {
        return picture((phi, up, c) -> {
            if (up < 0) {
                double planks = (Math.floor(phi * 14) % 2 == 0 ? 1 : 0.9)
                        * (0.85 + 0.1 * Noise.fractal(phi / (2 * Math.PI) + 0.5, -up / 1.6, 60, 20, 3, 5));
                set(c, 0.19 * planks, 0.175 * planks, 0.155 * planks);
                mix(c, 0.3, 0.33, 0.36, Noise.smooth(-0.25, -0.02, up));
            } else {
                double k = 0.5 * (1 + 2 * Math.sin(up)) / 1.5;
                set(c, k * 0.95, k, k * 1.06);
                double cloud = clouds(phi, up, 173, -0.6, 0.6);
                add(c, 0.14, 0.14, 0.13, cloud);
            }
            // sheds along one side
            double roof = 0.16 + 0.09 * Math.abs(((phi + 4) * 1.7) % 1 - 0.5);
            if (Math.abs(phi + 1.9) < 0.9 && up > -0.02 && up < roof) {
                set(c, 0.10, 0.085, 0.075);
            }
            double a = angle(phi, up, 0.9, 1.0);
            add(c, 1, 1, 0.97, 0.7 * Math.exp(-a * 4));
            add(c, 2800, 2750, 2600, disc(a));
        });
    }

    static Picture lampRoom() {
        return picture((phi, up, c) -> {
            double wood = 0.8 + 0.25 * Noise.fractal(phi / (2 * Math.PI) + 0.5, up / Math.PI + 0.5, 40, 4, 4, 31);
            if (up < -0.5) {
                set(c, 0.055 * wood, 0.036 * wood, 0.022 * wood);
            } else if (up > 0.75) {
                set(c, 0.07 * wood, 0.05 * wood, 0.034 * wood);
            } else {
                double board = Math.abs((phi * 7) % 1) < 0.04 ? 0.5 : 1;
                set(c, 0.11 * wood * board, 0.072 * wood * board, 0.044 * wood * board);
            }
            double window = Math.max(Math.abs(phi - 2.1) / 0.34, Math.abs(up - 0.12) / 0.3);
            if (window < 1) {
                boolean bar = Math.abs(phi - 2.1) < 0.018 || Math.abs(up - 0.12) < 0.016 || window > 0.93;
                set(c, bar ? 0.05 : 0.20, bar ? 0.04 : 0.30, bar ? 0.03 : 0.48);
            }
            lamp(c, angle(phi, up, -0.6, 0.42), 2300, 0.030);
            lamp(c, angle(phi, up, -2.4, 0.30), 1100, 0.022);
        });
    }

    private static void lamp(double[] c, double a, double bright, double size) {
        add(c, 1.0, 0.66, 0.34, 0.55 * Math.exp(-a * 2.1) + 1.8 * Math.exp(-a * 9));
        add(c, 1.0, 0.70, 0.40, bright * 0.01 * Noise.smooth(size * 3, size, a));
        add(c, 1.0, 0.78, 0.50, bright * Noise.smooth(size * 0.5, size * 0.2, a));
    }

    static Picture moonJetty() {
        return picture((phi, up, c) -> {
            double a = angle(phi, up, 0.2, 0.55);
            if (up < 0) {
                sea(phi, up, c, 0.006, 0.009, 0.014);
                double path = Math.exp(-Math.abs(phi - 0.2) * 9) * Noise.smooth(-0.7, -0.02, up);
                double glint = Math.max(0, Noise.fractal(phi / (2 * Math.PI) + 0.5, -up / 1.6, 200, 90, 2, 91));
                add(c, 0.5, 0.6, 0.75, path * glint);
            } else {
                set(c, 0.008, 0.013, 0.028);
                mix(c, 0.03, 0.04, 0.065, Noise.smooth(0.5, 0, up));
                double star = Noise.random((int) (phi * 300), (int) (up * 300), 41);
                if (star > 0.9985) {
                    add(c, 0.5, 0.55, 0.7, (star - 0.9985) * 600);
                }
            }
            add(c, 0.55, 0.7, 1, 0.25 * Math.exp(-a * 7));
            add(c, 210, 235, 280, disc(a));
            // one warm lamp on the jetty
            double b = angle(phi, up, -1.3, 0.03);
            add(c, 1, 0.6, 0.25, 0.12 * Math.exp(-b * 5) + 40 * Noise.smooth(0.02, 0.01, b));
        });
    }
}
