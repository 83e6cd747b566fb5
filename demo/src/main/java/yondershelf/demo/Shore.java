package yondershelf.demo;

/** What lies and stands along the shore: a dinghy and its oar, the jetty, the hut, sandbags. */
final class Shore {
    private Shore() {}

    /** A clinker-built dinghy. */
    static void dinghy(Sculpt s) {
        s.wear("lamp white paint", 0.9);
        int strakes = 6;
        for (int side = -1; side <= 1; side += 2) {
            for (int k = 0; k < strakes; k++) {
                double from = k / (double) strakes;
                double to = (k + 1.08) / strakes;
                int flip = side;
                double lap = 0.010;
                s.sheet(40, 3, 2.6, 0.12, 0.014, (u, v) -> {
                    double uu = flip > 0 ? u : 1 - u;
                    double t = from + (to - from) * v;
                    double[] p = hull(uu, t, flip);
                    p[2] += flip * lap * (1 - v);
                    return p;
                });
            }
        }
        s.wear("tarred timber", 0.6);
        double[][] keel = new double[30][];
        double[][] gunwaleLeft = new double[30][];
        double[][] gunwaleRight = new double[30][];
        for (int i = 0; i < 30; i++) {
            double u = i / 29.0;
            keel[i] = hull(u, 0, 1);
            keel[i][2] = 0;
            gunwaleLeft[i] = hull(u, 1, -1);
            gunwaleRight[i] = hull(u, 1, 1);
        }
        s.tube(0.024, 12, false, keel);
        s.tube(0.02, 12, false, gunwaleLeft);
        s.tube(0.02, 12, false, gunwaleRight);
        s.wear("planed pine", 0.6);
        for (double u : new double[] {0.26, 0.52, 0.78}) {
            double[] p = hull(u, 0.68, 1);
            s.at(p[0], p[1] - 0.012, 0).box(0.2, 0.024, p[2] * 2 - 0.03, 0.006).back(1);
        }
        double[] stern = hull(0, 1, 1);
        double[] low = hull(0, 0.12, 1);
        s.at(stern[0], 0, 0).turn(0, 1, 0, 90);
        Instruments.plate(
                s,
                0.028,
                new double[] {-low[2], low[1]},
                new double[] {low[2], low[1]},
                new double[] {stern[2] * 0.82, (low[1] + stern[1]) / 2},
                new double[] {stern[2], stern[1] + 0.02},
                new double[] {-stern[2], stern[1] + 0.02},
                new double[] {-stern[2] * 0.82, (low[1] + stern[1]) / 2});
        s.back(2);
    }

    /** The dinghy's skin: u from stern to bow, t from keel to rail. */
    private static double[] hull(double u, double t, int side) {
        double x = (u - 0.48) * 2.6;
        double beam =
                0.56 * Math.pow(Math.max(0, Math.sin(Math.PI * Math.pow(0.24 + 0.76 * u, 1.05) * 0.985 + 0.02)), 0.62);
        beam = u > 0.995 ? 0.01 : Math.max(beam, 0.012);
        double bow = Math.pow(Math.max(0, (u - 0.6) / 0.4), 2);
        double y = 0.03 + 0.16 * bow * (1 - t) + (0.42 + 0.16 * Math.pow(u - 0.4, 2) * 2) * Math.pow(t, 1.25);
        double z = side * beam * Math.pow(t, 0.55 + 0.35 * bow);
        return new double[] {x, y, z};
    }

    static void oar(Sculpt s) {
        s.wear("planed pine", 0.4);
        s.turn(0, 0, 1, 90);
        s.lathe(28, 0, -0.9, 0.02, -0.89, 0.022, -0.82, 0.016, -0.78, 0.022, -0.6, 0.023, 0.3, 0.018, 0.5);
        s.sheet(20, 30, 0.2, 0.5, 0.014, (u, v) -> {
            double half = 0.018 + 0.055 * Noise.smooth(0, 0.4, v) - 0.03 * Noise.smooth(0.92, 1, v);
            return new double[] {(u - 0.5) * 2 * half, 0.46 + v * 0.5, 0.02 * Math.sin((u - 0.5) * 2)};
        });
        s.wear("tarred timber", 0.3);
        s.lathe(28, 0.024, -0.36, 0.032, -0.355, 0.032, -0.16, 0.024, -0.155);
        s.back(1);
    }

