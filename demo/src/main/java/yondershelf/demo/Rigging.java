package yondershelf.demo;

/** Lights, rigging and things of the shore. */
final class Rigging {
    private Rigging() {}

    static void stormLantern(Sculpt s) {
        s.wear("verdigris copper", 0.3);
        s.lathe(
                56, 0, 0, 0.085, 0, 0.09, 0.006, 0.09, 0.022, 0.083, 0.03, 0.078, 0.06, 0.07, 0.07, 0.05, 0.074, 0.05,
                0.085, 0, 0.085);
        s.at(0, 0.235, 0)
                .lathe(
                        56, 0.056, 0, 0.074, 0.004, 0.078, 0.012, 0.05, 0.04, 0.046, 0.052, 0.052, 0.058, 0.052, 0.066,
                        0.03, 0.084, 0.012, 0.09, 0, 0.092);
        s.back(1);
        for (int i = 0; i < 4; i++) {
            s.turn(0, 1, 0, i * 90 + 45);
            s.tube(
                    0.0045,
                    12,
                    false,
                    new double[] {0.068, 0.066, 0},
                    new double[] {0.072, 0.11, 0},
                    new double[] {0.072, 0.2, 0},
                    new double[] {0.066, 0.242, 0});
            s.back(1);
        }
        s.wear("brushed brass", 0.2);
        for (double y : new double[] {0.125, 0.185}) {
            double[][] ring = new double[40][];
            for (int i = 0; i < 40; i++) {
                double a = Math.PI * 2 * i / 40;
                ring[i] = new double[] {Math.sin(a) * 0.074, y, Math.cos(a) * 0.074};
            }
            s.tube(0.003, 10, true, ring);
        }
        double[][] handle = new double[25][];
        for (int i = 0; i < 25; i++) {
            double a = Math.PI * i / 24;
            handle[i] = new double[] {Math.cos(a) * 0.062, 0.285 + Math.sin(a) * 0.105, 0};
        }
        s.tube(0.004, 12, false, handle);
        s.at(0, 0.084, 0)
                .lathe(28, 0, 0, 0.028, 0, 0.03, 0.008, 0.018, 0.016, 0.008, 0.02, 0, 0.02)
                .back(1);
        s.wear("flame", 1);
        s.at(0, 0.106, 0)
                .lathe(24, 0, 0, 0.009, 0.006, 0.014, 0.02, 0.011, 0.036, 0.004, 0.056, 0, 0.066)
                .back(1);
        s.wear("lamp glass", 1);
        s.at(0, 0.086, 0)
                .lathe(48, 0.047, 0, 0.056, 0.03, 0.06, 0.07, 0.056, 0.11, 0.05, 0.15)
                .back(1);
    }

    /** A bulkhead lamp under its cage, on a post's end. */
    static void deckLamp(Sculpt s) {
        s.wear("tarred timber", 0.4);
        s.at(0, 0, 0).box(0.16, 0.22, 0.16, 0.014).back(1);
        s.wear("brushed brass", 0.25);
        s.at(0, 0.22, 0)
                .lathe(48, 0, 0, 0.07, 0, 0.075, 0.006, 0.075, 0.02, 0.06, 0.03, 0.055, 0.05, 0.048, 0.05, 0, 0.05)
                .back(1);
        for (int i = 0; i < 6; i++) {
            s.turn(0, 1, 0, i * 60);
            s.tube(
                    0.0045,
                    10,
                    false,
                    new double[] {0.06, 0.25, 0},
                    new double[] {0.064, 0.33, 0},
                    new double[] {0.052, 0.39, 0},
                    new double[] {0.02, 0.42, 0});
            s.back(1);
        }
        double[][] ring = new double[40][];
        for (int i = 0; i < 40; i++) {
            double a = Math.PI * 2 * i / 40;
            ring[i] = new double[] {Math.sin(a) * 0.064, 0.325, Math.cos(a) * 0.064};
        }
        s.tube(0.004, 10, true, ring);
        s.at(0, 0.415, 0).sphere(24, 0.022).back(1);
        s.wear("flame", 1);
        s.at(0, 0.31, 0).sphere(24, 0.022).back(1);
        s.wear("lamp glass", 1);
        s.at(0, 0.268, 0)
                .lathe(48, 0.042, 0, 0.05, 0.03, 0.05, 0.07, 0.042, 0.11, 0.02, 0.135, 0, 0.14)
                .back(1);
    }

