package yondershelf.demo;

/** Furniture and stores. */
final class Workshop {
    private Workshop() {}

    static void crate(Sculpt s) {
        s.wear("planed pine", 0.7);
        double w = 0.62;
        double h = 0.42;
        double d = 0.44;
        for (int i = 0; i < 3; i++) {
            double y = 0.012 + i * 0.137;
            s.at(0, y, d / 2 - 0.011).box(w, 0.128, 0.018, 0.004).back(1);
            s.at(0, y, -d / 2 + 0.011).box(w, 0.128, 0.018, 0.004).back(1);
            s.at(w / 2 - 0.011, y, 0).box(0.018, 0.128, d - 0.05, 0.004).back(1);
            s.at(-w / 2 + 0.011, y, 0).box(0.018, 0.128, d - 0.05, 0.004).back(1);
        }
        for (int i = 0; i < 4; i++) {
            s.at(0, h, -d / 2 + 0.055 + i * 0.11)
                    .box(w + 0.01, 0.02, 0.104, 0.004)
                    .back(1);
            s.at(0, 0, -d / 2 + 0.055 + i * 0.11)
                    .box(w - 0.03, 0.016, 0.104, 0.004)
                    .back(1);
        }
        for (double x : new double[] {-0.22, 0.22}) {
            s.at(x, 0.0, d / 2 + 0.008).box(0.07, h, 0.02, 0.004).back(1);
            s.at(x, 0.0, -d / 2 - 0.008).box(0.07, h, 0.02, 0.004).back(1);
        }
        s.wear("rusted iron", 0.3);
        for (double x : new double[] {-0.22, 0.22}) {
            for (int i = 0; i < 3; i++) {
                s.at(x, 0.075 + i * 0.137, d / 2 + 0.018)
                        .turn(1, 0, 0, 90)
                        .drum(10, 0.008, 0.004, 0.002)
                        .back(2);
            }
        }
        s.wear("hemp weave", 0.06);
        for (double x : new double[] {-1, 1}) {
            double[][] handle = new double[15][];
            for (int i = 0; i < 15; i++) {
                double a = Math.PI * i / 14;
                handle[i] =
                        new double[] {x * (w / 2 + Math.sin(a) * 0.045), 0.27 - Math.sin(a) * 0.06, Math.cos(a) * 0.09};
            }
            s.tube(0.011, 12, false, handle);
        }
    }

    /** An oilcloth coat hanging from a peg board. */
    static void coat(Sculpt s) {
        s.wear("tarred timber", 0.4);
        s.at(0, 1.32, -0.10).box(0.5, 0.12, 0.03, 0.008).back(1);
        s.at(0, 0, -0.10).box(0.09, 1.32, 0.03, 0.006).back(1);
        s.at(0, 0, -0.02).box(0.46, 0.03, 0.34, 0.008).back(1);
        s.wear("brushed brass", 0.2);
        s.tube(0.009, 12, false, new double[] {0, 1.37, -0.09}, new double[] {0, 1.36, -0.02}, new double[] {
            0, 1.385, 0.0
        });
        s.wear("yellow oilcloth", 0.6);
        s.lathe(
                96,
                (a, y) -> {
                    double fall = Math.max(0, 1.2 - y);
                    double flat = 1 / Math.sqrt(Math.pow(Math.sin(a), 2) + Math.pow(Math.cos(a) / 0.52, 2));
                    return flat
                            * (1 + fall * 0.16 * Math.sin(a * 7 + y * 1.5) + fall * 0.06 * Math.sin(a * 13 - y * 4));
                },
                0.225,
                0.30,
                0.236,
                0.295,
                0.24,
                0.31,
                0.232,
                0.5,
                0.215,
                0.75,
                0.205,
                0.95,
                0.215,
                1.08,
                0.20,
                1.18,
                0.15,
                1.25,
                0.095,
                1.29,
                0.075,
                1.32,
                0.085,
                1.36,
                0.072,
                1.365,
                0.06,
                1.33);
        for (double side : new double[] {-1, 1}) {
            s.at(side * 0.185, 1.2, 0.0).turn(0, 0, 1, side * 9);
            s.lathe(
                    48,
                    (a, y) -> 1 + 0.06 * Math.sin(a * 5 + y * 22) * Math.max(0, -y),
                    0.068,
                    -0.66,
                    0.074,
                    -0.664,
                    0.076,
                    -0.64,
                    0.07,
                    -0.4,
                    0.074,
                    -0.2,
                    0.082,
                    -0.06,
                    0.07,
                    0.0,
                    0.03,
                    0.035,
                    0,
                    0.04);
            s.back(2);
        }
        s.wear("tarred timber", 0.2);
        for (int i = 0; i < 5; i++) {
            s.at(0.012, 1.18 - i * 0.17, 0.108 + 0.012 * i)
                    .turn(1, 0, 0, 90)
                    .drum(14, 0.012, 0.008, 0.003)
                    .back(2);
        }
    }

