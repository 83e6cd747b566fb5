package yondershelf.demo;

/** The station's instruments. */
final class Instruments {
    private Instruments() {}

    /** A wall barometer in its case: round head, narrow trunk, moulded foot. */
    static void barometer(Sculpt s) {
        s.wear("planed pine", 0.35);
        s.at(0, 0, 0).box(0.24, 0.035, 0.11, 0.008).back(1);
        s.at(0, 0.035, 0).box(0.19, 0.03, 0.09, 0.006).back(1);
        s.at(0, 0.065, 0).box(0.13, 0.40, 0.07, 0.006).back(1);
        s.at(0, 0.455, 0).box(0.19, 0.03, 0.09, 0.008).back(1);
        s.at(0, 0.60, -0.035)
                .turn(1, 0, 0, 90)
                .lathe(64, 0, 0, 0.135, 0, 0.142, 0.008, 0.142, 0.05, 0.13, 0.066, 0.118, 0.07, 0.112, 0.06, 0, 0.06);
        s.back(2);
        s.wear("brushed brass", 0.2);
        s.at(0, 0.60, 0.022)
                .turn(1, 0, 0, 90)
                .lathe(64, 0.098, 0, 0.113, 0, 0.117, 0.008, 0.113, 0.016, 0.105, 0.018, 0.098, 0.008);
        s.back(2);
        s.at(0, 0.755, 0)
                .lathe(32, 0, 0, 0.03, 0, 0.03, 0.012, 0.014, 0.02, 0.018, 0.03, 0.022, 0.042, 0.012, 0.056, 0, 0.062)
                .back(1);
        s.at(0, 0.12, 0.036).box(0.05, 0.30, 0.006, 0.002).back(1);
        s.wear("dial", 0.212);
        s.at(-0.106, 0.706, 0.028);
        disc(s, 0.106, 0.103);
        s.back(1);
        s.wear("glass tube", 1);
        s.tube(0.006, 12, false, new double[] {0, 0.14, 0.046}, new double[] {0, 0.40, 0.046});
        s.wear("buoy red enamel", 1);
        s.tube(0.0035, 10, false, new double[] {0, 0.14, 0.046}, new double[] {0, 0.29, 0.046});
    }

    /** A flat round face whose UVs cover the dial picture once. */
    private static void disc(Sculpt s, double half, double radius) {
        int n = 48;
        double[][] rim = new double[n][];
        for (int i = 0; i < n; i++) {
            double a = 2 * Math.PI * i / n;
            rim[i] = new double[] {half + Math.cos(a) * radius, -half + Math.sin(a) * radius, 0};
        }
        // first corner at the top left, first edge to the right: UVs start there
        double[][] corners = new double[n + 3][];
        corners[0] = new double[] {0, 0, 0};
        corners[1] = new double[] {1e-4, 0, 0};
        System.arraycopy(rim, 0, corners, 2, n);
        corners[n + 2] = rim[0];
        s.fan(corners);
    }

    static void anemometer(Sculpt s) {
        s.wear("galvanised zinc", 0.4);
        s.at(0, 0, 0)
                .lathe(
                        48, 0, 0, 0.09, 0, 0.095, 0.006, 0.095, 0.018, 0.04, 0.03, 0.022, 0.05, 0.018, 0.07, 0.018,
                        0.34, 0.03, 0.35, 0.034, 0.36, 0.034, 0.41, 0.026, 0.425, 0.012, 0.43, 0.012, 0.47, 0, 0.472)
                .back(1);
        s.wear("brushed brass", 0.2);
        s.at(0, 0.455, 0).drum(32, 0.028, 0.022, 0.005).back(1);
        for (int i = 0; i < 3; i++) {
            s.turn(0, 1, 0, i * 120 + 15);
            s.wear("brushed brass", 0.2);
            s.tube(0.0045, 12, false, new double[] {0.02, 0.466, 0}, new double[] {0.19, 0.466, 0});
            s.wear("lamp white paint", 0.4);
            s.at(0.225, 0.466, 0)
                    .turn(1, 0, 0, 90)
                    .lathe(
                            40, 0.001, -0.046, 0.018, -0.043, 0.033, -0.033, 0.043, -0.018, 0.047, 0, 0.047, 0.003,
                            0.044, 0.003, 0.041, -0.017, 0.031, -0.031, 0.017, -0.040, 0.001, -0.043);
            s.back(3);
        }
        for (int i = 0; i < 4; i++) {
            s.turn(0, 1, 0, i * 90 + 45);
            s.wear("rusted iron", 0.2);
            s.at(0.075, 0.014, 0).drum(6, 0.009, 0.01, 0.002).back(2);
        }
    }

