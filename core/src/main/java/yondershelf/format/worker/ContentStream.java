package yondershelf.format.worker;

import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ImageSource;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.Part;
import yondershelf.content.Picture;
import yondershelf.content.Remarks;
import yondershelf.content.Staging;
import yondershelf.content.Transform;

/** Content over a pipe between two processes of this program; no file format. */
public final class ContentStream {
    private static final int CHUNK = 1 << 16;

    private ContentStream() {}

    public static void write(Model model, DataOutputStream out) throws IOException {
        text(model.name(), out);
        out.writeInt(model.meshes().size());
        for (Mesh mesh : model.meshes()) {
            text(mesh.name(), out);
            out.writeInt(mesh.parts().size());
            for (Part part : mesh.parts()) {
                floats(part.positions(), out);
                floats(part.normals(), out);
                floats(part.uvs(), out);
                floats(part.colors(), out);
                ints(part.indices(), out);
                out.writeInt(part.material());
                floats(part.tangents(), out);
                floats(part.secondUvs(), out);
                out.writeBoolean(part.stroke());
            }
        }
        out.writeInt(model.nodes().size());
        for (Node node : model.nodes()) {
            text(node.name(), out);
            transform(node.local(), out);
            out.writeInt(node.mesh());
            list(node.children(), out);
        }
        list(model.roots(), out);
        MaterialStream.write(model.materials(), out);
        texts(model.remarks().keptNotShown(), out);
        texts(model.remarks().keptAssumed(), out);
        staging(model.staging(), out);
    }

    private static void staging(Staging staging, DataOutputStream out) throws IOException {
        out.writeInt(staging.lights().size());
        for (Staging.Light light : staging.lights()) {
            text(light.name(), out);
            out.writeInt(light.shape().ordinal());
            out.writeDouble(light.red());
            out.writeDouble(light.green());
            out.writeDouble(light.blue());
            emission(light.emission(), out);
            transform(light.toModel(), out);
        }
        out.writeInt(staging.viewpoints().size());
        for (Staging.Viewpoint view : staging.viewpoints()) {
            text(view.name(), out);
            out.writeDouble(view.fieldOfView());
            transform(view.toModel(), out);
        }
        out.writeInt(staging.scenes());
        out.writeInt(staging.animations());
    }

    private static Staging staging(DataInputStream in) throws IOException {
        List<Staging.Light> lights = new ArrayList<>();
        for (int i = in.readInt(); i > 0; i--) {
            lights.add(new Staging.Light(
                    text(in),
                    Staging.Shape.values()[in.readInt()],
                    in.readDouble(),
                    in.readDouble(),
                    in.readDouble(),
                    emission(in),
                    transform(in)));
        }
        List<Staging.Viewpoint> viewpoints = new ArrayList<>();
        for (int i = in.readInt(); i > 0; i--) {
            viewpoints.add(new Staging.Viewpoint(text(in), in.readDouble(), transform(in)));
        }
        return new Staging(lights, viewpoints, in.readInt(), in.readInt());
    }

    private static void emission(Staging.Emission emission, DataOutputStream out) throws IOException {
        out.writeDouble(emission.strength());
        out.writeDouble(emission.inner());
        out.writeDouble(emission.outer());
        out.writeDouble(emission.radius());
        ImageSource picture = emission.picture();
        out.writeBoolean(picture != null);
        if (picture != null) {
            MaterialStream.image(picture, out);
        }
    }

    private static Staging.Emission emission(DataInputStream in) throws IOException {
        return new Staging.Emission(
                in.readDouble(),
                in.readDouble(),
                in.readDouble(),
                in.readDouble(),
                in.readBoolean() ? MaterialStream.image(in) : null);
    }

    private static void transform(Transform transform, DataOutputStream out) throws IOException {
        for (double value : transform.toColumns()) {
            out.writeDouble(value);
        }
    }

    private static Transform transform(DataInputStream in) throws IOException {
        return Transform.fromColumns(doubles(16, in));
    }

