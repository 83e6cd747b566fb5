package yondershelf.mend;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonStreamContext;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.core.StreamReadConstraints;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import yondershelf.format.reading.FileType;
import yondershelf.format.wavefront.WavefrontReferences;

/**
 * Where a file names others: only the places its format gives to that. Names of nodes, images and materials, comments and whatever
 * else reads the same are none of them.
 */
final class ReferenceTokens {
    /** Embedded pictures are strings too, as long as they like. */
    private static final JsonFactory JSON = JsonFactory.builder()
            .streamReadConstraints(StreamReadConstraints.builder()
                    .maxStringLength(Integer.MAX_VALUE)
                    .build())
            .build();

    private static final int GLB_HEAD = 20;
    private static final int GLB_MAGIC = 0x46546C67;

    /** A comment, a section of characters, an instruction, or a tag with its slash, name, attributes and closing slash. */
    private static final Pattern MARKUP = Pattern.compile(
            "<!--.*?-->|<!\\[CDATA\\[.*?]]>|<[?!][^>]*>"
                    + "|<(/?)([\\w:.-]+)((?:\\s+[\\w:.-]+\\s*=\\s*(?:\"[^\"]*\"|'[^']*'))*)\\s*(/?)>",
            Pattern.DOTALL);

    private static final Pattern FILE_VALUE = Pattern.compile("\\svalue\\s*=\\s*(?:\"([^\"]*)\"|'([^']*)')");
    private static final Pattern IS_FILE = Pattern.compile("\\stype\\s*=\\s*[\"']filename[\"']");

    private ReferenceTokens() {}

    /**
     * One place.
     *
     * @param from its first byte
     * @param to the byte after its last
     * @param text what is meant: without the marks the format writes it with
     */
    record Token(int from, int to, String text) {}

    /** In the order of the file; null for a format that cannot be rewritten, and for a file that is damaged. */
    static @Nullable List<Token> of(byte[] file, @Nullable FileType type) {
        if (type == null) {
            return null;
        }
        return switch (type) {
            case GLTF -> json(file, 0, file.length);
            case GLB -> glb(file);
            case COLLADA -> collada(latin(file));
            case MATERIALX -> materialx(latin(file));
            case USDA -> usda(latin(file));
            case OBJ ->
                WavefrontReferences.of(file).stream()
                        .map(r -> new Token(r.from(), r.to(), r.text()))
                        .toList();
            default -> null;
        };
    }

    /** ISO 8859-1 keeps every byte as one character, so that places in the text are places in the file. */
    private static String latin(byte[] file) {
        return new String(file, StandardCharsets.ISO_8859_1);
    }

    private static String utf8(String latin) {
        return new String(latin.getBytes(StandardCharsets.ISO_8859_1), StandardCharsets.UTF_8);
    }

    private static @Nullable List<Token> glb(byte[] file) {
        ByteBuffer in = ByteBuffer.wrap(file).order(ByteOrder.LITTLE_ENDIAN);
        if (file.length < GLB_HEAD || in.getInt(0) != GLB_MAGIC) {
            return null;
        }
        int length = in.getInt(12);
        return length < 0 || length > file.length - GLB_HEAD ? null : json(file, GLB_HEAD, GLB_HEAD + length);
    }

    /** The URIs of images and buffers (glTF 2.0, 5.18 and 5.9). */
    private static @Nullable List<Token> json(byte[] file, int from, int to) {
        List<Token> out = new ArrayList<>();
        try (JsonParser parser = JSON.createParser(file, from, to - from)) {
            for (JsonToken token = parser.nextToken(); token != null; token = parser.nextToken()) {
                if (token == JsonToken.VALUE_STRING && isUri(parser.getParsingContext())) {
                    int start = from + (int) parser.currentTokenLocation().getByteOffset();
                    String text = parser.getText();
                    int end = from + (int) parser.currentLocation().getByteOffset();
                    if (file[start] != '"' || file[end - 1] != '"') {
                        return null;
                    }
                    if (!text.startsWith("data:")) {
                        out.add(new Token(start + 1, end - 1, text));
                    }
                }
            }
            return out;
        } catch (IOException e) {
            return null;
        }
    }

    private static boolean isUri(JsonStreamContext at) {
        JsonStreamContext list = at.getParent();
        JsonStreamContext top = list == null ? null : list.getParent();
        return "uri".equals(at.getCurrentName())
                && list != null
                && list.inArray()
                && top != null
                && top.getParent() != null
                && top.getParent().inRoot()
                && ("images".equals(top.getCurrentName()) || "buffers".equals(top.getCurrentName()));
    }

