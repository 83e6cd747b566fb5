package yondershelf.format.assimp;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Bounds;
import yondershelf.content.Layers;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.format.Formats;
import yondershelf.format.Oracles;

/** What FBX files carry, one file for each line of docs/fbx.md: from Debian's assimp-testmodels, or written here as text. */
class FbxMaterialsTest {
    private static final Path MODELS = Path.of("/usr/share/assimp/models/FBX");

    @TempDir
    Path folder;

    /** A square of 2 x 2 units in the XY plane, a material with properties of its own, and more connections. */
    private Model square(String global, String model, String properties, String more, String connections)
            throws Exception {
        return new Formats().readModel(Files.writeString(folder.resolve("square.fbx"), """
                ; FBX 7.4.0 project file
                FBXHeaderExtension:  { FBXHeaderVersion: 1003
                 FBXVersion: 7400 }
                GlobalSettings:  { Version: 1000
                 Properties70:  {
                 %s
                 } }
                Objects:  {
                 Geometry: 1, "Geometry::", "Mesh" {
                  Vertices: *12 { a: -1,-1,0,1,-1,0,1,1,0,-1,1,0 }
                  PolygonVertexIndex: *4 { a: 0,1,2,-4 }
                  GeometryVersion: 124
                  LayerElementUV: 0 { Version: 101
                   Name: "first"
                   MappingInformationType: "ByPolygonVertex"
                   ReferenceInformationType: "Direct"
                   UV: *8 { a: 0,0,1,0,1,1,0,1 } }
                  LayerElementUV: 1 { Version: 101
                   Name: "second"
                   MappingInformationType: "ByPolygonVertex"
                   ReferenceInformationType: "Direct"
                   UV: *8 { a: 0,0,0.5,0,0.5,0.5,0,0.5 } }
                  LayerElementMaterial: 0 { Version: 101
                   Name: ""
                   MappingInformationType: "AllSame"
                   ReferenceInformationType: "IndexToDirect"
                   Materials: *1 { a: 0 } }
                  Layer: 0 { Version: 100
                   LayerElement:  { Type: "LayerElementUV"
                    TypedIndex: 0 }
                   LayerElement:  { Type: "LayerElementMaterial"
                    TypedIndex: 0 } }
                  Layer: 1 { Version: 100
                   LayerElement:  { Type: "LayerElementUV"
                    TypedIndex: 1 } }
                 }
                 Model: 2, "Model::Square", "Mesh" { Version: 232
                  Properties70:  {
                 %s
                  } }
                 Material: 3, "Material::Tin", "" { Version: 102
                  ShadingModel: "unknown"
                  Properties70:  {
                 %s
                  } }
                 %s
                }
                Connections:  {
                 C: "OO",2,0
                 C: "OO",1,2
                 C: "OO",3,2
                 %s
                }
                """.formatted(
                        global, model, properties, more, connections)));
    }

    private static void colour(Material m, double r, double g, double b) {
        assertArrayEquals(new double[] {r, g, b}, new double[] {m.red(), m.green(), m.blue()}, 1e-5);
    }

    /** A blend shape stands at rest, and is named: at which weight it is to stand is not told. */
    @Test
    void blendShapesAreNamed() throws Exception {
        Model model = square("", "", "", """
                Geometry: 10, "Geometry::Bent", "Shape" { Version: 100
                 Indexes: *1 { a: 2 }
                 Vertices: *3 { a: 0,0,5 }
                 Normals: *3 { a: 0,0,0 } }
                Deformer: 11, "Deformer::", "BlendShape" { Version: 100 }
                Deformer: 12, "SubDeformer::Bent", "BlendShapeChannel" { Version: 100
                 DeformPercent: 50
                 FullWeights: *1 { a: 100 } }
                """, """
                C: "OO",11,1
                C: "OO",12,11
                C: "OO",10,12
                """);
        assertEquals(List.of("1 morph target"), model.remarks().notShown());
        assertEquals(0, model.bounds().sizeZ(), 1e-6);
    }