    static void signalMast(Sculpt s) {
        s.wear("rusted iron", 0.5);
        s.at(0, 0, 0).box(0.62, 0.04, 0.62, 0.01).back(1);
        s.at(0, 0.04, 0)
                .lathe(
                        40, 0, 0, 0.12, 0, 0.125, 0.01, 0.12, 0.03, 0.085, 0.05, 0.08, 0.26, 0.088, 0.27, 0.088, 0.30,
                        0, 0.30)
                .back(1);
        s.wear("lamp white paint", 0.6);
        s.at(0, 0.1, 0)
                .lathe(36, 0.062, 0, 0.06, 1.6, 0.05, 3.2, 0.032, 4.5, 0.03, 4.52, 0, 4.53)
                .back(1);
        s.tube(0.026, 20, false, new double[] {-1.05, 3.3, 0}, new double[] {0, 3.34, 0}, new double[] {1.05, 3.3, 0});
        s.wear("brushed brass", 0.2);
        s.at(0, 4.63, 0).sphere(32, 0.06).back(1);
        s.wear("hemp weave", 0.06);
        for (int i = 0; i < 3; i++) {
            double a = i * Math.PI * 2 / 3 + 0.5;
            s.tube(
                    0.009,
                    8,
                    false,
                    new double[] {0, 3.25, 0},
                    new double[] {Math.sin(a) * 0.7, 1.6, Math.cos(a) * 0.7},
                    new double[] {Math.sin(a) * 1.35, 0.02, Math.cos(a) * 1.35});
        }
        s.tube(0.007, 8, false, new double[] {0.9, 3.29, 0}, new double[] {0.86, 1.2, 0.03}, new double[] {
            0.1, 0.6, 0.02
        });
        s.wear("signal red", 1);
        flag(s, 2.62, 0.0);
        s.wear("signal blue", 1);
        flag(s, 2.02, 1.3);
        s.wear("tarred timber", 0.4);
        s.at(0, 0.62, 0.075).box(0.16, 0.03, 0.05, 0.006).back(1);
    }

    private static void flag(Sculpt s, double y, double phase) {
        s.at(0.885, y, 0.01);
        s.sheet(36, 22, 1, 1, 0.004, (u, v) -> new double[] {
            -u * 0.62 + 0.02 * v,
            -v * 0.46 - 0.10 * u * u + 0.02 * Math.sin(u * 7 + phase),
            0.07 * u * Math.sin(u * 8 + v * 1.6 + phase)
        });
        s.back(1);
    }

