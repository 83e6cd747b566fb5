package yondershelf.demo;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import yondershelf.content.Layers;
import yondershelf.content.Material;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;

/** What needs more than metal and roughness: a float of green glass, a varnished brass lamp, a wool blanket. */
final class Layered {
    private static final double FLOAT = 0.06;
    private static final double WALL = 0.006;

    private Layered() {}

    /** The materials worn here, made of others where they have maps. */
    static void materials(Map<String, Material> all) {
        Layers.Volume green = new Layers.Volume(WALL, 0.022, 0.16, 0.62, 0.42);
        all.put(
                "float glass",
                Material.plain("float glass", 1, 1, 1, 0, 0.02)
                        .withLayers(new Layers(
                                1.52, null, new Layers.Transmission(1, green), null, null, null, null, false)));
        all.put(
                "chimney glass",
                Material.plain("chimney glass", 0.98, 1, 0.99, 0, 0.03)
                        .withLayers(new Layers(
                                1.5, null, new Layers.Transmission(1, null), null, null, null, null, false)));
        Material brass = all.get("brushed brass");
        Material weave = all.get("sailcloth");
        if (brass == null || weave == null) {
            throw new IllegalStateException("a surface without its maps");
        }
        all.put(
                "varnished brass",
                brass.withName("varnished brass")
                        .withLayers(
                                new Layers(1.5, null, null, new Layers.Clearcoat(1, 0.04), null, null, null, false)));
        Material wool = Material.plain("ship wool", 0.13, 0.035, 0.04, 0, 0.95)
                .withLayers(
                        new Layers(1.5, null, null, null, new Layers.Sheen(0.75, 0.5, 0.5, 0.45), null, null, false));
        all.put("ship wool", wool.withMaps(only(weave, Role.NORMAL)));
    }

    private static Map<Role, TextureUse> only(Material material, Role role) {
        TextureUse use = material.maps().get(role);
        return use == null ? Map.of() : Map.of(role, use);
    }

    /** Blown hollow, its mouth closed with a blob of the same glass, in a net of tarred line. */
    static void glassFloat(Sculpt s) {
        s.wear("float glass", 1);
        s.at(0, FLOAT, 0).sphere(72, FLOAT);
        s.at(0, FLOAT * 0.98, 0).sphere(24, 0.011).back(1);
        // the inside is a surface too, seen from within
        s.turn(1, 0, 0, 0);
        s.lathe(72, inside());
        s.back(2);
        s.wear("hemp weave", 0.04);
        for (int i = 0; i < 6; i++) {
            s.tube(0.0016, 8, true, line(i * Math.PI / 3, 0.55));
        }
    }

    /** From top to bottom, so that it faces the hollow. */
    private static double[] inside() {
        int rings = 36;
        double[] profile = new double[(rings + 1) * 2];
        for (int i = 0; i <= rings; i++) {
            double t = Math.PI * i / rings;
            profile[i * 2] = (FLOAT - WALL) * Math.sin(t);
            profile[i * 2 + 1] = (FLOAT - WALL) * Math.cos(t);
        }
        return profile;
    }

    /** A great circle, leaning, laid around the float. */
    private static double[][] line(double turn, double lean) {
        double r = FLOAT + 0.0014;
        double[][] out = new double[72][];
        for (int i = 0; i < out.length; i++) {
            double a = 2 * Math.PI * i / out.length;
            double x = Math.cos(a);
            double y = Math.sin(a) * Math.cos(lean);
            double z = Math.sin(a) * Math.sin(lean);
            out[i] = new double[] {
                r * (x * Math.cos(turn) + z * Math.sin(turn)),
                FLOAT + r * y,
                r * (z * Math.cos(turn) - x * Math.sin(turn))
            };
        }
        return out;
    }

    static void brassLamp(Sculpt s) {
        s.wear("varnished brass", 0.25);
        s.lathe(
                72, 0, 0, 0.078, 0, 0.083, 0.004, 0.083, 0.012, 0.07, 0.02, 0.034, 0.034, 0.022, 0.05, 0.018, 0.075,
                0.022, 0.095, 0.046, 0.108, 0.066, 0.126, 0.072, 0.15, 0.066, 0.172, 0.044, 0.188, 0.03, 0.194, 0.03,
                0.206, 0.04, 0.212, 0.04, 0.222, 0.036, 0.226, 0, 0.226);
        s.at(0.05, 0.212, 0).turn(0, 0, 1, -90).drum(24, 0.011, 0.012, 0.003).back(2);
        s.tube(0.003, 10, false, new double[] {0.034, 0.212, 0}, new double[] {0.052, 0.212, 0});
        List<double[]> handle = new ArrayList<>();
        for (int i = 0; i <= 24; i++) {
            double a = Math.PI * (0.62 + 0.76 * i / 24);
            handle.add(new double[] {-0.055 + Math.cos(a) * 0.05, 0.105 + Math.sin(a) * -0.062, 0});
        }
        s.tube(0.006, 14, false, handle.toArray(new double[0][]));
        s.wear("flame", 1);
        s.at(0, 0.228, 0)
                .lathe(24, 0, 0, 0.007, 0.005, 0.011, 0.018, 0.008, 0.034, 0.003, 0.05, 0, 0.058)
                .back(1);
        s.wear("chimney glass", 1);
        s.at(0, 0.224, 0)
                .lathe(
                        64, 0.033, 0, 0.034, 0.02, 0.044, 0.045, 0.046, 0.06, 0.04, 0.085, 0.029, 0.12, 0.026, 0.16,
                        0.027, 0.19)
                .back(1);
    }

    /** Thrown over a sea chest: a flat top and two sides that fall in folds. */
    static void blanket(Sculpt s) {
        s.wear("planed pine", 0.5);
        s.at(0, 0, 0).box(0.9, 0.44, 0.46, 0.02).back(1);
        s.wear("ship wool", 0.09);
        s.sheet(120, 180, 1.0, 1.3, 0.012, Layered::fall);
    }

    private static double[] fall(double u, double v) {
        double top = 0.46 + 0.02;
        double length = (v - 0.5) * 1.3;
        double half = 0.25;
        double round = 0.03;
        double over = Math.abs(length) - (half - round);
        double sign = Math.signum(length);
        double x = (u - 0.5) * 0.78;
        double y = top + 0.004 * Math.sin(x * 23 + length * 9) + 0.003 * Math.sin(length * 31 - x * 7);
        double z = length;
        if (over > 0) {
            double bend = Math.min(over / round, Math.PI / 2);
            double down = Math.max(0, over - round * Math.PI / 2);
            double fold = Math.min(1, down / 0.25);
            z = sign * (half - round + Math.sin(bend) * round + fold * (0.022 + 0.02 * Math.sin(x * 24 + sign)));
            y -= (1 - Math.cos(bend)) * round + down;
            x += fold * 0.012 * Math.sin(x * 24 + 1.2);
        }
        return new double[] {x, y, z};
    }
}
