package yondershelf.format;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Bounds;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.ProblemException;
import yondershelf.format.gltf.MadeGltf;

/** Models as they stand: skins, morph targets, instances. Compared with three.js (npm three), which reads glTF independently. */
public class PosedModelsTest {
    private static final String BAR =
            "'primitives':[{'attributes':{'POSITION':0,'JOINTS_0':1,'WEIGHTS_0':2},'indices':3}]";

    @TempDir
    Path folder;

    /** A flat bar, 1 wide and 2 high, of two squares; its upper end hangs on the second joint, its middle on both. */
    private static MadeGltf bar(String nodesAndSkins) throws Exception {
        return new MadeGltf("{'scene':0,'meshes':[{" + BAR + "}]," + nodesAndSkins + "}")
                .floats("VEC3", 3, -0.5f, 0, 0, 0.5f, 0, 0, -0.5f, 1, 0, 0.5f, 1, 0, -0.5f, 2, 0, 0.5f, 2, 0)
                .shorts("VEC4", 4, 0, 0, 0, 0, 0, 0, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0)
                .floats("VEC4", 4, 1, 0, 0, 0, 1, 0, 0, 0, 0.5f, 0.5f, 0, 0, 0.5f, 0.5f, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0)
                .shorts("SCALAR", 1, 0, 1, 3, 0, 3, 2, 2, 3, 5, 2, 5, 4)
                .floats(
                        "MAT4", 16, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0,
                        0, -1, 0, 1);
    }

    /** The upper half is turned by 90 degrees about the middle: it lies on its side, whatever its own node says. */
    private MadeGltf bent() throws Exception {
        return bar("'scenes':[{'nodes':[0,1]}],'nodes':[{'mesh':0,'skin':0,'translation':[50,60,70],'scale':[9,9,9]},"
                + "{'children':[2],'translation':[3,0,0]},"
                + "{'translation':[0,1,0],'rotation':[0,0,0.70710678,0.70710678]}],"
                + "'skins':[{'joints':[1,2],'inverseBindMatrices':4}]");
    }

    private MadeGltf morphed() throws Exception {
        return new MadeGltf("{'scene':0,'scenes':[{'nodes':[0,1]}],'nodes':[{'mesh':0},{'mesh':0,'weights':[1,0.5],"
                        + "'translation':[10,0,0]}],'meshes':[{'weights':[0.5,0],'primitives':[{'attributes':"
                        + "{'POSITION':0},'targets':[{'POSITION':1},{'POSITION':2}]}]}]}")
                .floats("VEC3", 3, 0, 0, 0, 1, 0, 0, 0, 1, 0)
                .floats("VEC3", 3, 0, 0, 0, 4, 0, 0, 0, 0, 0)
                .floats("VEC3", 3, 0, 0, 0, 0, 0, 0, 0, 6, 2);
    }

    private MadeGltf instanced() throws Exception {
        return new MadeGltf("{'extensionsUsed':['EXT_mesh_gpu_instancing'],"
                        + "'extensionsRequired':['EXT_mesh_gpu_instancing'],'scene':0,'scenes':[{'nodes':[0]}],"
                        + "'nodes':[{'mesh':0,'translation':[0,1,0],'extensions':{'EXT_mesh_gpu_instancing':{'attributes':"
                        + "{'TRANSLATION':1,'ROTATION':2,'SCALE':3}}}}],"
                        + "'meshes':[{'primitives':[{'attributes':{'POSITION':0}}]}]}")
                .floats("VEC3", 3, 0, 0, 0, 1, 0, 0, 0, 1, 0)
                .floats("VEC3", 3, 0, 0, 0, 5, 0, 0, 0, 0, -7)
                .floats("VEC4", 4, 0, 0, 0, 1, 0, 0, 0.70710677f, 0.70710677f, 0, 0, 0, 1)
                .floats("VEC3", 3, 1, 1, 1, 2, 3, 1, 1, 1, 1);
    }

    private Map<String, MadeGltf> made() throws Exception {
        Map<String, MadeGltf> made = new LinkedHashMap<>();
        made.put("bent bar.gltf", bent());
        made.put("morphed.gltf", morphed());
        made.put("instanced.gltf", instanced());
        return made;
    }

