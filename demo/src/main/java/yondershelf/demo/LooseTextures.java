package yondershelf.demo;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import yondershelf.content.Picture;
import yondershelf.work.Parallel;

/** Twenty loose textures: masks, dials, stains and charts for the diorama. */
final class LooseTextures {
    private static final int SIZE = 512;

    private LooseTextures() {}

    /** Painted once, when somebody first asks. */
    private static final class Painted {
        private static final Map<String, Picture> ALL = painted();
    }

    static Map<String, Picture> all() {
        return Painted.ALL;
    }

    private static Map<String, Picture> painted() {
        List<Map.Entry<String, Surfaces.Pattern>> patterns =
                new ArrayList<>(patterns().entrySet());
        Picture[] pictures = new Picture[patterns.size()];
        Parallel.run(
                pictures.length,
                Parallel.threads(),
                () -> false,
                i -> pictures[i] = paint(patterns.get(i).getValue()));
        Map<String, Picture> out = new LinkedHashMap<>();
        for (int i = 0; i < pictures.length; i++) {
            out.put(patterns.get(i).getKey(), pictures[i]);
        }
        return out;
    }

    private static Map<String, Surfaces.Pattern> patterns() {
        Map<String, Surfaces.Pattern> p = new LinkedHashMap<>();
        p.put("salt_bloom.png", (u, v, t) -> grey(t, Noise.smooth(0.05, 0.5, Noise.fractal(u, v, 6, 6, 6, 2001))));
        p.put("tide_line.png", (u, v, t) -> {
            double line = v - 0.55 - 0.06 * Noise.fractal(u, 0.5, 6, 1, 4, 2003);
            grey(t, 0.85 - 0.6 * Noise.smooth(-0.1, 0.02, line) + 0.25 * Noise.smooth(0.03, 0, Math.abs(line)));
        });
        p.put(
                "foam_streaks.png",
                (u, v, t) -> grey(
                        t,
                        Math.pow(
                                Noise.smooth(
                                        0.55, 0.0, cellEdge(u + 0.05 * Noise.fractal(u, v, 4, 4, 3, 9), v, 9, 2011)),
                                2)));
        p.put("rivet_row.png", (u, v, t) -> {
            double d = Math.hypot((u * 8) % 1 - 0.5, (v * 8) % 1 - 0.5);
            grey(t, 0.45 + (d < 0.22 ? 0.5 * Math.sqrt(1 - d * d / 0.0484) : 0));
        });
        p.put("hatch_grating.png", (u, v, t) -> {
            double a = Math.abs((u * 10) % 1 - 0.5);
            double b = Math.abs((v * 10) % 1 - 0.5);
            grey(t, Math.max(a, b) > 0.36 ? 0.9 : 0.04);
        });
        p.put("scratches.png", (u, v, t) -> {
            double s = 0;
            for (int i = 0; i < 26; i++) {
                double angle = Noise.random(i, 1, 2029) * Math.PI;
                double d = Math.abs((u - Noise.random(i, 2, 2029)) * Math.sin(angle)
                        + (v - Noise.random(i, 3, 2029)) * Math.cos(angle));
                double along = Math.abs((u - Noise.random(i, 2, 2029)) * Math.cos(angle)
                        - (v - Noise.random(i, 3, 2029)) * Math.sin(angle));
                s = Math.max(s, Noise.smooth(0.0025, 0.0, d) * Noise.smooth(0.3, 0.1, along));
            }
            grey(t, s);
        });
        p.put("rust_bloom.png", (u, v, t) -> {
            double k = Noise.smooth(-0.1, 0.5, Noise.fractal(u, v, 5, 5, 6, 2039));
            t.color(0.75, 0.73, 0.70);
            t.blend(0.48, 0.24, 0.10, k);
        });
        p.put("signal_chequer.png", (u, v, t) -> {
            boolean on = ((int) (u * 6) + (int) (v * 6)) % 2 == 0;
            t.color(on ? 0.78 : 0.92, on ? 0.12 : 0.90, on ? 0.09 : 0.84);
            t.shade(0.93 + 0.07 * Noise.fractal(u, v, 40, 40, 3, 2053));
        });
        p.put("signal_quarters.png", (u, v, t) -> {
            boolean on = (u < 0.5) == (v < 0.5);
            t.color(on ? 0.10 : 0.90, on ? 0.22 : 0.74, on ? 0.42 : 0.15);
            t.shade(0.93 + 0.07 * Noise.fractal(u, v, 40, 40, 3, 2063));
        });
        p.put("barometer_dial.png", LooseTextures::dial);
        p.put("compass_card.png", LooseTextures::compass);
        p.put("chart_soundings.jpg", LooseTextures::chart);
        p.put("log_paper.jpg", (u, v, t) -> {
            t.color(0.90, 0.86, 0.74);
            t.shade(0.96 + 0.06 * Noise.fractal(u, v, 10, 10, 5, 2081));
            boolean rule = (v * 20) % 1 < 0.06;
            t.blend(0.45, 0.55, 0.62, rule ? 0.6 : 0);
            t.blend(0.75, 0.30, 0.25, Math.abs(u - 0.14) < 0.003 ? 0.8 : 0);
        });
        p.put("tar_drips.png", (u, v, t) -> {
            double edge = 0.35 + 0.25 * Noise.fractal(u, 0.3, 14, 1, 4, 2087);
            grey(t, Noise.smooth(edge + 0.02, edge - 0.02, v));
        });
        p.put(
                "canvas_weave.bmp",
                (u, v, t) -> grey(t, 0.5 + 0.35 * Math.sin(u * Math.PI * 96) * Math.cos(v * Math.PI * 96)));
        p.put("gull_prints.png", (u, v, t) -> {
            double x = (u * 4) % 1 - 0.5;
            double y = (v * 4) % 1 - 0.4;
            double best = 1;
            for (int i = -1; i <= 1; i++) {
                double a = i * 0.7;
                double along = -y * Math.cos(a) + x * Math.sin(a);
                double off = Math.abs(x * Math.cos(a) + y * Math.sin(a));
                best = Math.min(best, along > -0.02 && along < 0.3 ? off : 1);
            }
            grey(t, 0.72 - 0.5 * Noise.smooth(0.03, 0.012, best) + 0.05 * Noise.fractal(u, v, 60, 60, 2, 2099));
        });
        p.put(
                "rope_shadow.png",
                (u, v, t) ->
                        grey(t, 0.8 - 0.6 * Math.pow(Math.sin((u * 3 + 0.12 * Math.sin(v * 12.566)) * Math.PI), 8)));
        p.put("frost_edges.png", (u, v, t) -> {
            double edge = Math.min(Math.min(u, 1 - u), Math.min(v, 1 - v));
            grey(t, Noise.smooth(0.28, 0.0, edge + 0.16 * Noise.fractal(u, v, 12, 12, 5, 2111)));
        });
        p.put(
                "pebble_heights.png",
                (u, v, t) ->
                        grey(t, Math.sqrt(Math.max(0, 1 - 2.2 * Math.pow(Noise.cells(u, v, 10, 10, 2113)[0], 2)))));
        p.put("wind_gauge_scale.tif", (u, v, t) -> {
            t.color(0.93, 0.91, 0.85);
            double x = (u * 40) % 1;
            int tick = (int) (u * 40);
            double length = tick % 10 == 0 ? 0.5 : tick % 5 == 0 ? 0.35 : 0.22;
            t.blend(0.08, 0.09, 0.10, Math.abs(x - 0.5) < 0.1 && v > 0.2 && v < 0.2 + length ? 1 : 0);
            t.blend(0.08, 0.09, 0.10, Math.abs(v - 0.19) < 0.008 ? 1 : 0);
        });
        return p;
    }

