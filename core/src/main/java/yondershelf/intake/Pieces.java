package yondershelf.intake;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import yondershelf.content.Excerpt;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.Part;

/** The things a scene file holds: the top-level nodes of it, below one that holds all the others, its materials and its lights. */
final class Pieces {
    private Pieces() {}

    /** No nodes and no materials of which there is only one, or that cannot be told apart by their names. */
    static List<Given.Piece> of(Model model) {
        List<Integer> top = model.roots();
        while (top.size() == 1 && isThere(model, top.get(0))) {
            Node only = model.nodes().get(top.get(0));
            if (only.mesh() >= 0 || only.children().isEmpty() || only.children().equals(top)) {
                break;
            }
            top = only.children();
        }
        Map<String, Integer> names = new HashMap<>();
        model.nodes().forEach(n -> names.merge(n.name(), 1, Integer::sum));
        boolean[] seen = new boolean[model.nodes().size()];
        List<Given.Piece> out = new ArrayList<>();
        for (int root : top) {
            if (!isThere(model, root)) {
                continue;
            }
            String name = model.nodes().get(root).name();
            long triangles = triangles(model, root, seen);
            // an asset points at its node by name
            if (!name.isBlank() && !name.contains("\n") && names.getOrDefault(name, 0) == 1 && triangles > 0) {
                out.add(new Given.Piece(name, triangles));
            }
        }
        List<Given.Piece> pieces = out.size() > 1 ? out : new ArrayList<>();
        pieces.addAll(materials(model));
        pieces.addAll(lights(model));
        return pieces;
    }

    /** Each that can be told by its name, and all together when there are several. */
    private static List<Given.Piece> lights(Model model) {
        Map<String, Integer> names = new TreeMap<>();
        model.staging().lights().forEach(l -> names.merge(l.name(), 1, Integer::sum));
        List<Given.Piece> out = new ArrayList<>();
        if (model.staging().lights().size() > 1) {
            out.add(new Given.Piece(Excerpt.ofLight(""), 0));
        }
        names.forEach((name, times) -> {
            if (times == 1 && !name.isBlank() && !name.contains("\n")) {
                out.add(new Given.Piece(Excerpt.ofLight(name), 0));
            }
        });
        return out;
    }

    /** Those that something wears; one that is all of it is the model's own affair. */
    private static List<Given.Piece> materials(Model model) {
        Map<String, Integer> names = new HashMap<>();
        model.materials().forEach(m -> names.merge(m.name(), 1, Integer::sum));
        Map<Integer, Long> triangles = new TreeMap<>();
        for (Mesh mesh : model.meshes()) {
            for (Part part : mesh.parts()) {
                triangles.merge(part.material(), part.stroke() ? 0L : part.triangleCount(), Long::sum);
            }
        }
        List<Given.Piece> out = new ArrayList<>();
        triangles.forEach((index, count) -> {
            String name = index >= 0 && index < model.materials().size()
                    ? model.materials().get(index).name()
                    : "";
            if (!name.isBlank() && !name.contains("\n") && names.getOrDefault(name, 0) == 1 && count > 0) {
                out.add(new Given.Piece(Excerpt.ofMaterial(name), count));
            }
        });
        return out.size() > 1 ? out : List.of();
    }

    private static boolean isThere(Model model, int node) {
        return node >= 0 && node < model.nodes().size();
    }

    private static long triangles(Model model, int root, boolean[] seen) {
        long count = 0;
        Deque<Integer> ahead = new ArrayDeque<>(List.of(root));
        while (!ahead.isEmpty()) {
            int at = ahead.pop();
            if (!isThere(model, at) || seen[at]) {
                continue;
            }
            seen[at] = true;
            Node node = model.nodes().get(at);
            if (node.mesh() >= 0 && node.mesh() < model.meshes().size()) {
                for (Part part : model.meshes().get(node.mesh()).parts()) {
                    count += part.stroke() ? 0 : part.triangleCount();
                }
            }
            ahead.addAll(node.children());
        }
        return count;
    }
}