    /** Properties of a physical material, whatever word an exporter puts in front; both ways of writing names. */
    @Test
    void propertiesOfExporters() throws Exception {
        Material camel = square("", "", """
                P: "Studio", "Compound", "", ""
                P: "Studio|base", "Number", "", "A",0.5
                P: "Studio|baseColor", "Color", "", "A",0.2,0.4,0.6
                P: "Studio|metalness", "Number", "", "A",0.25
                P: "Studio|specularRoughness", "Number", "", "A",0.125
                P: "Studio|specularIOR", "Number", "", "A",1.33
                P: "Studio|coat", "Number", "", "A",0.5
                P: "Studio|coatRoughness", "Number", "", "A",0.05
                P: "Studio|emission", "Number", "", "A",2
                P: "Studio|emissionColor", "Color", "", "A",1,0.5,0
                P: "Studio|sheen", "Number", "", "A",0.5
                P: "Studio|sheenColor", "Color", "", "A",1,0,0
                P: "Studio|transmission", "Number", "", "A",0.75
                """, "", "").materials().get(0);
        assertEquals("Tin", camel.name());
        colour(camel, 0.1, 0.2, 0.3);
        assertEquals(0.25, camel.metallic(), 1e-6);
        assertEquals(0.125, camel.roughness(), 1e-6);
        assertEquals(1, camel.emissiveGreen(), 1e-6);
        assertEquals(1.33, camel.layers().ior(), 1e-6);
        assertEquals(0.05, Objects.requireNonNull(camel.layers().clearcoat()).roughness(), 1e-6);
        assertEquals(new Layers.Sheen(0.5, 0, 0, 0.3), camel.layers().sheen());
        assertEquals(0.75, Objects.requireNonNull(camel.layers().transmission()).factor(), 1e-6);
        Material snake = square("", "", """
                P: "Desk|Parameters", "Compound", "", ""
                P: "Desk|Parameters|base_color", "ColorAndAlpha", "", "A",0.2,0.4,0.6,1
                P: "Desk|Parameters|base_weight", "Number", "", "A",1
                P: "Desk|Parameters|metalness", "Number", "", "A",1
                P: "Desk|Parameters|roughness", "Number", "", "A",0.3
                P: "Desk|Parameters|roughness_inv", "Integer", "", "A",1
                """, "", "").materials().get(0);
        colour(snake, 0.2, 0.4, 0.6);
        assertEquals(1, snake.metallic(), 1e-6);
        assertEquals(0.7, snake.roughness(), 1e-6);
    }

    /** Maps connected to such properties; a switch that is off leaves the value. */
    @Test
    void mapsOfExporters() throws Exception {
        String texture = """
                 Texture: %d, "Texture::t", "" { Type: "TextureVideoClip"
                  Version: 202
                  RelativeFilename: "maps\\%s"
                  FileName: "C:\\work\\maps\\%s" }
                """;
        Material tin = square(
                        "",
                        "",
                        """
                        P: "Game|base_color", "Color", "", "A",0.2,0.4,0.6
                        P: "Game|metallic", "Number", "", "A",0.5
                        P: "Game|use_color_map", "Number", "", "A",1
                        P: "Game|use_metallic_map", "Number", "", "A",0
                        """,
                        texture.formatted(10, "tin_c.png", "tin_c.png")
                                + texture.formatted(11, "tin_m.png", "tin_m.png"),
                        "C: \"OP\",10,3,\"Game|TEX_color_map\"\nC: \"OP\",11,3,\"Game|TEX_metallic_map\"")
                .materials()
                .get(0);
        assertEquals(Set.of(Role.BASE_COLOR), tin.maps().keySet());
        assertEquals(
                folder.resolve("maps/tin_c.png"),
                Objects.requireNonNull(tin.maps().get(Role.BASE_COLOR)).image().file());
        colour(tin, 1, 1, 1);
        assertEquals(0.5, tin.metallic(), 1e-6);
    }

