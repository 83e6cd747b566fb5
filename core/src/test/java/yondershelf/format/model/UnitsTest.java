package yondershelf.format.model;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Bounds;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.TextureUse;
import yondershelf.content.Wrap;
import yondershelf.format.worker.IsolatedReader;

/**
 * Each format's unit and up axis end in metres with +Y up. The same wedge, 2 m wide, 3 m high and 1 m deep, is written by
 * hand in each: where a format has no unit, its common one is named beside.
 */
class UnitsTest {
    @TempDir
    Path folder;

    private final IsolatedReader reader = new IsolatedReader();

    @AfterEach
    void close() {
        reader.close();
    }

    private Model read(String name, byte[] bytes) throws Exception {
        return reader.readModel(Files.write(folder.resolve(name), bytes));
    }

    private Model read(String name, String text) throws Exception {
        return read(name, text.getBytes(StandardCharsets.UTF_8));
    }

    private static void isTheWedge(Model model) {
        Bounds box = model.bounds();
        assertArrayEquals(
                new double[] {2, 3, 1}, new double[] {box.sizeX(), box.sizeY(), box.sizeZ()}, 1e-4, box.toString());
        assertEquals(0, box.minY(), 1e-4, "it stands on the ground");
        assertEquals(4, model.triangleCount());
    }

    /** Wavefront OBJ has no unit: taken as metres, +Y up (common practice, no source). */
    @Test
    void obj() throws Exception {
        isTheWedge(read("wedge.obj", "v 0 0 0\nv 2 0 0\nv 0 3 0\nv 0 0 -1\nf 1 3 2\nf 1 2 4\nf 1 4 3\nf 2 3 4\n"));
    }

    /** STL has no unit: taken as millimetres, +Z up (common practice, no source). Binary layout after its 1989 specification. */
    @Test
    void stl() throws Exception {
        float[][] p = {{0, 0, 0}, {2000, 0, 0}, {0, 0, 3000}, {0, 1000, 0}};
        int[][] faces = {{0, 2, 1}, {0, 1, 3}, {0, 3, 2}, {1, 2, 3}};
        ByteBuffer out = ByteBuffer.allocate(84 + 4 * 50).order(ByteOrder.LITTLE_ENDIAN);
        out.position(80).putInt(4);
        for (int[] face : faces) {
            out.putFloat(0).putFloat(0).putFloat(0);
            for (int v : face) {
                out.putFloat(p[v][0]).putFloat(p[v][1]).putFloat(p[v][2]);
            }
            out.putShort((short) 0);
        }
        isTheWedge(read("wedge.stl", out.array()));
    }

    /** PLY has no unit: taken as metres, +Y up (common practice, no source). */
    @Test
    void ply() throws Exception {
        Model model = read("wedge.ply", """
                ply
                format ascii 1.0
                element vertex 4
                property float x
                property float y
                property float z
                property uchar red
                property uchar green
                property uchar blue
                element face 4
                property list uchar int vertex_indices
                end_header
                0 0 0 188 0 255
                2 0 0 188 0 255
                0 3 0 188 0 255
                0 0 -1 188 0 255
                3 0 2 1
                3 0 1 3
                3 0 3 2
                3 1 2 3
                """);
        isTheWedge(model);
        // stored for the screen: 188 is half of the light of white (IEC 61966-2-1)
        float[] colors = java.util.Objects.requireNonNull(
                model.meshes().get(0).parts().get(0).colors());
        assertEquals(0.5, colors[0], 0.005);
        assertEquals(0, colors[1]);
        assertEquals(1, colors[2], 1e-6);
    }

    /** COLLADA 1.4.1 names both: {@code unit meter} and {@code up_axis} of its asset element. */
    @Test
    void collada() throws Exception {
        isTheWedge(read("wedge.dae", """
                <?xml version="1.0"?>
                <COLLADA xmlns="http://www.collada.org/2005/11/COLLADASchema" version="1.4.1">
                <asset><created>2020-01-01T00:00:00</created><modified>2020-01-01T00:00:00</modified>
                <unit name="centimeter" meter="0.01"/><up_axis>Z_UP</up_axis></asset>
                <library_geometries><geometry id="g"><mesh>
                <source id="p"><float_array id="a" count="12">0 0 0 200 0 0 0 0 300 0 100 0</float_array>
                <technique_common><accessor source="#a" count="4" stride="3"><param name="X" type="float"/>
                <param name="Y" type="float"/><param name="Z" type="float"/></accessor></technique_common></source>
                <vertices id="v"><input semantic="POSITION" source="#p"/></vertices>
                <triangles count="4"><input semantic="VERTEX" source="#v" offset="0"/>
                <p>0 2 1 0 1 3 0 3 2 1 2 3</p></triangles></mesh></geometry></library_geometries>
                <library_visual_scenes><visual_scene id="s"><node id="n"><instance_geometry url="#g"/></node>
                </visual_scene></library_visual_scenes><scene><instance_visual_scene url="#s"/></scene></COLLADA>
                """));
    }