    static void mooringBuoy(Sculpt s) {
        s.wear("buoy red enamel", 0.8);
        s.lathe(
                72, 0, 0, 0.24, 0, 0.36, 0.05, 0.44, 0.14, 0.46, 0.22, 0.46, 0.36, 0.43, 0.42, 0.32, 0.50, 0.20, 0.58,
                0.15, 0.66, 0.13, 0.80);
        s.wear("lamp white paint", 0.6);
        s.at(0, 0.24, 0)
                .lathe(72, 0.459, 0, 0.464, 0.004, 0.464, 0.086, 0.459, 0.09)
                .back(1);
        s.at(0, 0.80, 0).lathe(48, 0.13, 0, 0.12, 0.30, 0.11, 0.44).back(1);
        s.wear("buoy red enamel", 0.8);
        s.at(0, 1.24, 0).lathe(48, 0.11, 0, 0.10, 0.18, 0.05, 0.20, 0, 0.20).back(1);
        s.wear("rusted iron", 0.3);
        double[][] ring = new double[36][];
        for (int i = 0; i < 36; i++) {
            double a = Math.PI * 2 * i / 36;
            ring[i] = new double[] {Math.cos(a) * 0.075, 1.50 + Math.sin(a) * 0.075, 0};
        }
        s.tube(0.017, 14, true, ring);
        for (int i = 0; i < 8; i++) {
            s.turn(0, 1, 0, i * 45);
            s.at(0.40, 0.436, 0).drum(8, 0.017, 0.022, 0.004).back(2);
        }
        s.wear("hemp weave", 0.12);
        double[][] fender = new double[64][];
        for (int i = 0; i < 64; i++) {
            double a = Math.PI * 2 * i / 64;
            fender[i] = new double[] {Math.sin(a) * 0.475, 0.20 + 0.006 * Math.sin(a * 9), Math.cos(a) * 0.475};
        }
        s.tube(0.026, 14, true, fender);
    }

    static void ropeCoil(Sculpt s) {
        s.wear("hemp weave", 0.09);
        int turns = 7;
        int per = 44;
        double[][] path = new double[turns * per + 14][];
        for (int i = 0; i < turns * per; i++) {
            double t = i / (double) per;
            double layer = Math.floor(t);
            double inLayer = t - layer;
            double rise = layer + Noise.smooth(0.8, 1.0, inLayer);
            double radius = 0.185 - 0.006 * layer + 0.008 * Math.sin(i * 0.7) + 0.008 * Math.sin(t * 2.2);
            double a = t * Math.PI * 2;
            path[i] = new double[] {Math.sin(a) * radius, 0.021 + rise * 0.036, Math.cos(a) * radius};
        }
        double[] last = path[turns * per - 1];
        for (int i = 0; i < 14; i++) {
            double k = (i + 1) / 14.0;
            path[turns * per + i] = new double[] {
                last[0] + 0.26 * k,
                last[1] * (1 - k * k) + 0.021 * k * k + 0.03 * Math.sin(k * Math.PI),
                last[2] + 0.12 * Math.sin(k * 2.2)
            };
        }
        s.tube(0.021, 14, false, path);
    }

    static void bollard(Sculpt s) {
        s.wear("rusted iron", 0.5);
        s.lathe(
                56, 0, 0, 0.24, 0, 0.25, 0.012, 0.25, 0.04, 0.17, 0.06, 0.14, 0.10, 0.125, 0.24, 0.14, 0.33, 0.185,
                0.38, 0.19, 0.41, 0.17, 0.45, 0.10, 0.475, 0, 0.48);
        for (int i = 0; i < 6; i++) {
            s.turn(0, 1, 0, i * 60);
            s.at(0.21, 0.034, 0).drum(6, 0.022, 0.022, 0.004).back(2);
        }
        s.wear("hemp weave", 0.09);
        double[][] path = new double[132][];
        for (int i = 0; i < 132; i++) {
            double t = i / 44.0;
            double a = t * Math.PI * 2;
            double r = 0.148 + 0.004 * Math.sin(i);
            path[i] = new double[] {Math.sin(a) * r, 0.15 + t * 0.045, Math.cos(a) * r};
        }
        s.tube(0.020, 12, false, path);
    }

