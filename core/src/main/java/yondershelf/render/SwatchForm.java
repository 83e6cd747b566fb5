package yondershelf.render;

import java.util.List;
import yondershelf.content.Mesh;
import yondershelf.content.Part;

/**
 * The solid on which a material's preview is taken: a ball sunk into a chamfered block (curved, flat, sharp-edged), on a thin plain
 * plinth; about as high as wide, so that it fills the square of a preview. Parts in this order: ball, block, plinth. About 0.4 m across;
 * one repeat of the material covers 0.3 m.
 */
final class SwatchForm {
    private static final double REPEAT = 0.3;
    /** Half the edge of the block, and how high plinth and block reach. */
    private static final double HALF = 0.185;

    private static final double PLINTH = 0.025;
    private static final double BLOCK = 0.09;

    private SwatchForm() {}

    static Mesh mesh() {
        return new Mesh("swatch form", List.of(ball(), block(-HALF, PLINTH, HALF, BLOCK, 0.012, 0), plinth()));
    }

    private static Part plinth() {
        return block(-HALF - 0.015, 0, HALF + 0.015, PLINTH, 0.006, 2);
    }

    private static Part ball() {
        int rings = 64;
        int around = 96;
        double radius = 0.17;
        double centre = BLOCK + 0.55 * radius;
        // down to where it meets the block's top
        double lowest = Math.PI - Math.acos(0.55);
        float[] positions = new float[(rings + 1) * (around + 1) * 3];
        float[] normals = new float[positions.length];
        float[] uvs = new float[(rings + 1) * (around + 1) * 2];
        int[] indices = new int[rings * around * 6];
        int v = 0;
        for (int r = 0; r <= rings; r++) {
            double theta = lowest * r / rings;
            for (int a = 0; a <= around; a++, v++) {
                double phi = 2 * Math.PI * a / around;
                double x = Math.sin(theta) * Math.sin(phi);
                double y = Math.cos(theta);
                double z = Math.sin(theta) * Math.cos(phi);
                normals[v * 3] = (float) x;
                normals[v * 3 + 1] = (float) y;
                normals[v * 3 + 2] = (float) z;
                positions[v * 3] = (float) (x * radius);
                positions[v * 3 + 1] = (float) (centre + y * radius);
                positions[v * 3 + 2] = (float) (z * radius);
                uvs[v * 2] = (float) (phi * radius / REPEAT);
                uvs[v * 2 + 1] = (float) (theta * radius / REPEAT);
            }
        }
        int i = 0;
        for (int r = 0; r < rings; r++) {
            for (int a = 0; a < around; a++) {
                int p = r * (around + 1) + a;
                int q = p + around + 1;
                indices[i++] = p;
                indices[i++] = q;
                indices[i++] = q + 1;
                indices[i++] = p;
                indices[i++] = q + 1;
                indices[i++] = p + 1;
            }
        }
        return new Part(positions, normals, uvs, null, indices, 0);
    }

    /** A block with chamfered upper edges, flat-shaded, UVs in metres over the repeat. */
    private static Part block(double from, double bottom, double to, double top, double chamfer, int material) {
        float[] positions = new float[9 * 4 * 3];
        float[] normals = new float[positions.length];
        float[] uvs = new float[9 * 4 * 2];
        int[] indices = new int[9 * 6];
        double edge = top - chamfer;
        double inner = to - chamfer;
        double middle = (from + to) / 2;
        int face = 0;
        for (int side = 0; side < 4; side++) {
            double c = Math.round(Math.cos(side * Math.PI / 2));
            double s = Math.round(Math.sin(side * Math.PI / 2));
            double[][] wall = {{from, bottom, to}, {to, bottom, to}, {to, edge, to}, {from, edge, to}};
            double[][] slope = {
                {from, edge, to},
                {to, edge, to},
                {inner, top, inner},
                {2 * middle - inner, top, inner}
            };
            quad(turned(wall, middle, c, s), face++, positions, normals, uvs, indices);
            quad(turned(slope, middle, c, s), face++, positions, normals, uvs, indices);
        }
        double low = 2 * middle - inner;
        double[][] lid = {{low, top, inner}, {inner, top, inner}, {inner, top, low}, {low, top, low}};
        quad(lid, face, positions, normals, uvs, indices);
        return new Part(positions, normals, uvs, null, indices, material);
    }

    private static double[][] turned(double[][] corners, double middle, double c, double s) {
        double[][] out = new double[4][];
        for (int i = 0; i < 4; i++) {
            double x = corners[i][0] - middle;
            double z = corners[i][2] - middle;
            out[i] = new double[] {x * c + z * s + middle, corners[i][1], z * c - x * s + middle};
        }
        return out;
    }

    private static void quad(double[][] p, int face, float[] positions, float[] normals, float[] uvs, int[] indices) {
        double[] e = {p[1][0] - p[0][0], p[1][1] - p[0][1], p[1][2] - p[0][2]};
        double[] f = {p[3][0] - p[0][0], p[3][1] - p[0][1], p[3][2] - p[0][2]};
        double nx = e[1] * f[2] - e[2] * f[1];
        double ny = e[2] * f[0] - e[0] * f[2];
        double nz = e[0] * f[1] - e[1] * f[0];
        double l = Math.sqrt(nx * nx + ny * ny + nz * nz);
        double el = Math.sqrt(e[0] * e[0] + e[1] * e[1] + e[2] * e[2]);
        for (int k = 0; k < 4; k++) {
            int v = face * 4 + k;
            positions[v * 3] = (float) p[k][0];
            positions[v * 3 + 1] = (float) p[k][1];
            positions[v * 3 + 2] = (float) p[k][2];
            normals[v * 3] = (float) (nx / l);
            normals[v * 3 + 1] = (float) (ny / l);
            normals[v * 3 + 2] = (float) (nz / l);
            double along = 0;
            double up = 0;
            double[] b = {(ny * e[2] - nz * e[1]) / l, (nz * e[0] - nx * e[2]) / l, (nx * e[1] - ny * e[0]) / l};
            for (int a = 0; a < 3; a++) {
                along += (p[k][a] - p[0][a]) * e[a] / el;
                up += (p[k][a] - p[0][a]) * b[a] / el;
            }
            uvs[v * 2] = (float) (along / REPEAT);
            uvs[v * 2 + 1] = (float) (-up / REPEAT);
        }
        int[] order = {0, 1, 2, 0, 2, 3};
        for (int k = 0; k < 6; k++) {
            indices[face * 6 + k] = face * 4 + order[k];
        }
    }
}
