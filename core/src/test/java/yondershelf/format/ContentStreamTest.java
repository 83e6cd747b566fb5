package yondershelf.format;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Picture;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;

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
                    java.util.Objects.requireNonNull(x).image().bytes(),
                    java.util.Objects.requireNonNull(y).image().bytes());
        }
    }

    /** A picture used by two materials is sent once and stays one. */
    @Test
    void sharedPicturesStayShared() throws Exception {
        Model model = GltfTest.sample();
        Model twice = model.withMaterials(java.util.List.of(
                model.materials().get(0), model.materials().get(0).withName("b")));
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        ContentStream.write(twice, new DataOutputStream(bytes));
        Model read = ContentStream.readModel(in(bytes));
        assertSame(
                java.util.Objects.requireNonNull(read.materials().get(0).maps().get(Role.NORMAL))
                        .image(),
                java.util.Objects.requireNonNull(read.materials().get(1).maps().get(Role.NORMAL))
                        .image());
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
