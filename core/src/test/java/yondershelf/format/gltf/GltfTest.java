package yondershelf.format.gltf;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.ImageSource;
import yondershelf.content.Layers;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.Part;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.content.Transform;
import yondershelf.format.Formats;
import yondershelf.format.Oracles;
import yondershelf.format.reading.SceneNotes;
import yondershelf.references.Reach;

/** glTF 2.0 in and out. */
public class GltfTest {
    @TempDir
    Path folder;

    static final float[] TRIANGLE = {0, 0, 0, 1, 0, 0, 0, 2, 0};

    /** A model with shared meshes, nested nodes, all map roles and a mirrored placing. */
    public static Model sample() {
        Part part = new Part(
                TRIANGLE,
                new float[] {0, 0, 1, 0, 0, 1, 0, 0, 1},
                new float[] {0, 0, 1, 0, 0, 1},
                null,
                new int[] {0, 1, 2},
                0);
        Part other = part.withMaterial(1);
        EnumMap<Role, TextureUse> maps = new EnumMap<>(Role.class);
        for (Role role :
                new Role[] {Role.BASE_COLOR, Role.NORMAL, Role.ROUGHNESS, Role.METALLIC, Role.OPACITY, Role.EMISSIVE}) {
            byte[] grey = new byte[16];
            Arrays.fill(grey, (byte) (40 + role.ordinal() * 20));
            maps.put(
                    role,
                    TextureUse.of(
                            ImageSource.embedded(role.word() + ".png", Formats.png(Picture.ofBytes(4, 4, 1, grey)))));
        }
        Material full = Material.ofMaps("full", maps).withEmission(3, 2, 1);
        Material plain = Material.plain("plain", 0.2, 0.4, 0.6, 0.3, 0.7);
        return new Model(
                "sample",
                List.of(new Mesh("m", List.of(part, other))),
                List.of(
                        new Node("root", Transform.translation(1, 2, 3), -1, List.of(1, 2)),
                        new Node("left", Transform.rotation(0, 1, 0, 0.5), 0, List.of()),
                        new Node("right", Transform.scale(-1, 1, 2), 0, List.of())),
                List.of(0),
                List.of(full, plain));
    }

    @Test
    void whatIsWrittenIsReadBack() throws Exception {
        Model model = sample();
        Path file = folder.resolve("sample.glb");
        Files.write(file, Formats.glb(model, SceneNotes.none(), new Formats()));
        Model read = new Formats().readModel(file);
        assertEquals(model.triangleCount(), read.triangleCount());
        assertEquals(1, read.meshes().size());
        assertEquals(model.bounds().sizeX(), read.bounds().sizeX(), 1e-6);
        assertEquals(model.bounds().maxY(), read.bounds().maxY(), 1e-6);
        assertArrayEquals(TRIANGLE, read.meshes().get(0).parts().get(0).positions());
        Material full = read.materials().get(0);
        assertEquals(3, full.emissiveRed(), 1e-6);
        assertTrue(full.maps().containsKey(Role.PACKED));
        TextureUse base = full.maps().get(Role.BASE_COLOR);
        assertNotNull(base);
        Picture picture = new Formats().readPicture(base.image());
        assertEquals(4, picture.channels());
        assertEquals((40 + Role.OPACITY.ordinal() * 20) / 255f, picture.value(1, 1, 3), 1e-6);
        Picture packed = new Formats()
                .readPicture(java.util.Objects.requireNonNull(full.maps().get(Role.PACKED))
                        .image());
        assertEquals((40 + Role.ROUGHNESS.ordinal() * 20) / 255f, packed.value(2, 2, 1), 1e-6);
        assertEquals((40 + Role.METALLIC.ordinal() * 20) / 255f, packed.value(2, 2, 2), 1e-6);
    }

    /** The Khronos validator (npm gltf-validator) finds no error and no warning in what is written. */
    @Test
    void theValidatorIsContent() throws Exception {
        Path validator = Oracles.project().resolve("target/oracles/node_modules/gltf-validator");
        Oracles.need(Files.isDirectory(validator) && Oracles.hasCommand("node"), "npm gltf-validator");
        Path file = folder.resolve("sample.glb");
        Files.write(file, Formats.glb(sample(), SceneNotes.none(), new Formats()));
        validate(file);
        Layers layers = new Layers(
                1.4,
                new Layers.Specular(0.5, 1, 0.5, 0.25),
                new Layers.Transmission(0.75, new Layers.Volume(0.1, 2, 0.5, 0.25, 0.125)),
                new Layers.Clearcoat(0.5, 0.25),
                new Layers.Sheen(1, 0.5, 0.25, 0.5),
                new Layers.Anisotropy(0.5, 2),
                new Layers.Iridescence(1, 1.3, 100, 400),
                false);
        Model model = sample();
        Model layered = model.withMaterials(List.of(
                model.materials().get(0),
                model.materials().get(1).withLayers(layers).withSides(false)));
        Files.write(file, Formats.glb(layered, SceneNotes.none(), new Formats()));
        validate(file);
    }