    static void bell(Sculpt s) {
        s.wear("tarred timber", 0.4);
        s.at(-0.2, 0, 0).box(0.05, 0.52, 0.07, 0.008).back(1);
        s.at(0.2, 0, 0).box(0.05, 0.52, 0.07, 0.008).back(1);
        s.at(0, 0.50, 0).box(0.50, 0.055, 0.08, 0.01).back(1);
        s.at(0, 0, 0).box(0.52, 0.035, 0.16, 0.008).back(1);
        s.wear("brushed brass", 0.25);
        s.at(0, 0.16, 0)
                .lathe(
                        64, 0.105, 0.006, 0.128, 0, 0.130, 0.008, 0.112, 0.03, 0.094, 0.08, 0.082, 0.14, 0.074, 0.19,
                        0.062, 0.22, 0.035, 0.236, 0.016, 0.24, 0.016, 0.27, 0.022, 0.285, 0, 0.30);
        s.tube(0.009, 12, false, new double[] {0, 0.12, 0}, new double[] {0, 0.38, 0});
        s.at(0, -0.03, 0).sphere(24, 0.026).back(2);
        s.wear("hemp weave", 0.05);
        s.tube(0.008, 10, false, new double[] {0, 0.11, 0}, new double[] {0.012, 0.08, 0.006}, new double[] {
            -0.008, 0.05, 0
        });
    }

    static void pebbles(Sculpt s) {
        s.wear("lichen rock", 0.5);
        for (int i = 0; i < 9; i++) {
            double a = Noise.random(i, 1, 3001) * Math.PI * 2;
            double d = Math.sqrt(Noise.random(i, 2, 3001)) * 0.34;
            double r = i == 0 ? 0.19 : 0.05 + 0.09 * Noise.random(i, 3, 3001);
            double squash = 0.5 + 0.25 * Noise.random(i, 4, 3001);
            int seed = 3100 + i;
            int rings = 20;
            double[] profile = new double[(rings + 1) * 2];
            for (int k = 0; k <= rings; k++) {
                double t = Math.PI * k / rings;
                profile[k * 2] = r * Math.sin(t);
                profile[k * 2 + 1] = r * squash * (0.86 - Math.cos(t));
            }
            s.at(i == 0 ? 0 : Math.sin(a) * d, 0, i == 0 ? 0 : Math.cos(a) * d).turn(0, 1, 0, i * 47);
            s.lathe(
                    36,
                    (angle, y) -> 1 + 0.16 * Noise.fractal(angle / (2 * Math.PI), y / r * 0.25 + 0.3, 5, 5, 3, seed),
                    profile);
            s.back(2);
        }
    }

    static void ladder(Sculpt s) {
        s.wear("driftwood grey", 0.5);
        s.turn(1, 0, 0, -14);
        s.at(-0.2, 0, 0).box(0.05, 2.3, 0.07, 0.01).back(1);
        s.at(0.2, 0, 0).box(0.05, 2.3, 0.07, 0.01).back(1);
        for (int i = 0; i < 7; i++) {
            s.tube(0.019, 14, false, new double[] {-0.21, 0.2 + i * 0.31, 0}, new double[] {0.21, 0.2 + i * 0.31, 0});
        }
        s.wear("rusted iron", 0.3);
        for (double x : new double[] {-0.2, 0.2}) {
            double[][] hook = new double[15][];
            for (int i = 0; i < 15; i++) {
                double a = Math.PI * i / 14;
                hook[i] = new double[] {x, 2.28 + Math.sin(a) * 0.11, -0.08 + Math.cos(a) * 0.09};
            }
            s.tube(0.013, 12, false, hook);
        }
        s.back(1);
    }

    /** A cleat to belay a line on, two horns on two feet, as a printer would make it: 8 inches long. */
    static void cleat(Sculpt s) {
        s.wear("galvanised zinc", 0.2);
        s.box(0.11, 0.008, 0.04, 0.003);
        for (double x : new double[] {-0.03, 0.03}) {
            s.at(x, 0.006, 0).drum(28, 0.011, 0.036, 0.004).back(1);
        }
        double[][] horns = new double[33][];
        for (int i = 0; i < horns.length; i++) {
            double t = i / 16.0 - 1;
            horns[i] = new double[] {t * 0.092, 0.046 + 0.008 * t * t, 0};
        }
        s.tube(0.0095, 20, false, horns);
    }
}