    /** 3MF Core Specification 1.2: the units of 3.4, millimetres unless the model says otherwise, and +Z up (2.3). */
    @Test
    void threeMf() throws Exception {
        for (String[] unit : new String[][] {
            {"", "0.001"},
            {"unit=\"micron\"", "0.000001"},
            {"unit=\"millimeter\"", "0.001"},
            {"unit=\"centimeter\"", "0.01"},
            {"unit=\"inch\"", "0.0254"},
            {"unit=\"foot\"", "0.3048"},
            {"unit=\"meter\"", "1"}
        }) {
            Model model = read("wedge.3mf", threeMf(unit[0], 1 / Double.parseDouble(unit[1])));
            isTheWedge(model);
            assertEquals(List.of(), model.remarks().assumed(), "the file says it, or its specification");
        }
    }

    private static byte[] threeMf(String unit, double s) throws Exception {
        java.io.ByteArrayOutputStream bytes = new java.io.ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            part(zip, "[Content_Types].xml", """
                    <?xml version="1.0" encoding="UTF-8"?>
                    <Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">
                    <Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/>
                    <Default Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/>
                    </Types>""");
            part(zip, "_rels/.rels", """
                    <?xml version="1.0" encoding="UTF-8"?>
                    <Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">
                    <Relationship Target="/3D/3dmodel.model" Id="rel0"
                    Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>""");
            part(zip, "3D/3dmodel.model", """
                    <?xml version="1.0" encoding="UTF-8"?>
                    <model %s xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02">
                    <resources><object id="1" type="model"><mesh><vertices>
                    <vertex x="0" y="0" z="0"/><vertex x="%s" y="0" z="0"/>
                    <vertex x="0" y="0" z="%s"/><vertex x="0" y="%s" z="0"/></vertices><triangles>
                    <triangle v1="0" v2="2" v3="1"/><triangle v1="0" v2="1" v3="3"/>
                    <triangle v1="0" v2="3" v3="2"/><triangle v1="1" v2="2" v3="3"/></triangles></mesh></object>
                    </resources><build><item objectid="1"/></build></model>""".formatted(unit, 2 * s, 3 * s, s));
        }
        return bytes.toByteArray();
    }

    private static void part(ZipOutputStream zip, String name, String text) throws Exception {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(text.getBytes(StandardCharsets.UTF_8));
        zip.closeEntry();
    }

    /** FBX 7.4 in its ASCII form: {@code UnitScaleFactor} says how many centimetres a unit is. */
    @Test
    void fbx() throws Exception {
        for (double unit : new double[] {1, 100}) {
            double s = 100 / unit;
            Model model = read("wedge" + (int) unit + ".fbx", fbx(unit, s));
            isTheWedge(model);
        }
    }

    private static String fbx(double unit, double s) {
        String points = String.join(",", "0,0,0", 2 * s + ",0,0", "0," + 3 * s + ",0", "0,0," + -s);
        return "; FBX 7.4.0 project file\nFBXHeaderExtension: {\n\tFBXHeaderVersion: 1003\n\tFBXVersion: 7400\n}\n"
                + "GlobalSettings: {\n\tVersion: 1000\n\tProperties70: {\n"
                + "\t\tP: \"UpAxis\", \"int\", \"Integer\", \"\",1\n"
                + "\t\tP: \"UnitScaleFactor\", \"double\", \"Number\", \"\"," + unit + "\n\t}\n}\n"
                + "Objects: {\n\tGeometry: 10, \"Geometry::wedge\", \"Mesh\" {\n"
                + "\t\tVertices: *12 {\n\t\t\ta: " + points + "\n\t\t}\n"
                + "\t\tPolygonVertexIndex: *12 {\n\t\t\ta: 0,2,-2,0,1,-4,0,3,-3,1,2,-4\n\t\t}\n\t}\n"
                + "\tModel: 20, \"Model::wedge\", \"Mesh\" {\n\t\tVersion: 232\n\t}\n}\n"
                + "Connections: {\n\tC: \"OO\",20,0\n\tC: \"OO\",10,20\n}\n";
    }

    /** glTF 2.0 is metres and +Y up itself (3.4); nodes place what meshes hold. */
    @Test
    void gltf() throws Exception {
        ByteBuffer data = ByteBuffer.allocate(4 * 12 + 24).order(ByteOrder.LITTLE_ENDIAN);
        for (float v : new float[] {0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, -1}) {
            data.putFloat(v);
        }
        for (int i : new int[] {0, 2, 1, 0, 1, 3, 0, 3, 2, 1, 2, 3}) {
            data.putShort((short) i);
        }
        String uri = java.util.Base64.getEncoder().encodeToString(data.array());
        isTheWedge(read(
                "wedge.gltf",
                "{\"asset\":{\"version\":\"2.0\"},\"nodes\":[{\"children\":[1],\"scale\":[2,3,1]},"
                        + "{\"mesh\":0}],\"meshes\":[{\"primitives\":[{\"attributes\":{\"POSITION\":0},\"indices\":1}]}],"
                        + "\"accessors\":[{\"bufferView\":0,\"componentType\":5126,\"count\":4,\"type\":\"VEC3\"},"
                        + "{\"bufferView\":1,\"componentType\":5123,\"count\":12,\"type\":\"SCALAR\"}],"
                        + "\"bufferViews\":[{\"buffer\":0,\"byteLength\":48},{\"buffer\":0,\"byteOffset\":48,\"byteLength\":24}],"
                        + "\"buffers\":[{\"byteLength\":72,\"uri\":\"data:application/octet-stream;base64," + uri
                        + "\"}]}"));
    }

    /** 3DS has +Z up and no unit; its chunks as published by its readers: main, editor, object, mesh, vertices, faces. */
    @Test
    void threeDs() throws Exception {
        float[] p = {0, 0, 0, 2, 0, 0, 0, 0, 3, 0, 1, 0};
        ByteBuffer vertices = chunk(0x4110, 2 + 48).putShort((short) 4);
        for (float v : p) {
            vertices.putFloat(v);
        }
        ByteBuffer faces = chunk(0x4120, 2 + 32).putShort((short) 4);
        for (int[] face : new int[][] {{0, 2, 1}, {0, 1, 3}, {0, 3, 2}, {1, 2, 3}}) {
            faces.putShort((short) face[0]).putShort((short) face[1]).putShort((short) face[2]);
            faces.putShort((short) 7);
        }
        byte[] mesh = chunk(0x4100, vertices.array(), faces.array());
        byte[] object = chunk(0x4000, new byte[] {'w', 'e', 'd', 'g', 'e', 0}, mesh);
        Model model = read("wedge.3ds", chunk(0x4D4D, chunk(0x3D3D, object)));
        isTheWedge(model);
        assertEquals(List.of("metres"), model.remarks().assumed());
    }

    private static ByteBuffer chunk(int id, int size) {
        return ByteBuffer.allocate(6 + size)
                .order(ByteOrder.LITTLE_ENDIAN)
                .putShort((short) id)
                .putInt(6 + size);
    }

    private static byte[] chunk(int id, byte[]... inside) {
        int size = java.util.Arrays.stream(inside).mapToInt(b -> b.length).sum();
        ByteBuffer out = chunk(id, size);
        for (byte[] part : inside) {
            out.put(part);
        }
        return out.array();
    }

    /** Exporters write the unit of an OBJ as a comment; without one an impossible size says that it is another. */
    @Test
    void objSaysItsUnitOrItIsFoundOut() throws Exception {
        String wedge = "v 0 0 0\nv %1$s 0 0\nv 0 %2$s 0\nv 0 0 -%3$s\nf 1 3 2\nf 1 2 4\nf 1 4 3\nf 2 3 4\n";
        Model said = read("said.obj", "# made by hand\n# Units: cm\n" + wedge.formatted(200, 300, 100));
        isTheWedge(said);
        assertEquals(List.of("+Y up"), said.remarks().assumed());
        isTheWedge(read("inches.obj", "# File units = inches\n" + wedge.formatted(2 / 0.0254, 3 / 0.0254, 1 / 0.0254)));
        Model found = read("garden bench.obj", wedge.formatted(200, 300, 100));
        isTheWedge(found);
        assertEquals(List.of("centimetres", "+Y up"), found.remarks().assumed());
        Model large = read("tower.obj", wedge.formatted(20, 30, 10));
        assertEquals(30, large.bounds().sizeY(), 1e-4, "a tower may be that high");
        assertEquals(List.of("metres", "+Y up"), large.remarks().assumed());
    }

    /** Materials of MTL keep their numbers: Kd as base color, d as opacity, map_Pr and map_Pm as roughness and metallic. */
    @Test
    void materialsOfObj() throws Exception {
        Files.writeString(folder.resolve("m.mtl"), """
                newmtl glass
                Kd 0.2 0.4 0.6
                d 0.25
                Ns 100
                newmtl metal
                Kd 1 1 1
                map_Kd c.png
                map_Pr r.png
                map_Pm m.png
                norm n.png
                Ke 0 2 0
                """);
        Model model = read(
                "m.obj", "mtllib m.mtl\nv 0 0 0\nv 2 0 0\nv 0 3 0\nusemtl glass\nf 1 2 3\nusemtl metal\nf 1 3 2\n");
        assertEquals(2, model.materials().size());
        Material glass = model.materials().get(0);
        assertEquals(0.2, glass.red(), 1e-6);
        assertEquals(0.6, glass.blue(), 1e-6);
        assertEquals(0.25, glass.opacity(), 1e-6);
        assertEquals(0, glass.metallic());
        Material metal = model.materials().get(1);
        for (var role : new yondershelf.content.Role[] {
            yondershelf.content.Role.BASE_COLOR,
            yondershelf.content.Role.ROUGHNESS,
            yondershelf.content.Role.METALLIC,
            yondershelf.content.Role.NORMAL
        }) {
            assertTrue(
                    metal.maps().containsKey(role), role + " of " + metal.maps().keySet());
        }
        assertEquals(2, metal.emissiveGreen(), 1e-6);
        assertEquals(1, metal.metallic(), "the map decides");
    }

    /** Every option of the material library's specification (Wavefront, 1995) stands before the file's name. */
    @Test
    void mapOptionsAreNoPartsOfNames() throws Exception {
        for (String name : new String[] {"dot.png", "two words.png", "1 2.png", "rust.png"}) {
            Files.write(folder.resolve(name), new byte[] {1});
        }
        Files.writeString(folder.resolve("o.mtl"), """
                newmtl one
                map_Kd -o 0 0 -s 1 1 dot.png
                newmtl two
                map_Kd -blendu on -blendv off -boost 2 -mm 0.1 0.9 -o 0.25 0.5 0 -s 2 4 1 -t 0 0 0 -texres 512 two words.png
                norm -bm 0.5 -clamp on -imfchan m rust.png
                newmtl three
                map_Kd -s 3 rust.png
                """);
        Model model = read("o.obj", """
                mtllib o.mtl
                v 0 0 0
                v 2 0 0
                v 0 3 0
                vt 0 0
                usemtl one
                f 1/1 2/1 3/1
                usemtl two
                f 1/1 3/1 2/1
                usemtl three
                f 1/1 2/1 3/1
                """);
        TextureUse one = base(model, 0);
        assertEquals("dot.png", one.image().reference());
        assertTrue(one.isPlain());
        TextureUse two = base(model, 1);
        assertEquals("two words.png", two.image().reference());
        // u' = 2 u + 0.25 and, from below, v' = 4 v + 0.5: from above 4 v + (1 - 4 - 0.5)
        assertEquals(new TextureUse(two.image(), 2, 4, 0.25, -3.5, 0), two);
        assertEquals(0.5, model.materials().get(1).normalScale(), 1e-9);
        assertEquals(3, base(model, 2).scaleU());
        TextureUse normals = model.materials().get(1).maps().get(yondershelf.content.Role.NORMAL);
        assertEquals(Wrap.CLAMP, java.util.Objects.requireNonNull(normals).wrapU());
        assertEquals(Wrap.REPEAT, two.wrapV());
    }

    private static TextureUse base(Model model, int material) {
        return java.util.Objects.requireNonNull(
                model.materials().get(material).maps().get(yondershelf.content.Role.BASE_COLOR));
    }

    /** Some programs write text in UTF-16. */
    @Test
    void objInUtf16() throws Exception {
        String obj = """
                \uFEFFmtllib u.mtl
                v 0 0 0
                v 2 0 0
                v 0 3 0
                v 0 0 -1
                usemtl tar
                f 1 3 2
                f 1 2 4
                f 1 4 3
                f 2 3 4
                """;
        for (java.nio.charset.Charset set : List.of(StandardCharsets.UTF_16LE, StandardCharsets.UTF_16BE)) {
            Files.write(folder.resolve("u.mtl"), "\uFEFFnewmtl tar\nKd 0.1 0.2 0.3\n".getBytes(set));
            Model model = read("u.obj", obj.getBytes(set));
            isTheWedge(model);
            assertEquals(0.3, model.materials().get(0).blue(), 1e-6);
        }
    }
}
