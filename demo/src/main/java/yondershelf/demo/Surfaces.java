package yondershelf.demo;

import java.util.LinkedHashMap;
import java.util.Map;

/** The surfaces of the diorama's workshop, each a function of UV that tiles. */
final class Surfaces {
    /** Fills in a texel at a UV. */
    interface Pattern {
        void at(double u, double v, Texel t);
    }

    private Surfaces() {}

    static Map<String, Pattern> all() {
        Map<String, Pattern> out = new LinkedHashMap<>();
        out.put("tarred timber", (u, v, t) -> planks(u, v, t, 5, 11, new double[] {0.16, 0.11, 0.08}, 0.45, true));
        out.put("planed pine", (u, v, t) -> planks(u, v, t, 6, 23, new double[] {0.74, 0.57, 0.37}, 0.6, false));
        out.put("driftwood grey", (u, v, t) -> planks(u, v, t, 4, 37, new double[] {0.56, 0.53, 0.48}, 0.85, false));
        out.put("verdigris copper", Surfaces::verdigris);
        out.put("sailcloth", Surfaces::sailcloth);
        out.put("wet shingle", Surfaces::shingle);
        out.put("lichen rock", Surfaces::lichen);
        out.put("buoy red enamel", (u, v, t) -> enamel(u, v, t, new double[] {0.71, 0.13, 0.08}, 51));
        out.put("lamp white paint", (u, v, t) -> enamel(u, v, t, new double[] {0.86, 0.84, 0.78}, 67));
        out.put("brushed brass", Surfaces::brass);
        out.put("galvanised zinc", Surfaces::zinc);
        out.put("rusted iron", Surfaces::rust);
        out.put("hemp weave", Surfaces::hemp);
        out.put("slate shingles", Surfaces::slate);
        out.put("limewash brick", Surfaces::brick);
        out.put("yellow oilcloth", Surfaces::oilcloth);
        return out;
    }

    private static void planks(
            double u, double v, Texel t, int count, int seed, double[] base, double rough, boolean tar) {
        double x = u * count;
        int board = (int) Math.floor(x);
        double across = x - board;
        double shift = Noise.random(board, 3, seed);
        double edge = Math.min(across, 1 - across);
        double grain = Noise.fractal(u, v + shift, count * 10, 3, 4, seed + board % 7);
        double ring =
                Math.sin((across * 9 + Noise.fractal(u, v + shift, count, 2, 3, seed + 5) * 3.2) * 2.2 + board * 2);
        double tone = 0.86 + 0.28 * (Noise.random(board, 9, seed) - 0.5) + 0.13 * ring + 0.16 * grain;
        t.color(base[0], base[1], base[2]);
        t.shade(tone);
        double joint = (v + shift) % 1;
        double butt = Math.min(joint, 1 - joint);
        double gap = Noise.smooth(0.035, 0.0, edge) + Noise.smooth(0.006, 0.0, butt);
        t.shade(1 - 0.8 * Math.min(1, gap));
        t.height = 0.012 * (1 - Math.min(1, gap)) + 0.0015 * grain + 0.0012 * ring;
        t.rough = rough + 0.12 * grain;
        double nail = Math.hypot((across - 0.5) * 0.9 / count, Math.min(Math.abs(butt - 0.03), 9) * 1.0);
        if (nail < 0.008) {
            t.color(0.2, 0.19, 0.18);
            t.height -= 0.002;
        }
        if (tar) {
            double drip = Noise.smooth(0.05, 0.5, Noise.fractal(u, v, 7, 3, 4, seed + 40));
            t.blend(0.055, 0.047, 0.042, drip * 0.85);
            t.rough = Noise.mix(t.rough, 0.22, drip);
            t.height += 0.002 * drip;
        }
    }

