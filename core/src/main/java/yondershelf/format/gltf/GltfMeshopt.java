package yondershelf.format.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Path;
import org.lwjgl.system.MemoryUtil;
import org.lwjgl.util.meshoptimizer.MeshOptimizer;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.words.Phrase;

/** Buffer views as EXT_meshopt_compression packs them, through the extension's native reference decoder. Run it in the worker. */
final class GltfMeshopt {
    private static final String[] NAMES = {"EXT_meshopt_compression", "KHR_meshopt_compression"};
    private static final long MOST_BYTES = 1L << 30;

    private GltfMeshopt() {}

    /** How a buffer view is packed; missing when it is not. */
    static JsonNode of(JsonNode bufferView) {
        JsonNode first = bufferView.path("extensions").path(NAMES[0]);
        return first.isMissingNode() ? bufferView.path("extensions").path(NAMES[1]) : first;
    }

    /** True when a buffer only stands for where unpacked bytes would be, and has none itself. */
    static boolean isPlaceholder(JsonNode buffer) {
        for (String name : NAMES) {
            if (buffer.path("extensions").has(name)) {
                return true;
            }
        }
        return false;
    }

    /** True when something in a document is packed. */
    static boolean isUsed(GltfDocument document) {
        for (JsonNode view : document.json.path("bufferViews")) {
            if (!of(view).isMissingNode()) {
                return true;
            }
        }
        return false;
    }

    /**
     * Unpacks a buffer view.
     *
     * @param packed how it is packed
     * @param data the packed bytes
     */
    static ByteBuffer unpack(Path file, int index, JsonNode packed, ByteBuffer data) throws ProblemException {
        int count = packed.path("count").asInt();
        int stride = packed.path("byteStride").asInt();
        if (count < 0 || stride <= 0 || stride > 256 || (long) count * stride > MOST_BYTES) {
            throw broken(file, index);
        }
        ByteBuffer source = MemoryUtil.memAlloc(data.remaining());
        ByteBuffer target = MemoryUtil.memAlloc(Math.max(1, count * stride));
        try {
            source.put(data.duplicate()).flip();
            target.limit(count * stride);
            if (decode(packed.path("mode").asText(), target, count, stride, source) != 0) {
                throw broken(file, index);
            }
            filter(packed.path("filter").asText(), target, count, stride);
            ByteBuffer out = ByteBuffer.allocate(count * stride).order(ByteOrder.LITTLE_ENDIAN);
            return out.put(target.position(0)).flip().order(ByteOrder.LITTLE_ENDIAN);
        } finally {
            MemoryUtil.memFree(source);
            MemoryUtil.memFree(target);
        }
    }

    private static int decode(String mode, ByteBuffer target, int count, int stride, ByteBuffer source) {
        return switch (mode) {
            case "ATTRIBUTES" -> MeshOptimizer.meshopt_decodeVertexBuffer(target, count, stride, source);
            case "TRIANGLES" ->
                count % 3 == 0 ? MeshOptimizer.meshopt_decodeIndexBuffer(target, count, stride, source) : -1;
            case "INDICES" -> MeshOptimizer.meshopt_decodeIndexSequence(target, count, stride, source);
            default -> -1;
        };
    }

    private static void filter(String filter, ByteBuffer target, int count, int stride) {
        switch (filter) {
            case "OCTAHEDRAL" -> MeshOptimizer.meshopt_decodeFilterOct(target, count, stride);
            case "QUATERNION" -> MeshOptimizer.meshopt_decodeFilterQuat(target, count, stride);
            case "EXPONENTIAL" -> MeshOptimizer.meshopt_decodeFilterExp(target, count, stride);
            default -> {
                return;
            }
        }
    }

    private static ProblemException broken(Path file, int index) {
        return Problem.of(file, Phrase.kept("format.buffer-view-is-broken-its", index))
                .raise();
    }
}
