package yondershelf.format.usd;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.Part;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Remarks;
import yondershelf.content.Staging;
import yondershelf.content.Transform;
import yondershelf.format.reading.FileType;
import yondershelf.format.reading.Reading;
import yondershelf.references.Reach;
import yondershelf.words.Phrase;

/**
 * Scenes of the Universal Scene Description in text form or packed (USDA, USDZ) to models: what is defined, active and visible,
 * for the purposes "default" and "render" (UsdGeom's published documentation). Lengths are {@code metersPerUnit}, a hundredth of
 * a metre when nothing is said.
 */
final class UsdReader {
    private static final double CENTIMETRE = 0.01;
    private static final int MOST_NODES = 2_000_000;
    private static final int MOST_INSTANCES = 1_000_000;

    private final Path file;
    private final UsdStage stage;
    private final UsdMaterials materials;
    private final List<Mesh> meshes = new ArrayList<>();
    private final List<Node> nodes = new ArrayList<>();
    private final Map<UsdValue, Map<String, Integer>> known = new IdentityHashMap<>();
    private final List<Staging.Light> lights = new ArrayList<>();
    private final List<Staging.Viewpoint> viewpoints = new ArrayList<>();
    private final Map<String, Integer> others = new LinkedHashMap<>();

    private UsdReader(Path file, UsdStage stage) {
        this.file = file;
        this.stage = stage;
        this.materials = new UsdMaterials(stage);
    }

    static Model read(Path file, FileType type, Reach reach) throws ProblemException {
        if (type == FileType.USDC) {
            throw UsdFiles.binary(file);
        }
        UsdStage stage = new UsdStage(new UsdFiles(file, reach, type == FileType.USDZ));
        return new UsdReader(file, stage).model();
    }

    private Model model() throws ProblemException {
        UsdPrim root = stage.root();
        double unit = root.about("metersPerUnit").number(CENTIMETRE);
        Transform toMetres = Transform.scale(unit > 0 ? unit : CENTIMETRE);
        if (root.about("upAxis").word("Y").equals("Z")) {
            toMetres = Transform.rotation(1, 0, 0, -Math.PI / 2).after(toMetres);
        }
        nodes.add(new Node("", toMetres, -1, List.of()));
        List<Integer> top = new ArrayList<>();
        for (Map.Entry<String, UsdPrim> child : root.children.entrySet()) {
            int node = node(child.getKey(), "/" + child.getKey(), child.getValue(), "", toMetres);
            if (node >= 0) {
                top.add(node);
            }
        }
        nodes.set(0, new Node("", toMetres, -1, top));
        return new Model(Reading.baseName(file), meshes, nodes, List.of(0), materials.all(), remarks())
                .withStaging(new Staging(lights, viewpoints, 1, 0));
    }

    /** The number of the node a prim became with all below it, or -1 when it is not shown. */
    private int node(String name, String path, UsdPrim prim, String bound, Transform above) throws ProblemException {
        if (!isShown(prim)) {
            return -1;
        }
        if (nodes.size() > MOST_NODES) {
            throw Problem.of(file, Phrase.kept("format.it-stands-for-more-than", MOST_NODES))
                    .raise();
        }
        String binding = binding(prim, bound);
        int index = nodes.size();
        Transform local = UsdPlacing.of(prim);
        nodes.add(new Node(name, local, -1, List.of()));
        int mesh = prim.type.equals("Mesh") ? mesh(name, prim, binding) : -1;
        Transform here = above.after(local);
        if (mesh < 0) {
            count(prim.type);
            stand(name, prim, here);
        }
        List<Integer> children = new ArrayList<>();
        boolean instancer = prim.type.equals("PointInstancer");
        if (instancer) {
            instances(prim, binding, children);
        } else {
            for (Map.Entry<String, UsdPrim> child : prim.children.entrySet()) {
                int below = node(child.getKey(), path + "/" + child.getKey(), child.getValue(), binding, here);
                if (below >= 0) {
                    children.add(below);
                }
            }
        }
        nodes.set(index, new Node(name, local, mesh, children));
        return index;
    }

    private static boolean isShown(UsdPrim prim) {
        String purpose = prim.value("purpose").word("default");
        return prim.specifier.equals("def")
                && !prim.about("active").word("true").equals("false")
                && prim.about("active").number(1) != 0
                && !prim.value("visibility").word("inherited").equals("invisible")
                && (purpose.equals("default") || purpose.equals("render"));
    }

    private static String binding(UsdPrim prim, String above) {
        List<String> own = prim.property("material:binding").targets();
        return own.isEmpty() ? above : own.get(0);
    }

    private int mesh(String name, UsdPrim prim, String binding) throws ProblemException {
        // what is referred to several times is read once
        String worn = (binding.isEmpty() ? "" : material(binding)) + subsets(prim);
        Map<String, Integer> same = known.computeIfAbsent(prim.value("points"), p -> new LinkedHashMap<>());
        Integer before = same.get(worn);
        if (before != null) {
            return before;
        }
        if (UsdMeshes.isSmooth(prim)) {
            others.merge("subdivision surface", 1, Integer::sum);
        }
        UsdMeshes faces = new UsdMeshes(prim, file);
        List<Part> parts = new ArrayList<>();
        List<int[]> taken = new ArrayList<>();
        for (UsdPrim subset : prim.children.values()) {
            String own = binding(subset, "");
            if (subset.type.equals("GeomSubset") && !own.isEmpty()) {
                taken.add(UsdMeshes.faces(subset));
                add(parts, faces, taken.get(taken.size() - 1), own);
            }
        }
        add(parts, faces, faces.rest(taken), binding);
        meshes.add(new Mesh(name, parts));
        same.put(worn, meshes.size() - 1);
        return meshes.size() - 1;
    }