    private static void verdigris(double u, double v, Texel t) {
        double patina = Noise.smooth(-0.25, 0.3, Noise.fractal(u, v, 4, 4, 6, 101));
        double fine = Noise.fractal(u, v, 24, 24, 3, 131);
        t.color(0.72, 0.42, 0.27);
        t.shade(0.9 + 0.12 * fine);
        t.blend(0.30 + 0.08 * fine, 0.60 + 0.06 * fine, 0.52, patina);
        double streak = Noise.smooth(0.1, 0.6, Noise.fractal(u, v, 20, 2, 3, 151));
        t.blend(0.56, 0.75, 0.68, streak * patina * 0.6);
        t.metal = 1 - patina;
        t.rough = Noise.mix(0.28, 0.85, patina) + 0.06 * fine;
        t.height = 0.004 * patina + 0.001 * fine;
    }

    private static void sailcloth(double u, double v, Texel t) {
        int n = 64;
        double x = u * n;
        double y = v * n;
        boolean over = (((int) x + (int) y) & 1) == 0;
        double a = Math.sin(Math.PI * (x % 1));
        double b = Math.sin(Math.PI * (y % 1));
        double thread = over ? a * 0.75 + b * 0.25 : b * 0.75 + a * 0.25;
        double slub = Noise.fractal(u, v, over ? 8 : 64, over ? 64 : 8, 2, 211);
        double stain = Noise.smooth(0.1, 0.7, Noise.fractal(u, v, 3, 3, 5, 223));
        t.color(0.86, 0.81, 0.70);
        t.shade(0.82 + 0.18 * thread + 0.06 * slub);
        t.blend(0.66, 0.58, 0.44, stain * 0.4);
        double seam = Math.abs(v - 0.5);
        if (seam < 0.035) {
            t.shade(0.95);
            t.height += 0.004;
            double stitch = Math.abs((u * 24) % 1 - 0.5);
            if (Math.abs(seam - 0.028) < 0.003 && stitch < 0.28) {
                t.color(0.50, 0.36, 0.22);
                t.height += 0.001;
            }
        }
        t.rough = 0.92;
        t.height += 0.0022 * thread;
    }

    private static void shingle(double u, double v, Texel t) {
        double[] big = Noise.cells(u + 0.01 * Noise.fractal(u, v, 8, 8, 2, 7), v, 9, 9, 301);
        double[] small = Noise.cells(u, v, 23, 23, 331);
        double stone = Noise.smooth(0.0, 0.22, big[1] - big[0]);
        double pebble = Noise.smooth(0.0, 0.3, small[1] - small[0]);
        boolean onTop = stone > 0.25;
        double id = onTop ? big[2] : small[2];
        double tone = 0.30 + 0.34 * id;
        double warm = ((id * 7.3) % 1) - 0.5;
        t.color(tone + 0.06 * warm, tone + 0.01 * warm, tone - 0.05 * warm);
        double vein = Math.abs(Noise.fractal(u, v, 16, 16, 3, 347));
        t.blend(0.8, 0.78, 0.74, Noise.smooth(0.05, 0.0, vein) * (id > 0.6 ? 0.7 : 0));
        double round = onTop ? Math.sqrt(Math.max(0, 1 - big[0] * big[0] * 1.6)) : 0;
        t.height = onTop ? 0.022 + 0.03 * round * stone : 0.012 * pebble * Math.max(0, 1 - small[0]);
        t.shade(onTop ? 0.55 + 0.45 * stone : 0.35 + 0.3 * pebble);
        double wet = Noise.smooth(-0.2, 0.25, Noise.fractal(u, v, 3, 3, 3, 353));
        t.shade(1 - 0.3 * wet);
        t.rough = Noise.mix(0.62, 0.12, wet);
    }