    /** Fails with the validator's words when it has an error or a warning. */
    public static void validate(Path file) throws Exception {
        String script = "const v=require('" + Oracles.project().resolve("target/oracles/node_modules/gltf-validator")
                + "');const fs=require('fs');v.validateBytes(new Uint8Array(fs.readFileSync('" + file
                + "')),{externalResourceFunction:u=>Promise.reject('none')}).then(r=>{console.log('ERRORS '+r.issues.numErrors"
                + "+' WARNINGS '+r.issues.numWarnings);console.log(JSON.stringify(r.issues.messages.slice(0,5)));});";
        String out = Oracles.run(List.of("node", "-e", script));
        assertTrue(out.contains("ERRORS 0 WARNINGS 0"), out);
    }

    /** Quantised positions are scaled by the node (KHR_mesh_quantization); normalised bytes by 3.6.2.2's table. */
    @Test
    void quantisedAccessors() throws Exception {
        byte[] data = new byte[3 * 4 + 3 * 4 + 8];
        byte[] positions = {0, 0, 0, 0, 127, 0, 0, 0, 0, 127, 0, 0};
        System.arraycopy(positions, 0, data, 0, 12);
        String uri = "data:application/octet-stream;base64,"
                + java.util.Base64.getEncoder().encodeToString(data);
        String json = "{\"asset\":{\"version\":\"2.0\"},\"extensionsUsed\":[\"KHR_mesh_quantization\"],"
                + "\"extensionsRequired\":[\"KHR_mesh_quantization\"],\"nodes\":[{\"mesh\":0,\"scale\":[2,3,1]}],"
                + "\"meshes\":[{\"primitives\":[{\"attributes\":{\"POSITION\":0}}]}],\"accessors\":[{\"bufferView\":0,"
                + "\"componentType\":5120,\"normalized\":true,\"count\":3,\"type\":\"VEC3\"}],\"bufferViews\":[{\"buffer\":0,"
                + "\"byteLength\":12,\"byteStride\":4}],\"buffers\":[{\"byteLength\":" + data.length + ",\"uri\":\""
                + uri + "\"}]}";
        Path file = folder.resolve("q.gltf");
        Files.writeString(file, json);
        Model model = new Formats().readModel(file);
        assertEquals(2, model.bounds().sizeX(), 1e-6);
        assertEquals(3, model.bounds().sizeY(), 1e-6);
    }

    /** Files damaged anywhere end in content or in a sentence, never in another exception. */
    @Test
    void damagedFilesEndInASentence() throws Exception {
        byte[] whole = Formats.glb(sample(), SceneNotes.none(), new Formats());
        SplittableRandom r = new SplittableRandom(11);
        int sentences = 0;
        for (int i = 0; i < 400; i++) {
            byte[] bad = i % 4 == 0 ? Arrays.copyOf(whole, r.nextInt(whole.length)) : whole.clone();
            for (int k = 0; k < 3 && bad.length > 0; k++) {
                bad[r.nextInt(bad.length)] = (byte) r.nextInt(256);
            }
            Path file = folder.resolve("bad.glb");
            Files.write(file, bad);
            try {
                Model model = new Formats().readModel(file);
                assertTrue(model.triangleCount() > 0);
            } catch (ProblemException e) {
                assertTrue(e.problem().file().contains("bad.glb")
                        && !e.problem().cause().isBlank());
                sentences++;
            }
        }
        assertTrue(sentences > 100, "sentences " + sentences);
    }

    @Test
    void verticesThatAreNoNumbersAreCounted() throws Exception {
        Part part = new Part(new float[] {0, 0, 0, Float.NaN, 0, 0, 0, 1, 0}, null, null, null, new int[] {0, 1, 2}, 0);
        Model model = Model.of("nan", new Mesh("m", List.of(part)), List.of(Material.plain("p", 1, 1, 1, 0, 1)));
        Path file = folder.resolve("nan.glb");
        Files.write(file, Formats.glb(model, SceneNotes.none(), new Formats()));
        ProblemException e = assertThrows(ProblemException.class, () -> new Formats().readModel(file));
        assertTrue(
                e.problem().cause().startsWith("1 of 3 vertices"), e.problem().cause());
    }

    @Test
    void modelsWithoutTrianglesSaySo() throws Exception {
        Model model = Model.of("none", new Mesh("m", List.of()), List.of());
        Path file = folder.resolve("none.glb");
        Files.write(file, Formats.glb(model, SceneNotes.none(), new Formats()));
        ProblemException e = assertThrows(ProblemException.class, () -> new Formats().readModel(file));
        assertTrue(e.problem().cause().contains("no triangles"));
    }

    @Test
    void notesSurvive() throws Exception {
        SceneNotes notes = SceneNotes.none();
        notes.scene().put("answer", 7);
        var extras = notes.scene().deepCopy();
        Path file = folder.resolve("notes.glb");
        Files.write(file, Formats.glb(sample(), new SceneNotes(notes.scene(), Map.of(1, extras)), new Formats()));
        SceneNotes read = Formats.notes(file, new Reach());
        assertEquals(7, read.scene().path("answer").asInt());
        assertEquals(
                7,
                java.util.Objects.requireNonNull(read.nodes().get(1))
                        .path("answer")
                        .asInt());
    }
}