    private int material(String binding) {
        return binding.isEmpty() ? materials.none() : materials.at(binding);
    }

    private String subsets(UsdPrim prim) {
        StringBuilder out = new StringBuilder();
        for (UsdPrim child : prim.children.values()) {
            if (child.type.equals("GeomSubset")) {
                out.append(' ').append(material(binding(child, "")));
            }
        }
        return out.toString();
    }

    private void add(List<Part> parts, UsdMeshes faces, int[] which, String binding) throws ProblemException {
        int material = material(binding);
        Part part = faces.part(which, material, materials.sets(material), binding.isEmpty());
        if (part != null) {
            parts.add(part);
        }
    }

    /** Many of a few prototypes (UsdGeomPointInstancer). */
    private void instances(UsdPrim prim, String binding, List<Integer> into) throws ProblemException {
        List<String> prototypes = prim.property("prototypes").targets();
        double[] which = prim.value("protoIndices").numbers();
        double[] at = prim.value("positions").numbers();
        double[] turned = prim.value("orientations").numbers();
        double[] scaled = prim.value("scales").numbers();
        int count = Math.min(which.length, at.length / 3);
        Map<Integer, List<Model.Placed>> known = new HashMap<>();
        for (int i = 0; i < count; i++) {
            int of = (int) which[i];
            List<Model.Placed> prototype = known.get(of);
            if (prototype == null) {
                UsdPrim found = of >= 0 && of < prototypes.size() ? stage.at(prototypes.get(of)) : null;
                prototype = found == null ? List.of() : prototype(prototypes.get(of), found, binding);
                known.put(of, prototype);
            }
            Transform local = Transform.translation(at[i * 3], at[i * 3 + 1], at[i * 3 + 2]);
            if (i < turned.length / 4) {
                // the real part comes first
                local = local.after(
                        Transform.quaternion(turned[i * 4 + 1], turned[i * 4 + 2], turned[i * 4 + 3], turned[i * 4]));
            }
            if (i < scaled.length / 3) {
                local = local.after(Transform.scale(scaled[i * 3], scaled[i * 3 + 1], scaled[i * 3 + 2]));
            }
            String name = prim.type + " " + (i + 1);
            for (Model.Placed placed : prototype) {
                if (nodes.size() >= MOST_INSTANCES) {
                    others.merge("instance beyond the first million", 1, Integer::sum);
                    return;
                }
                into.add(nodes.size());
                nodes.add(new Node(name, local.after(placed.toModel()), placed.mesh(), List.of()));
            }
        }
    }

    /** What a prototype places, built once: its nodes are none of the model's. */
    private List<Model.Placed> prototype(String path, UsdPrim prim, String binding) throws ProblemException {
        int start = nodes.size();
        int root = node("", path, prim, binding, Transform.IDENTITY);
        List<Model.Placed> out = new ArrayList<>();
        if (root >= 0) {
            place(root, Transform.IDENTITY, out);
        }
        nodes.subList(start, nodes.size()).clear();
        return out;
    }

    private void place(int index, Transform above, List<Model.Placed> into) {
        Node node = nodes.get(index);
        Transform here = above.after(node.local());
        if (node.mesh() >= 0) {
            into.add(new Model.Placed(node.name(), node.mesh(), here));
        }
        node.children().forEach(child -> place(child, here, into));
    }

    /** Lights (UsdLux) and cameras, which look along -Z; apertures and focal lengths in the same unit (UsdGeomCamera). */
    private void stand(String name, UsdPrim prim, Transform toModel) {
        if (prim.type.equals("Camera")) {
            double high = prim.value("verticalAperture").number(15.2908);
            double focal = prim.value("focalLength").number(50);
            boolean flat = prim.value("projection").word("").equals("orthographic");
            viewpoints.add(new Staging.Viewpoint(name, flat ? 0 : 2 * Math.atan(high / 2 / focal), toModel));
        } else if (prim.type.endsWith("Light")) {
            lights.add(UsdLights.of(name, prim, stage.files(), toModel));
        }
    }

    private void count(String type) {
        @Nullable
        String word = switch (type) {
            case "Cube", "Sphere", "Cylinder", "Cone", "Capsule", "Plane" -> type.toLowerCase(java.util.Locale.ROOT);
            case "BasisCurves", "NurbsCurves" -> "curve";
            case "NurbsPatch" -> "NURBS surface";
            case "Points" -> "cloud of points";
            case "Skeleton" -> "skeleton";
            case "BlendShape" -> "morph target";
            case "Volume" -> "volume";
            case "TetMesh" -> "tetrahedral mesh";
            default -> null;
        };
        if (word != null) {
            others.merge(word, 1, Integer::sum);
        }
    }

    private Remarks remarks() {
        List<String> notShown = new ArrayList<>();
        // words of the format itself, which has no others
        others.forEach((word, count) -> notShown.add(count + " " + (count == 1 ? word : word + "s")));
        notShown.addAll(materials.notShown().stream().sorted().toList());
        int missing = stage.missing().size();
        if (missing > 0) {
            notShown.add(
                    missing == 1
                            ? Phrase.kept(
                                    "format.what-is-referred-to-in",
                                    stage.missing().get(0))
                            : Phrase.kept("format.references-to-what-is-not", missing));
        }
        return new Remarks(notShown, List.of());
    }
}
