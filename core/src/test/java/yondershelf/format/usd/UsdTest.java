package yondershelf.format.usd;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Bounds;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.content.Wrap;
import yondershelf.format.Formats;
import yondershelf.format.Oracles;

/** The Universal Scene Description in text form, by its published documentation and UsdPreviewSurface Specification 2.6. */
class UsdTest {
    private static final String TRIANGLE = """
                int[] faceVertexCounts = [3]
                int[] faceVertexIndices = [0, 1, 2]
                point3f[] points = [(0, 0, 0), (1, 0, 0), (0, 1, 0)]
                uniform token subdivisionScheme = "none"
            """;

    @TempDir
    Path folder;

    private Path write(String name, String text) throws Exception {
        Path file = folder.resolve(name);
        Files.createDirectories(Objects.requireNonNull(file.getParent()));
        return Files.writeString(file, text);
    }

    private Model read(String text) throws Exception {
        return new Formats().readModel(write("scene.usda", text));
    }

    private static void box(Model model, double... want) {
        Bounds b = model.bounds();
        assertArrayEquals(
                want, new double[] {b.minX(), b.minY(), b.minZ(), b.maxX(), b.maxY(), b.maxZ()}, 1e-5, b.toString());
    }

    private static Part part(Model model) {
        return model.meshes().get(0).parts().get(0);
    }

    /** Without a word, a unit is a centimetre and +Y is up (UsdGeom's fallbacks). */
    @Test
    void unitsAndUprightAsTheSceneSays() throws Exception {
        String wedge = """
                def Mesh "Wedge"
                {
                    int[] faceVertexCounts = [3, 3, 3, 3]
                    int[] faceVertexIndices = [0, 2, 1, 0, 1, 3, 0, 3, 2, 1, 2, 3]
                    point3f[] points = [(0, 0, 0), (20, 0, 0), (0, 0, 30), (0, 10, 0)]
                }
                """;
        box(read("#usda 1.0\n(\n  upAxis = \"Z\"\n  metersPerUnit = 0.1\n)\n" + wedge), 0, 0, -1, 2, 3, 0);
        box(read("#usda 1.0\n" + wedge), 0, 0, 0, 0.2, 0.1, 0.3);
        assertEquals(4, read("#usda 1.0\n" + wedge).triangleCount());
    }

    /**
     * Operations apply from the last to the first; angles in degrees; matrices in rows; an inverse takes back what it names.
     * Worked by hand: x 1 is scaled to 2, turned about +Z to y 2, moved to y 12; the pivot's two moves cancel for the first
     * triangle's origin.
     */
    @Test
    void placesAsTheOrderOfOperationsSays() throws Exception {
        Model model = read("""
                #usda 1.0
                (
                    metersPerUnit = 1
                    doc = "a scene (with brackets) and an escaped \\" quote"
                )
                def Xform "A" ( kind = "component"; customData = { string from = "x"; dictionary d = { int n = 1 } } )
                {
                    double3 xformOp:translate = (0, 10, 0)
                    float xformOp:rotateZ = 90
                    float3 xformOp:scale = (2, 3, 1)
                    uniform token[] xformOpOrder = ["xformOp:translate", "xformOp:rotateZ", "xformOp:scale"]
                    def Mesh "M" {
                %s    }
                }
                """.formatted(TRIANGLE));
        box(model, -3, 10, 0, 0, 12, 0);
        Model pivot = read("""
                #usda 1.0
                ( metersPerUnit = 1 )
                def Mesh "M"
                {
                %s
                    float3 xformOp:translate:pivot = (1, 0, 0)
                    float3 xformOp:rotateXYZ.timeSamples = { 1: (0, 0, 180), 2: (0, 0, 0) }
                    uniform token[] xformOpOrder = ["xformOp:translate:pivot", "xformOp:rotateXYZ", "!invert!xformOp:translate:pivot"]
                }
                """.formatted(TRIANGLE));
        box(pivot, 1, -1, 0, 2, 0, 0);
        Model matrix = read("""
                #usda 1.0
                ( metersPerUnit = 1 )
                def Mesh "M"
                {
                %s
                    matrix4d xformOp:transform = ( (0, 1, 0, 0), (-1, 0, 0, 0), (0, 0, 1, 0), (5, 6, 7, 1) )
                    uniform token[] xformOpOrder = ["xformOp:transform"]
                }
                """.formatted(TRIANGLE));
        // row vectors: x 1 goes to (0, 1, 0) + (5, 6, 7)
        box(matrix, 4, 6, 7, 5, 7, 7);
    }

