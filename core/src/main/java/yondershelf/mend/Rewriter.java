package yondershelf.mend;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Locale;
import java.util.function.UnaryOperator;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import yondershelf.format.FileType;
import yondershelf.format.PercentCode;

/** Rewrites one reference inside a model file and leaves every other byte as it is, where the format allows it. */
final class Rewriter {
    private Rewriter() {}

    /** Material files of OBJ count as OBJ. */
    static @Nullable FileType type(String path) {
        return path.toLowerCase(Locale.ROOT).endsWith(".mtl")
                ? FileType.OBJ
                : FileType.byName(path).orElse(null);
    }

    /** The file's new bytes, or null when the format cannot be rewritten or the reference is not in it. */
    static byte @Nullable [] rewrite(byte[] file, @Nullable FileType type, String from, String to) {
        if (type == null) {
            return null;
        }
        return switch (type) {
            case GLTF -> uris(file, from, Rewriter::quoted, to);
            case GLB -> glb(file, from, to);
            case COLLADA -> uris(file, from, text -> ">" + xml(text) + "<", to);
            case USDA -> text(file, "@" + from + "@", "@" + to + "@");
            case MATERIALX -> text(file, "\"" + xml(from) + "\"", "\"" + xml(to) + "\"");
            case OBJ -> material(file, from, to);
            default -> null;
        };
    }

    /** True when a file names a reference as {@link #rewrite} would write it. */
    static boolean names(byte[] file, @Nullable FileType type, String reference) {
        return rewrite(file, type, reference, reference) != null;
    }

    /** References that are URIs: the old one may stand there as it is meant or encoded, the new one is encoded. */
    private static byte @Nullable [] uris(byte[] file, String from, UnaryOperator<String> framed, String to) {
        String encoded = framed.apply(PercentCode.encoded(to));
        byte[] changed = text(file, framed.apply(from), encoded);
        return changed != null ? changed : text(file, framed.apply(PercentCode.encoded(from)), encoded);
    }

    private static byte @Nullable [] text(byte[] file, String from, String to) {
        // ISO 8859-1 keeps every byte as one character, so nothing else changes
        String whole = new String(file, StandardCharsets.ISO_8859_1);
        String old = latin(from);
        if (!whole.contains(old)) {
            return null;
        }
        return whole.replace(old, latin(to)).getBytes(StandardCharsets.ISO_8859_1);
    }

    private static String latin(String text) {
        return new String(text.getBytes(StandardCharsets.UTF_8), StandardCharsets.ISO_8859_1);
    }

    private static String quoted(String text) {
        return "\"" + text.replace("\\", "\\\\").replace("\"", "\\\"") + "\"";
    }

    private static String xml(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
    }

    /** Material files of Wavefront OBJ: the reference ends its line. */
    private static byte @Nullable [] material(byte[] file, String from, String to) {
        String whole = new String(file, StandardCharsets.ISO_8859_1);
        Pattern line = Pattern.compile("(?m)(\\s)" + Pattern.quote(latin(from)) + "([ \\t\\r]*)$");
        String changed = line.matcher(whole)
                .replaceAll(m -> java.util.regex.Matcher.quoteReplacement(m.group(1) + latin(to) + m.group(2)));
        return line.matcher(whole).find() ? changed.getBytes(StandardCharsets.ISO_8859_1) : null;
    }

    /** The JSON chunk changes its length; the rest of the container stays (glTF 2.0, 4.4). */
    private static byte @Nullable [] glb(byte[] file, String from, String to) {
        ByteBuffer in = ByteBuffer.wrap(file).order(ByteOrder.LITTLE_ENDIAN);
        if (file.length < 20 || in.getInt(0) != 0x46546C67) {
            return null;
        }
        int length = in.getInt(12);
        byte[] json = uris(Arrays.copyOfRange(file, 20, 20 + length), from, Rewriter::quoted, to);
        if (json == null) {
            return null;
        }
        int end = json.length;
        while (end > 0 && json[end - 1] == ' ') {
            end--;
        }
        int padded = (end + 3) / 4 * 4;
        byte[] chunk = Arrays.copyOf(Arrays.copyOf(json, end), padded);
        Arrays.fill(chunk, end, padded, (byte) ' ');
        int rest = file.length - 20 - length;
        ByteBuffer out = ByteBuffer.allocate(20 + padded + rest).order(ByteOrder.LITTLE_ENDIAN);
        out.putInt(0x46546C67).putInt(2).putInt(20 + padded + rest);
        out.putInt(padded).putInt(in.getInt(16)).put(chunk);
        out.put(file, 20 + length, rest);
        return out.array();
    }
}
