package yondershelf.table;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Bounds;
import yondershelf.content.Environment;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.Part;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.TextureUse;
import yondershelf.disk.Disk;
import yondershelf.format.ContentReader;
import yondershelf.format.Formats;
import yondershelf.format.SceneNotes;

/**
 * Scenes as GLB files that any glTF program opens. Each placement is a root node; {@code extras.yonderShelf} keeps what
 * glTF has no place for, described in docs/scene-file.md.
 */
public final class SceneFile {
    private static final String OWN = "yonderShelf";
    private static final long DEBRIS_MILLIS = 60L * 60 * 1000;

    private SceneFile() {}

    /** Finds an environment again by the asset's id and the file's path; null when it is not at hand. */
    public interface EnvironmentFinder {
        @Nullable
        Environment find(String asset, String path, String name);

        /** Likewise a panorama that stands behind everything. */
        default @Nullable Picture backdrop(String asset) {
            return null;
        }
    }

    /** The scene as the bytes of a GLB file. */
    public static byte[] write(Scene scene, ContentReader pictures) throws ProblemException {
        return new Writer(scene).glb(pictures);
    }

    /**
     * Saves a scene; the file appears whole or not at all, and is on the disk when this returns.
     *
     * @throws ProblemException when it could not be written; what was there before is untouched
     */
    public static void save(Scene scene, Path file, ContentReader pictures) throws ProblemException {
        byte[] bytes = write(scene, pictures);
        try {
            Path folder = file.toAbsolutePath().getParent();
            if (folder != null) {
                Disk.REAL.makeFolders(folder);
                Disk.sweep(folder, DEBRIS_MILLIS);
            }
            Disk.REAL.write(file.toAbsolutePath(), out -> out.write(bytes));
        } catch (IOException e) {
            throw new Problem(
                            file.toString(),
                            "the scene could not be saved (" + e.getMessage() + ")",
                            "Choose a folder that can be written to")
                    .raise(e);
        }
    }

    /**
     * Pictures that a scene's objects wear and that cannot be reached now because a whole folder is away: saving would leave
     * them out of the file.
     *
     * @param roots folders that may be away, those of libraries
     */
    public static List<String> picturesAway(Scene scene, List<Path> roots) {
        Set<String> out = new TreeSet<>();
        for (Placement placement : scene.placements()) {
            for (Material material : placement.materials()) {
                for (TextureUse use : material.maps().values()) {
                    Path file = use.image().file();
                    boolean away = file != null
                            && use.image().bytes() == null
                            && roots.stream().anyMatch(r -> file.startsWith(r) && !Files.isDirectory(r));
                    if (away && !Files.exists(file)) {
                        out.add(use.image().shownName());
                    }
                }
            }
        }
        return List.copyOf(out);
    }

    private static final class Writer {
        private final Scene scene;
        private final List<Mesh> meshes = new ArrayList<>();
        private final List<Node> nodes = new ArrayList<>();
        private final List<Integer> roots = new ArrayList<>();
        private final List<Material> materials = new ArrayList<>();
        private final Map<Model, int[]> meshOffsets = new IdentityHashMap<>();
        private final Map<Material, Integer> dresses = new IdentityHashMap<>();
        private final Map<Integer, ObjectNode> notes = new HashMap<>();

        Writer(Scene scene) {
            this.scene = scene;
        }

