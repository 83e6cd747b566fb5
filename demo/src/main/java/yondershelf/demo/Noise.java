package yondershelf.demo;

/** Tileable noise on the unit square; the same on every machine. */
final class Noise {
    private Noise() {}

    static int hash(int x, int y, int seed) {
        int h = x * 0x27d4eb2d ^ y * 0x165667b1 ^ seed * 0x9e3779b9;
        h ^= h >>> 15;
        h *= 0x85ebca6b;
        h ^= h >>> 13;
        h *= 0xc2b2ae35;
        return h ^ h >>> 16;
    }

    static double random(int x, int y, int seed) {
        return (hash(x, y, seed) >>> 8) / (double) (1 << 24);
    }

    /** Smooth value noise with the given number of cells across and down, -1 to 1. */
    static double value(double u, double v, int across, int down, int seed) {
        double x = u * across;
        double y = v * down;
        int x0 = (int) Math.floor(x);
        int y0 = (int) Math.floor(y);
        double fx = x - x0;
        double fy = y - y0;
        fx = fx * fx * fx * (fx * (fx * 6 - 15) + 10);
        fy = fy * fy * fy * (fy * (fy * 6 - 15) + 10);
        int xa = Math.floorMod(x0, across);
        int xb = Math.floorMod(x0 + 1, across);
        int ya = Math.floorMod(y0, down);
        int yb = Math.floorMod(y0 + 1, down);
        double top = random(xa, ya, seed) * (1 - fx) + random(xb, ya, seed) * fx;
        double bottom = random(xa, yb, seed) * (1 - fx) + random(xb, yb, seed) * fx;
        return (top * (1 - fy) + bottom * fy) * 2 - 1;
    }

    /** Several octaves of {@link #value}, about -1 to 1. */
    static double fractal(double u, double v, int across, int down, int octaves, int seed) {
        double sum = 0;
        double weight = 0;
        double amplitude = 1;
        for (int i = 0; i < octaves; i++) {
            sum += value(u, v, across << i, down << i, seed + i) * amplitude;
            weight += amplitude;
            amplitude *= 0.55;
        }
        return sum / weight * 1.4;
    }

    /** Scattered points: distance to the nearest and second nearest (in cells), and the nearest one's random number. */
    static double[] cells(double u, double v, int across, int down, int seed) {
        double x = u * across;
        double y = v * down;
        int cx = (int) Math.floor(x);
        int cy = (int) Math.floor(y);
        double first = 9;
        double second = 9;
        double id = 0;
        for (int dy = -1; dy <= 1; dy++) {
            for (int dx = -1; dx <= 1; dx++) {
                int gx = Math.floorMod(cx + dx, across);
                int gy = Math.floorMod(cy + dy, down);
                double px = cx + dx + 0.15 + 0.7 * random(gx, gy, seed);
                double py = cy + dy + 0.15 + 0.7 * random(gx, gy, seed + 77);
                double d = Math.hypot(px - x, py - y);
                if (d < first) {
                    second = first;
                    first = d;
                    id = random(gx, gy, seed + 154);
                } else if (d < second) {
                    second = d;
                }
            }
        }
        return new double[] {first, second, id};
    }

    static double smooth(double from, double to, double x) {
        double t = Math.max(0, Math.min(1, (x - from) / (to - from)));
        return t * t * (3 - 2 * t);
    }

    static double mix(double a, double b, double t) {
        return a + (b - a) * t;
    }
}
