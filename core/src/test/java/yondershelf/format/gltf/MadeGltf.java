package yondershelf.format.gltf;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;

/** A glTF file written by hand: JSON with its values as accessors of one embedded buffer. */
public final class MadeGltf {
    private static final ObjectMapper JSON = new ObjectMapper();

    private final ObjectNode root;
    private final ByteArrayOutputStream data = new ByteArrayOutputStream();

    /** @param json with single quotes for double ones, and without buffers and accessors */
    public MadeGltf(String json) throws IOException {
        root = (ObjectNode) JSON.readTree(json.replace('\'', '"'));
        root.putObject("asset").put("version", "2.0");
        root.putArray("accessors");
        root.putArray("bufferViews");
    }

    /** Adds the next accessor, of floats. */
    public MadeGltf floats(String type, int components, float... values) {
        ByteBuffer bytes = ByteBuffer.allocate(values.length * 4).order(ByteOrder.LITTLE_ENDIAN);
        for (float value : values) {
            bytes.putFloat(value);
        }
        ObjectNode accessor = add(bytes.array(), 5126, type, values.length / components);
        if (type.equals("VEC3")) {
            ArrayNode min = accessor.putArray("min");
            ArrayNode max = accessor.putArray("max");
            for (int c = 0; c < 3; c++) {
                float least = Float.POSITIVE_INFINITY;
                float most = Float.NEGATIVE_INFINITY;
                for (int i = c; i < values.length; i += 3) {
                    least = Math.min(least, values[i]);
                    most = Math.max(most, values[i]);
                }
                min.add(least);
                max.add(most);
            }
        }
        return this;
    }

    /** Adds the next accessor, of unsigned shorts. */
    public MadeGltf shorts(String type, int components, int... values) {
        ByteBuffer bytes = ByteBuffer.allocate(values.length * 2).order(ByteOrder.LITTLE_ENDIAN);
        for (int value : values) {
            bytes.putShort((short) value);
        }
        add(bytes.array(), 5123, type, values.length / components);
        return this;
    }

    private ObjectNode add(byte[] bytes, int componentType, String type, int count) {
        while (data.size() % 4 != 0) {
            data.write(0);
        }
        ArrayNode views = (ArrayNode) root.path("bufferViews");
        ObjectNode view = views.addObject();
        view.put("buffer", 0).put("byteOffset", data.size()).put("byteLength", bytes.length);
        data.writeBytes(bytes);
        ObjectNode accessor = ((ArrayNode) root.path("accessors")).addObject();
        accessor.put("bufferView", views.size() - 1).put("componentType", componentType);
        accessor.put("count", count).put("type", type);
        return accessor;
    }

    public Path write(Path file) throws IOException {
        byte[] bytes = data.toByteArray();
        root.putArray("buffers")
                .addObject()
                .put("byteLength", bytes.length)
                .put(
                        "uri",
                        "data:application/octet-stream;base64,"
                                + Base64.getEncoder().encodeToString(bytes));
        return Files.write(file, JSON.writeValueAsBytes(root));
    }
}