        byte[] glb(ContentReader pictures) throws ProblemException {
            for (Placement placement : scene.placements()) {
                add(placement);
            }
            ObjectNode sceneNotes = JsonNodeFactory.instance.objectNode();
            Light light = scene.light();
            ObjectNode own = sceneNotes.putObject(OWN);
            own.put("name", scene.name());
            own.putObject("environment")
                    .put("asset", light.asset())
                    .put("name", light.environment().name())
                    .put("path", light.path())
                    .put("turn", light.turn())
                    .put("exposure", light.exposure());
            Backdrop backdrop = light.backdrop();
            if (backdrop != null) {
                own.putObject("backdrop")
                        .put("asset", backdrop.asset())
                        .put("name", backdrop.name())
                        .put("path", backdrop.path());
            }
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
            ObjectNode extras = JsonNodeFactory.instance.objectNode();
            ObjectNode own = extras.putObject(OWN);
            own.put("placement", placement.id());
            own.put("asset", placement.asset());
            own.put("source", offsets[2]);
            if (placement.hidden()) {
                own.put("hidden", true);
            }
            if (placement.locked()) {
                own.put("locked", true);
            }
            Bounds box = model.bounds();
            own.putArray("box")
                    .add(box.minX())
                    .add(box.minY())
                    .add(box.minZ())
                    .add(box.maxX())
                    .add(box.maxY())
                    .add(box.maxZ());
            int root = nodes.size();
            nodes.add(new Node(placement.name(), placement.toWorld(), -1, List.of()));
            notes.put(root, extras);
            Copier copier = new Copier(placement, offsets);
            List<Integer> children = new ArrayList<>();
            for (int child : model.roots()) {
                children.add(copier.copy(child));
            }
            nodes.set(root, new Node(placement.name(), placement.toWorld(), -1, children));
            roots.add(root);
            if (!copier.dressed.isEmpty()) {
                own.set("dressed", copier.dressed);
            }
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
            private final ArrayNode dressed = JsonNodeFactory.instance.arrayNode();
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
                        dressed.addObject()
                                .put("placed", placedIndex)
                                .put("part", i)
                                .put("was", parts.get(i).material());
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

    /**
     * A scene as it was opened.
     *
     * @param ours true for a file that was saved here; others are only read
     * @param losses what the file holds that saving it here would lose, in words; empty for ours
     */
    public record Opened(Scene scene, boolean ours, List<String> losses) {
        public Opened {
            losses = List.copyOf(losses);
        }
    }

    /**
     * Opens a scene saved here, or any glTF file, whose root nodes become placements. Ids are given afresh: nodes copied
     * elsewhere bear their originals' ids.
     */
    public static Opened open(Path file, ContentReader reader, EnvironmentFinder environments) throws ProblemException {
        try {
            return opened(file, reader, environments);
        } catch (RuntimeException | OutOfMemoryError | StackOverflowError e) {
            throw Problem.of(file, "the scene is broken (" + e.getClass().getSimpleName() + ")")
                    .raise(e);
        }
    }

    private static Opened opened(Path file, ContentReader reader, EnvironmentFinder environments)
            throws ProblemException {
        SceneNotes notes = Formats.notes(file, reader.reach());
        boolean ours = notes.scene().has(OWN);
        Model whole = readOrBare(file, reader, ours);
        String given = notes.scene().path(OWN).path("name").asText("");
        Scene scene = Scene.empty(given.isBlank() ? whole.name() : given);
        Map<Integer, Model> sources = new TreeMap<>();
        for (int root : whole.roots()) {
            ObjectNode extras = notes.nodes().get(root);
            JsonNode own = extras == null ? JsonNodeFactory.instance.objectNode() : extras.path(OWN);
            scene = scene.with(placement(whole, root, own, scene, sources));
        }
        List<String> losses = ours ? List.of() : Formats.beyondScenes(file, reader.reach());
        JsonNode own = notes.scene().path(OWN);
        Light light = light(own.path("environment"), scene, environments);
        return new Opened(scene.lit(light.before(backdrop(own.path("backdrop"), environments))), ours, losses);
    }

    /** A scene of ours may be without any triangle: empty, or all its objects away. */
    private static Model readOrBare(Path file, ContentReader reader, boolean ours) throws ProblemException {
        try {
            return reader.readModel(file);
        } catch (ProblemException e) {
            if (!ours) {
                throw e;
            }
            return Formats.tree(file, reader.reach());
        }
    }

    /** The environment the file names; where it is not at hand, daylight under its name. */
    private static Light light(JsonNode environment, Scene scene, EnvironmentFinder environments) {
        String asset = environment.path("asset").asText("");
        String path = environment.path("path").asText("");
        String name = environment.path("name").asText("");
        Light light = scene.light();
        if (!asset.isEmpty()) {
            Environment found = environments.find(asset, path, name);
            light = found != null ? new Light(asset, path, found, 0, 0) : Light.standingIn(asset, path, name);
        }
        return light.turned(finite(environment.path("turn").asDouble()))
                .exposed(finite(environment.path("exposure").asDouble()));
    }

    /** Where it is not at hand, its name stays. */
    private static @Nullable Backdrop backdrop(JsonNode said, EnvironmentFinder environments) {
        String asset = said.path("asset").asText("");
        return asset.isEmpty()
                ? null
                : new Backdrop(
                        asset,
                        said.path("path").asText(""),
                        said.path("name").asText(""),
                        environments.backdrop(asset));
    }

    private static double finite(double value) {
        return Double.isFinite(value) ? Math.max(-1000, Math.min(1000, value)) : 0;
    }

    private static Placement placement(Model whole, int root, JsonNode own, Scene scene, Map<Integer, Model> sources) {
        Node node = whole.nodes().get(root);
        boolean ours = own.has("placement");
        Map<PartRef, Integer> was = new HashMap<>();
        for (JsonNode dress : own.path("dressed")) {
            was.put(
                    new PartRef(dress.path("placed").asInt(), dress.path("part").asInt()),
                    dress.path("was").asInt());
        }
        Extractor extractor = new Extractor(whole, was);
        Model extracted = extractor.model(node.name(), ours ? node.children() : List.of(root));
        if (ours && extracted.triangleCount() == 0) {
            extracted = StandIn.of(node.name(), box(own.path("box")));
        }
        int source = own.path("source").asInt(-1);
        Model made = extracted;
        Model shared = source < 0 ? extracted : sources.computeIfAbsent(source, k -> made);
        return new Placement(
                scene.freshId(),
                node.name().isEmpty() ? scene.freshName(whole.name()) : node.name(),
                own.path("asset").asText(""),
                shared,
                ours ? node.local() : yondershelf.content.Transform.IDENTITY,
                extractor.dressed,
                own.path("hidden").asBoolean(),
                own.path("locked").asBoolean());
    }

    private static Bounds box(JsonNode six) {
        double[] v = new double[6];
        for (int i = 0; i < 6; i++) {
            v[i] = six.path(i).asDouble(Double.NaN);
        }
        Bounds box = new Bounds(v[0], v[1], v[2], v[3], v[4], v[5]);
        return Double.isFinite(box.radius()) ? box : Bounds.EMPTY;
    }
}
