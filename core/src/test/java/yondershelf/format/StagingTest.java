package yondershelf.format;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.Staging;
import yondershelf.content.Transform;
import yondershelf.facts.Facts;
import yondershelf.facts.FactsMeter;
import yondershelf.format.gltf.MadeGltf;
import yondershelf.format.worker.ContentStream;
import yondershelf.render.Booth;
import yondershelf.render.Shaders;

/** Lights, cameras and further scenes: what each format says of them, what is counted, and that the large view shows them. */
class StagingTest {
    @TempDir
    Path folder;

    private Path lit() throws Exception {
        return new MadeGltf("{'extensionsUsed':['KHR_lights_punctual'],'extensions':{'KHR_lights_punctual':{'lights':["
                        + "{'type':'spot','color':[1,0.5,0],'intensity':40,'name':'lamp'},"
                        + "{'type':'directional'}]}},'cameras':[{'type':'perspective','perspective':{'yfov':0.7,"
                        + "'znear':0.1}},{'type':'orthographic','orthographic':{'xmag':1,'ymag':1,'znear':0,'zfar':1}}],"
                        + "'scene':1,'scenes':[{'nodes':[3]},{'nodes':[0,1]}],'nodes':[{'mesh':0},"
                        + "{'translation':[0,0.9,0.2],'children':[2,4],'name':'Post'},"
                        + "{'rotation':[-0.70710678,0,0,0.70710678],'extensions':{'KHR_lights_punctual':{'light':0}}},"
                        + "{'camera':1,'name':'Elsewhere'},{'camera':0,'name':'Eye'}],"
                        + "'meshes':[{'primitives':[{'attributes':{'POSITION':0}}]}]}")
                .floats("VEC3", 3, -1, 0, 0, 1, 0, 0, 0, 1, 0)
                .write(folder.resolve("lit.gltf"));
    }

    /** Where a light or camera stands, and the way it looks. */
    private static void stands(Transform t, double[] at, double[] way) {
        assertArrayEquals(at, new double[] {t.tx(), t.ty(), t.tz()}, 1e-5);
        double[] is = {
            t.pointX(0, 0, -1) - t.tx(), t.pointY(0, 0, -1) - t.ty(), t.pointZ(0, 0, -1) - t.tz(),
        };
        double length = Math.sqrt(is[0] * is[0] + is[1] * is[1] + is[2] * is[2]);
        for (int i = 0; i < 3; i++) {
            assertEquals(way[i], is[i] / length, 1e-5);
        }
    }

    /** glTF 2.0, 3.10 and KHR_lights_punctual: along -Z of the node; only what the default scene shows. */
    @Test
    void gltf() throws Exception {
        Model model = new Formats().readModel(lit());
        Staging staging = model.staging();
        assertEquals(1, staging.lights().size());
        Staging.Light lamp = staging.lights().get(0);
        assertEquals("lamp", lamp.name());
        assertEquals(Staging.Shape.SPOT, lamp.shape());
        assertEquals(0.5, lamp.green());
        // KHR_lights_punctual: candela; the cone is from 0 to an eighth of a turn where nothing is said
        assertEquals(new Staging.Emission(40, 0, Math.PI / 4, 0, null), lamp.emission());
        // turned by a quarter about +X it shines down
        stands(lamp.toModel(), new double[] {0, 0.9, 0.2}, new double[] {0, -1, 0});
        assertEquals(1, staging.viewpoints().size());
        assertEquals(0.7, staging.viewpoints().get(0).fieldOfView());
        assertEquals(2, staging.scenes());
        Facts facts = new FactsMeter(new Formats()).model(folder.resolve("lit.gltf"), List.of());
        assertEquals(
                new Facts.SceneFacts(
                        5,
                        List.of("lamp"),
                        List.of("Eye"),
                        2,
                        0,
                        facts.model().scene().names(),
                        facts.model().scene().shape()),
                facts.model().scene());
        assertEquals(List.of("1 further scene"), facts.remarks().notShown());
    }

    @Test
    void overThePipe() throws Exception {
        Model model = new Formats().readModel(lit());
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ContentStream.write(model, new DataOutputStream(out));
        Model back = ContentStream.readModel(new DataInputStream(new ByteArrayInputStream(out.toByteArray())));
        assertEquals(model.staging(), back.staging());
    }

