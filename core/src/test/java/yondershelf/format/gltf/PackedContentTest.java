package yondershelf.format.gltf;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.lwjgl.PointerBuffer;
import org.lwjgl.system.MemoryUtil;
import org.lwjgl.util.ktx.KTX;
import org.lwjgl.util.ktx.ktxTexture;
import org.lwjgl.util.ktx.ktxTexture2;
import org.lwjgl.util.ktx.ktxTextureCreateInfo;
import yondershelf.content.Bounds;
import yondershelf.content.ImageSource;
import yondershelf.content.Layers;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.facts.Facts;
import yondershelf.facts.FactsMeter;
import yondershelf.format.Formats;
import yondershelf.format.Oracles;
import yondershelf.format.reading.ContentReader;
import yondershelf.format.reading.SceneNotes;
import yondershelf.format.worker.IsolatedReader;

/** Geometry and pictures that other programs have packed. */
class PackedContentTest {
    private static final int SRGB_RGBA = 43;
    private static final int EDGE = 32;

    @TempDir
    Path folder;

    /** A bumpy sheet of 40 x 40 squares, so that there is something to pack. */
    private static Model sheet() {
        int n = 41;
        float[] positions = new float[n * n * 3];
        float[] normals = new float[n * n * 3];
        for (int i = 0; i < n * n; i++) {
            positions[i * 3] = i % n / 40f;
            positions[i * 3 + 1] = (float) Math.sin(i % n * 0.4) * 0.1f;
            positions[i * 3 + 2] = i / n / 20f;
            normals[i * 3 + 1] = 1;
        }
        int[] indices = new int[40 * 40 * 6];
        for (int q = 0; q < 1600; q++) {
            int a = q / 40 * n + q % 40;
            System.arraycopy(new int[] {a, a + n, a + 1, a + 1, a + n, a + n + 1}, 0, indices, q * 6, 6);
        }
        return Model.of(
                "sheet", new Mesh("sheet", List.of(new Part(positions, normals, null, null, indices, 0))), List.of());
    }

    /**
     * A file of Debian's assimp-testmodels packed with Draco against the same model unpacked: the same box, less some triangles its packer dropped.
     * Layers and second UVs it is given come through, which the geometry's decoder knows nothing of.
     */
    @Test
    void dracoPacksGeometryOnly() throws Exception {
        Path models = Path.of("/usr/share/assimp/models/glTF2");
        Path packed = models.resolve("draco/2CylinderEngine.gltf");
        Oracles.need(Files.exists(packed), "assimp-testmodels");
        Files.copy(packed.resolveSibling("2CylinderEngine.bin"), folder.resolve("2CylinderEngine.bin"));
        ObjectMapper json = new ObjectMapper();
        ObjectNode document = (ObjectNode) json.readTree(packed.toFile());
        ((ObjectNode) document.path("materials").get(0))
                .withObject("/extensions/KHR_materials_clearcoat")
                .put("clearcoatFactor", 0.5);
        Path file = folder.resolve("engine.gltf");
        json.writeValue(file.toFile(), document);
        Model plain = new Formats().readModel(models.resolve("2CylinderEngine-glTF-Binary/2CylinderEngine.glb"));
        try (IsolatedReader reader = new IsolatedReader()) {
            Model read = reader.readModel(file);
            assertEquals(110_336, read.triangleCount(), "what its accessors count, summed over its nodes");
            assertEquals(plain.materials().size(), read.materials().size());
            Bounds a = plain.bounds();
            Bounds b = read.bounds();
            double tolerance = 2e-3 * a.radius();
            assertEquals(a.minX(), b.minX(), tolerance);
            assertEquals(a.maxY(), b.maxY(), tolerance);
            assertEquals(a.maxZ(), b.maxZ(), tolerance);
            assertEquals(
                    new Layers.Clearcoat(0.5, 0),
                    read.materials().get(0).layers().clearcoat());
        }
    }