    private static void lichen(double u, double v, Texel t) {
        double coarse = Noise.fractal(u, v, 5, 5, 6, 401);
        double fine = Noise.fractal(u, v, 40, 40, 3, 431);
        double crack = Noise.smooth(0.07, 0.0, Math.abs(Noise.fractal(u, v, 4, 4, 4, 443)));
        double tone = 0.40 + 0.12 * coarse + 0.07 * fine;
        t.color(tone, tone * 0.98, tone * 0.93);
        t.shade(1 - 0.55 * crack);
        t.height = 0.03 * coarse + 0.004 * fine - 0.012 * crack;
        t.rough = 0.88;
        double[] spot = Noise.cells(u + 0.02 * fine, v + 0.02 * coarse, 6, 6, 457);
        double grow = Noise.smooth(0.42, 0.3, spot[0] + 0.12 * fine) * (spot[2] > 0.45 ? 1 : 0);
        boolean ochre = spot[2] > 0.72;
        t.blend(ochre ? 0.68 : 0.60, ochre ? 0.56 : 0.64, ochre ? 0.30 : 0.52, grow * 0.6);
        double rim = Noise.smooth(0.06, 0.0, Math.abs(spot[0] + 0.12 * fine - 0.36)) * grow;
        t.shade(1 - 0.2 * rim);
        t.height += 0.004 * grow;
    }

    private static void enamel(double u, double v, Texel t, double[] paint, int seed) {
        double wear = Noise.smooth(0.56, 0.76, Noise.fractal(u, v, 5, 5, 6, seed));
        double grime = Noise.smooth(0.0, 0.9, Noise.fractal(u, v, 3, 6, 5, seed + 20));
        double peel = Noise.fractal(u, v, 30, 30, 2, seed + 9);
        t.color(paint[0], paint[1], paint[2]);
        t.shade(0.97 + 0.05 * peel);
        t.blend(paint[0] * 0.55 + 0.06, paint[1] * 0.55 + 0.05, paint[2] * 0.5 + 0.04, grime * 0.35);
        double rust = Noise.fractal(u, v, 20, 20, 3, seed + 30);
        t.blend(0.33 + 0.1 * rust, 0.18 + 0.05 * rust, 0.10, wear);
        t.rough = Noise.mix(0.24 + 0.2 * grime, 0.85, wear);
        t.height = 0.002 * (1 - wear) + 0.0003 * peel;
    }

    private static void brass(double u, double v, Texel t) {
        double line = Noise.fractal(u, v, 2, 160, 2, 501);
        double dull = Noise.smooth(0.0, 0.8, Noise.fractal(u, v, 4, 4, 5, 521));
        t.color(0.86, 0.69, 0.38);
        t.shade(0.95 + 0.05 * line);
        t.blend(0.50, 0.38, 0.20, dull * 0.5);
        t.metal = 1;
        t.rough = 0.26 + 0.10 * line + 0.25 * dull;
        t.height = 0.0004 * line;
    }

    private static void zinc(double u, double v, Texel t) {
        double[] cell = Noise.cells(u + 0.02 * Noise.fractal(u, v, 9, 9, 2, 541), v, 11, 11, 547);
        double tone = 0.60 + 0.18 * (cell[2] - 0.5);
        t.color(tone, tone * 1.01, tone * 1.03);
        double bloom = Noise.smooth(0.25, 0.7, Noise.fractal(u, v, 5, 5, 5, 557));
        t.blend(0.78, 0.79, 0.78, bloom * 0.6);
        t.metal = 1 - 0.7 * bloom;
        t.rough = 0.34 + 0.14 * cell[2] + 0.3 * bloom;
        t.height = 0.0008 * Noise.smooth(0, 0.12, cell[1] - cell[0]);
    }

    private static void rust(double u, double v, Texel t) {
        double coarse = Noise.fractal(u, v, 6, 6, 6, 601);
        double fine = Noise.fractal(u, v, 48, 48, 3, 613);
        double bare = Noise.smooth(0.35, 0.7, Noise.fractal(u, v, 4, 4, 4, 617));
        t.color(0.40 + 0.14 * coarse, 0.21 + 0.08 * coarse, 0.11 + 0.04 * fine);
        t.shade(0.9 + 0.2 * fine);
        t.blend(0.26, 0.25, 0.25, bare);
        t.metal = bare;
        t.rough = Noise.mix(0.92, 0.45, bare);
        t.height = 0.006 * coarse + 0.003 * fine;
    }

