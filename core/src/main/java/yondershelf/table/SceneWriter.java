package yondershelf.table;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.Part;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.format.reading.ContentReader;
import yondershelf.format.reading.SceneNotes;

/** Puts a scene together as glTF, with what that has no place for in {@link SceneExtras}. */
final class SceneWriter {
    private final Scene scene;
    private final List<Mesh> meshes = new ArrayList<>();
    private final List<Node> nodes = new ArrayList<>();
    private final List<Integer> roots = new ArrayList<>();
    private final List<Material> materials = new ArrayList<>();
    private final Map<Model, int[]> meshOffsets = new IdentityHashMap<>();
    private final Map<Material, Integer> dresses = new IdentityHashMap<>();
    private final Map<Integer, ObjectNode> notes = new HashMap<>();

    SceneWriter(Scene scene) {
        this.scene = scene;
    }

    byte[] glb(ContentReader pictures) throws ProblemException {
        for (Placement placement : scene.placements()) {
            add(placement);
        }
        ObjectNode sceneNotes = SceneExtras.of(SceneExtras.OfScene.of(scene));
        Model whole = new Model(scene.name(), meshes, nodes, roots, materials);
        return Formats.glb(whole, new SceneNotes(sceneNotes, notes), pictures);
    }

    private void add(Placement placement) {
        Model model = placement.model();
        int[] offsets = meshOffsets.get(model);
        if (offsets == null) {
            offsets = new int[] {meshes.size(), materials.size(), meshOffsets.size()};
            meshOffsets.put(model, offsets);
            materials.addAll(model.materials());
            for (Mesh mesh : model.meshes()) {
                meshes.add(shifted(mesh, offsets[1]));
            }
        }
        int root = nodes.size();
        nodes.add(new Node(placement.name(), placement.toWorld(), -1, List.of()));
        Copier copier = new Copier(placement, offsets);
        List<Integer> children = new ArrayList<>();
        for (int child : model.roots()) {
            children.add(copier.copy(child));
        }
        nodes.set(root, new Node(placement.name(), placement.toWorld(), -1, children));
        roots.add(root);
        notes.put(root, SceneExtras.of(SceneExtras.OfPlacement.of(placement, offsets[2], copier.dressed)));
    }

    private static Mesh shifted(Mesh mesh, int materialOffset) {
        return new Mesh(
                mesh.name(),
                mesh.parts().stream()
                        .map(p -> p.withMaterial(p.material() + materialOffset))
                        .toList());
    }

    /** Copies a model's nodes in the order {@link Model#placed()} visits them, dressing parts on the way. */
    private final class Copier {
        private final Placement placement;
        private final int[] offsets;
        private final List<SceneExtras.Dressed> dressed = new ArrayList<>();
        private int placed;

        Copier(Placement placement, int[] offsets) {
            this.placement = placement;
            this.offsets = offsets;
        }

        int copy(int index) {
            Node node = placement.model().nodes().get(index);
            int number = nodes.size();
            nodes.add(node);
            int mesh = node.mesh() < 0 ? -1 : offsets[0] + node.mesh();
            if (mesh >= 0) {
                mesh = dress(mesh, placed++);
            }
            List<Integer> children = new ArrayList<>();
            for (int child : node.children()) {
                children.add(copy(child));
            }
            nodes.set(number, new Node(node.name(), node.local(), mesh, children));
            return number;
        }

        private int dress(int mesh, int placedIndex) {
            List<Part> parts = new ArrayList<>(meshes.get(mesh).parts());
            boolean changed = false;
            for (int i = 0; i < parts.size(); i++) {
                Material material = placement.dressed().get(new PartRef(placedIndex, i));
                if (material != null) {
                    int number = dresses.computeIfAbsent(material, m -> {
                        materials.add(m);
                        return materials.size() - 1;
                    });
                    dressed.add(
                            new SceneExtras.Dressed(placedIndex, i, parts.get(i).material()));
                    parts.set(i, parts.get(i).withMaterial(number));
                    changed = true;
                }
            }
            if (!changed) {
                return mesh;
            }
            meshes.add(new Mesh(meshes.get(mesh).name(), parts));
            return meshes.size() - 1;
        }
    }
}