    private static void box(Bounds box, double... want) {
        double[] is = {box.minX(), box.minY(), box.minZ(), box.maxX(), box.maxY(), box.maxZ()};
        for (int i = 0; i < 6; i++) {
            assertEquals(want[i], is[i], 1e-5, box.toString());
        }
    }

    /** Worked out by hand after glTF 2.0, 3.7.3.3. */
    @Test
    void aSkinnedMeshStandsWhereItsJointsAre() throws Exception {
        Model model = new Formats().readModel(bent().write(folder.resolve("bar.gltf")));
        // below at x 2.5 to 3.5; the end that was at height 2 now lies at x 2, half its width above and below height 1
        box(model.bounds(), 2, 0, 0, 3.5, 1.5, 0);
        assertEquals(4, model.triangleCount());
    }

    /** By hand: half of the first target for the mesh's own weights; all of it and half of the second for the node's. */
    @Test
    void morphTargetsAreTakenAtTheirWeights() throws Exception {
        Model model = new Formats().readModel(morphed().write(folder.resolve("morphed.gltf")));
        box(model.bounds(), 0, 0, 0, 15, 4, 1);
    }

    @Test
    void everyInstanceStands() throws Exception {
        Model model = new Formats().readModel(instanced().write(folder.resolve("instanced.gltf")));
        assertEquals(3, model.triangleCount());
        box(model.bounds(), 0, 1, -7, 5, 3, 0);
    }

    /** What is not shown is named, and a file that cannot do without something unknown is refused by its name. */
    @Test
    void whatIsNotShownIsNamed() throws Exception {
        MadeGltf coated = new MadeGltf("{'extensionsUsed':['KHR_materials_dispersion','KHR_materials_iridescence'],"
                        + "'materials':[{'extensions':{'KHR_materials_dispersion':{'dispersion':1},"
                        + "'KHR_materials_iridescence':{}}}],'animations':[{},{}],'cameras':[{}],"
                        + "'nodes':[{'mesh':0}],'meshes':[{'primitives':[{'attributes':{'POSITION':0},'material':0},"
                        + "{'attributes':{'POSITION':0},'mode':1}]}]}")
                .floats("VEC3", 3, 0, 0, 0, 1, 0, 0, 0, 1, 0);
        Model model = new Formats().readModel(coated.write(folder.resolve("coated.gltf")));
        assertEquals(List.of("dispersion", "2 animations"), model.remarks().notShown());
        Path strange = new MadeGltf("{'extensionsRequired':['VND_folded_space'],'nodes':[{'mesh':0}],"
                        + "'meshes':[{'primitives':[{'attributes':{'POSITION':0}}]}]}")
                .floats("VEC3", 3, 0, 0, 0, 1, 0, 0, 0, 1, 0)
                .write(folder.resolve("strange.gltf"));
        ProblemException refused = assertThrows(ProblemException.class, () -> new Formats().readModel(strange));
        assertTrue(refused.problem().cause().contains("VND_folded_space"), refused.getMessage());
    }

    /** Points and lines are seen, and no triangles are counted for them. */
    @Test
    void pointsAndLinesAreDrawn() throws Exception {
        float[] square = {0, 0, 0, 4, 0, 0, 4, 3, 0, 0, 3, 0};
        for (int mode = 0; mode < 4; mode++) {
            Path file = new MadeGltf("{'nodes':[{'mesh':0}],'meshes':[{'primitives':[{'attributes':{'POSITION':0},"
                            + "'mode':" + mode + "}]}]}")
                    .floats("VEC3", 3, square)
                    .write(folder.resolve("mode" + mode + ".gltf"));
            Model model = new Formats().readModel(file);
            assertEquals(0, model.triangleCount());
            Part part = model.meshes().get(0).parts().get(0);
            assertEquals(new int[] {4 * 8, 2 * 8, 4 * 8, 3 * 8}[mode], part.triangleCount());
            // a diagonal of 5: 0.02 thick on each side, of what stands across the box
            assertEquals(
                    new double[] {4.04, 4, 4.04, 4.02}[mode], model.bounds().sizeX(), 1e-5);
            assertEquals(3.04, model.bounds().sizeY(), 1e-5);
        }
        Path cloud = Files.writeString(folder.resolve("cloud.ply"), """
                ply
                format ascii 1.0
                element vertex 3
                property float x
                property float y
                property float z
                end_header
                0 0 0
                1 0 0
                0 2 0
                """);
        Model points = new Formats().readModel(cloud);
        assertEquals(0, points.triangleCount());
        assertTrue(points.isVisible());
        Path lines = Files.writeString(folder.resolve("line.obj"), "v 0 0 0\nv 1 0 0\nv 1 1 0\nl 1 2 3\n");
        assertTrue(new Formats().readModel(lines).isVisible());
    }

