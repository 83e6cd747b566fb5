package yondershelf.sorting;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import yondershelf.format.reading.FileType;
import yondershelf.references.Squares;

/** References to other files in a model file, found by looking through its bytes: quick, and enough to tell companions. */
final class References {
    private static final int MOST_BYTES = 64 << 20;
    private static final int LONGEST_NAME = 200;
    private static final int MOST_OPTIONS = 12;
    private static final List<String> ENDINGS = List.of(
            "png", "jpg", "jpeg", "tga", "tif", "tiff", "bmp", "psd", "webp", "exr", "hdr", "dds", "ktx2", "bin",
            "mtl");

    private static final Pattern PREFIX = Pattern.compile("fileprefix\\s*=\\s*\"([^\"]*)\"");

    private References() {}

    /** False for files of which all that belongs to them is in them. */
    static boolean mayBeIn(FileType type) {
        return switch (type) {
            case STL, THREE_MF, USDZ, USDC, ALEMBIC -> false;
            default -> type.hasCompanions();
        };
    }

    /** References as they are written, and what may follow a keyword or options in front of them. */
    static Set<String> of(Path file, FileType type) {
        Set<String> references = new LinkedHashSet<>();
        if (!mayBeIn(type)) {
            return references;
        }
        switch (type) {
            case GLB -> find(glbDescription(file), references);
            case MATERIALX -> prefixed(whole(file), references);
            default -> find(whole(file), references);
        }
        String own = String.valueOf(file.getFileName());
        int dot = own.lastIndexOf('.');
        if (type == FileType.OBJ && dot > 0) {
            // what readers take when no line names it
            references.add(own.substring(0, dot) + ".mtl");
        }
        return references;
    }

    /** MaterialX may name the folder of its pictures once for all. */
    private static void prefixed(byte[] bytes, Set<String> references) {
        Set<String> plain = new LinkedHashSet<>();
        find(bytes, plain);
        plain.stream().filter(name -> name.indexOf('&') >= 0).toList().forEach(name -> plain.add(unescaped(name)));
        references.addAll(plain);
        Matcher prefix = PREFIX.matcher(new String(bytes, StandardCharsets.UTF_8));
        while (prefix.find()) {
            plain.forEach(name -> references.add(prefix.group(1) + name));
        }
    }

    /** XML 1.0, 4.6, "Predefined Entities". */
    private static String unescaped(String text) {
        return text.replace("&lt;", "<")
                .replace("&gt;", ">")
                .replace("&quot;", "\"")
                .replace("&apos;", "'")
                .replace("&amp;", "&");
    }

    /** Of a material file of OBJ. */
    static Set<String> ofMaterials(Path file) {
        Set<String> references = new LinkedHashSet<>();
        find(whole(file), references);
        return references;
    }

    private static byte[] whole(Path file) {
        try {
            return Files.isRegularFile(file) && Files.size(file) <= MOST_BYTES ? Files.readAllBytes(file) : new byte[0];
        } catch (IOException e) {
            return new byte[0]; // reading the model will tell the reason
        }
    }

    /** The first chunk, which holds the JSON (glTF 2.0, 4.4). */
    private static byte[] glbDescription(Path file) {
        try (InputStream in = Files.newInputStream(file)) {
            byte[] head = in.readNBytes(20);
            if (head.length < 20) {
                return new byte[0];
            }
            int length = ByteBuffer.wrap(head).order(ByteOrder.LITTLE_ENDIAN).getInt(12);
            return length > 0 && length <= MOST_BYTES ? in.readNBytes(length) : new byte[0];
        } catch (IOException e) {
            return new byte[0];
        }
    }

    private static void find(byte[] bytes, Set<String> references) {
        int from = 0;
        for (int dot = 0; dot < bytes.length; dot++) {
            int end = bytes[dot] == '.' ? endingAfter(bytes, dot) : 0;
            if (end == 0) {
                continue;
            }
            int start = dot;
            while (start > from && dot - start <= LONGEST_NAME) {
                int token = Squares.tokenBefore(bytes, start);
                if (token == 0 && !isInPath(bytes[start - 1])) {
                    break;
                }
                start -= Math.max(1, token);
            }
            if (start == dot || bytes[dot - 1] == '/' || bytes[dot - 1] == '\\') {
                continue;
            }
            from = end;
            String written = new String(bytes, start, end - start, StandardCharsets.UTF_8).strip();
            references.add(written);
            if (written.lastIndexOf('@') >= 0) {
                // USD frames files with at signs
                references.add(written.substring(written.lastIndexOf('@') + 1));
            }
            // "map_Kd -s 2 2 1 rust.png": a keyword and options may stand in front
            int blank = written.indexOf(' ');
            for (int n = 0; blank >= 0 && n < MOST_OPTIONS; n++) {
                references.add(written.substring(blank + 1).strip());
                blank = written.indexOf(' ', blank + 1);
            }
        }
    }

    /** Where a name's ending is over, or 0 when none that counts follows the dot. */
    private static int endingAfter(byte[] bytes, int dot) {
        int end = dot + 1;
        while (end < bytes.length && end <= dot + 5 && isLetterOrDigit(bytes[end])) {
            end++;
        }
        int length = end - dot - 1;
        if (length < 3 || length > 4) {
            return 0;
        }
        String ending = new String(bytes, dot + 1, length, StandardCharsets.ISO_8859_1).toLowerCase(Locale.ROOT);
        return ENDINGS.contains(ending) ? end : 0;
    }

    private static boolean isLetterOrDigit(byte b) {
        return b >= '0' && b <= '9' || b >= 'A' && b <= 'Z' || b >= 'a' && b <= 'z';
    }

    /** Bytes above 127 are part of a name in UTF-8; quotes, wildcards and control characters end it. */
    private static boolean isInPath(byte b) {
        return b < 0 || b >= ' ' && "\"'<>|?*".indexOf(b) < 0;
    }
}