    /** A concave face of five corners is cut within itself: its triangles have the face's area (an arrow head of 3). */
    @Test
    void facesOfManyCornersAreCutWithinThemselves() throws Exception {
        Model model = read("""
                #usda 1.0
                ( metersPerUnit = 1 )
                def Mesh "Arrow"
                {
                    uniform token orientation = "rightHanded"
                    int[] faceVertexCounts = [4, 5]
                    int[] faceVertexIndices = [0, 1, 2, 3, 0, 1, 4, 2, 3]
                    point3f[] points = [(0, 0, 0), (2, -2, 0), (0, 2, 0), (-2, -2, 0), (1, 0, 0)]
                    uniform token subdivisionScheme = "none"
                }
                """);
        assertEquals(2 + 3, model.triangleCount());
        Part part = part(model);
        assertEquals(4, area(part, 0, 2), 1e-6, "the arrow head: two sides of 2 x 2 / 2 around its notch");
        assertEquals(4, area(part, 2, 5), 1e-6);
    }

    /** The sum of areas as seen along -Z, which is less when a triangle is turned round. */
    private static double area(Part part, int from, int to) {
        double sum = 0;
        float[] p = part.positions();
        for (int t = from; t < to; t++) {
            int a = part.indices()[t * 3] * 3;
            int b = part.indices()[t * 3 + 1] * 3;
            int c = part.indices()[t * 3 + 2] * 3;
            sum += ((p[b] - p[a]) * (p[c + 1] - p[a + 1]) - (p[b + 1] - p[a + 1]) * (p[c] - p[a])) / 2;
        }
        return sum;
    }

    /** What is inactive, invisible, a class, an over or for another purpose is not there. */
    @Test
    void onlyWhatIsMeantToBeSeen() throws Exception {
        StringBuilder text = new StringBuilder("#usda 1.0\n(metersPerUnit = 1)\n");
        for (String start : List.of(
                "def Mesh \"Seen\" {",
                "def Mesh \"Off\" ( active = false ) {",
                "def Mesh \"Hidden\" { token visibility = \"invisible\"",
                "def Mesh \"Proxy\" { uniform token purpose = \"proxy\"",
                "def Mesh \"Render\" { uniform token purpose = \"render\"",
                "class Mesh \"Kind\" {",
                "over \"Nothing\" {")) {
            text.append(start).append('\n').append(TRIANGLE).append("}\n");
        }
        text.append("def SphereLight \"Sun\" {}\ndef Camera \"Eye\" {}\ndef Sphere \"Ball\" {}\n");
        Model model = read(text.toString());
        assertEquals(2, model.triangleCount());
        assertEquals(List.of("1 sphere"), model.remarks().notShown());
    }