    /** Triangles and the box around the posed vertices, of files made here and of Debian's assimp-testmodels. */
    @Test
    void anIndependentReaderSeesTheSame() throws Exception {
        Path models = Path.of("/usr/share/assimp/models/glTF2");
        Oracles.need(Files.isDirectory(models), "assimp-testmodels");
        List<Path> files = new ArrayList<>();
        for (Map.Entry<String, MadeGltf> one : made().entrySet()) {
            files.add(one.getValue().write(folder.resolve(one.getKey())));
        }
        try (Stream<Path> all = Files.walk(models)) {
            all.filter(f -> f.toString().endsWith(".gltf") || f.toString().endsWith(".glb"))
                    .sorted()
                    .forEach(files::add);
        }
        int equal = 0;
        List<String> other = new ArrayList<>();
        for (JsonNode theirs : measured(files)) {
            if (theirs.path("triangles").asInt() == 0
                    || theirs.path("min").path(0).isNull()) {
                continue;
            }
            Path file = Path.of(theirs.path("file").asText());
            String difference = difference(theirs, file, 1);
            equal += difference.isEmpty() ? 1 : 0;
            if (!difference.isEmpty()) {
                other.add(file.getFileName() + ": " + difference);
            }
        }
        System.out.println(equal + " files equal to three.js; " + other);
        assertTrue(equal >= 25, equal + " are equal; others: " + other);
        assertTrue(other.stream().allMatch(o -> o.contains("refused: ")), other.toString());
    }

    /** FBX alike, whose centimetres three.js leaves as they are. */
    @Test
    void skinnedFbxStandsTheSame() throws Exception {
        Path models = Path.of("/usr/share/assimp/models/FBX");
        Oracles.need(Files.isDirectory(models), "assimp-testmodels");
        List<Path> files = Stream.of(
                        "huesitos.fbx",
                        "cubes_with_mirroring_and_pivot.fbx",
                        "cubes_with_names.fbx",
                        "cubes_nonames.fbx",
                        "spider.fbx")
                .map(models::resolve)
                .toList();
        List<JsonNode> measured = measured(files);
        assertEquals(5, measured.size());
        for (JsonNode theirs : measured) {
            assertEquals(
                    "",
                    difference(
                            theirs,
                            Path.of(theirs.path("file").asText()),
                            // that one's unit is the metre
                            theirs.path("file").asText().contains("pivot") ? 1 : 0.01));
        }
    }

    /**
     * By COLLADA 1.4.1, "Skin deformation": bind shape, inverse bind matrix and joint make of a cube from -1 to 1 one from -2, 0,
     * 0 to 0, 2, 2; +Z is up in that file. One that holds nothing but cameras holds no model.
     */
    @Test
    void skinnedColladaStandsWhereItsJointsAre() throws Exception {
        Path models = Path.of("/usr/share/assimp/models/Collada");
        Oracles.need(Files.isDirectory(models), "assimp-testmodels");
        box(new Formats().readModel(models.resolve("box_nested_animation.dae")).bounds(), -2, 0, -2, 0, 2, 0);
        assertThrows(ProblemException.class, () -> new Formats().readModel(models.resolve("cameras.dae")));
    }

    /** COLLADA 1.4.1, "morph": the native reader does not follow it, which is said. */
    @Test
    void morphingColladaIsRefusedWithASentence() {
        ProblemException e = assertThrows(ProblemException.class, () -> morphed("NORMALIZED"));
        assertEquals(
                "it has morph targets, which are not read in COLLADA files",
                e.problem().cause());
        assertTrue(e.problem().advice().contains("glTF"), e.getMessage());
    }

