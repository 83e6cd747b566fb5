package yondershelf.table;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.Part;

/** Takes part of a model's tree out as a model of its own, undressing parts. */
final class Extractor {
    private final Model whole;
    private final Map<PartRef, Integer> was;
    private final List<Node> nodes = new ArrayList<>();
    private final List<Mesh> meshes = new ArrayList<>();
    private final Map<Integer, Integer> meshNumbers = new HashMap<>();
    private final Map<Integer, Integer> materialNumbers = new HashMap<>();
    private final List<Material> materials = new ArrayList<>();
    final Map<PartRef, Material> dressed = new HashMap<>();
    private int placed;

    Extractor(Model whole, Map<PartRef, Integer> was) {
        this.whole = whole;
        this.was = was;
    }

    Model model(String name, List<Integer> tops) {
        List<Integer> roots = new ArrayList<>();
        for (int top : tops) {
            roots.add(copy(top));
        }
        return new Model(name, meshes, nodes, roots, materials);
    }

    private int copy(int index) {
        Node node = whole.nodes().get(index);
        int number = nodes.size();
        nodes.add(node);
        int mesh = node.mesh() < 0 ? -1 : mesh(node.mesh(), placed++);
        List<Integer> children = new ArrayList<>();
        for (int child : node.children()) {
            children.add(copy(child));
        }
        nodes.set(number, new Node(node.name(), node.local(), mesh, children));
        return number;
    }

    private int mesh(int index, int placedIndex) {
        Mesh mesh = whole.meshes().get(index);
        List<Part> parts = new ArrayList<>();
        boolean changed = false;
        for (int i = 0; i < mesh.parts().size(); i++) {
            Part part = mesh.parts().get(i);
            Integer before = was.get(new PartRef(placedIndex, i));
            if (before != null) {
                dressed.put(new PartRef(placedIndex, i), whole.materials().get(part.material()));
                changed = true;
            }
            parts.add(part.withMaterial(material(before == null ? part.material() : before)));
        }
        if (!changed && meshNumbers.containsKey(index)) {
            return meshNumbers.getOrDefault(index, 0);
        }
        meshes.add(new Mesh(mesh.name(), parts));
        if (!changed) {
            meshNumbers.put(index, meshes.size() - 1);
        }
        return meshes.size() - 1;
    }

    private int material(int index) {
        if (index < 0 || index >= whole.materials().size()) {
            return -1;
        }
        return materialNumbers.computeIfAbsent(index, k -> {
            materials.add(whole.materials().get(index));
            return materials.size() - 1;
        });
    }
}
