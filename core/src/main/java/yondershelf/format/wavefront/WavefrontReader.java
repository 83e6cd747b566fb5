package yondershelf.format.wavefront;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Bounds;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.Part;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Remarks;
import yondershelf.content.Transform;
import yondershelf.format.model.ModelUnits;
import yondershelf.format.reading.FileType;
import yondershelf.format.reading.Reading;
import yondershelf.references.Reach;
import yondershelf.words.Phrase;

/** Wavefront objects to models: a node for each object or group, a part for each of its materials. */
final class WavefrontReader {
    private final Path file;
    private final WavefrontText text;
    private final WavefrontMaterials libraries;
    private final WavefrontParts parts;
    private final List<Material> materials = new ArrayList<>();
    private final Map<String, Integer> known = new LinkedHashMap<>();

    private WavefrontReader(Path file, WavefrontText text, Reach reach) {
        this.file = file;
        this.text = text;
        this.libraries = new WavefrontMaterials(file, reach);
        this.parts = new WavefrontParts(file, text);
    }

    static Model read(Path file, Reach reach) throws ProblemException {
        try {
            return new WavefrontReader(file, WavefrontText.read(Reading.bytes(file)), reach).model();
        } catch (IOException e) {
            throw Reading.problem(file, e).raise(e);
        } catch (IllegalArgumentException e) {
            throw Problem.of(file, Phrase.kept("format.the-file-is-broken", Reading.firstLine(e)))
                    .raise(e);
        }
    }

    private Model model() throws ProblemException {
        libraries.read(text.libraries());
        List<Mesh> meshes = new ArrayList<>();
        List<Part> cloud = new ArrayList<>();
        List<Node> nodes = new ArrayList<>();
        List<Integer> roots = new ArrayList<>();
        if (text.faces().isEmpty() && text.positions().size() > 3) {
            // vertices alone are a cloud of points
            add(cloud, parts.cloud(material("")));
            roots.add(0);
            nodes.add(new Node("", Transform.IDENTITY, 0, List.of()));
            meshes.add(new Mesh("", cloud));
        }
        for (Map.Entry<String, Map<String, WavefrontFaces>> object :
                text.faces().entrySet()) {
            List<Part> all = new ArrayList<>();
            for (WavefrontFaces faces : object.getValue().values()) {
                int material = material(faces.material);
                add(all, parts.faces(faces, material));
                add(all, parts.strokes(faces.lines, true, material));
                add(all, parts.strokes(faces.points, false, material));
            }
            if (!all.isEmpty()) {
                roots.add(nodes.size());
                nodes.add(new Node(object.getKey(), Transform.IDENTITY, meshes.size(), List.of()));
                meshes.add(new Mesh(object.getKey(), all));
            }
        }
        String name = Reading.baseName(file);
        Bounds box = new Model(name, meshes, nodes, roots, List.of()).bounds();
        List<String> assumed = new ArrayList<>(parts.lacking());
        Transform toMetres = ModelUnits.of(file, FileType.OBJ, box).toMetres(FileType.OBJ, assumed);
        for (int i = 0; i < nodes.size(); i++) {
            nodes.set(i, new Node(nodes.get(i).name(), toMetres, nodes.get(i).mesh(), List.of()));
        }
        TreeSet<String> notShown = new TreeSet<>(text.notShown());
        notShown.addAll(libraries.notShown());
        return new Model(name, meshes, nodes, roots, materials, new Remarks(List.copyOf(notShown), assumed));
    }

    private static void add(List<Part> all, @Nullable Part part) {
        if (part != null) {
            all.add(part);
        }
    }

    private int material(String name) {
        Integer found = known.get(name);
        if (found == null) {
            found = materials.size();
            known.put(name, found);
            materials.add(libraries.material(name));
        }
        return found;
    }
}