    /** What an image is initialised from; in a surface the same element names an image (COLLADA 1.4.1, 1.5: image). */
    private static List<Token> collada(String text) {
        List<Token> out = new ArrayList<>();
        List<String> open = new ArrayList<>();
        Matcher markup = MARKUP.matcher(text);
        while (markup.find()) {
            String name = markup.group(2);
            if (name == null) {
                continue;
            }
            name = name.substring(name.indexOf(':') + 1);
            if (!markup.group(1).isEmpty()) {
                close(open, name);
            } else if (markup.group(4).isEmpty()) {
                open.add(name);
                int end = text.indexOf('<', markup.end());
                boolean names = name.equals("init_from") || name.equals("ref") && open.contains("init_from");
                if (names && open.contains("image") && end >= 0) {
                    add(text, markup.end(), end, out);
                }
            }
        }
        return out;
    }

    private static void close(List<String> open, String name) {
        int at = open.lastIndexOf(name);
        if (at >= 0) {
            open.subList(at, open.size()).clear();
        }
    }

    /** Without the blanks around it. */
    private static void add(String text, int from, int to, List<Token> out) {
        int start = from;
        int end = to;
        while (start < end && text.charAt(start) <= ' ') {
            start++;
        }
        while (end > start && text.charAt(end - 1) <= ' ') {
            end--;
        }
        if (end > start) {
            out.add(new Token(start, end, entities(utf8(text.substring(start, end)))));
        }
    }

    /** Values of inputs of type filename (MaterialX 1.39 specification: data types). */
    private static List<Token> materialx(String text) {
        List<Token> out = new ArrayList<>();
        Matcher markup = MARKUP.matcher(text);
        while (markup.find()) {
            String attributes = markup.group(3);
            if (attributes == null || !IS_FILE.matcher(attributes).find()) {
                continue;
            }
            Matcher value = FILE_VALUE.matcher(attributes);
            if (value.find()) {
                int group = value.group(1) != null ? 1 : 2;
                int start = markup.start(3) + value.start(group);
                add(text, start, start + value.group(group).length(), out);
            }
        }
        return out;
    }

    private static String entities(String text) {
        if (text.indexOf('&') < 0) {
            return text;
        }
        return Pattern.compile("&(?:#(\\d{1,7})|#x([0-9A-Fa-f]{1,6})|(lt|gt|amp|quot|apos));")
                .matcher(text)
                .replaceAll(m -> Matcher.quoteReplacement(entity(m.group(1), m.group(2), m.group(3))));
    }

    private static String entity(@Nullable String decimal, @Nullable String hex, @Nullable String name) {
        if (name != null) {
            return switch (name.toLowerCase(Locale.ROOT)) {
                case "lt" -> "<";
                case "gt" -> ">";
                case "amp" -> "&";
                case "quot" -> "\"";
                default -> "'";
            };
        }
        int code = decimal != null ? Integer.parseInt(decimal) : Integer.parseInt(String.valueOf(hex), 16);
        return Character.isValidCodePoint(code) ? Character.toString(code) : "";
    }

    /** Asset values stand between at signs (USD's text format), comments and strings apart. */
    private static List<Token> usda(String text) {
        List<Token> out = new ArrayList<>();
        int at = 0;
        while (at < text.length()) {
            char c = text.charAt(at);
            if (c == '#') {
                at = after(text, "\n", at + 1);
            } else if (c == '"' || c == '\'') {
                at = string(text, at);
            } else if (c == '@') {
                String frame = text.startsWith("@@@", at) ? "@@@" : "@";
                int start = at + frame.length();
                int end = text.indexOf(frame, start);
                if (end < 0) {
                    return out;
                }
                if (end > start) {
                    out.add(new Token(start, end, utf8(text.substring(start, end))));
                }
                at = end + frame.length();
            } else {
                at++;
            }
        }
        return out;
    }

    private static int after(String text, String mark, int from) {
        int at = text.indexOf(mark, from);
        return at < 0 ? text.length() : at + mark.length();
    }

    private static int string(String text, int at) {
        String quote = String.valueOf(text.charAt(at));
        String mark = text.startsWith(quote.repeat(3), at) ? quote.repeat(3) : quote;
        int i = at + mark.length();
        while (i < text.length() && !text.startsWith(mark, i)) {
            i += text.charAt(i) == '\\' ? 2 : 1;
        }
        return Math.min(text.length(), i + mark.length());
    }
}