    static void oilDrum(Sculpt s) {
        s.wear("buoy red enamel", 0.9);
        s.lathe(
                72, 0, 0.012, 0.262, 0.012, 0.262, 0.0, 0.274, 0.0, 0.276, 0.014, 0.27, 0.02, 0.27, 0.27, 0.282, 0.282,
                0.282, 0.296, 0.27, 0.308, 0.27, 0.55, 0.282, 0.562, 0.282, 0.576, 0.27, 0.588, 0.27, 0.83, 0.276,
                0.838, 0.274, 0.852, 0.262, 0.852, 0.262, 0.836, 0, 0.836);
        s.wear("galvanised zinc", 0.3);
        s.at(0.15, 0.836, 0.06).drum(20, 0.032, 0.016, 0.004).back(1);
        s.at(-0.14, 0.836, -0.1).drum(16, 0.018, 0.012, 0.003).back(1);
    }

    static void toolChest(Sculpt s) {
        s.wear("tarred timber", 0.6);
        s.at(0, 0.03, 0).box(0.62, 0.24, 0.32, 0.008).back(1);
        s.at(0, 0.274, 0).box(0.64, 0.07, 0.34, 0.016).back(1);
        s.at(0, 0, 0).box(0.58, 0.032, 0.28, 0.006).back(1);
        s.wear("brushed brass", 0.2);
        for (double x : new double[] {-0.2, 0.2}) {
            s.at(x, 0.22, 0.162).box(0.045, 0.10, 0.008, 0.002).back(1);
            s.at(x, 0.03, 0.161).box(0.035, 0.20, 0.006, 0.002).back(1);
            s.at(x, 0.343, 0).box(0.035, 0.005, 0.33, 0.002).back(1);
        }
        s.at(0, 0.235, 0.166).box(0.06, 0.07, 0.012, 0.004).back(1);
        s.at(0, 0.262, 0.178).turn(1, 0, 0, 90).drum(18, 0.008, 0.004, 0.001).back(2);
        s.wear("hemp weave", 0.05);
        for (double side : new double[] {-1, 1}) {
            double[][] grip = new double[15][];
            for (int i = 0; i < 15; i++) {
                double a = Math.PI * i / 14;
                grip[i] =
                        new double[] {side * (0.315 + Math.sin(a) * 0.04), 0.2 - Math.sin(a) * 0.05, Math.cos(a) * 0.07
                        };
            }
            s.tube(0.011, 12, false, grip);
        }
    }

    static void workbench(Sculpt s) {
        s.wear("planed pine", 0.9);
        for (int i = 0; i < 4; i++) {
            s.at(0, 0.80, -0.285 + i * 0.19).box(1.9, 0.06, 0.186, 0.006).back(1);
        }
        for (double x : new double[] {-0.82, 0.82}) {
            for (double z : new double[] {-0.28, 0.28}) {
                s.at(x, 0, z).box(0.09, 0.80, 0.09, 0.006).back(1);
            }
            s.at(x, 0.66, 0).box(0.06, 0.10, 0.5, 0.006).back(1);
            s.at(x, 0.14, 0).box(0.06, 0.08, 0.5, 0.006).back(1);
        }
        s.at(0, 0.68, 0.29).box(1.62, 0.11, 0.035, 0.005).back(1);
        s.at(0, 0.68, -0.29).box(1.62, 0.11, 0.035, 0.005).back(1);
        s.wear("driftwood grey", 0.8);
        for (int i = 0; i < 3; i++) {
            s.at(0, 0.22, -0.19 + i * 0.19).box(1.6, 0.025, 0.18, 0.005).back(1);
        }
        s.wear("rusted iron", 0.3);
        s.at(-0.62, 0.70, 0.36).box(0.20, 0.13, 0.05, 0.008).back(1);
        s.tube(0.016, 16, false, new double[] {-0.62, 0.75, 0.30}, new double[] {-0.62, 0.75, 0.46});
        s.tube(0.009, 12, false, new double[] {-0.74, 0.75, 0.45}, new double[] {-0.50, 0.75, 0.45});
    }

