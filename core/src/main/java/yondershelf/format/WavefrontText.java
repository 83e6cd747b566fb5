package yondershelf.format;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ImageSource;
import yondershelf.content.TextureUse;
import yondershelf.content.Wrap;

/**
 * Wavefront text as its native reader takes it: in UTF-8, and maps without options, which that reader takes for parts of file
 * names. The options are those of the material library's specification of 1995; what they say is kept here.
 */
final class WavefrontText {
    private static final int MOST_NUMBERS = 3;

    private final Map<String, Options> options = new HashMap<>();

    /** What stands between a map's keyword and its file. */
    private record Options(
            double scaleU, double scaleV, double offsetU, double offsetV, double strength, boolean clamped) {
        static final Options NONE = new Options(1, 1, 0, 0, 1, false);
    }

    /** A statement's file with what stood before it. */
    private record Statement(Options options, String file) {}

    /** The text in UTF-8 when it is in UTF-16, which its first two bytes say; else null. */
    static byte @Nullable [] unicode(byte[] bytes) {
        Charset set = null;
        if (bytes.length >= 2 && (bytes[0] & 0xff) == 0xff && (bytes[1] & 0xff) == 0xfe) {
            set = StandardCharsets.UTF_16LE;
        } else if (bytes.length >= 2 && (bytes[0] & 0xff) == 0xfe && (bytes[1] & 0xff) == 0xff) {
            set = StandardCharsets.UTF_16BE;
        }
        return set == null ? null : new String(bytes, 2, bytes.length - 2, set).getBytes(StandardCharsets.UTF_8);
    }

    /** A material library without options. */
    byte[] plain(byte[] library) {
        byte[] utf = unicode(library);
        // read byte for byte: names are not always in UTF-8
        String text = new String(utf == null ? library : utf, StandardCharsets.ISO_8859_1);
        StringBuilder out = new StringBuilder(text.length());
        String material = "";
        for (String line : text.split("\n", -1)) {
            String words = line.strip();
            int blank = words.indexOf(' ') < 0 ? words.indexOf('\t') : words.indexOf(' ');
            String keyword = blank < 0 ? words : words.substring(0, blank);
            String rest = blank < 0 ? "" : words.substring(blank).strip();
            if (keyword.equals("newmtl")) {
                material = utf8(rest);
            }
            if (isMap(keyword)) {
                Statement map = parse(rest);
                if (!map.options.equals(Options.NONE)) {
                    options.put(material + "\0" + utf8(map.file), map.options);
                }
                out.append(keyword).append(' ').append(map.file).append('\n');
            } else {
                out.append(line).append('\n');
            }
        }
        return out.toString().getBytes(StandardCharsets.ISO_8859_1);
    }

    private static String utf8(String bytes) {
        return new String(bytes.getBytes(StandardCharsets.ISO_8859_1), StandardCharsets.UTF_8);
    }

    private static boolean isMap(String keyword) {
        String lower = keyword.toLowerCase(Locale.ROOT);
        return lower.startsWith("map_")
                || lower.equals("bump")
                || lower.equals("disp")
                || lower.equals("decal")
                || lower.equals("norm")
                || lower.equals("refl");
    }

    private static Statement parse(String statement) {
        String rest = statement;
        double[] scale = {1, 1, 1};
        double[] offset = {0, 0, 0};
        double strength = 1;
        boolean clamped = false;
        while (rest.startsWith("-")) {
            String option = first(rest);
            String after = rest.substring(option.length()).strip();
            switch (option) {
                case "-s" -> after = numbers(after, scale);
                case "-o" -> after = numbers(after, offset);
                case "-t", "-mm" -> after = numbers(after, new double[option.equals("-t") ? MOST_NUMBERS : 2]);
                case "-bm" -> {
                    double[] one = {strength};
                    after = numbers(after, one);
                    strength = one[0];
                }
                case "-clamp" -> {
                    clamped = first(after).equals("on");
                    after = after.substring(first(after).length()).strip();
                }
                case "-blendu", "-blendv", "-boost", "-cc", "-imfchan", "-texres", "-type" ->
                    after = after.substring(first(after).length()).strip();
                default -> {
                    // a file may be called so
                    return new Statement(options(scale, offset, strength, clamped), rest);
                }
            }
            rest = after;
        }
        return new Statement(options(scale, offset, strength, clamped), rest);
    }

    /** As in glTF, v runs down here and up in the file. */
    private static Options options(double[] scale, double[] offset, double strength, boolean clamped) {
        return new Options(scale[0], scale[1], offset[0], 1 - scale[1] - offset[1], strength, clamped);
    }

    private static String first(String text) {
        int end = 0;
        while (end < text.length() && text.charAt(end) > ' ') {
            end++;
        }
        return text.substring(0, end);
    }

    /** Takes as many numbers as there are, up to as many as there may be; what is left of the text. */
    private static String numbers(String text, double[] into) {
        String rest = text;
        for (int i = 0; i < into.length; i++) {
            String word = first(rest);
            try {
                into[i] = Double.parseDouble(word);
            } catch (NumberFormatException e) {
                break;
            }
            rest = rest.substring(word.length()).strip();
        }
        return rest;
    }

    /** A picture used in a material, the way the library says. */
    TextureUse use(String material, String reference, ImageSource image) {
        Options said = options.getOrDefault(material + "\0" + reference, Options.NONE);
        Wrap wrap = said.clamped ? Wrap.CLAMP : Wrap.REPEAT;
        return new TextureUse(image, said.scaleU, said.scaleV, said.offsetU, said.offsetV, 0, wrap, wrap, 0);
    }

    /** How strong a material's map of normals or bumps is. */
    double strength(String material, String reference) {
        return options.getOrDefault(material + "\0" + reference, Options.NONE).strength;
    }
}