    static void windVane(Sculpt s) {
        s.wear("galvanised zinc", 0.4);
        s.lathe(
                48, 0, 0, 0.10, 0, 0.104, 0.008, 0.10, 0.02, 0.03, 0.035, 0.02, 0.06, 0.018, 0.62, 0.024, 0.63, 0.024,
                0.66, 0.01, 0.67, 0.01, 0.74, 0, 0.742);
        s.wear("verdigris copper", 0.5);
        String[] arms = {"n", "e", "s", "w"};
        for (int i = 0; i < arms.length; i++) {
            s.turn(0, 1, 0, i * 90);
            s.tube(0.006, 12, false, new double[] {0.018, 0.5, 0}, new double[] {0.17, 0.5, 0});
            s.at(0.18, 0.5, 0).sphere(20, 0.014).back(2);
        }
        s.turn(0, 1, 0, 28);
        s.tube(0.007, 14, false, new double[] {-0.24, 0.72, 0}, new double[] {0.26, 0.72, 0});
        s.at(0.26, 0.72, 0)
                .turn(0, 0, 1, -90)
                .lathe(28, 0, 0, 0.03, 0, 0.004, 0.08, 0, 0.084)
                .back(2);
        s.at(-0.20, 0.72, 0);
        plate(
                s,
                0.006,
                new double[] {-0.10, -0.07},
                new double[] {0.03, -0.02},
                new double[] {0.03, 0.02},
                new double[] {-0.10, 0.09},
                new double[] {-0.06, 0.01});
        s.back(1);
        s.back(1);
        s.wear("brushed brass", 0.2);
        s.at(0, 0.75, 0).sphere(28, 0.022).back(1);
    }

    /** A flat plate in the upright plane, corners counter-clockwise. */
    static void plate(Sculpt s, double thick, double[]... outline) {
        int n = outline.length;
        double[][] front = new double[n][];
        double[][] rear = new double[n][];
        for (int i = 0; i < n; i++) {
            front[i] = new double[] {outline[i][0], outline[i][1], thick / 2};
            rear[n - 1 - i] = new double[] {outline[i][0], outline[i][1], -thick / 2};
        }
        s.face(front);
        s.face(rear);
        for (int i = 0; i < n; i++) {
            double[] a = outline[i];
            double[] b = outline[(i + 1) % n];
            s.face(
                    new double[] {a[0], a[1], -thick / 2},
                    new double[] {b[0], b[1], -thick / 2},
                    new double[] {b[0], b[1], thick / 2},
                    new double[] {a[0], a[1], thick / 2});
        }
    }

    /** A horn of brass on a box with a crank, blown by hand in fog. */
    static void fogHorn(Sculpt s) {
        s.wear("tarred timber", 0.4);
        s.box(0.36, 0.2, 0.24, 0.012);
        s.at(0, 0.2, 0).box(0.39, 0.022, 0.27, 0.008).back(1);
        s.wear("brushed brass", 0.3);
        s.at(-0.1, 0.3, 0).turn(0, 0, 1, -82);
        s.lathe(
                64, 0, 0, 0.028, 0, 0.03, 0.02, 0.024, 0.05, 0.026, 0.14, 0.034, 0.24, 0.05, 0.34, 0.078, 0.42, 0.125,
                0.48, 0.15, 0.5, 0.156, 0.503, 0.15, 0.497, 0.12, 0.472, 0.072, 0.41, 0.045, 0.33, 0.03, 0.24);
        s.back(2);
        s.at(-0.1, 0.215, 0).drum(32, 0.04, 0.09, 0.006).back(1);
        s.at(0.1, 0.215, 0).drum(24, 0.02, 0.07, 0.004).back(1);
        s.wear("rusted iron", 0.2);
        s.at(0, 0.11, 0.12).turn(1, 0, 0, 90).drum(24, 0.016, 0.05, 0.004).back(2);
        s.tube(0.009, 12, false, new double[] {0, 0.11, 0.165}, new double[] {0.05, 0.15, 0.165}, new double[] {
            0.11, 0.19, 0.165
        });
        s.wear("planed pine", 0.2);
        s.at(0.11, 0.19, 0.16).turn(1, 0, 0, 90).drum(20, 0.017, 0.09, 0.006).back(2);
    }

