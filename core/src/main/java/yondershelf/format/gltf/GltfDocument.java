package yondershelf.format.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ImageSource;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.Reading;
import yondershelf.format.reading.SceneNotes;
import yondershelf.references.Reach;
import yondershelf.words.Phrase;

/** A glTF 2.0 file's JSON and buffers, in either container (specification 4.4 for GLB). */
final class GltfDocument {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final int GLB_MAGIC = 0x46546C67;
    private static final int CHUNK_JSON = 0x4E4F534A;
    private static final int CHUNK_BIN = 0x004E4942;

    final Path file;
    final JsonNode json;
    private final List<ByteBuffer> buffers = new ArrayList<>();
    private final Map<Integer, ByteBuffer> unpacked = new HashMap<>();

    private final Reach reach;

    private GltfDocument(Path file, JsonNode json, @Nullable ByteBuffer binary, Reach reach) throws ProblemException {
        this.reach = reach;
        this.file = file;
        this.json = json;
        int index = 0;
        for (JsonNode buffer : json.path("buffers")) {
            buffers.add(loadBuffer(buffer, index++, binary));
        }
    }

    static GltfDocument load(Path file, Reach reach) throws ProblemException {
        byte[] bytes;
        try {
            bytes = Reading.bytes(file);
        } catch (IOException | OutOfMemoryError e) {
            throw Reading.problem(file, e).raise(e);
        }
        if (bytes.length == 0) {
            throw Problem.of(file, Phrase.kept("format.the-file-is-empty")).raise();
        }
        try {
            ByteBuffer buffer = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
            if (bytes.length >= 12 && buffer.getInt(0) == GLB_MAGIC) {
                return loadGlb(file, buffer, reach);
            }
            JsonNode json = JSON.readTree(bytes);
            if (json == null || !json.isObject() || !json.has("asset")) {
                throw Problem.of(file, Phrase.kept("format.this-is-not-a-gltf")).raise();
            }
            String version = json.path("asset").path("version").asText("");
            if (version.startsWith("1") || version.startsWith("0")) {
                throw Problem.of(file, Phrase.kept("format.it-is-gltf-version-only", version))
                        .raise();
            }
            return new GltfDocument(file, json, null, reach);
        } catch (IOException e) {
            throw Problem.of(file, Phrase.kept("format.its-json-is-broken", Reading.firstLine(e)))
                    .raise(e);
        }
    }

    private static GltfDocument loadGlb(Path file, ByteBuffer buffer, Reach reach)
            throws IOException, ProblemException {
        int version = buffer.getInt(4);
        if (version != 2) {
            throw Problem.of(file, Phrase.kept("format.it-is-gltf-version-only", version))
                    .raise();
        }
        long declared = Integer.toUnsignedLong(buffer.getInt(8));
        if (declared > buffer.capacity()) {
            throw Problem.of(file, Phrase.kept("format.the-file-is-cut-short-of", buffer.capacity(), declared))
                    .raise();
        }
        JsonNode json = null;
        ByteBuffer binary = null;
        int at = 12;
        while (at + 8 <= buffer.capacity()) {
            int length = buffer.getInt(at);
            int type = buffer.getInt(at + 4);
            if (length < 0 || at + 8L + length > buffer.capacity()) {
                throw Problem.of(file, Phrase.kept("format.the-file-is-cut-short-inside"))
                        .raise();
            }
            if (type == CHUNK_JSON && json == null) {
                json = JSON.readTree(buffer.array(), at + 8, length);
            } else if (type == CHUNK_BIN && binary == null) {
                binary = buffer.slice(at + 8, length).order(ByteOrder.LITTLE_ENDIAN);
            }
            at += 8 + length;
        }
        if (json == null || !json.isObject()) {
            throw Problem.of(file, Phrase.kept("format.it-has-no-json-chunk")).raise();
        }
        return new GltfDocument(file, json, binary, reach);
    }

    private ByteBuffer loadBuffer(JsonNode buffer, int index, @Nullable ByteBuffer binary) throws ProblemException {
        String uri = buffer.path("uri").asText("");
        long length = buffer.path("byteLength").asLong();
        ByteBuffer data;
        if (uri.isEmpty()) {
            if (GltfMeshopt.isPlaceholder(buffer)) {
                return ByteBuffer.allocate(0);
            }
            if (binary == null) {
                throw Problem.of(file, Phrase.kept("format.buffer-is-not-in-the", index))
                        .raise();
            }
            data = binary;
        } else {
            data = ByteBuffer.wrap(bytesOf(uri)).order(ByteOrder.LITTLE_ENDIAN);
        }
        if (data.capacity() < length) {
            throw Problem.of(file, Phrase.kept("format.buffer-is-cut-short-of", index, data.capacity(), length))
                    .raise();
        }
        return data;
    }