    static Picture paint(Surfaces.Pattern pattern) {
        byte[] pixels = new byte[SIZE * SIZE * 3];
        for (int y = 0; y < SIZE; y++) {
            for (int x = 0; x < SIZE; x++) {
                Texel t = new Texel();
                pattern.at((x + 0.5) / SIZE, (y + 0.5) / SIZE, t);
                int i = (y * SIZE + x) * 3;
                pixels[i] = TextureSet.level(t.r);
                pixels[i + 1] = TextureSet.level(t.g);
                pixels[i + 2] = TextureSet.level(t.b);
            }
        }
        return Picture.ofBytes(SIZE, SIZE, 3, pixels);
    }

    private static void grey(Texel t, double value) {
        t.color(value, value, value);
    }

    private static double cellEdge(double u, double v, int n, int seed) {
        double[] c = Noise.cells(u - Math.floor(u), v, n, n, seed);
        return c[1] - c[0];
    }

    /** A dial with ticks over three quarters of a circle and a needle. */
    static void dial(double u, double v, Texel t) {
        double x = u - 0.5;
        double y = 0.5 - v;
        double r = Math.hypot(x, y);
        double a = Math.toDegrees(Math.atan2(x, y));
        t.color(0.93, 0.90, 0.82);
        t.shade(0.98 + 0.03 * Noise.fractal(u, v, 12, 12, 4, 2131));
        boolean major = Math.abs(Math.floorMod((int) Math.round(a * 10), 300)) < 8;
        double step = Math.abs(((a + 360) % 6) - 3);
        if (Math.abs(a) < 138 && r > 0.36 && r < 0.43 && (step > 2.5 || major)) {
            t.color(0.1, 0.1, 0.11);
        }
        if (Math.abs(r - 0.35) < 0.004 && Math.abs(a) < 138) {
            t.color(0.1, 0.1, 0.11);
        }
        double needle = Math.toRadians(28);
        double along = x * Math.sin(needle) + y * Math.cos(needle);
        double off = Math.abs(x * Math.cos(needle) - y * Math.sin(needle));
        if (off < 0.012 * (1 - along / 0.45) && along > -0.1 && along < 0.38 || r < 0.03) {
            t.color(0.12, 0.14, 0.17);
        }
        if (r > 0.48) {
            t.color(0.55, 0.43, 0.22);
        }
    }