    /** A map's place and set of UVs. The FBX coordinates run up. */
    @Test
    void placesOfMaps() throws Exception {
        Model model = square(
                "", "", "P: \"DiffuseColor\", \"Color\", \"\", \"A\",1,1,1", """
                 Texture: 10, "Texture::c", "" { Type: "TextureVideoClip"
                  Version: 202
                  Properties70:  {
                  P: "UVSet", "KString", "", "", "second"
                  P: "Translation", "Vector", "", "A",0.25,0.125,0
                  P: "Scaling", "Vector", "", "A",2,4,1
                  }
                  RelativeFilename: "c.png"
                  FileName: "c.png"
                  ModelUVTranslation: 0.25,0.125
                  ModelUVScaling: 2,4 }
                """, "C: \"OP\",10,3,\"DiffuseColor\"");
        TextureUse use = Objects.requireNonNull(model.materials().get(0).maps().get(Role.BASE_COLOR));
        assertEquals(1, use.set());
        float[] second =
                Objects.requireNonNull(model.meshes().get(0).parts().get(0).secondUvs());
        float widest = 0;
        for (int i = 0; i < second.length; i += 2) {
            widest = Math.max(widest, second[i]);
        }
        assertEquals(0.5, widest, 1e-6);
        assertEquals(2, use.scaleU(), 1e-6);
        assertEquals(0.25, use.offsetU(), 1e-6);
        // t' = 4 t + 0.125 seen from above: v' = 1 - 4 (1 - v) - 0.125
        assertEquals(4, use.scaleV(), 1e-6);
        assertEquals(1 - 4 - 0.125, use.offsetV(), 1e-6);
    }

    /** Unit and axes of the whole file, a geometric transform, a pivot: an inch each, +Z up. Worked by hand. */
    @Test
    void unitsAxesAndGeometricTransforms() throws Exception {
        Bounds box = square("""
                        P: "UpAxis", "int", "Integer", "",2
                        P: "UpAxisSign", "int", "Integer", "",1
                        P: "FrontAxis", "int", "Integer", "",1
                        P: "FrontAxisSign", "int", "Integer", "",-1
                        P: "CoordAxis", "int", "Integer", "",0
                        P: "CoordAxisSign", "int", "Integer", "",1
                        P: "UnitScaleFactor", "double", "Number", "",2.54
                        """, """
                        P: "GeometricTranslation", "Vector3D", "Vector", "",0,0,10
                        P: "RotationPivot", "Vector3D", "Vector", "",1,1,0
                        P: "RotationActive", "bool", "", "",1
                        P: "Lcl Rotation", "Lcl Rotation", "", "A",0,0,90
                        """, "P: \"DiffuseColor\", \"Color\", \"\", \"A\",1,1,1", "", "")
                .bounds();
        // turned about its corner at 1, 1 the square lies at x 1 to 3, y -1 to 1, and 10 above; then z is up, inches
        double i = 0.0254;
        assertArrayEquals(
                new double[] {1 * i, 10 * i, -1 * i, 3 * i, 10 * i, 1 * i},
                new double[] {box.minX(), box.minY(), box.minZ(), box.maxX(), box.maxY(), box.maxZ()},
                1e-6,
                box.toString());
    }

    /** A file of assimp-testmodels with maps for everything; its own values are listed in its text. */
    @Test
    void aPhysicalMaterialOfAnExporter() throws Exception {
        Path file = MODELS.resolve("maxPbrMaterial_metalRough.fbx");
        Oracles.need(Files.exists(file), "assimp-testmodels");
        Material m = new Formats().readModel(file).materials().get(0);
        assertTrue(
                m.maps()
                        .keySet()
                        .containsAll(Set.of(
                                Role.BASE_COLOR,
                                Role.METALLIC,
                                Role.ROUGHNESS,
                                Role.NORMAL,
                                Role.EMISSIVE,
                                Role.OPACITY)),
                m.maps().toString());
        assertEquals(1, m.emissiveRed(), "not the pi of the fallback");
        assertEquals(0.75, m.normalScale(), 1e-6);
        Model glossy = new Formats().readModel(MODELS.resolve("maxPbrMaterial_specGloss.fbx"));
        assertTrue(
                glossy.remarks().notShown().contains("map of specular and glossiness"),
                glossy.remarks().toString());
    }

    /** Pictures inside the file, whole and in pieces. */
    @Test
    void embeddedPictures() throws Exception {
        for (String name :
                new String[] {"embedded_ascii/box.FBX", "embedded_ascii/box_embedded_texture_fragmented.fbx"}) {
            Path file = MODELS.resolve(name);
            Oracles.need(Files.exists(file), "assimp-testmodels");
            Material m = new Formats().readModel(file).materials().get(0);
            TextureUse use = Objects.requireNonNull(m.maps().get(Role.BASE_COLOR), name);
            assertTrue(use.image().bytes() != null, name);
            assertTrue(new Formats().readPicture(use.image()).width() > 1, name);
        }
    }
}
