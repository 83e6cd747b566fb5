package yondershelf.content;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;

/** A model as read from a file: a tree of nodes that place meshes, the materials they use, what is to be said of it, and its lights and cameras. */
public record Model(
        String name,
        List<Mesh> meshes,
        List<Node> nodes,
        List<Integer> roots,
        List<Material> materials,
        Remarks remarks,
        Staging staging) {

    /** One placing of a mesh in the model's space. */
    public record Placed(String name, int mesh, Transform toModel) {}

    public Model {
        meshes = List.copyOf(meshes);
        nodes = List.copyOf(nodes);
        roots = List.copyOf(roots);
        materials = List.copyOf(materials);
    }

    /** A model without lights and cameras. */
    public Model(
            String name,
            List<Mesh> meshes,
            List<Node> nodes,
            List<Integer> roots,
            List<Material> materials,
            Remarks remarks) {
        this(name, meshes, nodes, roots, materials, remarks, Staging.NONE);
    }

    /** A model of which nothing is to be said. */
    public Model(String name, List<Mesh> meshes, List<Node> nodes, List<Integer> roots, List<Material> materials) {
        this(name, meshes, nodes, roots, materials, Remarks.NONE);
    }

    /** A model of one mesh at the origin. */
    public static Model of(String name, Mesh mesh, List<Material> materials) {
        return new Model(
                name, List.of(mesh), List.of(new Node(name, Transform.IDENTITY, 0, List.of())), List.of(0), materials);
    }

    /**
     * Every placed mesh, parents' transforms applied, in tree order. Nodes are to form strict trees (glTF 2.0, 3.5.2); of a file
     * that breaks this, each node is taken once.
     */
    public List<Placed> placed() {
        List<Placed> out = new ArrayList<>();
        walk((index, parent) -> {
            Node node = nodes.get(index);
            if (node.mesh() >= 0 && node.mesh() < meshes.size()) {
                out.add(new Placed(node.name(), node.mesh(), parent.after(node.local())));
            }
            return true;
        });
        return out;
    }

    /**
     * A node with all below it, where it stands in the whole.
     *
     * @param wanted name of the node; of several with that name the first is meant
     */
    public Optional<Model> below(String wanted) {
        List<Model> found = new ArrayList<>();
        walk((index, parent) -> {
            if (!nodes.get(index).name().equals(wanted)) {
                return true;
            }
            List<Node> all = new ArrayList<>(nodes);
            all.add(new Node("", parent, -1, List.of(index)));
            found.add(new Model(wanted, meshes, all, List.of(nodes.size()), materials, remarks, staging));
            return false;
        });
        return found.stream().findFirst();
    }

    /** The same with other remarks. */
    public Model withRemarks(Remarks other) {
        return new Model(name, meshes, nodes, roots, materials, other, staging);
    }

    private interface Visit {
        /** False when nothing more is to be visited. */
        boolean at(int node, Transform parent);
    }

    private void walk(Visit visit) {
        boolean[] seen = new boolean[nodes.size()];
        Deque<Step> ahead = new ArrayDeque<>();
        for (int root : roots.reversed()) {
            ahead.push(new Step(root, Transform.IDENTITY));
        }
        while (!ahead.isEmpty()) {
            Step step = ahead.pop();
            if (step.node < 0 || step.node >= nodes.size() || seen[step.node]) {
                continue;
            }
            seen[step.node] = true;
            if (!visit.at(step.node, step.parent)) {
                return;
            }
            Node node = nodes.get(step.node);
            Transform here = step.parent.after(node.local());
            for (int child : node.children().reversed()) {
                ahead.push(new Step(child, here));
            }
        }
    }

    private record Step(int node, Transform parent) {}

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

    /** Triangles over all placings, without those that only make points and lines visible. */
    public long triangleCount() {
        return count(false);
    }

    /** True when there is something to see. */
    public boolean isVisible() {
        return count(false) + count(true) > 0;
    }

    private long count(boolean strokes) {
        long count = 0;
        for (Placed placed : placed()) {
            for (Part part : meshes.get(placed.mesh()).parts()) {
                count += part.stroke() == strokes ? part.triangleCount() : 0;
            }
        }
        return count;
    }

    public Model withMaterials(List<Material> other) {
        return new Model(name, meshes, nodes, roots, other, remarks, staging);
    }

    /** The same with lights and cameras. */
    public Model withStaging(Staging other) {
        return new Model(name, meshes, nodes, roots, materials, remarks, other);
    }
}