    /** UsdLux and UsdGeomCamera: 15 of aperture at a focal length of 50; centimetres and +Z up. */
    @Test
    void usd() throws Exception {
        Model model = new Formats().readModel(Files.writeString(folder.resolve("s.usda"), """
                #usda 1.0
                ( upAxis = "Z" )
                def Mesh "M" {
                    int[] faceVertexCounts = [3]
                    int[] faceVertexIndices = [0, 1, 2]
                    point3f[] points = [(0, 0, 0), (1, 0, 0), (0, 1, 0)]
                }
                def Xform "Post" {
                    double3 xformOp:translate = (100, 0, 200)
                    uniform token[] xformOpOrder = ["xformOp:translate"]
                    def RectLight "Panel" { color3f inputs:color = (1, 0.25, 0) }
                    def Camera "Eye" { float focalLength = 50
                        float verticalAperture = 15 }
                }
                def DomeLight "Sky" {}
                """));
        Staging staging = model.staging();
        assertEquals(
                List.of("Panel", "Sky"),
                staging.lights().stream().map(Staging.Light::name).toList());
        assertEquals(Staging.Shape.AREA, staging.lights().get(0).shape());
        assertEquals(0.25, staging.lights().get(0).green());
        // a square of one centimetre, whose radiance is 1
        assertEquals(1e-4, staging.lights().get(0).emission().strength(), 1e-9);
        stands(staging.lights().get(0).toModel(), new double[] {1, 2, 0}, new double[] {0, -1, 0});
        assertEquals(
                2 * Math.atan(0.15),
                Objects.requireNonNull(staging.viewpoints().get(0)).fieldOfView(),
                1e-9);
    }

    /** Lights of COLLADA 1.4.1, which look along -Z; the file's unit is the centimetre. */
    @Test
    void collada() throws Exception {
        Model model = new Formats().readModel(Files.writeString(folder.resolve("s.dae"), """
                <?xml version="1.0"?>
                <COLLADA xmlns="http://www.collada.org/2005/11/COLLADASchema" version="1.4.1">
                <asset><unit name="centimeter" meter="0.01"/><up_axis>Y_UP</up_axis></asset>
                <library_lights><light id="l"><technique_common><directional><color>2 1 0</color></directional>
                </technique_common></light></library_lights>
                <library_cameras><camera id="c"><optics><technique_common><perspective><yfov>60</yfov>
                <znear>1</znear><zfar>9</zfar></perspective></technique_common></optics></camera></library_cameras>
                <library_geometries><geometry id="g"><mesh><source id="p"><float_array id="a" count="9">
                0 0 0 1 0 0 0 1 0</float_array><technique_common><accessor source="#a" count="3" stride="3">
                <param name="X" type="float"/><param name="Y" type="float"/><param name="Z" type="float"/></accessor>
                </technique_common></source><vertices id="v"><input semantic="POSITION" source="#p"/></vertices>
                <triangles count="1"><input semantic="VERTEX" source="#v" offset="0"/><p>0 1 2</p></triangles></mesh>
                </geometry></library_geometries>
                <library_visual_scenes><visual_scene id="s"><node id="N"><instance_geometry url="#g"/></node>
                <node id="Sun" name="Sun"><translate>100 200 300</translate><rotate>0 1 0 90</rotate>
                <instance_light url="#l"/></node>
                <node id="Eye" name="Eye"><translate>0 0 50</translate><instance_camera url="#c"/></node>
                </visual_scene></library_visual_scenes><scene><instance_visual_scene url="#s"/></scene></COLLADA>
                """));
        Staging staging = model.staging();
        assertEquals(Staging.Shape.DIRECTIONAL, staging.lights().get(0).shape());
        assertEquals(0.5, staging.lights().get(0).green(), 1e-6);
        stands(staging.lights().get(0).toModel(), new double[] {1, 2, 3}, new double[] {-1, 0, 0});
        assertEquals(1, staging.viewpoints().size());
        stands(staging.viewpoints().get(0).toModel(), new double[] {0, 0, 0.5}, new double[] {0, 0, -1});
    }

    /** The large view has signs where they stand; the preview has none, and the framing is the same. */
    @Test
    void signsInTheLargeView() throws Exception {
        Formats formats = new Formats();
        Model model = formats.readModel(lit());
        Booth booth = new Booth(new Shaders(formats));
        Picture plain = Objects.requireNonNull(booth.preview(booth.stage(model), 96, 96, 4, () -> false));
        Picture marked = Objects.requireNonNull(booth.preview(booth.marked(model), 96, 96, 4, () -> false));
        int orange = 0;
        for (int y = 0; y < 96; y++) {
            for (int x = 0; x < 96; x++) {
                boolean glows =
                        marked.value(x, y, 0) > 0.8 && marked.value(x, y, 2) < 0.5 && marked.value(x, y, 3) > 0.9;
                orange += glows ? 1 : 0;
            }
        }
        assertTrue(orange > 5 && orange < 300, orange + " pixels of the lamp's colour");
        assertFalse(java.util.Arrays.equals(plain.bytes(), marked.bytes()));
        Model dark = model.withStaging(Staging.NONE);
        Picture none = Objects.requireNonNull(booth.preview(booth.marked(dark), 96, 96, 4, () -> false));
        assertArrayEquals(plain.bytes(), none.bytes());
    }
}