    /** References, payloads, inherits, variants and sublayers; the stronger opinion wins; a missing file is named. */
    @Test
    void scenesArePutTogetherFromTheirLayers() throws Exception {
        write("parts/leg.usda", """
                #usda 1.0
                ( defaultPrim = "Leg" )
                def Xform "Leg"
                {
                    def Mesh "Wood" ( )
                    {
                        rel material:binding = </Leg/Oak>
                %s    }
                    def Material "Oak"
                    {
                        token outputs:surface.connect = </Leg/Oak/S.outputs:surface>
                        def Shader "S"
                        {
                            uniform token info:id = "UsdPreviewSurface"
                            color3f inputs:diffuseColor = (0.1, 0.2, 0.3)
                            token outputs:surface
                        }
                    }
                }
                """.formatted(TRIANGLE));
        write("under.usda", """
                #usda 1.0
                over "Table"
                {
                    float3 xformOp:translate = (0, 0, 100)
                    uniform token[] xformOpOrder = ["xformOp:translate"]
                }
                """);
        Model model = read("""
                #usda 1.0
                (
                    metersPerUnit = 1
                    subLayers = [ @./under.usda@ ]
                )
                class "_side"
                {
                    float3 xformOp:scale = (1, 2, 1)
                }
                def Xform "Table"
                {
                    def "One" ( prepend references = @parts/leg.usda@ (offset = 10) ) { }
                    def "Two" (
                        prepend payload = @./parts/leg.usda@</Leg>
                        inherits = </_side>
                        variants = { string high = "tall" }
                        prepend variantSets = "high"
                    )
                    {
                        float3 xformOp:translate = (10, 0, 0)
                        uniform token[] xformOpOrder = ["xformOp:translate", "xformOp:scale"]
                        variantSet "high" = {
                            "low" { float3 xformOp:translate = (-50, 0, 0) }
                            "tall" {
                                def Mesh "Top" {
                %s
                                    float3 xformOp:translate = (0, 3, 0)
                                    uniform token[] xformOpOrder = ["xformOp:translate"]
                                }
                            }
                        }
                    }
                    def "Gone" ( references = @parts/arm.usda@ ) { }
                }
                """.formatted(TRIANGLE));
        assertEquals(3, model.triangleCount());
        // the second one at x 10 is twice as high, its top at y 6 to 8; all of it moved by the layer below
        box(model, 0, 0, 100, 11, 8, 100);
        assertEquals(2, model.meshes().size(), "what is referred to twice is read once");
        Material oak = model.materials().get(part(model).material());
        assertEquals("Oak", oak.name());
        assertArrayEquals(new double[] {0.1, 0.2, 0.3}, new double[] {oak.red(), oak.green(), oak.blue()}, 1e-12);
        assertTrue(model.remarks().notShown().get(0).contains("parts/arm.usda"));
    }

    /** A scene that refers to itself comes to an end. */
    @Test
    void circlesEnd() throws Exception {
        Path file = write("circle.usda", """
                #usda 1.0
                def "A" ( references = </A> ) { def Mesh "M" {
                %s } }
                def "B" ( references = </B/C> ) { def "C" ( references = </B> ) { } }
                """.formatted(TRIANGLE));
        try {
            assertEquals(1, new Formats().readModel(file).triangleCount());
        } catch (ProblemException e) {
            assertTrue(e.problem().cause().contains("nested"), e.getMessage());
        }
    }

