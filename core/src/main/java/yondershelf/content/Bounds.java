package yondershelf.content;

/** An axis-aligned box in metres; {@link #EMPTY} holds nothing. */
public record Bounds(double minX, double minY, double minZ, double maxX, double maxY, double maxZ) {

    public static final Bounds EMPTY = new Bounds(
            Double.POSITIVE_INFINITY,
            Double.POSITIVE_INFINITY,
            Double.POSITIVE_INFINITY,
            Double.NEGATIVE_INFINITY,
            Double.NEGATIVE_INFINITY,
            Double.NEGATIVE_INFINITY);

    /** The box around points given as x, y, z triples. */
    public static Bounds of(float[] positions) {
        double x0 = Double.POSITIVE_INFINITY;
        double y0 = x0;
        double z0 = x0;
        double x1 = Double.NEGATIVE_INFINITY;
        double y1 = x1;
        double z1 = x1;
        for (int i = 0; i + 2 < positions.length; i += 3) {
            x0 = Math.min(x0, positions[i]);
            x1 = Math.max(x1, positions[i]);
            y0 = Math.min(y0, positions[i + 1]);
            y1 = Math.max(y1, positions[i + 1]);
            z0 = Math.min(z0, positions[i + 2]);
            z1 = Math.max(z1, positions[i + 2]);
        }
        return new Bounds(x0, y0, z0, x1, y1, z1);
    }

    public boolean isEmpty() {
        return minX > maxX;
    }

    public Bounds union(Bounds o) {
        return new Bounds(
                Math.min(minX, o.minX),
                Math.min(minY, o.minY),
                Math.min(minZ, o.minZ),
                Math.max(maxX, o.maxX),
                Math.max(maxY, o.maxY),
                Math.max(maxZ, o.maxZ));
    }

    public Bounds include(double x, double y, double z) {
        return union(new Bounds(x, y, z, x, y, z));
    }

    /** The box around this box's eight corners after the map. */
    public Bounds transformed(Transform t) {
        if (isEmpty()) {
            return this;
        }
        Bounds out = EMPTY;
        for (int i = 0; i < 8; i++) {
            double x = (i & 1) == 0 ? minX : maxX;
            double y = (i & 2) == 0 ? minY : maxY;
            double z = (i & 4) == 0 ? minZ : maxZ;
            out = out.include(t.pointX(x, y, z), t.pointY(x, y, z), t.pointZ(x, y, z));
        }
        return out;
    }

    public double sizeX() {
        return isEmpty() ? 0 : maxX - minX;
    }

    public double sizeY() {
        return isEmpty() ? 0 : maxY - minY;
    }

    public double sizeZ() {
        return isEmpty() ? 0 : maxZ - minZ;
    }

    public double centreX() {
        return (minX + maxX) / 2;
    }

    public double centreY() {
        return (minY + maxY) / 2;
    }

    public double centreZ() {
        return (minZ + maxZ) / 2;
    }

    /** Half the length of the diagonal. */
    public double radius() {
        return Math.sqrt(sizeX() * sizeX() + sizeY() * sizeY() + sizeZ() * sizeZ()) / 2;
    }
}