    private byte[] bytesOf(String uri) throws ProblemException {
        if (uri.startsWith("data:")) {
            return dataUri(uri);
        }
        String refusal = reach.refusal(file, uri);
        if (!refusal.isEmpty()) {
            throw Problem.of(file, Phrase.kept("format.the-file-that-holds-its", uri, refusal))
                    .raise();
        }
        Path target = reach.follow(file, uri).open();
        if (target == null || !Files.isRegularFile(target)) {
            throw new Problem(
                            file.toString(),
                            Phrase.kept("format.the-file-that-holds-its-geometry", uri),
                            Phrase.kept("format.put-it-back-beside-the"))
                    .raise();
        }
        try {
            return Files.readAllBytes(target);
        } catch (IOException | OutOfMemoryError e) {
            throw Reading.problem(target, e).raise(e);
        }
    }

    private byte[] dataUri(String uri) throws ProblemException {
        int comma = uri.indexOf(',');
        try {
            if (comma < 0) {
                throw new IllegalArgumentException("no comma");
            }
            return Base64.getDecoder().decode(uri.substring(comma + 1));
        } catch (IllegalArgumentException e) {
            throw Problem.of(file, Phrase.kept("format.an-embedded-data-uri-is"))
                    .raise(e);
        }
    }

    /** Of all its buffers together. */
    long bufferBytes() {
        return buffers.stream().mapToLong(ByteBuffer::capacity).sum();
    }

    /** The bytes of a buffer view, little-endian, from its first byte. */
    ByteBuffer view(int index) throws ProblemException {
        JsonNode view = json.path("bufferViews").path(index);
        if (view.isMissingNode()) {
            throw Problem.of(file, Phrase.kept("format.buffer-view-does-not-exist", index))
                    .raise();
        }
        JsonNode packed = GltfMeshopt.of(view);
        if (packed.isMissingNode()) {
            return slice(index, view);
        }
        ByteBuffer known = unpacked.get(index);
        if (known == null) {
            known = GltfMeshopt.unpack(file, index, packed, slice(index, packed));
            unpacked.put(index, known);
        }
        return known;
    }

    private ByteBuffer slice(int index, JsonNode view) throws ProblemException {
        int buffer = view.path("buffer").asInt(-1);
        long offset = view.path("byteOffset").asLong();
        long length = view.path("byteLength").asLong();
        if (buffer < 0 || buffer >= buffers.size()) {
            throw Problem.of(file, Phrase.kept("format.buffer-view-names-no-buffer", index))
                    .raise();
        }
        ByteBuffer data = buffers.get(buffer);
        if (offset < 0 || length < 0 || offset + length > data.capacity()) {
            throw Problem.of(file, Phrase.kept("format.buffer-view-reaches-past-the", index))
                    .raise();
        }
        return data.slice((int) offset, (int) length).order(ByteOrder.LITTLE_ENDIAN);
    }

    /** The picture of an image entry; what it says of its colours is not to be heeded (glTF 2.0, 3.8.3). */
    ImageSource image(int index) throws ProblemException {
        return found(index).stored();
    }

    private ImageSource found(int index) throws ProblemException {
        JsonNode image = json.path("images").path(index);
        String uri = image.path("uri").asText("");
        String name = image.path("name").asText("image " + index);
        if (uri.startsWith("data:")) {
            return ImageSource.embedded(name, dataUri(uri));
        }
        if (!uri.isEmpty()) {
            return new ImageSource(uri, reach.follow(file, uri).open(), null);
        }
        if (!image.has("bufferView")) {
            return new ImageSource(name, null, null);
        }
        ByteBuffer view = view(image.path("bufferView").asInt());
        byte[] bytes = new byte[view.capacity()];
        view.get(0, bytes);
        return ImageSource.embedded(name, bytes);
    }

    /** The {@code extras} of the scene and of nodes (glTF 2.0, 3.5). */
    SceneNotes notes() {
        JsonNode scene = json.path("scenes").path(json.path("scene").asInt(0)).path("extras");
        Map<Integer, ObjectNode> nodes = new HashMap<>();
        int index = 0;
        for (JsonNode node : json.path("nodes")) {
            if (node.path("extras") instanceof ObjectNode extras) {
                nodes.put(index, extras);
            }
            index++;
        }
        return new SceneNotes(
                scene instanceof ObjectNode object ? object : JsonNodeFactory.instance.objectNode(), nodes);
    }
}
