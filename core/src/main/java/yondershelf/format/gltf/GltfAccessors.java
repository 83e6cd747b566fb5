package yondershelf.format.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.ByteBuffer;
import java.util.HashMap;
import java.util.Map;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.words.Phrase;

/** Accessors of a glTF document as plain arrays: strides, sparse values, and quantised components (3.6.2, KHR_mesh_quantization). */
final class GltfAccessors {
    private static final int BYTE = 5120;
    private static final int UNSIGNED_BYTE = 5121;
    private static final int SHORT = 5122;
    private static final int UNSIGNED_SHORT = 5123;
    private static final int UNSIGNED_INT = 5125;
    private static final int FLOAT = 5126;

    private static final long MOST_COUNT = 100_000_000;
    private static final long FEW = 1 << 16;
    /** Over the whole file: many parts may share one accessor, and each gets its own copy. */
    private static final long MOST_VALUES = 200_000_000;

    private final GltfDocument document;
    private long spent;

    /** Values that are not in buffers. */
    private final Map<Integer, Given> given = new HashMap<>();

    private record Given(float[] floats, int components, int[] integers) {}

    GltfAccessors(GltfDocument document) {
        this.document = document;
    }

    /** An accessor's values as another decoder has them. */
    void give(int index, float[] values, int components) {
        given.put(index, new Given(values, components, new int[0]));
    }

    /** The same for indices. */
    void give(int index, int[] values) {
        given.put(index, new Given(new float[0], 1, values));
    }

    /** All values as floats, normalised integers scaled to 0..1 or -1..1; at most {@code wanted} components each. */
    float[] floats(int index, int wanted) throws ProblemException {
        Given known = given.get(index);
        if (known != null) {
            return known.components <= wanted ? known.floats.clone() : narrowed(known, wanted);
        }
        JsonNode accessor = accessor(index);
        int count = count(accessor, index);
        int components = components(accessor.path("type").asText());
        int type = accessor.path("componentType").asInt();
        boolean normalised = accessor.path("normalized").asBoolean();
        int kept = Math.min(wanted, components);
        spend((long) count * kept);
        float[] out = new float[count * kept];
        if (accessor.has("bufferView")) {
            Layout layout = layout(accessor, index, count, components, type);
            for (int i = 0; i < count; i++) {
                for (int c = 0; c < kept; c++) {
                    out[i * kept + c] = component(
                            layout.data, layout.offset + i * layout.stride + c * size(type), type, normalised);
                }
            }
        }
        if (accessor.has("sparse")) {
            JsonNode sparse = accessor.path("sparse");
            int changes = sparse.path("count").asInt();
            int indexType = sparse.path("indices").path("componentType").asInt();
            ByteBuffer indices = sparseView(sparse.path("indices"), changes, size(indexType));
            ByteBuffer values = sparseView(sparse.path("values"), changes, components * size(type));
            for (int i = 0; i < changes; i++) {
                int target = integer(indices, i * size(indexType), indexType);
                if (target < 0 || target >= count) {
                    throw broken(index, Phrase.kept("format.a-sparse-index-is-out"));
                }
                for (int c = 0; c < kept; c++) {
                    out[target * kept + c] = component(values, (i * components + c) * size(type), type, normalised);
                }
            }
        }
        return out;
    }

    private static float[] narrowed(Given known, int wanted) {
        int count = known.floats.length / known.components;
        float[] out = new float[count * wanted];
        for (int i = 0; i < out.length; i++) {
            out[i] = known.floats[i / wanted * known.components + i % wanted];
        }
        return out;
    }

    /** Number of components of each value. */
    int componentsOf(int index) throws ProblemException {
        Given known = given.get(index);
        if (known != null) {
            return known.components;
        }
        return components(accessor(index).path("type").asText());
    }

    /** Scalar integer values, for indices. */
    int[] integers(int index) throws ProblemException {
        Given known = given.get(index);
        if (known != null) {
            return known.integers.clone();
        }
        JsonNode accessor = accessor(index);
        int count = count(accessor, index);
        int type = accessor.path("componentType").asInt();
        Layout layout = layout(accessor, index, count, 1, type);
        spend(count);
        int[] out = new int[count];
        for (int i = 0; i < count; i++) {
            out[i] = integer(layout.data, layout.offset + i * layout.stride, type);
        }
        return out;
    }