    /** A board at the landing that tells how high the water stands. */
    static void tideBoard(Sculpt s) {
        s.wear("tarred timber", 0.5);
        s.at(0, 0, -0.05).box(0.14, 1.7, 0.09, 0.01).back(1);
        s.at(0, 0, 0.02).box(0.34, 0.06, 0.3, 0.01).back(1);
        s.wear("lamp white paint", 0.5);
        s.at(0, 0.1, 0.012).box(0.2, 1.5, 0.028, 0.006).back(1);
        s.wear("signal red", 1);
        for (int i = 0; i < 15; i++) {
            double width = i % 5 == 0 ? 0.16 : 0.08;
            s.at(-0.085 + width / 2, 0.14 + i * 0.1, 0.028)
                    .box(width, 0.028, 0.006, 0.001)
                    .back(1);
        }
        s.wear("rusted iron", 0.2);
        for (int i = 0; i < 2; i++) {
            s.at(0.075, 0.2 + i * 1.3, 0.02)
                    .turn(1, 0, 0, 90)
                    .drum(16, 0.014, 0.012, 0.003)
                    .back(2);
        }
    }

    static void jetty(Sculpt s) {
        s.wear("driftwood grey", 0.9);
        for (int i = 0; i < 13; i++) {
            double skew = (Noise.random(i, 1, 3307) - 0.5) * 0.04;
            s.at(skew, 0.86, -1.26 + i * 0.21)
                    .turn(0, 1, 0, skew * 20)
                    .box(1.9 + skew, 0.045, 0.195, 0.006)
                    .back(2);
        }
        for (double x : new double[] {-0.75, 0.75}) {
            s.at(x, 0.70, 0).box(0.14, 0.16, 2.7, 0.01).back(1);
        }
        s.wear("tarred timber", 0.7);
        for (double x : new double[] {-0.85, 0.85}) {
            for (double z : new double[] {-1.1, 0.15, 1.1}) {
                double top = z > 1 ? 1.32 : 0.9;
                s.at(x, 0, z)
                        .lathe(28, 0, 0, 0.10, 0, 0.102, 0.02, 0.095, top - 0.05, 0.085, top - 0.01, 0, top)
                        .back(1);
            }
            s.tube(0.045, 14, false, new double[] {x, 0.15, -1.1}, new double[] {x, 0.66, 0.1});
            s.tube(0.045, 14, false, new double[] {x, 0.66, 0.2}, new double[] {x, 0.15, 1.1});
        }
        s.wear("hemp weave", 0.09);
        s.tube(
                0.018,
                12,
                false,
                new double[] {-0.85, 1.24, 1.1},
                new double[] {-0.4, 1.1, 1.13},
                new double[] {0, 1.06, 1.14},
                new double[] {0.4, 1.1, 1.13},
                new double[] {0.85, 1.24, 1.1});
    }

