package yondershelf.demo;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.Part;
import yondershelf.content.Transform;

/** A scene in one file: a landing stage with what stands on it, twelve nodes, things that are alike sharing their mesh. */
final class Landing {
    private final Map<String, Material> wardrobe;
    private final List<Mesh> meshes = new ArrayList<>();
    private final List<Material> materials = new ArrayList<>();
    private final Map<String, Integer> made = new LinkedHashMap<>();
    private final List<Node> nodes = new ArrayList<>();

    private Landing(Map<String, Material> wardrobe) {
        this.wardrobe = wardrobe;
    }

    static Model model(Map<String, Material> wardrobe) {
        return new Landing(wardrobe).model();
    }

    private Model model() {
        int deck = node("Deck", Landing::deck, Transform.IDENTITY);
        int bollards = group(
                "Bollards",
                node("Bollard left", Rigging::bollard, Transform.translation(-1.05, 0.42, 0.62)),
                node("Bollard right", Rigging::bollard, Transform.translation(1.05, 0.42, 0.62)));
        int boxes = group(
                "Fish boxes",
                node("Box below", Workshop::fishBox, turned(-0.55, 0.42, -0.35, 0.2)),
                node("Box beside", Workshop::fishBox, turned(0.1, 0.42, -0.42, -0.15)),
                node("Box above", Workshop::fishBox, turned(-0.28, 0.62, -0.38, 0.5)));
        int lantern = node("Lantern", Rigging::stormLantern, turned(0.72, 0.42, -0.3, 0.8));
        int rope = node("Rope", Rigging::ropeCoil, Transform.translation(0.35, 0.42, 0.35));
        int stool = node("Stool", Workshop::stool, turned(-0.3, 0.42, 0.35, 1.1));
        int stage = group("Landing stage", deck, bollards, boxes, lantern, rope, stool);
        return new Model("landing_stage", meshes, nodes, List.of(stage), materials);
    }

    private static Transform turned(double x, double y, double z, double radians) {
        return Transform.translation(x, y, z).after(Transform.rotation(0, 1, 0, radians));
    }

    private static void deck(Sculpt s) {
        s.wear("driftwood grey", 0.9);
        for (int i = 0; i < 9; i++) {
            s.at(0, 0.36, -0.72 + i * 0.18).box(2.6, 0.06, 0.165, 0.008).back(1);
        }
        s.wear("tarred timber", 0.7);
        for (int side = -1; side <= 1; side += 2) {
            s.at(side * 1.1, 0.24, 0).box(0.14, 0.12, 1.6, 0.01).back(1);
            for (int end = -1; end <= 1; end += 2) {
                s.at(side * 1.1, 0, end * 0.6).drum(24, 0.085, 0.26, 0.01).back(1);
            }
        }
    }

    private int group(String name, int... children) {
        List<Integer> all = new ArrayList<>();
        for (int child : children) {
            all.add(child);
        }
        nodes.add(new Node(name, Transform.IDENTITY, -1, all));
        return nodes.size() - 1;
    }

    private int node(String name, Consumer<Sculpt> shape, Transform local) {
        String kind = name.split(" ")[0];
        Integer mesh = made.get(kind);
        if (mesh == null) {
            Sculpt sculpt = new Sculpt();
            shape.accept(sculpt);
            mesh = take(sculpt.model(kind, wardrobe));
            made.put(kind, mesh);
        }
        nodes.add(new Node(name, local, mesh, List.of()));
        return nodes.size() - 1;
    }

    private int take(Model model) {
        List<Part> parts = new ArrayList<>();
        for (Part part : model.meshes().get(0).parts()) {
            Material worn = model.materials().get(part.material());
            if (!materials.contains(worn)) {
                materials.add(worn);
            }
            parts.add(part.withMaterial(materials.indexOf(worn)));
        }
        meshes.add(new Mesh(model.name(), parts));
        return meshes.size() - 1;
    }
}