    /** Pictures, their channels, factors, edges and places, on the UVs their readers name. */
    @Test
    void previewSurfaces() throws Exception {
        Model model = read("""
                #usda 1.0
                ( metersPerUnit = 1 )
                def Mesh "M" ( prepend apiSchemas = ["MaterialBindingAPI"] )
                {
                    rel material:binding = </Mats/Rust>
                    texCoord2f[] primvars:UVMap = [(0, 0), (1, 0), (0.25, 0.75), (9, 9)] ( interpolation = "faceVarying" )
                    int[] primvars:UVMap:indices = [0, 1, 2]
                    normal3f[] normals = [(0, 0, 2), (0, 0, 2), (0, 0, 2)] ( interpolation = "vertex" )
                %s}
                def Scope "Mats"
                {
                    def Material "Rust"
                    {
                        token inputs:set = "UVMap"
                        token outputs:surface.connect = </Mats/Rust/Net.outputs:out>
                        def NodeGraph "Net"
                        {
                            token outputs:out.connect = <Surface.outputs:surface>
                            def Shader "Surface"
                            {
                                uniform token info:id = "UsdPreviewSurface"
                                color3f inputs:diffuseColor.connect = <../Colour.outputs:rgb>
                                float inputs:opacity.connect = <../Colour.outputs:a>
                                float inputs:opacityThreshold = 0.5
                                float inputs:roughness.connect = <../Orm.outputs:g>
                                float inputs:metallic.connect = <../Orm.outputs:b>
                                float inputs:clearcoat = 0.75
                                float inputs:ior = 1.4
                                color3f inputs:emissiveColor = (0, 2, 0)
                                token outputs:surface
                            }
                            def Shader "Colour"
                            {
                                uniform token info:id = "UsdUVTexture"
                                asset inputs:file = @./maps/rust colour.png@ ( doc = "beside" )
                                float2 inputs:st.connect = <../Turn.outputs:result>
                                token inputs:wrapS = "mirror"
                                token inputs:wrapT = "clamp"
                                float4 inputs:scale = (0.5, 0.6, 0.7, 1)
                            }
                            def Shader "Orm"
                            {
                                uniform token info:id = "UsdUVTexture"
                                asset inputs:file = @maps/rust_orm.png@
                                float2 inputs:st.connect = <../Reader.outputs:result>
                            }
                            def Shader "Turn"
                            {
                                uniform token info:id = "UsdTransform2d"
                                float2 inputs:in.connect = <../Reader.outputs:result>
                                float inputs:rotation = 30
                                float2 inputs:scale = (2, 4)
                                float2 inputs:translation = (0.1, 0.2)
                            }
                            def Shader "Reader"
                            {
                                uniform token info:id = "UsdPrimvarReader_float2"
                                token inputs:varname.connect = </Mats/Rust.inputs:set>
                            }
                        }
                    }
                }
                """.formatted(TRIANGLE));
        Material rust = model.materials().get(0);
        assertEquals(java.util.Set.of(Role.BASE_COLOR, Role.PACKED), rust.maps().keySet());
        assertArrayEquals(new double[] {0.5, 0.6, 0.7}, new double[] {rust.red(), rust.green(), rust.blue()}, 1e-12);
        assertEquals(2, rust.emissiveGreen());
        assertEquals(0.5, rust.alphaCutoff());
        assertTrue(rust.alphaFromBaseColor());
        assertEquals(1.4, rust.layers().ior());
        assertEquals(0.75, Objects.requireNonNull(rust.layers().clearcoat()).factor());
        TextureUse colour = Objects.requireNonNull(rust.maps().get(Role.BASE_COLOR));
        assertEquals(folder.resolve("maps/rust colour.png"), colour.image().file());
        assertEquals(Wrap.MIRROR, colour.wrapU());
        assertEquals(Wrap.CLAMP, colour.wrapV());
        Part part = part(model);
        float[] uvs = Objects.requireNonNull(part.uvs());
        assertArrayEquals(new float[] {0, 1, 1, 1, 0.25f, 0.25f}, uvs, 1e-6f, "v runs down here");
        assertEquals(1, Objects.requireNonNull(part.normals())[2], 1e-6);
        // the specification: scaled, turned counter-clockwise by degrees, moved; v runs up there
        double s = 0.25 * 2;
        double t = 0.75 * 4;
        double angle = Math.toRadians(30);
        double wantS = s * Math.cos(angle) - t * Math.sin(angle) + 0.1;
        double wantT = s * Math.sin(angle) + t * Math.cos(angle) + 0.2;
        // KHR_texture_transform's own formula on the turned UVs
        double u = uvs[4] * colour.scaleU();
        double v = uvs[5] * colour.scaleV();
        double c = Math.cos(colour.rotation());
        double n = Math.sin(colour.rotation());
        assertEquals(wantS, u * c + v * n + colour.offsetU(), 1e-9);
        assertEquals(1 - wantT, v * c - u * n + colour.offsetV(), 1e-9);
    }

    /** Faces of one mesh in several materials, and colours for display where there is none. */
    @Test
    void subsetsAndColours() throws Exception {
        Model model = read("""
                #usda 1.0
                def Mesh "M"
                {
                    int[] faceVertexCounts = [3, 3, 3]
                    int[] faceVertexIndices = [0, 1, 2, 1, 2, 0, 2, 1, 0]
                    point3f[] points = [(0, 0, 0), (1, 0, 0), (0, 1, 0)]
                    color3f[] primvars:displayColor = [(1, 0, 0), (0, 1, 0), (0, 0, 1)] ( interpolation = "uniform" )
                    def GeomSubset "Some"
                    {
                        uniform token elementType = "face"
                        int[] indices = [1]
                        rel material:binding = </Blue>
                    }
                }
                def Material "Blue" { }
                """);
        assertEquals(2, model.meshes().get(0).parts().size());
        assertEquals(1, model.meshes().get(0).parts().get(0).triangleCount());
        Part rest = model.meshes().get(0).parts().get(1);
        assertEquals(2, rest.triangleCount());
        float[] colors = Objects.requireNonNull(rest.colors());
        assertArrayEquals(new float[] {1, 0, 0, 1}, java.util.Arrays.copyOf(colors, 4));
        assertArrayEquals(new float[] {0, 0, 1, 1}, java.util.Arrays.copyOfRange(colors, 12, 16));
        assertTrue(model.remarks().notShown().contains("a material of another kind than UsdPreviewSurface"));
    }