    static void rainGauge(Sculpt s) {
        s.wear("galvanised zinc", 0.5);
        s.lathe(
                56, 0, 0, 0.075, 0, 0.08, 0.005, 0.08, 0.22, 0.086, 0.225, 0.086, 0.235, 0.08, 0.24, 0.08, 0.36, 0.084,
                0.365, 0.084, 0.372, 0.077, 0.374, 0.074, 0.366, 0.07, 0.34, 0.012, 0.29, 0.012, 0.25, 0, 0.25);
        s.wear("brushed brass", 0.2);
        s.at(0, 0.362, 0)
                .lathe(56, 0.081, 0, 0.087, 0.001, 0.088, 0.008, 0.085, 0.013, 0.079, 0.013)
                .back(1);
        s.at(0, 0.06, 0.08).turn(1, 0, 0, 90).drum(20, 0.012, 0.03, 0.003).back(2);
        s.wear("planed pine", 0.3);
        s.at(0, -0.03, 0).box(0.24, 0.03, 0.24, 0.006).back(1);
    }

    /** A louvred screen on legs that shades the thermometers. */
    static void screen(Sculpt s) {
        s.wear("lamp white paint", 0.6);
        for (int i = 0; i < 4; i++) {
            double x = (i % 2 == 0 ? -1 : 1) * 0.25;
            double z = (i < 2 ? -1 : 1) * 0.19;
            s.at(x, 0, z).box(0.045, 1.42, 0.045, 0.005).back(1);
        }
        s.at(0, 0.78, 0).box(0.54, 0.03, 0.42, 0.005).back(1);
        s.at(0, 1.40, 0).box(0.54, 0.03, 0.42, 0.005).back(1);
        for (int row = 0; row < 11; row++) {
            double y = 0.84 + row * 0.05;
            for (int side = 0; side < 4; side++) {
                s.turn(0, 1, 0, side * 90);
                boolean wide = side % 2 == 0;
                double length = wide ? 0.46 : 0.34;
                s.at(0, y, wide ? 0.19 : 0.25)
                        .turn(1, 0, 0, 42)
                        .box(length, 0.006, 0.055, 0.002)
                        .back(3);
            }
        }
        s.at(0, 1.45, 0).turn(1, 0, 0, 6).box(0.68, 0.028, 0.56, 0.008).back(2);
        s.at(0, 1.47, 0).turn(1, 0, 0, 6).box(0.62, 0.02, 0.50, 0.006).back(2);
        s.wear("rusted iron", 0.3);
        s.at(0.24, 1.1, 0.216).box(0.03, 0.06, 0.012, 0.003).back(1);
        s.at(0.24, 0.9, 0.216).box(0.03, 0.06, 0.012, 0.003).back(1);
    }

    static void telescope(Sculpt s) {
        for (int i = 0; i < 3; i++) {
            s.turn(0, 1, 0, i * 120);
            s.wear("planed pine", 0.3);
            s.tube(0.016, 14, false, new double[] {0.02, 0.98, 0}, new double[] {0.42, 0.02, 0});
            s.wear("brushed brass", 0.2);
            s.tube(0.018, 14, false, new double[] {0.405, 0.055, 0}, new double[] {0.424, 0.01, 0});
            s.tube(0.019, 14, false, new double[] {0.2, 0.548, 0}, new double[] {0.222, 0.495, 0});
            s.back(1);
        }
        s.wear("brushed brass", 0.2);
        s.at(0, 0.95, 0)
                .lathe(36, 0, 0, 0.05, 0, 0.055, 0.01, 0.05, 0.035, 0.025, 0.05, 0.02, 0.11, 0.03, 0.12, 0, 0.125)
                .back(1);
        s.at(0, 1.09, 0).turn(0, 1, 0, -35).turn(0, 0, 1, 78);
        s.at(0, -0.42, 0)
                .lathe(
                        48, 0, 0, 0.022, 0, 0.026, 0.01, 0.026, 0.05, 0.02, 0.055, 0.02, 0.16, 0.026, 0.165, 0.026,
                        0.19, 0.03, 0.195, 0.03, 0.36);
        s.back(1);
        s.wear("tarred timber", 0.3);
        s.at(0, -0.06, 0)
                .lathe(48, 0.031, 0, 0.033, 0.004, 0.033, 0.26, 0.031, 0.264)
                .back(1);
        s.wear("brushed brass", 0.2);
        s.at(0, 0.2, 0)
                .lathe(
                        48, 0.03, 0, 0.042, 0.02, 0.044, 0.03, 0.044, 0.19, 0.047, 0.195, 0.047, 0.22, 0.04, 0.222,
                        0.038, 0.2)
                .back(1);
        s.wear("glass tube", 1);
        s.at(0, 0.40, 0).drum(40, 0.039, 0.004, 0.001).back(4);
    }
}
