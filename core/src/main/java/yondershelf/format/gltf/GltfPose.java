package yondershelf.format.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Mesh;
import yondershelf.content.Node;
import yondershelf.content.ProblemException;
import yondershelf.content.Transform;

/**
 * Meshes where the nodes place them. A mesh with a skin stands where its joints are, whatever the transform of its own node
 * (glTF 2.0, 3.7.3.3): it becomes a mesh of its own at the scene's root.
 */
final class GltfPose {
    private final GltfDocument document;
    private final GltfAccessors accessors;
    private final GltfNodes tree;
    private final GltfMeshes reader;
    private final List<Mesh> meshes = new ArrayList<>();
    private final List<Node> nodes;
    private final List<Integer> roots;

    GltfPose(GltfDocument document, GltfAccessors accessors, GltfNodes tree, GltfMeshes reader) {
        this.document = document;
        this.accessors = accessors;
        this.tree = tree;
        this.reader = reader;
        this.nodes = new ArrayList<>(tree.nodes());
        this.roots = new ArrayList<>(tree.roots());
    }

    List<Mesh> meshes() {
        return meshes;
    }

    List<Node> nodes() {
        return nodes;
    }

    List<Integer> roots() {
        return roots;
    }

    void place() throws ProblemException {
        JsonNode file = document.json.path("nodes");
        JsonNode all = document.json.path("meshes");
        boolean[] plain = new boolean[all.size()];
        for (int i = 0; i < nodes.size(); i++) {
            int mesh = nodes.get(i).mesh();
            boolean own = i < file.size() && isOwn(file.get(i));
            if (mesh >= 0 && mesh < plain.length && !own) {
                plain[mesh] = true;
            }
        }
        for (int i = 0; i < all.size(); i++) {
            // one that only skins use is read with each of them
            boolean unused = !plain[i] && !document.json.path("skins").isEmpty();
            meshes.add(unused ? new Mesh("", List.of()) : reader.mesh(i, deformer(all.get(i), null)));
        }
        boolean[] shown = tree.shown();
        for (int i = 0; i < file.size(); i++) {
            if (shown[i] && isOwn(file.get(i))) {
                placeOwn(i, file.get(i));
            }
        }
    }

    /** True for a node whose mesh is shaped by it: by its skin or by weights of its own. */
    private static boolean isOwn(JsonNode node) {
        return node.has("mesh") && (node.has("skin") || node.has("weights"));
    }

    private void placeOwn(int index, JsonNode json) throws ProblemException {
        Node node = nodes.get(index);
        int mesh = json.path("mesh").asInt();
        Transform[] joints = json.has("skin") ? joints(json.path("skin").asInt()) : null;
        JsonNode weighted =
                json.has("weights") ? json : document.json.path("meshes").path(mesh);
        meshes.add(reader.mesh(mesh, deformer(weighted, joints)));
        int posed = meshes.size() - 1;
        if (joints == null) {
            nodes.set(index, new Node(node.name(), node.local(), posed, node.children()));
        } else {
            nodes.set(index, new Node(node.name(), node.local(), -1, node.children()));
            roots.add(nodes.size());
            nodes.add(new Node(node.name(), Transform.IDENTITY, posed, List.of()));
        }
    }

    private GltfDeformer deformer(JsonNode weighted, Transform @Nullable [] joints) {
        JsonNode list = weighted.path("weights");
        double[] weights = new double[list.size()];
        for (int i = 0; i < weights.length; i++) {
            weights[i] = list.get(i).asDouble();
        }
        return new GltfDeformer(accessors, weights, joints);
    }

    /** For each joint of a skin, from where the vertices are bound to where they stand. */
    private Transform[] joints(int skin) throws ProblemException {
        JsonNode json = document.json.path("skins").path(skin);
        JsonNode list = json.path("joints");
        float[] inverse = json.has("inverseBindMatrices")
                ? accessors.floats(json.path("inverseBindMatrices").asInt(), 16)
                : new float[0];
        Transform[] out = new Transform[list.size()];
        for (int i = 0; i < out.length; i++) {
            Transform unbound = Transform.IDENTITY;
            if (inverse.length >= (i + 1) * 16) {
                double[] m = new double[16];
                for (int k = 0; k < 16; k++) {
                    m[k] = inverse[i * 16 + k];
                }
                unbound = Transform.fromColumns(m);
            }
            out[i] = tree.toScene(list.get(i).asInt(-1)).after(unbound);
        }
        return out;
    }
}
