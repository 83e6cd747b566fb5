package yondershelf.demo;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Transform;

/** The triangles of a model while it is being built: a part for each material worn, and where the next shape goes. */
final class Workpiece {
    private final Map<String, Buffer> parts = new LinkedHashMap<>();
    private final Deque<Transform> stack = new ArrayDeque<>();
    private Transform here = Transform.IDENTITY;
    private Buffer buffer = new Buffer();
    private double repeat = 0.5;

    private static final class Buffer {
        final List<float[]> positions = new ArrayList<>();
        final List<float[]> normals = new ArrayList<>();
        final List<float[]> uvs = new ArrayList<>();
        final List<Integer> indices = new ArrayList<>();
    }

    /** The material of what follows, and how many metres one repeat of its maps covers. */
    void wear(String material, double metres) {
        buffer = parts.computeIfAbsent(material, k -> new Buffer());
        repeat = metres;
    }

    /** Moves on from where the work stands; {@link #back} returns. */
    void move(Transform by) {
        stack.push(here);
        here = here.after(by);
    }

    void back() {
        here = stack.pop();
    }

    /** Adds a vertex: position, direction of its normal, and UV in metres; gives its number. */
    int vertex(double[] p, double[] n, double u, double v) {
        buffer.positions.add(new float[] {
            (float) here.pointX(p[0], p[1], p[2]),
            (float) here.pointY(p[0], p[1], p[2]),
            (float) here.pointZ(p[0], p[1], p[2])
        });
        double nx = here.pointX(n[0], n[1], n[2]) - here.tx();
        double ny = here.pointY(n[0], n[1], n[2]) - here.ty();
        double nz = here.pointZ(n[0], n[1], n[2]) - here.tz();
        double l = Math.sqrt(nx * nx + ny * ny + nz * nz);
        l = l > 0 ? 1 / l : 0;
        buffer.normals.add(new float[] {(float) (nx * l), (float) (ny * l), (float) (nz * l)});
        buffer.uvs.add(new float[] {(float) (u / repeat), (float) (v / repeat)});
        return buffer.positions.size() - 1;
    }

    void triangle(int a, int b, int c) {
        buffer.indices.add(a);
        buffer.indices.add(b);
        buffer.indices.add(c);
    }

    /** Joins a grid of vertices with triangles, counter-clockwise as the first index and then the second grow. */
    void grid(int[][] v) {
        for (int i = 0; i + 1 < v.length; i++) {
            for (int k = 0; k + 1 < v[i].length; k++) {
                triangle(v[i][k], v[i + 1][k], v[i + 1][k + 1]);
                triangle(v[i][k], v[i + 1][k + 1], v[i][k + 1]);
            }
        }
    }

    /** The finished model; materials in the order in which they were first worn. */
    Model model(String name, Map<String, Material> wardrobe) {
        List<Part> out = new ArrayList<>();
        List<Material> materials = new ArrayList<>();
        for (Map.Entry<String, Buffer> entry : parts.entrySet()) {
            Buffer b = entry.getValue();
            if (b.indices.isEmpty()) {
                continue;
            }
            Material material = wardrobe.get(entry.getKey());
            if (material == null) {
                throw new IllegalArgumentException("no material " + entry.getKey());
            }
            out.add(new Part(
                    flat(b.positions, 3),
                    flat(b.normals, 3),
                    flat(b.uvs, 2),
                    null,
                    b.indices.stream().mapToInt(i -> i).toArray(),
                    materials.size()));
            materials.add(material);
        }
        return Model.of(name, new Mesh(name, out), materials);
    }

    private static float[] flat(List<float[]> in, int size) {
        float[] out = new float[in.size() * size];
        for (int i = 0; i < in.size(); i++) {
            System.arraycopy(in.get(i), 0, out, i * size, size);
        }
        return out;
    }
}
