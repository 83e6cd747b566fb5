package yondershelf.format;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.SplittableRandom;

/** Small files that ask for very much: counts that no bytes back, and products of counts that bytes do back. */
final class HostileCounts {
    private static final int MOST = 10;

    private final Path folder;
    private final int each;
    private final SplittableRandom random;

    /** @param each how many of each kind: up to ten */
    HostileCounts(Path folder, long seed, int each) {
        this.folder = folder;
        this.each = each;
        this.random = new SplittableRandom(seed);
    }

    private interface Maker {
        String text(int n) throws IOException;
    }

    /** Some of each of twenty kinds, up to as many as a number can say. */
    List<Path> write() throws IOException {
        List<Path> out = new ArrayList<>();
        add(out, "instances", "gltf", n -> gltf(n, 3, instancing(huge(n)), ""));
        add(out, "instances-of-much", "gltf", n -> gltf(3_000 * n, 3_000 * n, instancing(100_000 * n), ""));
        add(out, "instances-backed", "gltf", this::backedInstances);
        add(out, "sparse", "gltf", this::sparse);
        add(out, "zeros", "gltf", n -> gltf(huge(n), 3, "", ""));
        add(out, "indices", "gltf", n -> gltf(3, huge(n), "", ""));
        add(out, "one-accessor-many-parts", "gltf", n -> manyParts(2_000 * n, 20_000));
        add(out, "one-node-many-times", "gltf", n -> doubling(20 + 5 * n));
        add(out, "deep-nodes", "gltf", n -> deep(20_000 * n));
        add(out, "morphs", "gltf", n -> morphs(500 * n));
        add(out, "skins", "gltf", n -> skin(10_000 * n));
        add(out, "usd-instances", "usda", n -> usdInstances(30_000 * n, 100));
        add(out, "usd-prototypes", "usda", n -> usdInstances(2_000 * n, 4_000));
        add(out, "usd-nested", "usda", n -> usdNested(2 + n));
        add(out, "usd-deep", "usda", n -> usdDeep(5_000 * n));
        add(out, "materials", "mtlx", n -> materials(5_000 * n));
        add(out, "inputs", "mtlx", n -> inputs(20_000 * n));
        add(out, "libraries", "obj", n -> triangle("mtllib" + words(50_000 * n)));
        add(out, "library-lines", "obj", n -> triangle("mtllib a\nmtllib b\n".repeat(25_000 * n)));
        add(out, "corners", "obj", n -> triangle("f" + " 1 2 3".repeat(100_000 * n)));
        return out;
    }

    private void add(List<Path> out, String kind, String ending, Maker maker) throws IOException {
        for (int i = 1; i <= each; i++) {
            int n = MOST * i / each;
            out.add(Files.writeString(folder.resolve(kind + n + "." + ending), maker.text(n)));
        }
    }

    private static long huge(int n) {
        return n < 9 ? 10_000_000L * n : n == 9 ? Integer.MAX_VALUE : 99_999_999L;
    }

