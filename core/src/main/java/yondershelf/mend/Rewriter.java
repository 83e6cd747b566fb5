package yondershelf.mend;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import yondershelf.format.reading.FileType;
import yondershelf.references.PercentCode;

/** Rewrites one reference inside a model file and leaves every other byte as it is, where the format allows it. */
final class Rewriter {
    private static final int GLB_HEAD = 20;

    private Rewriter() {}

    /** Material files of OBJ count as OBJ. */
    static @Nullable FileType type(String path) {
        return path.toLowerCase(Locale.ROOT).endsWith(".mtl")
                ? FileType.OBJ
                : FileType.byName(path).orElse(null);
    }

    /** The file's new bytes, or null when the format cannot be rewritten or the reference is not in it. */
    static byte @Nullable [] rewrite(byte[] file, @Nullable FileType type, String from, String to) {
        List<ReferenceTokens.Token> tokens = ReferenceTokens.of(file, type);
        if (type == null || tokens == null) {
            return null;
        }
        byte[] written = written(to, type).getBytes(StandardCharsets.UTF_8);
        ByteArrayOutputStream out = new ByteArrayOutputStream(file.length + written.length);
        int done = 0;
        for (ReferenceTokens.Token token : tokens) {
            if (token.from() >= done && means(token.text(), from, type)) {
                out.write(file, done, token.from() - done);
                out.writeBytes(written);
                done = token.to();
            }
        }
        if (done == 0) {
            return null;
        }
        out.write(file, done, file.length - done);
        return type == FileType.GLB ? fitted(out.toByteArray(), file) : out.toByteArray();
    }

    /** True when a file names a reference as {@link #rewrite} would write it. */
    static boolean names(byte[] file, @Nullable FileType type, String reference) {
        List<ReferenceTokens.Token> tokens = ReferenceTokens.of(file, type);
        return type != null && tokens != null && tokens.stream().anyMatch(t -> means(t.text(), reference, type));
    }

    private static boolean isUri(FileType type) {
        return type == FileType.GLTF || type == FileType.GLB || type == FileType.COLLADA;
    }

    /** References that are URIs may stand there as they are meant or encoded. */
    private static boolean means(String token, String reference, FileType type) {
        return token.equals(reference)
                || isUri(type)
                        && (token.equals(PercentCode.encoded(reference))
                                || PercentCode.decoded(token)
                                        .filter(reference::equals)
                                        .isPresent());
    }

    private static String written(String to, FileType type) {
        return switch (type) {
            case GLTF, GLB -> quoted(PercentCode.encoded(to));
            case COLLADA -> xml(PercentCode.encoded(to));
            case MATERIALX -> xml(to).replace("\"", "&quot;").replace("'", "&apos;");
            default -> to;
        };
    }

    private static String quoted(String text) {
        return text.replace("\\", "\\\\").replace("\"", "\\\"");
    }

    private static String xml(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
    }

    /** The JSON chunk has changed its length; the rest of the container stays (glTF 2.0, 4.4). */
    private static byte[] fitted(byte[] changed, byte[] before) {
        ByteBuffer in = ByteBuffer.wrap(before).order(ByteOrder.LITTLE_ENDIAN);
        int rest = before.length - GLB_HEAD - in.getInt(12);
        byte[] json = Arrays.copyOfRange(changed, GLB_HEAD, changed.length - rest);
        int end = json.length;
        while (end > 0 && json[end - 1] == ' ') {
            end--;
        }
        int padded = (end + 3) / 4 * 4;
        byte[] chunk = Arrays.copyOf(Arrays.copyOf(json, end), padded);
        Arrays.fill(chunk, end, padded, (byte) ' ');
        ByteBuffer out = ByteBuffer.allocate(GLB_HEAD + padded + rest).order(ByteOrder.LITTLE_ENDIAN);
        out.putInt(in.getInt(0)).putInt(2).putInt(GLB_HEAD + padded + rest);
        out.putInt(padded).putInt(in.getInt(16)).put(chunk);
        out.put(changed, changed.length - rest, rest);
        return out.array();
    }
}