    /** Instances: placed, turned and scaled (UsdGeomPointInstancer). */
    @Test
    void instances() throws Exception {
        Model model = read("""
                #usda 1.0
                ( metersPerUnit = 1 )
                def PointInstancer "Many"
                {
                    rel prototypes = [ </Many/P/A>, </Many/P/B> ]
                    int[] protoIndices = [0, 1, 0]
                    point3f[] positions = [(0, 0, 0), (5, 0, 0), (0, 0, -7)]
                    quath[] orientations = [(1, 0, 0, 0), (0.70710678, 0, 0, 0.70710678), (1, 0, 0, 0)]
                    float3[] scales = [(1, 1, 1), (2, 3, 1), (1, 1, 1)]
                    def Scope "P" {
                        def Mesh "A" {
                %1$s }
                        def Mesh "B" {
                %1$s }
                    }
                }
                """.formatted(TRIANGLE));
        assertEquals(3, model.triangleCount());
        // the second: x 1 scaled to 2 goes up, y 1 scaled to 3 goes to the left
        box(model, 0, 0, -7, 5, 2, 0);
    }

    /** Binary forms are refused with what to export instead; what is no scene is told by its line. */
    @Test
    void refusals() throws Exception {
        for (Map.Entry<String, String> one : Map.of(
                        "a.usdc", "PXR-USDC\0\0", "b.usd", "PXR-USDC\0\0", "c.abc", "Ogawa\0\0")
                .entrySet()) {
            Path file = write(one.getKey(), one.getValue() + "x".repeat(100));
            ProblemException refused = assertThrows(ProblemException.class, () -> new Formats().readModel(file));
            assertTrue(refused.problem().advice().contains("GLB"), refused.getMessage());
        }
        Path packed = folder.resolve("d.usdz");
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(packed))) {
            zip.putNextEntry(new ZipEntry("d.usdc"));
            zip.write("PXR-USDC\0\0\0\0".getBytes(java.nio.charset.StandardCharsets.ISO_8859_1));
        }
        ProblemException refused = assertThrows(ProblemException.class, () -> new Formats().readModel(packed));
        assertTrue(refused.problem().cause().contains("binary form"), refused.getMessage());
        Path broken = write("e.usda", "#usda 1.0\ndef Mesh \"M\"\n{\n  int[] x = [1, 2\n}\n");
        ProblemException line = assertThrows(ProblemException.class, () -> new Formats().readModel(broken));
        assertTrue(line.problem().cause().contains("line 5"), line.getMessage());
    }

    /** A package written by three.js (npm three): triangles, the box around them, and its materials. */
    @Test
    void aPackageOfAnIndependentWriter() throws Exception {
        Path modules = Oracles.project().resolve("target/oracles/node_modules");
        Oracles.need(Files.isDirectory(modules.resolve("three")) && Oracles.hasCommand("node"), "npm three");
        Path script = Path.of(Objects.requireNonNull(UsdTest.class.getResource("/outside/package.mjs"))
                .toURI());
        Path file = folder.resolve("knot.usdz");
        String out = Oracles.run(List.of("node", script.toString(), modules.toString(), file.toString()));
        JsonNode theirs = new ObjectMapper()
                .readTree(out.lines().filter(l -> l.startsWith("{")).findFirst().orElse(out));
        Model model = new Formats().readModel(file);
        assertEquals(theirs.path("triangles").asLong(), model.triangleCount());
        Bounds b = model.bounds();
        double[] is = {b.minX(), b.minY(), b.minZ(), b.maxX(), b.maxY(), b.maxZ()};
        for (int i = 0; i < 6; i++) {
            assertEquals(theirs.path(i < 3 ? "min" : "max").path(i % 3).asDouble(), is[i], 1e-4 * b.radius());
        }
        Material brass = model.materials().get(0);
        assertEquals(theirs.path("brass").path(0).asDouble(), brass.red(), 1e-5);
        assertEquals(1, brass.metallic());
        assertEquals(0.25, brass.roughness(), 1e-6);
        assertEquals(0.5, Objects.requireNonNull(brass.layers().clearcoat()).factor(), 1e-6);
        Material glow = model.materials().get(1);
        assertEquals(0.4, glow.opacity(), 1e-6);
        assertEquals(theirs.path("glow").path(1).asDouble(), glow.emissiveGreen(), 1e-5);
    }
}