    private record Layout(ByteBuffer data, int offset, int stride) {}

    private Layout layout(JsonNode accessor, int index, int count, int components, int type) throws ProblemException {
        int view = accessor.path("bufferView").asInt(-1);
        ByteBuffer data = document.view(view);
        int element = components * size(type);
        int stride =
                document.json.path("bufferViews").path(view).path("byteStride").asInt(element);
        long offset = accessor.path("byteOffset").asLong();
        if (stride < element
                || offset < 0
                || (count > 0 && offset + (count - 1L) * stride + element > data.capacity())) {
            throw broken(index, Phrase.kept("format.it-reaches-past-the-end"));
        }
        return new Layout(data, (int) offset, stride);
    }

    private ByteBuffer sparseView(JsonNode part, int count, int size) throws ProblemException {
        ByteBuffer view = document.view(part.path("bufferView").asInt(-1));
        int offset = part.path("byteOffset").asInt();
        if (count < 0 || offset < 0 || offset + (long) count * size > view.capacity()) {
            throw Problem.of(document.file, Phrase.kept("format.a-sparse-accessor-reaches-past"))
                    .raise();
        }
        return view.slice(offset, count * size).order(view.order());
    }

    private JsonNode accessor(int index) throws ProblemException {
        JsonNode accessor = document.json.path("accessors").path(index);
        if (index < 0 || accessor.isMissingNode()) {
            throw broken(index, Phrase.kept("format.it-does-not-exist"));
        }
        return accessor;
    }

    private int count(JsonNode accessor, int index) throws ProblemException {
        long count = accessor.path("count").asLong();
        // zeros need no bytes (glTF 2.0, 3.6.2.3): how many there may be follows from what else the file holds
        long most = accessor.has("bufferView") ? MOST_COUNT : Math.max(FEW, document.bufferBytes());
        if (count < 0 || count > Math.min(most, MOST_COUNT)) {
            throw broken(index, Phrase.kept("format.its-count-of-is-impossible", count));
        }
        return (int) count;
    }

    private void spend(long values) throws ProblemException {
        spent += values;
        if (spent > MOST_VALUES) {
            throw Problem.of(document.file, Phrase.kept("format.its-counts-stand-for-more", MOST_VALUES))
                    .raise();
        }
    }

    private ProblemException broken(int index, String cause) {
        return Problem.of(document.file, Phrase.kept("format.accessor-is-broken", index, cause))
                .raise();
    }

    private int components(String type) throws ProblemException {
        return switch (type) {
            case "SCALAR" -> 1;
            case "VEC2" -> 2;
            case "VEC3" -> 3;
            case "VEC4", "MAT2" -> 4;
            case "MAT3" -> 9;
            case "MAT4" -> 16;
            default ->
                throw Problem.of(document.file, Phrase.kept("format.an-accessor-has-the-unknown", type))
                        .raise();
        };
    }

    private int size(int type) throws ProblemException {
        return switch (type) {
            case BYTE, UNSIGNED_BYTE -> 1;
            case SHORT, UNSIGNED_SHORT -> 2;
            case UNSIGNED_INT, FLOAT -> 4;
            default ->
                throw Problem.of(document.file, Phrase.kept("format.an-accessor-has-the-unknown-component", type))
                        .raise();
        };
    }

    private static int integer(ByteBuffer data, int at, int type) {
        return switch (type) {
            case UNSIGNED_BYTE -> data.get(at) & 0xff;
            case BYTE -> data.get(at);
            case UNSIGNED_SHORT -> data.getShort(at) & 0xffff;
            case SHORT -> data.getShort(at);
            default -> data.getInt(at);
        };
    }

    private static float component(ByteBuffer data, int at, int type, boolean normalised) {
        if (type == FLOAT) {
            return data.getFloat(at);
        }
        int value = integer(data, at, type);
        if (!normalised) {
            return type == UNSIGNED_INT ? Integer.toUnsignedLong(value) : value;
        }
        return switch (type) {
            case BYTE -> Math.max(value / 127f, -1);
            case UNSIGNED_BYTE -> value / 255f;
            case SHORT -> Math.max(value / 32767f, -1);
            case UNSIGNED_SHORT -> value / 65535f;
            default -> Integer.toUnsignedLong(value) / 0x1p32f;
        };
    }
}