    private Model morphed(String method) throws Exception {
        String geometries = mesh("base", "0 0 0 2 0 0 0 1 0 0 0 1") + mesh("target", "0 0 0 2 0 0 0 3 0 0 0 1");
        return new Formats().readModel(Files.writeString(folder.resolve("m.dae"), """
                <?xml version="1.0"?>
                <COLLADA xmlns="http://www.collada.org/2005/11/COLLADASchema" version="1.4.1">
                <asset><created>2020-01-01T00:00:00</created><modified>2020-01-01T00:00:00</modified>
                <unit name="meter" meter="1"/><up_axis>Y_UP</up_axis></asset>
                <library_geometries>%s</library_geometries>
                <library_controllers><controller id="c"><morph source="#base" method="%s">
                <source id="t"><IDREF_array id="ta" count="1">target</IDREF_array><technique_common>
                <accessor source="#ta" count="1" stride="1"><param name="MORPH_TARGET" type="IDREF"/></accessor>
                </technique_common></source>
                <source id="w"><float_array id="wa" count="1">0.5</float_array><technique_common>
                <accessor source="#wa" count="1" stride="1"><param name="MORPH_WEIGHT" type="float"/></accessor>
                </technique_common></source>
                <targets><input semantic="MORPH_TARGET" source="#t"/><input semantic="MORPH_WEIGHT" source="#w"/></targets>
                </morph></controller></library_controllers>
                <library_visual_scenes><visual_scene id="s"><node id="n"><instance_controller url="#c"/></node>
                </visual_scene></library_visual_scenes><scene><instance_visual_scene url="#s"/></scene></COLLADA>
                """.formatted(geometries, method)));
    }

    private static String mesh(String id, String positions) {
        return """
                <geometry id="%1$s"><mesh>
                <source id="%1$sp"><float_array id="%1$sa" count="12">%2$s</float_array><technique_common>
                <accessor source="#%1$sa" count="4" stride="3"><param name="X" type="float"/><param name="Y" type="float"/>
                <param name="Z" type="float"/></accessor></technique_common></source>
                <vertices id="%1$sv"><input semantic="POSITION" source="#%1$sp"/></vertices>
                <triangles count="4"><input semantic="VERTEX" source="#%1$sv" offset="0"/><p>0 2 1 0 1 3 0 3 2 1 2 3</p></triangles>
                </mesh></geometry>
                """.formatted(id, positions);
    }

    public static List<JsonNode> measured(List<Path> files) throws Exception {
        return measured(files, "");
    }

    /** @param how before each file: "first:" for the pose its first animation begins with */
    public static List<JsonNode> measured(List<Path> files, String how) throws Exception {
        Path modules = Oracles.project().resolve("target/oracles/node_modules");
        Oracles.need(Files.isDirectory(modules.resolve("three")) && Oracles.hasCommand("node"), "npm three");
        Path script =
                Path.of(java.util.Objects.requireNonNull(PosedModelsTest.class.getResource("/outside/measure.mjs"))
                        .toURI());
        List<String> command = new ArrayList<>(List.of("node", script.toString(), modules.toString()));
        files.forEach(f -> command.add(how + f));
        List<JsonNode> out = new ArrayList<>();
        for (String line :
                Oracles.run(command).lines().filter(l -> l.startsWith("{")).toList()) {
            out.add(new ObjectMapper().readTree(line));
        }
        return out;
    }

    static Model withoutStrokes(Model model) {
        List<Mesh> meshes = model.meshes().stream()
                .map(m -> new Mesh(
                        m.name(), m.parts().stream().filter(p -> !p.stroke()).toList()))
                .toList();
        return new Model(model.name(), meshes, model.nodes(), model.roots(), model.materials());
    }

    private static String difference(JsonNode theirs, Path file, double unit) {
        try {
            Model model = new Formats().readModel(file);
            Bounds b = withoutStrokes(model).bounds();
            double[] is = {b.minX(), b.minY(), b.minZ(), b.maxX(), b.maxY(), b.maxZ()};
            for (int i = 0; i < 6; i++) {
                double want = theirs.path(i < 3 ? "min" : "max").path(i % 3).asDouble() * unit;
                if (Math.abs(want - is[i]) > 1e-4 * b.radius()) {
                    return "box " + b + " but " + theirs;
                }
            }
            return model.triangleCount() == theirs.path("triangles").asLong()
                    ? ""
                    : model.triangleCount() + " triangles but " + theirs;
        } catch (ProblemException e) {
            return "refused: " + e.problem().cause();
        }
    }
}
