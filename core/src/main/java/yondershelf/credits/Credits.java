package yondershelf.credits;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/** Reads who made something, and under which licence, out of the files it came in. */
public final class Credits {
    private static final Pattern TEXT = Pattern.compile(
            "(?iu)(.*[ ._-])?(licen[sc]es?|lizenz(?:en|text)?|lies[ ._-]?mich|lisez[ ._-]?moi|urheber|crédits?|copying|copyright|read[ ._-]?me|credits?|attributions?|about|info)([ ._-].*)?\\.(txt|md|rst)|licen[sc]e|lizenz|copying|readme|liesmich|lisezmoi");
    /** Legal texts are shorter; what is longer is something else. */
    private static final int MOST_TEXT = 1 << 18;
    /** Writers put what describes a file near its beginning or its end. */
    private static final int LOOKED_AT = 1 << 18;

    private static final int HEADER = 20;
    private static final int GLB = 0x46546C67;
    private static final ObjectMapper JSON = new ObjectMapper();

    private Credits() {}

    /** True for a file that by its name may tell of everything in its folder. */
    public static boolean isText(String fileName) {
        return TEXT.matcher(fileName).matches();
    }

    /** What such a text says; nothing when it cannot be read. */
    public static Credit ofText(Path file) {
        try {
            if (Files.size(file) > MOST_TEXT) {
                return Credit.NONE;
            }
            String text = new String(Files.readAllBytes(file), StandardCharsets.UTF_8);
            return CreditText.read(text, name(file));
        } catch (IOException e) {
            // a text that cannot be read says nothing
            return Credit.NONE;
        }
    }

    /** What a model or a picture says of itself; nothing for formats that do not, and files that cannot be read. */
    public static Credit ofFile(Path file) {
        String lower = name(file).toLowerCase(Locale.ROOT);
        try {
            if (lower.endsWith(".gltf")) {
                return ofGltf(JSON.readTree(Files.readAllBytes(file)), name(file));
            }
            if (lower.endsWith(".glb")) {
                Optional<JsonNode> json = glbJson(file);
                return json.isPresent() ? ofGltf(json.get(), name(file)) : Credit.NONE;
            }
            Credit packet = XmpPacket.read(ends(file), name(file));
            return PictureTags.mayBeIn(lower) ? packet.or(PictureTags.read(file, name(file))) : packet;
        } catch (IOException e) {
            // its own card will say what is wrong with it
            return Credit.NONE;
        }
    }

    /** The first chunk of a binary glTF (glTF 2.0, 4.4). */
    private static Optional<JsonNode> glbJson(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            ByteBuffer head = ByteBuffer.wrap(in.readNBytes(HEADER)).order(ByteOrder.LITTLE_ENDIAN);
            if (head.capacity() < HEADER || head.getInt(0) != GLB || head.getInt(12) < 0) {
                return Optional.empty();
            }
            int length = (int) Math.min(head.getInt(12), Files.size(file));
            return Optional.ofNullable(JSON.readTree(in.readNBytes(length)));
        }
    }

    private static Credit ofGltf(JsonNode json, String from) {
        JsonNode asset = json.path("asset");
        JsonNode extras = asset.path("extras");
        String copyright = asset.path("copyright").asText("");
        Credit said = CreditText.read(copyright, from);
        Credit named = new Credit(
                CreditText.name(extras.path("author").asText("")),
                CreditText.licence(
                        extras.path("license").asText(extras.path("licence").asText(""))),
                from);
        return named.or(said);
    }

    private static byte[] ends(Path file) throws IOException {
        try (var channel = Files.newByteChannel(file)) {
            long size = channel.size();
            ByteBuffer out = ByteBuffer.allocate((int) Math.min(size, 2L * LOOKED_AT));
            out.limit((int) Math.min(size, LOOKED_AT));
            while (out.hasRemaining() && channel.read(out) >= 0) {
                // one reading may give less than is asked for
            }
            out.limit(out.capacity());
            channel.position(Math.max(out.position(), size - out.remaining()));
            while (out.hasRemaining() && channel.read(out) >= 0) {
                // likewise
            }
            return Arrays.copyOf(out.array(), out.position());
        }
    }

    private static String name(Path file) {
        return String.valueOf(file.getFileName());
    }
}
