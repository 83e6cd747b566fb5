package yondershelf.format;

import static org.junit.jupiter.api.Assertions.assertEquals;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Bounds;
import yondershelf.content.Excerpt;
import yondershelf.content.Model;
import yondershelf.facts.Facts;
import yondershelf.facts.FactsMeter;
import yondershelf.format.gltf.MadeGltf;
import yondershelf.format.worker.IsolatedReader;

/** Parts, scenes and first frames of model files (glTF 2.0, 3.5 and 3.11; COLLADA 1.4.1, "animation"). */
class ExcerptTest {
    private static final Excerpt FIRST = Excerpt.WHOLE.withFirstFrame(true);

    @TempDir
    Path folder;

    @Property
    void whatIsSaidIsRead(
            @ForAll String node,
            @ForAll @IntRange(min = -1, max = 99_999) int scene,
            @ForAll boolean first,
            @ForAll @IntRange(max = 9) int level) {
        Excerpt excerpt = new Excerpt(node, scene, first, level == 0 ? "" : "level " + level);
        assertEquals(excerpt, Excerpt.parse(excerpt.text()));
    }

    @Test
    void whatCannotBeSaidIsPassedOver() {
        assertEquals(Excerpt.WHOLE, Excerpt.parse("scene 0, scene -3, scenery, last frame"));
        assertEquals(new Excerpt("a, scene 2", 4, false, ""), Excerpt.parse("scene 5, node a, scene 2"));
    }

    /** A square of a metre as Post and, two metres higher, as Lantern; the second scene holds a Buoy alone. */
    private Path made() throws Exception {
        return new MadeGltf("{'scene':0,'scenes':[{'nodes':[0]},{'name':'Winter','nodes':[2]}],'nodes':["
                        + "{'name':'Post','mesh':0,'children':[1]},"
                        + "{'name':'Lantern','mesh':0,'translation':[0,2,0]},"
                        + "{'name':'Buoy','mesh':0,'matrix':[3,0,0,0, 0,3,0,0, 0,0,3,0, 0,0,0,1]}],"
                        + "'animations':[{'channels':["
                        + "{'sampler':0,'target':{'node':1,'path':'translation'}},"
                        + "{'sampler':1,'target':{'node':2,'path':'scale'}}],"
                        + "'samplers':[{'input':1,'output':2},{'input':1,'output':3,'interpolation':'CUBICSPLINE'}]}],"
                        + "'meshes':[{'primitives':[{'attributes':{'POSITION':0}}]}]}")
                .floats("VEC3", 3, 0, 0, 0, 1, 0, 0, 0, 1, 0)
                .floats("SCALAR", 1, 0.5f, 1)
                .floats("VEC3", 3, 0, 7, 0, 0, 9, 0)
                .floats("VEC3", 3, 50, 50, 50, 2, 4, 1, 60, 60, 60, 70, 70, 70, 8, 8, 8, 80, 80, 80)
                .write(folder.resolve("made.gltf"));
    }

    private static void size(Model model, double x, double y) {
        assertEquals(x, model.bounds().sizeX(), 1e-6);
        assertEquals(y, model.bounds().sizeY(), 1e-6);
    }

    @Test
    void gltf() throws Exception {
        Path file = made();
        Formats formats = new Formats();
        size(formats.readModel(file), 1, 3);
        Model lantern = formats.readModel(file, Excerpt.WHOLE.withNode("Lantern"));
        assertEquals("Lantern", lantern.name());
        assertEquals(2, lantern.bounds().minY(), 1e-6);
        size(lantern, 1, 1);
        size(formats.readModel(file, Excerpt.WHOLE.withScene(1)), 3, 3);
        size(formats.readModel(file, FIRST), 1, 8);
        size(formats.readModel(file, FIRST.withScene(1)), 2, 4);
        Model gone = formats.readModel(file, Excerpt.WHOLE.withNode("Mast"));
        size(gone, 1, 3);
        assertEquals(
                "node Mast, which is not in the file",
                gone.remarks().notShown().get(gone.remarks().notShown().size() - 1));
        Facts facts = new FactsMeter(formats).model(file, List.of());
        assertEquals(2, facts.model().scene().scenes());
        assertEquals(1, facts.model().scene().animations());
        assertEquals(List.of("Post", "Lantern"), facts.model().scene().names());
    }