    public static Model readModel(DataInputStream in) throws IOException {
        String name = text(in);
        List<Mesh> meshes = new ArrayList<>();
        for (int i = in.readInt(); i > 0; i--) {
            String meshName = text(in);
            List<Part> parts = new ArrayList<>();
            for (int k = in.readInt(); k > 0; k--) {
                float[] positions = requireFloats(in);
                parts.add(new Part(
                        positions,
                        floats(in),
                        floats(in),
                        floats(in),
                        ints(in),
                        in.readInt(),
                        floats(in),
                        floats(in),
                        in.readBoolean()));
            }
            meshes.add(new Mesh(meshName, parts));
        }
        List<Node> nodes = new ArrayList<>();
        for (int i = in.readInt(); i > 0; i--) {
            String nodeName = text(in);
            nodes.add(new Node(nodeName, transform(in), in.readInt(), list(in)));
        }
        List<Integer> roots = list(in);
        return new Model(
                name, meshes, nodes, roots, MaterialStream.read(in), new Remarks(texts(in), texts(in)), staging(in));
    }

    public static void write(Picture picture, DataOutputStream out) throws IOException {
        out.writeInt(picture.width());
        out.writeInt(picture.height());
        out.writeInt(picture.channels());
        out.writeBoolean(picture.isFloat());
        if (picture.isFloat()) {
            floats(picture.floats(), out);
        } else {
            out.write(picture.bytes());
        }
    }

    public static Picture readPicture(DataInputStream in) throws IOException {
        int w = in.readInt();
        int h = in.readInt();
        int channels = in.readInt();
        if (in.readBoolean()) {
            return Picture.ofFloats(w, h, channels, requireFloats(in));
        }
        return Picture.ofBytes(w, h, channels, in.readNBytes(w * h * channels));
    }

    static double[] doubles(int count, DataInputStream in) throws IOException {
        double[] out = new double[count];
        for (int i = 0; i < count; i++) {
            out[i] = in.readDouble();
        }
        return out;
    }

    private static void list(List<Integer> values, DataOutputStream out) throws IOException {
        out.writeInt(values.size());
        for (int value : values) {
            out.writeInt(value);
        }
    }

    private static List<Integer> list(DataInputStream in) throws IOException {
        List<Integer> out = new ArrayList<>();
        for (int i = in.readInt(); i > 0; i--) {
            out.add(in.readInt());
        }
        return out;
    }

    private static void floats(float @Nullable [] values, DataOutputStream out) throws IOException {
        out.writeInt(values == null ? -1 : values.length);
        if (values == null) {
            return;
        }
        ByteBuffer chunk = ByteBuffer.allocate(CHUNK);
        for (float value : values) {
            chunk.putFloat(value);
            if (!chunk.hasRemaining()) {
                out.write(chunk.array());
                chunk.clear();
            }
        }
        out.write(chunk.array(), 0, chunk.position());
    }

    private static float @Nullable [] floats(DataInputStream in) throws IOException {
        int length = in.readInt();
        if (length < 0) {
            return null;
        }
        float[] out = new float[length];
        byte[] chunk = new byte[CHUNK];
        for (int at = 0; at < length; ) {
            int count = Math.min(CHUNK / 4, length - at);
            in.readFully(chunk, 0, count * 4);
            ByteBuffer.wrap(chunk).asFloatBuffer().get(out, at, count);
            at += count;
        }
        return out;
    }

    private static float[] requireFloats(DataInputStream in) throws IOException {
        float[] values = floats(in);
        if (values == null) {
            throw new IOException("values are missing");
        }
        return values;
    }

    private static void ints(int[] values, DataOutputStream out) throws IOException {
        float[] carried = new float[values.length];
        for (int i = 0; i < values.length; i++) {
            carried[i] = Float.intBitsToFloat(values[i]);
        }
        floats(carried, out);
    }

    private static int[] ints(DataInputStream in) throws IOException {
        float[] carried = requireFloats(in);
        int[] out = new int[carried.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = Float.floatToRawIntBits(carried[i]);
        }
        return out;
    }

    private static void texts(List<String> values, DataOutputStream out) throws IOException {
        out.writeInt(values.size());
        for (String value : values) {
            text(value, out);
        }
    }

    private static List<String> texts(DataInputStream in) throws IOException {
        List<String> out = new ArrayList<>();
        for (int i = in.readInt(); i > 0; i--) {
            out.add(text(in));
        }
        return out;
    }

    /** Texts are prefixed by a 32-bit length: names may be longer than modified UTF-8 of {@code writeUTF} allows. */
    static void text(String value, DataOutputStream out) throws IOException {
        byte[] bytes = value.getBytes(java.nio.charset.StandardCharsets.UTF_8);
        out.writeInt(bytes.length);
        out.write(bytes);
    }

    static String text(DataInputStream in) throws IOException {
        return new String(in.readNBytes(in.readInt()), java.nio.charset.StandardCharsets.UTF_8);
    }
}
