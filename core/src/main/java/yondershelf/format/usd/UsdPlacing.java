package yondershelf.format.usd;

import yondershelf.content.Transform;

/**
 * Where a prim stands in its parent's space: the operations of its {@code xformOpOrder}, the last of them the first to be applied
 * (UsdGeomXformable's published documentation). Angles are in degrees, matrices in rows for row vectors.
 */
final class UsdPlacing {
    private static final String INVERSE = "!invert!";

    private UsdPlacing() {}

    static Transform of(UsdPrim prim) {
        Transform out = Transform.IDENTITY;
        for (String name : prim.value("xformOpOrder").words()) {
            boolean inverse = name.startsWith(INVERSE);
            String op = inverse ? name.substring(INVERSE.length()) : name;
            Transform one = operation(op, prim.value(op).numbers());
            out = out.after(inverse ? one.inverse() : one);
        }
        return out;
    }

    private static Transform operation(String name, double[] n) {
        String[] parts = name.split(":");
        String kind = parts.length > 1 ? parts[1] : "";
        if (kind.equals("translate") && n.length == 3) {
            return Transform.translation(n[0], n[1], n[2]);
        }
        if (kind.equals("scale") && n.length == 3) {
            return Transform.scale(n[0], n[1], n[2]);
        }
        if (kind.equals("orient") && n.length == 4) {
            // the real part comes first
            double length = Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2] + n[3] * n[3]);
            return length == 0
                    ? Transform.IDENTITY
                    : Transform.quaternion(n[1] / length, n[2] / length, n[3] / length, n[0] / length);
        }
        if (kind.equals("transform") && n.length == 16) {
            return Transform.fromColumns(n);
        }
        return kind.startsWith("rotate") ? rotation(kind.substring("rotate".length()), n) : Transform.IDENTITY;
    }

    /** Turns about the axes in the order they are named. */
    private static Transform rotation(String axes, double[] n) {
        Transform out = Transform.IDENTITY;
        for (int i = 0; i < axes.length(); i++) {
            int axis = axes.charAt(i) - 'X';
            int place = axes.length() == 1 ? 0 : axis;
            if (axis < 0 || axis > 2 || place >= n.length) {
                return Transform.IDENTITY;
            }
            double[] about = new double[3];
            about[axis] = 1;
            out = Transform.rotation(about[0], about[1], about[2], Math.toRadians(n[place]))
                    .after(out);
        }
        return out;
    }
}
