package yondershelf.render;

/** Three axes at right angles, the third one the normal. */
final class Frame {
    float nx;
    float ny;
    float nz;
    private float tx;
    private float ty;
    private float tz;
    private float bx;
    private float by;
    private float bz;

    /** Any frame around a unit normal: Duff et al., "Building an orthonormal basis, revisited", JCGT 6(1), 2017. */
    void around(float x, float y, float z) {
        nx = x;
        ny = y;
        nz = z;
        float sign = z < 0 ? -1 : 1;
        float a = -1 / (sign + z);
        float b = x * y * a;
        tx = 1 + sign * x * x * a;
        ty = sign * b;
        tz = -sign * x;
        bx = b;
        by = sign + y * y * a;
        bz = -y;
    }

    /** Turns the frame so that its first axis lies along a direction as far as that lies in the surface. */
    void align(float x, float y, float z) {
        float along = x * nx + y * ny + z * nz;
        float ox = x - along * nx;
        float oy = y - along * ny;
        float oz = z - along * nz;
        float l = (float) Math.sqrt(ox * ox + oy * oy + oz * oz);
        if (!(l > 1e-6f)) {
            return;
        }
        tx = ox / l;
        ty = oy / l;
        tz = oz / l;
        bx = ny * tz - nz * ty;
        by = nz * tx - nx * tz;
        bz = nx * ty - ny * tx;
    }

    float localX(float x, float y, float z) {
        return x * tx + y * ty + z * tz;
    }

    float localY(float x, float y, float z) {
        return x * bx + y * by + z * bz;
    }

    float localZ(float x, float y, float z) {
        return x * nx + y * ny + z * nz;
    }

    float worldX(float x, float y, float z) {
        return x * tx + y * bx + z * nx;
    }

    float worldY(float x, float y, float z) {
        return x * ty + y * by + z * ny;
    }

    float worldZ(float x, float y, float z) {
        return x * tz + y * bz + z * nz;
    }
}
