package yondershelf.content;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A model as read from a file: a tree of nodes that place meshes, the materials they use, what is to be said of it, and its lights and
 * cameras. Immutable; its box is found once, as finding it walks over all vertices.
 */
public final class Model {

    /** Up to so many each vertex of each placing is looked at for the model's size. */
    private static final long MOST_VERTICES = 50_000_000;

    /** One placing of a mesh in the model's space. */
    public record Placed(String name, int mesh, Transform toModel) {}

    private final String name;
    private final List<Mesh> meshes;
    private final List<Node> nodes;
    private final List<Integer> roots;
    private final List<Material> materials;
    private final Remarks remarks;
    private final Staging staging;
    private volatile @Nullable Bounds bounds;

    public Model(
            String name,
            List<Mesh> meshes,
            List<Node> nodes,
            List<Integer> roots,
            List<Material> materials,
            Remarks remarks,
            Staging staging) {
        this.name = name;
        this.meshes = List.copyOf(meshes);
        this.nodes = List.copyOf(nodes);
        this.roots = List.copyOf(roots);
        this.materials = List.copyOf(materials);
        this.remarks = remarks;
        this.staging = staging;
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

    public String name() {
        return name;
    }

    public List<Mesh> meshes() {
        return meshes;
    }

    public List<Node> nodes() {
        return nodes;
    }

    /** Indices of the nodes that stand below no other. */
    public List<Integer> roots() {
        return roots;
    }

    public List<Material> materials() {
        return materials;
    }

    public Remarks remarks() {
        return remarks;
    }

    public Staging staging() {
        return staging;
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

    /**
     * The box around all vertices as placed: exact, but where so many placings share so many vertices that each can not be looked at;
     * there it is the box around the parts' boxes.
     */
    public Bounds bounds() {
        Bounds known = bounds;
        if (known == null) {
            known = measure();
            bounds = known;
        }
        return known;
    }

    private Bounds measure() {
        List<Placed> placed = placed();
        boolean each = vertices(placed) <= MOST_VERTICES;
        Map<Part, float[]> corners = new IdentityHashMap<>();
        Bounds out = Bounds.EMPTY;
        for (Placed one : placed) {
            for (Part part : meshes.get(one.mesh()).parts()) {
                float[] p = each ? part.positions() : corners.computeIfAbsent(part, Model::corners);
                out = out.union(moved(p, one.toModel()));
            }
        }
        return out;
    }

    private long vertices(List<Placed> placed) {
        long[] ofMesh = meshes.stream()
                .mapToLong(m -> m.parts().stream().mapToLong(Part::vertexCount).sum())
                .toArray();
        return placed.stream().mapToLong(p -> ofMesh[p.mesh()]).sum();
    }

    private static Bounds moved(float[] p, Transform t) {
        float[] moved = new float[p.length];
        for (int i = 0; i + 2 < p.length; i += 3) {
            moved[i] = (float) t.pointX(p[i], p[i + 1], p[i + 2]);
            moved[i + 1] = (float) t.pointY(p[i], p[i + 1], p[i + 2]);
            moved[i + 2] = (float) t.pointZ(p[i], p[i + 1], p[i + 2]);
        }
        return Bounds.of(moved);
    }

    /** Of a part's own box, x y z each. */
    private static float[] corners(Part part) {
        Bounds box = Bounds.of(part.positions());
        if (box.isEmpty()) {
            return new float[0];
        }
        float[] out = new float[24];
        for (int i = 0; i < 8; i++) {
            out[i * 3] = (float) ((i & 1) == 0 ? box.minX() : box.maxX());
            out[i * 3 + 1] = (float) ((i & 2) == 0 ? box.minY() : box.maxY());
            out[i * 3 + 2] = (float) ((i & 4) == 0 ? box.minZ() : box.maxZ());
        }
        return out;
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
        long[] ofMesh = meshes.stream()
                .mapToLong(m -> m.parts().stream()
                        .filter(p -> p.stroke() == strokes)
                        .mapToLong(Part::triangleCount)
                        .sum())
                .toArray();
        return placed().stream().mapToLong(p -> ofMesh[p.mesh()]).sum();
    }

    public Model withMaterials(List<Material> other) {
        return new Model(name, meshes, nodes, roots, other, remarks, staging);
    }

    /** The same with lights and cameras. */
    public Model withStaging(Staging other) {
        return new Model(name, meshes, nodes, roots, materials, remarks, other);
    }
}
