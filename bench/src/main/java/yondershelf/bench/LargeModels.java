package yondershelf.bench;

import java.io.BufferedOutputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.format.reading.SceneNotes;

/** Large model files to be read: a wavy sheet of so many squares a side, in three formats. */
final class LargeModels {
    private LargeModels() {}

    private static float height(int x, int y) {
        return 0.1f * (float) (Math.sin(x * 0.05) * Math.cos(y * 0.03));
    }

    /** Positions, normals and UVs as floats, indices as whole numbers: 32 bytes a vertex, 24 a square. */
    static void glb(Path file, int side) throws IOException, ProblemException {
        int row = side + 1;
        float[] p = new float[row * row * 3];
        float[] n = new float[row * row * 3];
        float[] uv = new float[row * row * 2];
        int[] indices = new int[side * side * 6];
        int at = 0;
        for (int y = 0; y < row; y++) {
            for (int x = 0; x < row; x++) {
                int i = y * row + x;
                p[i * 3] = 2f * x / side - 1;
                p[i * 3 + 1] = height(x, y);
                p[i * 3 + 2] = 2f * y / side - 1;
                n[i * 3 + 1] = 1;
                uv[i * 2] = (float) x / side;
                uv[i * 2 + 1] = (float) y / side;
                if (x < side && y < side) {
                    for (int corner : new int[] {i, i + row, i + row + 1, i, i + row + 1, i + 1}) {
                        indices[at++] = corner;
                    }
                }
            }
        }
        Part part = new Part(p, n, uv, null, indices, 0);
        Model model = Model.of(
                "sheet", new Mesh("sheet", List.of(part)), List.of(Material.plain("tin", 0.5, 0.5, 0.5, 1, 0.3)));
        Files.write(file, Formats.glb(model, SceneNotes.none(), new Formats()));
    }

    static void obj(Path file, int side) throws IOException {
        int row = side + 1;
        try (PrintStream out = new PrintStream(
                new BufferedOutputStream(Files.newOutputStream(file), 1 << 16), false, StandardCharsets.US_ASCII)) {
            for (int y = 0; y < row; y++) {
                for (int x = 0; x < row; x++) {
                    out.printf(Locale.ROOT, "v %.6f %.6f %.6f%n", 2f * x / side - 1, height(x, y), 2f * y / side - 1);
                }
            }
            for (int y = 0; y < row; y++) {
                for (int x = 0; x < row; x++) {
                    out.printf(Locale.ROOT, "vt %.6f %.6f%n", (float) x / side, (float) y / side);
                }
            }
            for (int y = 0; y < side; y++) {
                for (int x = 0; x < side; x++) {
                    int a = y * row + x + 1;
                    corners(out, a, a + row, a + row + 1);
                    corners(out, a, a + row + 1, a + 1);
                }
            }
        }
    }

    private static void corners(PrintStream out, int a, int b, int c) {
        out.println("f " + a + "/" + a + " " + b + "/" + b + " " + c + "/" + c);
    }

