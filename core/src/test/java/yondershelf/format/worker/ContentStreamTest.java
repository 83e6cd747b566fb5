package yondershelf.format.worker;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import yondershelf.content.ImageSource;
import yondershelf.content.Layers;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Picture;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.content.Wrap;
import yondershelf.format.gltf.GltfTest;

/** What goes through the pipe between two processes comes out the same. */
class ContentStreamTest {
    private static DataInputStream in(ByteArrayOutputStream bytes) {
        return new DataInputStream(new ByteArrayInputStream(bytes.toByteArray()));
    }

    @Test
    void models() throws Exception {
        Model model = GltfTest.sample();
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        ContentStream.write(model, new DataOutputStream(bytes));
        Model read = ContentStream.readModel(in(bytes));
        assertEquals(model.name(), read.name());
        assertEquals(model.nodes(), read.nodes());
        assertEquals(model.roots(), read.roots());
        Part a = model.meshes().get(0).parts().get(0);
        Part b = read.meshes().get(0).parts().get(0);
        assertArrayEquals(a.positions(), b.positions());
        assertArrayEquals(a.normals(), b.normals());
        assertArrayEquals(a.uvs(), b.uvs());
        assertArrayEquals(a.indices(), b.indices());
        assertEquals(model.materials().get(1), read.materials().get(1));
        for (Role role : model.materials().get(0).maps().keySet()) {
            TextureUse x = model.materials().get(0).maps().get(role);
            TextureUse y = read.materials().get(0).maps().get(role);
            assertArrayEquals(
                    Objects.requireNonNull(x).image().bytes(),
                    Objects.requireNonNull(y).image().bytes());
        }
    }

    /** A picture used by two materials is sent once and stays one. */
    @Test
    void sharedPicturesStayShared() throws Exception {
        Model model = GltfTest.sample();
        Model twice = model.withMaterials(
                List.of(model.materials().get(0), model.materials().get(0).withName("b")));
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        ContentStream.write(twice, new DataOutputStream(bytes));
        Model read = ContentStream.readModel(in(bytes));
        assertSame(
                Objects.requireNonNull(read.materials().get(0).maps().get(Role.NORMAL))
                        .image(),
                Objects.requireNonNull(read.materials().get(1).maps().get(Role.NORMAL))
                        .image());
    }

    /** Layers, and maps on the second set of UVs. */
    @Test
    void layersAndSecondUvs() throws Exception {
        Model sample = GltfTest.sample();
        Layers layers = new Layers(
                1.4,
                new Layers.Specular(0.5, 1, 2, 3),
                new Layers.Transmission(0.75, new Layers.Volume(0.1, 2, 0.5, 0.25, 0.125)),
                new Layers.Clearcoat(0.5, 0.25),
                null,
                new Layers.Anisotropy(0.5, 2),
                null,
                true);
        Part part = sample.meshes().get(0).parts().get(0);
        float[] uvs = new float[part.vertexCount() * 2];
        uvs[1] = 0.5f;
        TextureUse second =
                new TextureUse(ImageSource.embedded("dot", new byte[] {1}), 1, 2, 3, 4, 5, Wrap.CLAMP, Wrap.MIRROR, 1);
        Model model = Model.of(
                "layered",
                new Mesh("m", List.of(part.withSecondUvs(uvs))),
                List.of(Material.ofMaps("glass", Map.of(Role.CLEARCOAT, second)).withLayers(layers)));
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        ContentStream.write(model, new DataOutputStream(bytes));
        Model read = ContentStream.readModel(in(bytes));
        assertArrayEquals(uvs, read.meshes().get(0).parts().get(0).secondUvs());
        assertEquals(layers, read.materials().get(0).layers());
        TextureUse use = Objects.requireNonNull(read.materials().get(0).maps().get(Role.CLEARCOAT));
        assertEquals(second.withImage(use.image()), use);
    }

    @Test
    void picturesLargerThanOneChunk() throws Exception {
        float[] floats = new float[300 * 200 * 3];
        SplittableRandom random = new SplittableRandom(3);
        for (int i = 0; i < floats.length; i++) {
            floats[i] = (float) random.nextDouble(-1e6, 1e6);
        }
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        DataOutputStream out = new DataOutputStream(bytes);
        ContentStream.write(Picture.ofFloats(300, 200, 3, floats), out);
        ContentStream.write(Picture.ofBytes(2, 1, 1, new byte[] {5, -5}), out);
        DataInputStream in = in(bytes);
        assertArrayEquals(floats, ContentStream.readPicture(in).floats());
        assertArrayEquals(new byte[] {5, -5}, ContentStream.readPicture(in).bytes());
    }
}