    /** Packed by npm gltfpack with and without its filters; positions then have 14 bits, so a 16,000th of the size is lost. */
    @Tag("long")
    @Test
    void meshoptIsUnpacked() throws Exception {
        Path packer = Oracles.project().resolve("target/oracles/node_modules/gltfpack/cli.js");
        Oracles.need(Files.exists(packer) && Oracles.hasCommand("node"), "npm gltfpack");
        Model sheet = sheet();
        Path plain = folder.resolve("plain.glb");
        Files.write(plain, Formats.glb(sheet, SceneNotes.none(), new Formats()));
        for (List<String> options : List.of(List.of("-c"), List.of("-cc"), List.of("-cc", "-vpf"))) {
            Path packed = folder.resolve("packed" + options.size() + options.get(0) + ".glb");
            List<String> command = new java.util.ArrayList<>(
                    List.of("node", packer.toString(), "-i", plain.toString(), "-o", packed.toString(), "-noq"));
            command.addAll(options);
            if (!options.contains("-vpf")) {
                command.remove("-noq");
            }
            String said = Oracles.run(command);
            assertTrue(Files.exists(packed), said);
            assertTrue(new Formats().needsNative(packed), "it is really packed");
            Model read;
            try (IsolatedReader reader = new IsolatedReader()) {
                read = reader.readModel(packed);
            }
            assertEquals(sheet.triangleCount(), read.triangleCount());
            Bounds is = read.bounds();
            Bounds want = sheet.bounds();
            assertEquals(want.sizeX(), is.sizeX(), 2e-4);
            assertEquals(want.sizeY(), is.sizeY(), 2e-4);
            assertEquals(want.maxZ(), is.maxZ(), 2e-4);
        }
    }

    /** Bytes that make no sense are the file's problem. */
    @Test
    void brokenPackingIsSaid() throws Exception {
        Path packer = Oracles.project().resolve("target/oracles/node_modules/gltfpack/cli.js");
        Oracles.need(Files.exists(packer) && Oracles.hasCommand("node"), "npm gltfpack");
        Path plain = folder.resolve("plain.glb");
        Files.write(plain, Formats.glb(sheet(), SceneNotes.none(), new Formats()));
        Path packed = folder.resolve("packed.glb");
        Oracles.run(List.of("node", packer.toString(), "-i", plain.toString(), "-o", packed.toString(), "-c"));
        byte[] bytes = Files.readAllBytes(packed);
        int json =
                ByteBuffer.wrap(bytes).order(java.nio.ByteOrder.LITTLE_ENDIAN).getInt(12);
        Arrays.fill(bytes, 28 + json, bytes.length, (byte) 0x5a);
        Files.write(packed, bytes);
        ProblemException e = assertThrows(ProblemException.class, () -> new Formats().readModel(packed));
        assertTrue(e.problem().cause().contains("packed bytes make no sense"), e.getMessage());
    }

    private Path ktx(byte[] pixels, boolean basis) throws Exception {
        ktxTextureCreateInfo info = ktxTextureCreateInfo.calloc();
        PointerBuffer made = MemoryUtil.memCallocPointer(1);
        ByteBuffer source = MemoryUtil.memAlloc(pixels.length).put(pixels).flip();
        Path file = folder.resolve((basis ? "basis" : "plain") + ".ktx2");
        try {
            info.vkFormat(SRGB_RGBA).baseWidth(EDGE).baseHeight(EDGE).baseDepth(1);
            info.numDimensions(2).numLevels(1).numLayers(1).numFaces(1);
            assertEquals(0, KTX.ktxTexture2_Create(info, KTX.KTX_TEXTURE_CREATE_ALLOC_STORAGE, made));
            ktxTexture2 texture = ktxTexture2.create(made.get(0));
            ktxTexture any = ktxTexture.create(texture.address());
            assertEquals(0, KTX.ktxTexture_SetImageFromMemory(any, 0, 0, 0, source));
            if (basis) {
                assertEquals(0, KTX.ktxTexture2_CompressBasis(texture, 255));
            }
            assertEquals(0, KTX.ktxWriteToNamedFile(any, file.toString()));
            KTX.ktxTexture2_Destroy(texture);
        } finally {
            info.free();
            MemoryUtil.memFree(made);
            MemoryUtil.memFree(source);
        }
        return file;
    }

    /** A header that can be read says nothing of pixels that cannot: the map says so. */
    @Test
    void aMapThatCannotBeDecodedSaysSo() throws Exception {
        byte[] pixels = new byte[EDGE * EDGE * 4];
        Arrays.fill(pixels, (byte) 90);
        Path file = ktx(pixels, true);
        byte[] bytes = Files.readAllBytes(file);
        // by another maker's way of packing, of which nothing is known here (KTX 2.0, 3.8: numbers from 0x10000 on are
        // vendors')
        ByteBuffer.wrap(bytes).order(java.nio.ByteOrder.LITTLE_ENDIAN).putInt(44, 0x10001);
        Files.write(file, bytes);
        try (IsolatedReader reader = new IsolatedReader()) {
            Facts facts = new FactsMeter(reader)
                    .material("rust", Map.of(Role.BASE_COLOR, ImageSource.at(file)), List.of(file));
            Facts.MapFacts map = facts.materials().get(0).maps().get(0);
            assertTrue(map.problem() != null && !map.problem().isBlank(), facts.toString());
        }
    }