    /** Version 7.4 in binary, arrays not packed: positions in doubles, triangles, UVs for each corner by an index. */
    static void fbx(Path file, int side) throws IOException {
        int row = side + 1;
        double[] p = new double[row * row * 3];
        double[] uv = new double[row * row * 2];
        int[] faces = new int[side * side * 6];
        int[] uvs = new int[side * side * 6];
        int at = 0;
        for (int y = 0; y < row; y++) {
            for (int x = 0; x < row; x++) {
                int i = y * row + x;
                p[i * 3] = 200.0 * x / side - 100;
                p[i * 3 + 1] = 100 * height(x, y);
                p[i * 3 + 2] = 200.0 * y / side - 100;
                uv[i * 2] = (double) x / side;
                uv[i * 2 + 1] = (double) y / side;
                if (x < side && y < side) {
                    for (int corner : new int[] {i, i + row, i + row + 1, i, i + row + 1, i + 1}) {
                        uvs[at] = corner;
                        // the last corner of a face is marked by its complement
                        faces[at] = at % 3 == 2 ? ~corner : corner;
                        at++;
                    }
                }
            }
        }
        Entry layer = new Entry("LayerElementUV", 0)
                .with(new Entry("Version", 101))
                .with(new Entry("Name", "first"))
                .with(new Entry("MappingInformationType", "ByPolygonVertex"))
                .with(new Entry("ReferenceInformationType", "IndexToDirect"))
                .with(new Entry("UV", uv))
                .with(new Entry("UVIndex", uvs));
        Entry sheet = new Entry("Geometry", 1L, "sheet\0\1Geometry", "Mesh")
                .with(new Entry("Vertices", p))
                .with(new Entry("PolygonVertexIndex", faces))
                .with(new Entry("GeometryVersion", 124))
                .with(layer)
                .with(new Entry("Layer", 0)
                        .with(new Entry("Version", 100))
                        .with(new Entry("LayerElement")
                                .with(new Entry("Type", "LayerElementUV"))
                                .with(new Entry("TypedIndex", 0))));
        List<Entry> top = List.of(
                new Entry("FBXHeaderExtension")
                        .with(new Entry("FBXHeaderVersion", 1003))
                        .with(new Entry("FBXVersion", 7400)),
                new Entry("Objects")
                        .with(sheet)
                        .with(new Entry("Model", 2L, "sheet\0\1Model", "Mesh").with(new Entry("Version", 232))),
                new Entry("Connections").with(new Entry("C", "OO", 2L, 0L)).with(new Entry("C", "OO", 1L, 2L)));
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file), 1 << 16)) {
            out.write("Kaydara FBX Binary  \0\u001a\0".getBytes(StandardCharsets.ISO_8859_1));
            out.write(little(4).putInt(7400).array());
            int place = 27;
            for (Entry entry : top) {
                byte[] bytes = entry.bytes(place);
                out.write(bytes);
                place += bytes.length;
            }
            out.write(new byte[13]);
        }
    }

    private static ByteBuffer little(int length) {
        return ByteBuffer.allocate(length).order(ByteOrder.LITTLE_ENDIAN);
    }

    /** A entry of the binary form: its end, its properties, and the records in it. */
    private static final class Entry {
        private final String name;
        private final Object[] properties;
        private final List<Entry> inside = new java.util.ArrayList<>();

        Entry(String name, Object... properties) {
            this.name = name;
            this.properties = properties;
        }

        Entry with(Entry entry) {
            inside.add(entry);
            return this;
        }

        byte[] bytes(int place) throws IOException {
            ByteArrayOutputStream said = new ByteArrayOutputStream();
            for (Object property : properties) {
                said.write(property(property));
            }
            int head = 13 + name.length();
            int end = place + head + said.size();
            ByteArrayOutputStream within = new ByteArrayOutputStream();
            for (Entry entry : inside) {
                within.write(entry.bytes(end + within.size()));
            }
            if (!inside.isEmpty()) {
                within.write(new byte[13]);
            }
            ByteArrayOutputStream out = new ByteArrayOutputStream(head + said.size() + within.size());
            out.write(little(13)
                    .putInt(end + within.size())
                    .putInt(properties.length)
                    .putInt(said.size())
                    .put((byte) name.length())
                    .array());
            out.write(name.getBytes(StandardCharsets.US_ASCII));
            said.writeTo(out);
            within.writeTo(out);
            return out.toByteArray();
        }

        private static byte[] property(Object value) {
            return switch (value) {
                case Integer i -> little(5).put((byte) 'I').putInt(i).array();
                case Long l -> little(9).put((byte) 'L').putLong(l).array();
                case String s -> {
                    byte[] text = s.getBytes(StandardCharsets.UTF_8);
                    yield little(5 + text.length)
                            .put((byte) 'S')
                            .putInt(text.length)
                            .put(text)
                            .array();
                }
                case double[] d -> {
                    ByteBuffer out = array('d', d.length, 8);
                    for (double one : d) {
                        out.putDouble(one);
                    }
                    yield out.array();
                }
                case int[] n -> {
                    ByteBuffer out = array('i', n.length, 4);
                    for (int one : n) {
                        out.putInt(one);
                    }
                    yield out.array();
                }
                default -> throw new IllegalArgumentException(String.valueOf(value));
            };
        }

        private static ByteBuffer array(char type, int count, int size) {
            return little(13 + count * size)
                    .put((byte) type)
                    .putInt(count)
                    .putInt(0)
                    .putInt(count * size);
        }
    }
}
