package yondershelf.format.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.List;
import yondershelf.content.Node;
import yondershelf.content.ProblemException;
import yondershelf.content.Transform;

/** The tree of nodes of a glTF document (glTF 2.0, 3.5), with the instances of EXT_mesh_gpu_instancing as nodes. */
final class GltfNodes {
    /** Over all nodes of a file. */
    private static final int MOST_INSTANCES = 1_000_000;

    private final GltfDocument document;
    private final GltfAccessors accessors;
    private final List<Node> nodes = new ArrayList<>();
    private final List<Integer> roots = new ArrayList<>();
    private int instances;
    private final int[] parents;

    GltfNodes(GltfDocument document, GltfAccessors accessors) throws ProblemException {
        this.document = document;
        this.accessors = accessors;
        JsonNode all = document.json.path("nodes");
        this.parents = new int[all.size()];
        Arrays.fill(parents, -1);
        for (JsonNode node : all) {
            List<Integer> children = new ArrayList<>();
            for (JsonNode child : node.path("children")) {
                int index = child.asInt(-1);
                if (index >= 0 && index < parents.length) {
                    children.add(index);
                    parents[index] = nodes.size();
                }
            }
            nodes.add(new Node(
                    node.path("name").asText(""),
                    transform(node),
                    node.path("mesh").asInt(-1),
                    children));
        }
        findRoots();
        for (int i = 0; i < all.size(); i++) {
            JsonNode instances = all.get(i)
                    .path("extensions")
                    .path("EXT_mesh_gpu_instancing")
                    .path("attributes");
            if (!instances.isMissingNode()) {
                instance(i, instances);
            }
        }
    }

    private void findRoots() {
        JsonNode scenes = document.json.path("scenes");
        if (!scenes.isEmpty()) {
            for (JsonNode node :
                    scenes.path(document.json.path("scene").asInt(0)).path("nodes")) {
                roots.add(node.asInt());
            }
        }
        if (roots.isEmpty()) {
            for (int i = 0; i < parents.length; i++) {
                if (parents[i] < 0) {
                    roots.add(i);
                }
            }
        }
    }

    /** The nodes of the file in its order, then those that stand for instances. */
    List<Node> nodes() {
        return nodes;
    }

    List<Integer> roots() {
        return roots;
    }

    /** For each node of the file, whether the scene shows it. */
    boolean[] shown() {
        boolean[] shown = new boolean[parents.length];
        Deque<Integer> ahead = new ArrayDeque<>(roots);
        while (!ahead.isEmpty()) {
            int at = ahead.pop();
            if (at >= 0 && at < shown.length && !shown[at]) {
                shown[at] = true;
                ahead.addAll(nodes.get(at).children());
            }
        }
        return shown;
    }

    /** Where a node of the file stands in the scene. */
    Transform toScene(int node) {
        Transform out = Transform.IDENTITY;
        int at = node;
        for (int steps = 0; at >= 0 && at < parents.length && steps <= parents.length; steps++) {
            out = nodes.get(at).local().after(out);
            at = parents[at];
        }
        return out;
    }

    /** One node a placing, below the node that has the instances and no mesh of its own any more. */
    private void instance(int index, JsonNode attributes) throws ProblemException {
        Node node = nodes.get(index);
        float[] moves = values(attributes, "TRANSLATION", 3);
        float[] turns = values(attributes, "ROTATION", 4);
        float[] scales = values(attributes, "SCALE", 3);
        int count = Math.min(
                MOST_INSTANCES - instances, Math.max(moves.length / 3, Math.max(turns.length / 4, scales.length / 3)));
        instances += count;
        List<Integer> children = new ArrayList<>(node.children());
        for (int i = 0; i < count; i++) {
            Transform local = Transform.IDENTITY;
            if (i < moves.length / 3) {
                local = Transform.translation(moves[i * 3], moves[i * 3 + 1], moves[i * 3 + 2]);
            }
            if (i < turns.length / 4) {
                local = local.after(
                        Transform.quaternion(turns[i * 4], turns[i * 4 + 1], turns[i * 4 + 2], turns[i * 4 + 3]));
            }
            if (i < scales.length / 3) {
                local = local.after(Transform.scale(scales[i * 3], scales[i * 3 + 1], scales[i * 3 + 2]));
            }
            children.add(nodes.size());
            nodes.add(new Node(node.name() + " " + (i + 1), local, node.mesh(), List.of()));
        }
        nodes.set(index, new Node(node.name(), node.local(), -1, children));
    }

    private float[] values(JsonNode attributes, String name, int size) throws ProblemException {
        return attributes.has(name) ? accessors.floats(attributes.path(name).asInt(), size) : new float[0];
    }

    private static Transform transform(JsonNode node) {
        JsonNode matrix = node.path("matrix");
        if (matrix.size() == 16) {
            double[] m = new double[16];
            for (int i = 0; i < 16; i++) {
                m[i] = matrix.get(i).asDouble();
            }
            return Transform.fromColumns(m);
        }
        JsonNode t = node.path("translation");
        JsonNode r = node.path("rotation");
        JsonNode s = node.path("scale");
        Transform out = Transform.IDENTITY;
        if (t.size() == 3) {
            out = Transform.translation(
                    t.get(0).asDouble(), t.get(1).asDouble(), t.get(2).asDouble());
        }
        if (r.size() == 4) {
            out = out.after(Transform.quaternion(
                    r.get(0).asDouble(),
                    r.get(1).asDouble(),
                    r.get(2).asDouble(),
                    r.get(3).asDouble()));
        }
        if (s.size() == 3) {
            out = out.after(Transform.scale(
                    s.get(0).asDouble(), s.get(1).asDouble(), s.get(2).asDouble()));
        }
        return out;
    }
}
