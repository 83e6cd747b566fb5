package yondershelf.demo;

import java.util.Map;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.Transform;

/**
 * Builds a model from turned, swept and bevelled shapes, in metres. What follows {@link #wear} goes into that material's
 * part; {@link #at} and {@link #back} move the workbench.
 */
final class Sculpt {
    private final Workpiece piece = new Workpiece();
    private final Flat flat = new Flat(piece);
    private final Turned turned = new Turned(piece);
    private final Swept swept = new Swept(piece);

    /** The material of what follows, and how many metres one repeat of its maps covers. */
    Sculpt wear(String material, double metres) {
        piece.wear(material, metres);
        return this;
    }

    Sculpt at(double x, double y, double z) {
        piece.move(Transform.translation(x, y, z));
        return this;
    }

    /** Turns the workbench by degrees about an axis. */
    Sculpt turn(double x, double y, double z, double degrees) {
        piece.move(Transform.rotation(x, y, z, Math.toRadians(degrees)));
        return this;
    }

    /** Takes back the latest {@link #at} or {@link #turn}, as many times as told. */
    Sculpt back(int times) {
        for (int i = 0; i < times; i++) {
            piece.back();
        }
        return this;
    }

    /** Flat polygon, corners counter-clockwise seen from outside. */
    Sculpt face(double[]... corners) {
        flat.face(corners);
        return this;
    }

    /** A flat fan, see {@link Flat#fan}. */
    Sculpt fan(double[]... corners) {
        flat.fan(corners);
        return this;
    }

    /** A box with rounded edges, standing on the workbench's origin, centred across. The grain runs along its longest side. */
    Sculpt box(double w, double h, double d, double bevel) {
        flat.box(w, h, d, bevel);
        return this;
    }

    /** Turns a profile (radius and height pairs, from bottom to top on the outside) about the upright axis. */
    Sculpt lathe(int sides, double... profile) {
        turned.lathe(sides, null, profile);
        return this;
    }

    Sculpt lathe(int sides, Turned.@Nullable Bulge bulge, double... profile) {
        turned.lathe(sides, bulge, profile);
        return this;
    }

    /** A cylinder with rounded edges standing on the origin. */
    Sculpt drum(int sides, double radius, double height, double bevel) {
        double b = Math.min(bevel, Math.min(radius, height / 2));
        double k = b * 0.293;
        return lathe(
                sides,
                0,
                0,
                radius - b,
                0,
                radius - k,
                k,
                radius,
                b,
                radius,
                height - b,
                radius - k,
                height - k,
                radius - b,
                height,
                0,
                height);
    }

    Sculpt sphere(int sides, double radius) {
        int rings = Math.max(6, sides / 2);
        double[] profile = new double[(rings + 1) * 2];
        for (int i = 0; i <= rings; i++) {
            double t = Math.PI * i / rings;
            profile[i * 2] = radius * Math.sin(t);
            profile[i * 2 + 1] = -radius * Math.cos(t);
        }
        return lathe(sides, profile);
    }

    /** A round bar swept along points; closed joins the end to the start. */
    Sculpt tube(double radius, int sides, boolean closed, double[]... path) {
        swept.tube(radius, sides, closed, path);
        return this;
    }

    /** A sheet given by a function of two parameters, both sides, slightly thick. */
    Sculpt sheet(int across, int down, double width, double height, double thick, Swept.Sheet sheet) {
        swept.sheet(across, down, width, height, thick, sheet);
        return this;
    }

    /** The finished model; materials in the order in which they were first worn. */
    Model model(String name, Map<String, Material> wardrobe) {
        return piece.model(name, wardrobe);
    }
}