    static void chartTable(Sculpt s) {
        s.wear("tarred timber", 0.7);
        s.at(0, 0.78, 0).turn(1, 0, 0, 8).box(1.1, 0.035, 0.72, 0.008).back(2);
        for (double x : new double[] {-0.47, 0.47}) {
            s.at(x, 0, 0.24)
                    .lathe(
                            32, 0, 0, 0.034, 0, 0.036, 0.02, 0.022, 0.05, 0.03, 0.12, 0.036, 0.3, 0.028, 0.5, 0.036,
                            0.56, 0.036, 0.72)
                    .back(1);
            s.at(x, 0, -0.24)
                    .lathe(
                            32, 0, 0, 0.034, 0, 0.036, 0.02, 0.022, 0.05, 0.03, 0.12, 0.036, 0.3, 0.028, 0.5, 0.036,
                            0.6, 0.036, 0.79)
                    .back(1);
            s.at(x, 0.66, 0).box(0.035, 0.08, 0.46, 0.005).back(1);
        }
        s.at(0, 0.66, -0.25).box(0.9, 0.08, 0.03, 0.005).back(1);
        s.wear("chart", 0.8);
        s.at(0, 0.817, 0).turn(1, 0, 0, 8);
        s.sheet(24, 16, 0.8, 0.8, 0.001, (u, v) -> new double[] {
            (u - 0.5) * 0.86, 0.004 + 0.03 * Math.pow(Math.max(0, u - 0.86) / 0.14, 2), (v - 0.5) * 0.58
        });
        s.back(2);
        s.wear("brushed brass", 0.2);
        s.at(-0.22, 0.868, -0.02).sphere(24, 0.022).back(1);
        s.at(-0.22, 0.826, -0.02).drum(24, 0.034, 0.026, 0.006).back(1);
    }

    static void stool(Sculpt s) {
        s.wear("driftwood grey", 0.4);
        s.at(0, 0.44, 0).drum(48, 0.18, 0.035, 0.012).back(1);
        for (int i = 0; i < 3; i++) {
            double a = i * Math.PI * 2 / 3;
            s.tube(0.017, 16, false, new double[] {Math.sin(a) * 0.10, 0.445, Math.cos(a) * 0.10}, new double[] {
                Math.sin(a) * 0.19, 0.017, Math.cos(a) * 0.19
            });
        }
        double[][] ring = new double[36][];
        for (int i = 0; i < 36; i++) {
            double a = Math.PI * 2 * i / 36;
            ring[i] = new double[] {Math.sin(a) * 0.158, 0.17, Math.cos(a) * 0.158};
        }
        s.wear("galvanised zinc", 0.3);
        s.tube(0.008, 12, true, ring);
    }

    static void fishBox(Sculpt s) {
        s.wear("driftwood grey", 0.6);
        for (double z : new double[] {-0.17, 0.17}) {
            for (int i = 0; i < 2; i++) {
                s.at(0, 0.015 + i * 0.09, z).box(0.6, 0.08, 0.014, 0.003).back(1);
            }
        }
        for (double x : new double[] {-0.293, 0.293}) {
            s.at(x, 0.015, 0).box(0.014, 0.19, 0.33, 0.003).back(1);
        }
        for (int i = 0; i < 4; i++) {
            s.at(0, 0.0, -0.125 + i * 0.084).box(0.6, 0.014, 0.078, 0.003).back(1);
        }
        s.wear("hemp weave", 0.05);
        double[][] net = new double[120][];
        for (int i = 0; i < 120; i++) {
            double t = i / 119.0;
            net[i] = new double[] {
                0.24 * Math.sin(t * 31), 0.06 + 0.07 * Noise.random(i, 1, 3511), 0.12 * Math.sin(t * 47 + 1)
            };
        }
        s.tube(0.009, 8, false, net);
        s.wear("buoy red enamel", 0.4);
        s.at(0.12, 0.17, 0.03).sphere(28, 0.05).back(1);
        s.at(-0.1, 0.16, -0.05).sphere(28, 0.045).back(1);
    }
}