    private static String words(int n) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < n; i++) {
            out.append(" m").append(i).append(".mtl");
        }
        return out.toString();
    }

    private static String triangle(String first) {
        return first + "\nv 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n";
    }

    private static String instancing(long count) {
        return ",\"extensions\":{\"EXT_mesh_gpu_instancing\":{\"attributes\":{\"TRANSLATION\":" + "2}}},\"count\":"
                + count;
    }

    /** One triangle in a buffer of its own, and accessors that say more. */
    private static String gltf(long vertices, long indices, String node, String more) {
        ByteBuffer bytes = ByteBuffer.allocate(48).order(ByteOrder.LITTLE_ENDIAN);
        for (float f : new float[] {0, 0, 0, 1, 0, 0, 0, 1, 0}) {
            bytes.putFloat(f);
        }
        bytes.putInt(0).putInt(1).putInt(2);
        String count = node.isEmpty() ? "0" : node.substring(node.lastIndexOf(':') + 1);
        String at = node.isEmpty() ? "" : node.substring(0, node.lastIndexOf(",\"count\""));
        return "{\"asset\":{\"version\":\"2.0\"},\"extensionsUsed\":[\"EXT_mesh_gpu_instancing\"],\"nodes\":[{\"mesh\":0"
                + at
                + "}],\"meshes\":[{\"primitives\":[{\"attributes\":{\"POSITION\":0},\"indices\":1}]}],\"buffers\":[{\"byteLength\":48,"
                + "\"uri\":\"data:application/octet-stream;base64,"
                + Base64.getEncoder().encodeToString(bytes.array())
                + "\"}],\"bufferViews\":[{\"buffer\":0,\"byteLength\":36},{\"buffer\":0,\"byteOffset\":36,\"byteLength\":12}],"
                + "\"accessors\":[{" + (vertices == 3 ? "\"bufferView\":0," : "")
                + "\"componentType\":5126,\"type\":\"VEC3\",\"count\":"
                + vertices + "},{" + (indices == 3 ? "\"bufferView\":1," : "")
                + "\"componentType\":5125,\"type\":\"SCALAR\",\"count\":"
                + indices + "},{\"componentType\":5126,\"type\":\"VEC3\",\"count\":" + count + "}" + more + "]}";
    }

    private String buffer(int floats) {
        ByteBuffer bytes = ByteBuffer.allocate(floats * 4).order(ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i < floats; i++) {
            bytes.putFloat((float) random.nextDouble(10));
        }
        return "\"buffers\":[{\"byteLength\":" + floats * 4 + ",\"uri\":\"data:application/octet-stream;base64,"
                + Base64.getEncoder().encodeToString(bytes.array())
                + "\"}],\"bufferViews\":[{\"buffer\":0,\"byteLength\":" + floats * 4
                + "}]";
    }

    private String backedInstances(int n) {
        int places = 30_000 * n;
        int vertices = 3_000;
        return "{\"asset\":{\"version\":\"2.0\"},\"nodes\":[{\"mesh\":0,\"extensions\":{\"EXT_mesh_gpu_instancing\":{\"attributes\":"
                + "{\"TRANSLATION\":1}}}}],\"meshes\":[{\"primitives\":[{\"attributes\":{\"POSITION\":0}}]}],"
                + buffer(places * 3)
                + ",\"accessors\":[{\"bufferView\":0,\"componentType\":5126,\"type\":\"VEC3\",\"count\":" + vertices
                + "},{\"bufferView\":0,\"componentType\":5126,\"type\":\"VEC3\",\"count\":" + places + "}]}";
    }

    private String sparse(int n) {
        return gltf(3, 3, "", "")
                .replace(
                        "\"bufferView\":0,\"componentType\":5126,\"type\":\"VEC3\",\"count\":3",
                        "\"componentType\":5126,\"type\":\"VEC3\",\"count\":" + huge(n)
                                + ",\"sparse\":{\"count\":1,\"indices\":{\"bufferView\":1,\"componentType\":5125},"
                                + "\"values\":{\"bufferView\":0}}");
    }

    private String manyParts(int parts, int vertices) {
        return "{\"asset\":{\"version\":\"2.0\"},\"nodes\":[{\"mesh\":0}],\"meshes\":[{\"primitives\":["
                + "{\"attributes\":{\"POSITION\":0}},".repeat(parts - 1) + "{\"attributes\":{\"POSITION\":0}}]}],"
                + buffer(vertices * 3)
                + ",\"accessors\":[{\"bufferView\":0,\"componentType\":5126,\"type\":\"VEC3\",\"count\":" + vertices
                + "}]}";
    }

    private String doubling(int levels) {
        StringBuilder nodes = new StringBuilder();
        for (int i = 0; i < levels; i++) {
            nodes.append("{\"children\":[")
                    .append(i + 1)
                    .append(',')
                    .append(i + 1)
                    .append("]},");
        }
        return manyParts(1, 300).replace("{\"mesh\":0}", nodes + "{\"mesh\":0}");
    }

    private String deep(int levels) {
        StringBuilder nodes = new StringBuilder();
        for (int i = 0; i < levels; i++) {
            nodes.append("{\"children\":[").append(i + 1).append("]},");
        }
        return manyParts(1, 300).replace("{\"mesh\":0}", nodes + "{\"mesh\":0}");
    }

    private String morphs(int targets) {
        String target = "{\"POSITION\":0}";
        return manyParts(1, 30_000)
                .replace(
                        "\"attributes\":{\"POSITION\":0}",
                        "\"attributes\":{\"POSITION\":0},\"targets\":[" + (target + ",").repeat(targets - 1) + target
                                + "]");
    }

    private String skin(int joints) {
        StringBuilder list = new StringBuilder("0");
        for (int i = 1; i < joints; i++) {
            list.append(",0");
        }
        return manyParts(1, 3_000)
                .replace(
                        "\"nodes\":[{\"mesh\":0}]",
                        "\"nodes\":[{\"mesh\":0,\"skin\":0}],\"skins\":[{\"joints\":[" + list + "]}]");
    }

    private static String mesh(String name, int triangles) {
        StringBuilder points = new StringBuilder();
        StringBuilder indices = new StringBuilder();
        StringBuilder counts = new StringBuilder();
        for (int i = 0; i < triangles; i++) {
            points.append(i == 0 ? "" : ", ").append("(0, 0, ").append(i).append("), (1, 0, 0), (0, 1, 0)");
            indices.append(i == 0 ? "" : ", ").append(i * 3 + ", " + (i * 3 + 1) + ", " + (i * 3 + 2));
            counts.append(i == 0 ? "3" : ", 3");
        }
        return "def Mesh \"" + name + "\" {\n point3f[] points = [" + points + "]\n int[] faceVertexIndices = ["
                + indices + "]\n int[] faceVertexCounts = [" + counts + "]\n}\n";
    }

    private String usdInstances(int count, int triangles) {
        StringBuilder at = new StringBuilder();
        StringBuilder which = new StringBuilder();
        for (int i = 0; i < count; i++) {
            at.append(i == 0 ? "" : ", ").append('(').append(i).append(", 0, 0)");
            which.append(i == 0 ? "0" : ", 0");
        }
        return "#usda 1.0\ndef PointInstancer \"many\" {\n rel prototypes = [</many/one>]\n int[] protoIndices = ["
                + which + "]\n point3f[] positions = [" + at + "]\n" + mesh("one", triangles) + "}\n";
    }

    /** Instancers of instancers of instancers. */
    private static String usdNested(int levels) {
        StringBuilder out = new StringBuilder(mesh("p0", 10));
        String places = "(0, 0, 0), (1, 0, 0), (2, 0, 0), (3, 0, 0), (4, 0, 0), (5, 0, 0), (6, 0, 0), (7, 0, 0)";
        for (int i = 1; i <= levels; i++) {
            out.append("def PointInstancer \"p")
                    .append(i)
                    .append("\" {\n rel prototypes = [</p")
                    .append(i - 1);
            out.append(">]\n int[] protoIndices = [0, 0, 0, 0, 0, 0, 0, 0]\n point3f[] positions = [")
                    .append(places);
            out.append("]\n}\n");
        }
        return "#usda 1.0\n" + out;
    }

    private static String usdDeep(int levels) {
        StringBuilder out = new StringBuilder("#usda 1.0\n");
        for (int i = 0; i < levels; i++) {
            out.append("def Xform \"x\" {\n");
        }
        return out.append(mesh("m", 1)).append("}\n".repeat(levels)).toString();
    }

    private static String materials(int count) {
        StringBuilder out = new StringBuilder("<?xml version=\"1.0\"?>\n<materialx version=\"1.39\">\n");
        for (int i = 0; i < count; i++) {
            out.append("<standard_surface name=\"s").append(i).append("\" type=\"surfaceshader\"/>\n");
            out.append("<surfacematerial name=\"m")
                    .append(i)
                    .append("\" type=\"material\"><input name=\"surfaceshader\" ");
            out.append("type=\"surfaceshader\" nodename=\"s").append(i).append("\"/></surfacematerial>\n");
        }
        return out.append("</materialx>\n").toString();
    }

    private static String inputs(int count) {
        StringBuilder out = new StringBuilder(
                "<?xml version=\"1.0\"?>\n<materialx version=\"1.39\">\n<standard_surface name=\"s\" ");
        out.append("type=\"surfaceshader\">");
        for (int i = 0; i < count; i++) {
            out.append("<input name=\"i").append(i).append("\" type=\"float\" value=\"0.5\"/>\n");
        }
        return out.append("</standard_surface></materialx>\n").toString();
    }
}