    /** A node that lies still at rest, and is moved where the animation begins; its reader works in a process of its own. */
    @Test
    void collada() throws Exception {
        Path file = Files.writeString(folder.resolve("moved.dae"), """
                <?xml version="1.0"?>
                <COLLADA xmlns="http://www.collada.org/2005/11/COLLADASchema" version="1.4.1">
                <asset><unit name="meter" meter="1"/><up_axis>Y_UP</up_axis></asset>
                <library_animations><animation id="a">
                <source id="t"><float_array id="ta" count="2">0 1</float_array><technique_common>
                <accessor source="#ta" count="2"><param name="TIME" type="float"/></accessor></technique_common></source>
                <source id="o"><float_array id="oa" count="6">5 0 0 6 0 0</float_array><technique_common>
                <accessor source="#oa" count="2" stride="3"><param name="X" type="float"/><param name="Y" type="float"/>
                <param name="Z" type="float"/></accessor></technique_common></source>
                <source id="i"><Name_array id="ia" count="2">LINEAR LINEAR</Name_array><technique_common>
                <accessor source="#ia" count="2"><param name="INTERPOLATION" type="name"/></accessor></technique_common></source>
                <sampler id="s"><input semantic="INPUT" source="#t"/><input semantic="OUTPUT" source="#o"/>
                <input semantic="INTERPOLATION" source="#i"/></sampler>
                <channel source="#s" target="N/where"/></animation></library_animations>
                <library_geometries><geometry id="g"><mesh><source id="p"><float_array id="pa" count="9">
                0 0 0 1 0 0 0 1 0</float_array><technique_common><accessor source="#pa" count="3" stride="3">
                <param name="X" type="float"/><param name="Y" type="float"/><param name="Z" type="float"/></accessor>
                </technique_common></source><vertices id="v"><input semantic="POSITION" source="#p"/></vertices>
                <triangles count="1"><input semantic="VERTEX" source="#v" offset="0"/><p>0 1 2</p></triangles></mesh>
                </geometry></library_geometries>
                <library_visual_scenes><visual_scene id="vs"><node id="N" name="N"><translate sid="where">0 0 0</translate>
                <instance_geometry url="#g"/></node></visual_scene></library_visual_scenes>
                <scene><instance_visual_scene url="#vs"/></scene></COLLADA>
                """);
        try (IsolatedReader reader = new IsolatedReader()) {
            assertEquals(0, reader.readModel(file).bounds().minX(), 1e-6);
            assertEquals(5, reader.readModel(file, FIRST).bounds().minX(), 1e-6);
            assertEquals(1, reader.readModel(file).staging().animations());
        }
    }

    /** Real files whose first frame is not their rest: where three.js (npm three) puts them at time 0. */
    @Test
    void asAnotherReaderBegins() throws Exception {
        Path models = Path.of("/usr/share/assimp/models");
        Oracles.need(Files.isDirectory(models), "assimp-testmodels");
        Path skeleton = models.resolve("FBX/animation_with_skeleton.fbx");
        Oracles.need(Files.exists(skeleton), "assimp-testmodels");
        List<Path> files = List.of(skeleton, made());
        List<JsonNode> theirs = PosedModelsTest.measured(files, "first:");
        for (int i = 0; i < files.size(); i++) {
            Model model = new Formats().readModel(files.get(i), FIRST);
            Bounds b = PosedModelsTest.withoutStrokes(model).bounds();
            double unit = i == 0 ? 0.01 : 1;
            double[] is = {b.minX(), b.minY(), b.minZ(), b.maxX(), b.maxY(), b.maxZ()};
            for (int k = 0; k < 6; k++) {
                double want =
                        theirs.get(i).path(k < 3 ? "min" : "max").path(k % 3).asDouble() * unit;
                assertEquals(want, is[k], 2e-3 * b.radius(), files.get(i) + " " + theirs.get(i) + " " + b);
            }
        }
    }
}