    private static void hemp(double u, double v, Texel t) {
        int n = 12;
        double x = u * n;
        double strand = x - Math.floor(x);
        double twist = (v * 24 + strand * 1.2 + Math.floor(x) * 0.5) % 1;
        double round = Math.sin(Math.PI * strand);
        double lay = Math.sin(Math.PI * twist);
        double fibre = Noise.fractal(u, v, 40, 90, 3, 701);
        t.color(0.66, 0.52, 0.33);
        t.shade(0.55 + 0.3 * round * lay + 0.2 * round + 0.12 * fibre);
        t.rough = 0.9;
        t.height = 0.02 * round + 0.008 * lay * round + 0.001 * fibre;
    }

    private static void slate(double u, double v, Texel t) {
        int rows = 6;
        double y = v * rows;
        int row = (int) Math.floor(y);
        double x = u * 5 + (row % 2) * 0.5;
        int column = Math.floorMod((int) Math.floor(x), 5);
        double fx = x - Math.floor(x);
        double fy = y - row;
        double edge = Math.min(Math.min(fx, 1 - fx) * 1.1, fy);
        double id = Noise.random(column, row, 801);
        double grain = Noise.fractal(u, v, 8, 40, 4, 811);
        double tone = 0.27 + 0.10 * (id - 0.5) + 0.04 * grain;
        t.color(tone, tone * 1.03, tone * 1.12);
        double gap = Noise.smooth(0.035, 0.0, edge);
        t.shade(1 - 0.75 * gap);
        t.height = 0.02 * fy * (1 - gap) + 0.002 * grain;
        t.rough = 0.5 + 0.2 * id;
    }

    private static void brick(double u, double v, Texel t) {
        int rows = 8;
        double y = v * rows;
        int row = (int) Math.floor(y);
        double x = u * 4 + (row % 2) * 0.5;
        int column = Math.floorMod((int) Math.floor(x), 4);
        double fx = x - Math.floor(x);
        double fy = y - row;
        double wobble = 0.02 * Noise.fractal(u, v, 24, 24, 2, 901);
        double joint = Noise.smooth(0.10, 0.05, Math.min(Math.min(fx, 1 - fx) * 2, Math.min(fy, 1 - fy)) + wobble);
        double id = Noise.random(column, row, 907);
        double fine = Noise.fractal(u, v, 32, 32, 4, 911);
        t.color(0.56 + 0.14 * (id - 0.5), 0.30 + 0.06 * id, 0.22);
        t.shade(0.9 + 0.2 * fine);
        t.blend(0.66, 0.63, 0.57, joint);
        double wash = Noise.smooth(-0.45, 0.15, Noise.fractal(u, v, 4, 4, 6, 919));
        t.blend(0.88, 0.87, 0.83, wash * 0.92);
        t.rough = 0.93;
        t.height = 0.012 * (1 - joint) + 0.002 * fine + 0.001 * wash;
    }

    private static void oilcloth(double u, double v, Texel t) {
        double fold = Noise.fractal(u, v, 3, 5, 4, 1001);
        double weave = Math.sin(u * Math.PI * 2 * 90) * Math.sin(v * Math.PI * 2 * 90);
        t.color(0.83, 0.62, 0.13);
        t.shade(0.92 + 0.08 * fold + 0.02 * weave);
        double crease = Noise.smooth(0.05, 0.0, Math.abs(Noise.fractal(u, v, 6, 6, 4, 1013)));
        t.blend(0.55, 0.38, 0.08, crease * 0.45);
        t.rough = 0.33 + 0.2 * crease;
        t.height = 0.008 * fold + 0.0006 * weave - 0.002 * crease;
    }
}