    /** The hut the diorama is built around. */
    static void hut(Sculpt s) {
        s.wear("lichen rock", 0.9);
        s.at(0, 0, 0).box(3.2, 0.3, 2.5, 0.05).back(1);
        s.wear("tarred timber", 1.2);
        for (int i = 0; i < 13; i++) {
            double y = 0.3 + i * 0.16;
            for (double z : new double[] {-1.12, 1.12}) {
                if (z < 0 || y + 0.16 < 0.32 || y > 2.3) {
                    s.at(0, y, z)
                            .turn(1, 0, 0, z > 0 ? -4 : 4)
                            .box(2.92, 0.175, 0.03, 0.004)
                            .back(2);
                } else {
                    s.at(-1.08, y, z)
                            .turn(1, 0, 0, -4)
                            .box(0.76, 0.175, 0.03, 0.004)
                            .back(2);
                    s.at(0.72, y, z)
                            .turn(1, 0, 0, -4)
                            .box(1.48, 0.175, 0.03, 0.004)
                            .back(2);
                }
            }
            for (double x : new double[] {-1.44, 1.44}) {
                s.at(x, y, 0)
                        .turn(0, 0, 1, x > 0 ? 4 : -4)
                        .box(0.03, 0.175, 2.22, 0.004)
                        .back(2);
            }
        }
        s.wear("planed pine", 0.9);
        s.at(-0.36, 0.3, 1.09).box(0.68, 1.96, 0.04, 0.006).back(1);
        s.wear("lamp white paint", 0.6);
        for (double x : new double[] {-1.45, 1.45}) {
            for (double z : new double[] {-1.13, 1.13}) {
                s.at(x, 0.28, z).box(0.12, 2.14, 0.12, 0.008).back(1);
            }
        }
        s.at(0.72, 1.2, 1.15).box(0.74, 0.06, 0.06, 0.006).back(1);
        s.at(0.72, 1.88, 1.15).box(0.74, 0.06, 0.06, 0.006).back(1);
        s.at(0.38, 1.2, 1.15).box(0.06, 0.72, 0.06, 0.006).back(1);
        s.at(1.06, 1.2, 1.15).box(0.06, 0.72, 0.06, 0.006).back(1);
        s.at(0.72, 1.24, 1.15).box(0.03, 0.66, 0.04, 0.004).back(1);
        s.wear("lamp glass", 1);
        s.at(0.72, 1.26, 1.14).box(0.64, 0.62, 0.008, 0.001).back(1);
        s.wear("tarred timber", 1.2);
        for (double x : new double[] {-1.44, 1.44}) {
            s.at(x, 2.38, 0).turn(0, 1, 0, 90);
            Instruments.plate(s, 0.03, new double[] {-1.16, 0}, new double[] {1.16, 0}, new double[] {0, 0.76});
            s.back(2);
        }
        s.wear("slate shingles", 1.1);
        for (double side : new double[] {-1, 1}) {
            double a = 33 * side;
            s.at(0, 3.16, 0)
                    .turn(1, 0, 0, a)
                    .at(0, 0, side * 0.80)
                    .box(3.3, 0.05, 1.62, 0.01)
                    .back(3);
        }
        s.wear("verdigris copper", 0.6);
        s.tube(0.045, 14, false, new double[] {-1.68, 3.19, 0}, new double[] {1.68, 3.19, 0});
        s.wear("limewash brick", 0.7);
        s.at(0.9, 2.6, -0.45).box(0.46, 1.1, 0.46, 0.02).back(1);
        s.at(0.9, 3.66, -0.45).box(0.56, 0.10, 0.56, 0.02).back(1);
    }

    static void sandbags(Sculpt s) {
        s.wear("sailcloth", 0.5);
        double[][] spots = {{-0.3, 0, 0}, {0.3, 0, 0.02}, {0, 0.17, 0.0}};
        for (int i = 0; i < spots.length; i++) {
            int seed = 3400 + i;
            s.at(spots[i][0], spots[i][1], spots[i][2]).turn(0, 1, 0, i * 9 - 8);
            int rings = 18;
            double[] profile = new double[(rings + 1) * 2];
            for (int k = 0; k <= rings; k++) {
                double t = Math.PI * k / rings;
                profile[k * 2] = Math.pow(Math.sin(t), 0.42) * 0.28;
                profile[k * 2 + 1] = 0.09 - Math.cos(t) * 0.09;
            }
            s.lathe(
                    64,
                    (a, y) -> {
                        double flat = Math.pow(
                                Math.pow(Math.abs(Math.sin(a)), 4) + Math.pow(Math.abs(Math.cos(a)) / 0.62, 4), -0.25);
                        return flat * (1 + 0.05 * Noise.fractal(a / (2 * Math.PI), y * 3, 7, 5, 3, seed));
                    },
                    profile);
            s.back(2);
        }
        s.wear("hemp weave", 0.05);
        s.tube(0.012, 10, false, new double[] {-0.27, 0.27, 0.0}, new double[] {-0.33, 0.27, 0.02}, new double[] {
            -0.37, 0.25, 0.03
        });
    }
}
