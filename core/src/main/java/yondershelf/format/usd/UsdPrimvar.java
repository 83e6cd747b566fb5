package yondershelf.format.usd;

import org.jspecify.annotations.Nullable;

/**
 * Values over a mesh: one in all, one a face, a point or a face's corner (UsdGeomPrimvar's published documentation), by way of
 * indices where there are some.
 */
record UsdPrimvar(double[] values, int size, double @Nullable [] indices, String interpolation) {

    /** The primvar or attribute of a name, or null when there is none. */
    static @Nullable UsdPrimvar of(UsdPrim prim, String name, int size) {
        UsdPrim.Property said = prim.property(name);
        double[] values = said.value().numbers();
        if (values.length < size) {
            return null;
        }
        UsdPrim.Property indices = prim.property(name + ":indices");
        boolean constant = name.startsWith("primvars:");
        String interpolation =
                said.about().getOrDefault("interpolation", UsdValue.Words.NONE).word(constant ? "constant" : "vertex");
        return new UsdPrimvar(values, size, indices.hasValue() ? indices.value().numbers() : null, interpolation);
    }

    /** True when there is one value a point, or one in all. */
    boolean isShared() {
        return !interpolation.equals("faceVarying") && !interpolation.equals("uniform");
    }

    /** Component of the value at a corner. */
    double at(int face, int corner, int point, int component) {
        int place = switch (interpolation) {
            case "faceVarying" -> corner;
            case "uniform" -> face;
            case "constant" -> 0;
            default -> point;
        };
        if (indices != null) {
            place = place < indices.length ? (int) indices[place] : -1;
        }
        long i = (long) place * size + component;
        return i >= 0 && i < values.length ? values[(int) i] : 0;
    }
}