    private static void compass(double u, double v, Texel t) {
        double x = u - 0.5;
        double y = 0.5 - v;
        double r = Math.hypot(x, y);
        double a = Math.atan2(x, y);
        t.color(0.91, 0.88, 0.79);
        for (int k = 2; k >= 0; k--) {
            double n = k == 0 ? 4 : k == 1 ? 8 : 16;
            double part = Math.PI * 2 / n;
            double f = Math.abs(a - Math.round(a / part) * part);
            double reach = k == 0 ? 0.44 : k == 1 ? 0.32 : 0.2;
            boolean inside = r < reach * (1 - f / part * 1.75);
            if (inside) {
                boolean dark = a > Math.round(a / part) * part;
                t.color(dark ? 0.12 : 0.80, dark ? 0.20 : 0.30, dark ? 0.26 : 0.18);
            }
        }
        if (Math.abs(r - 0.46) < 0.006 || Math.abs(r - 0.48) < 0.002) {
            t.color(0.12, 0.2, 0.26);
        }
    }

    private static void chart(double u, double v, Texel t) {
        double h = Noise.fractal(u, v, 3, 3, 5, 2141);
        t.color(0.88, 0.87, 0.78);
        if (h > 0.12) {
            t.color(0.86, 0.78, 0.58);
        } else {
            t.blend(0.66, 0.78, 0.82, Noise.smooth(-0.7, 0.12, h));
        }
        double contour = Math.abs(((h * 9) % 1 + 1) % 1 - 0.5);
        t.blend(0.30, 0.40, 0.48, Noise.smooth(0.46, 0.5, contour) * 0.8);
        boolean grid = (u * 4) % 1 < 0.008 || (v * 4) % 1 < 0.008;
        t.blend(0.3, 0.3, 0.34, grid ? 0.6 : 0);
    }
}
