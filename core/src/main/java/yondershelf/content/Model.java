package yondershelf.content;

import java.util.ArrayList;
import java.util.List;

/** A model as read from a file: a tree of nodes that place meshes, and the materials they use. */
public record Model(String name, List<Mesh> meshes, List<Node> nodes, List<Integer> roots, List<Material> materials) {

    /** One placing of a mesh in the model's space. */
    public record Placed(String name, int mesh, Transform toModel) {}

    public Model {
        meshes = List.copyOf(meshes);
        nodes = List.copyOf(nodes);
        roots = List.copyOf(roots);
        materials = List.copyOf(materials);
    }

    /** A model of one mesh at the origin. */
    public static Model of(String name, Mesh mesh, List<Material> materials) {
        return new Model(
                name, List.of(mesh), List.of(new Node(name, Transform.IDENTITY, 0, List.of())), List.of(0), materials);
    }

    /** Every placed mesh, parents' transforms applied, in tree order. A node that is its own ancestor is taken once. */
    public List<Placed> placed() {
        List<Placed> out = new ArrayList<>();
        boolean[] onPath = new boolean[nodes.size()];
        for (int root : roots) {
            collect(root, Transform.IDENTITY, onPath, out);
        }
        return out;
    }

    private void collect(int index, Transform parent, boolean[] onPath, List<Placed> out) {
        if (index < 0 || index >= nodes.size() || onPath[index]) {
            return;
        }
        onPath[index] = true;
        Node node = nodes.get(index);
        Transform here = parent.after(node.local());
        if (node.mesh() >= 0 && node.mesh() < meshes.size()) {
            out.add(new Placed(node.name(), node.mesh(), here));
        }
        for (int child : node.children()) {
            collect(child, here, onPath, out);
        }
        onPath[index] = false;
    }

    /** The box around all vertices as placed (exact, not the box of boxes). */
    public Bounds bounds() {
        Bounds bounds = Bounds.EMPTY;
        for (Placed placed : placed()) {
            Transform t = placed.toModel();
            for (Part part : meshes.get(placed.mesh()).parts()) {
                float[] p = part.positions();
                float[] moved = new float[p.length];
                for (int i = 0; i + 2 < p.length; i += 3) {
                    moved[i] = (float) t.pointX(p[i], p[i + 1], p[i + 2]);
                    moved[i + 1] = (float) t.pointY(p[i], p[i + 1], p[i + 2]);
                    moved[i + 2] = (float) t.pointZ(p[i], p[i + 1], p[i + 2]);
                }
                bounds = bounds.union(Bounds.of(moved));
            }
        }
        return bounds;
    }

    /** Triangles over all placings. */
    public long triangleCount() {
        long count = 0;
        for (Placed placed : placed()) {
            for (Part part : meshes.get(placed.mesh()).parts()) {
                count += part.triangleCount();
            }
        }
        return count;
    }

    public Model withMaterials(List<Material> other) {
        return new Model(name, meshes, nodes, roots, other);
    }
}