    /** Six faces of plain tones: all are read, in a row; of a picture with layers, what is not read is said. */
    @Test
    void ktxCubesAndLayers() throws Exception {
        Path cube = folder.resolve("cube.ktx2");
        Path layers = folder.resolve("layers.ktx2");
        for (boolean faces : new boolean[] {true, false}) {
            ByteBuffer source = MemoryUtil.memAlloc(EDGE * EDGE * 4);
            PointerBuffer made = MemoryUtil.memCallocPointer(1);
            ktxTextureCreateInfo info = ktxTextureCreateInfo.calloc();
            try {
                info.vkFormat(SRGB_RGBA)
                        .baseWidth(EDGE)
                        .baseHeight(EDGE)
                        .baseDepth(1)
                        .numDimensions(2)
                        .numLevels(1);
                info.numLayers(faces ? 1 : 3).numFaces(faces ? 6 : 1).isArray(!faces);
                assertEquals(0, KTX.ktxTexture2_Create(info, KTX.KTX_TEXTURE_CREATE_ALLOC_STORAGE, made));
                ktxTexture any = ktxTexture.create(made.get(0));
                for (int one = 0; one < (faces ? 6 : 3); one++) {
                    for (int i = 0; i < EDGE * EDGE * 4; i++) {
                        source.put(i, (byte) (i % 4 == 3 ? 255 : 40 * one + 10 * (i % 4)));
                    }
                    assertEquals(
                            0, KTX.ktxTexture_SetImageFromMemory(any, 0, faces ? 0 : one, faces ? one : 0, source));
                }
                assertEquals(0, KTX.ktxWriteToNamedFile(any, (faces ? cube : layers).toString()));
                KTX.ktxTexture2_Destroy(ktxTexture2.create(made.get(0)));
            } finally {
                info.free();
                MemoryUtil.memFree(made);
                MemoryUtil.memFree(source);
            }
        }
        Formats formats = new Formats();
        Picture row = formats.readPicture(ImageSource.at(cube));
        assertEquals(EDGE * 6, row.width());
        assertEquals(new ContentReader.PictureSize(EDGE * 6, EDGE), formats.measure(ImageSource.at(cube)));
        assertTrue(Formats.isCube(ImageSource.at(cube)) && !Formats.isCube(ImageSource.at(layers)));
        for (int face = 0; face < 6; face++) {
            for (int c = 0; c < 3; c++) {
                assertEquals((40 * face + 10 * c) / 255f, row.value(face * EDGE + 7, 9, c), 1e-6, "face " + face);
            }
        }
        assertEquals(List.of(), Formats.remarks(ImageSource.at(cube)).notShown());
        assertEquals(
                List.of("all of its 3 pictures but the first"),
                Formats.remarks(ImageSource.at(layers)).notShown());
    }

    /** Written by the format's reference library: plain pixels come back as they were, Basis Universal nearly. */
    @Test
    void ktxTexturesAreRead() throws Exception {
        byte[] pixels = new byte[EDGE * EDGE * 4];
        for (int i = 0; i < EDGE * EDGE; i++) {
            pixels[i * 4] = (byte) (i % EDGE * 8);
            pixels[i * 4 + 1] = (byte) (i / EDGE * 8);
            pixels[i * 4 + 2] = 40;
            pixels[i * 4 + 3] = (byte) 255;
        }
        for (boolean basis : new boolean[] {false, true}) {
            Path file = ktx(pixels, basis);
            assertTrue(new Formats().needsNative(file));
            Picture read;
            try (IsolatedReader reader = new IsolatedReader()) {
                read = reader.readPicture(ImageSource.at(file));
                assertEquals(EDGE, reader.measure(ImageSource.at(file)).width());
            }
            assertEquals(EDGE, read.height());
            double worst = 0;
            for (int y = 0; y < EDGE; y++) {
                for (int x = 0; x < EDGE; x++) {
                    worst = Math.max(worst, Math.abs(read.value(x, y, 0) - x * 8 / 255f));
                    worst = Math.max(worst, Math.abs(read.value(x, y, 1) - y * 8 / 255f));
                }
            }
            assertTrue(basis ? worst < 0.12 : worst == 0, "off by " + worst);
            assertFalse(read.isFloat());
        }
    }
}
