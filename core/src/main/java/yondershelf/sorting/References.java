package yondershelf.sorting;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import yondershelf.format.FileType;

/** File names that a model file mentions, found by looking through its bytes: quick, and enough to tell companions. */
final class References {
    private static final int MOST_BYTES = 64 << 20;
    private static final int LONGEST_NAME = 200;
    private static final List<String> ENDINGS =
            List.of("png", "jpg", "jpeg", "tga", "tif", "tiff", "bmp", "psd", "webp", "exr", "hdr", "bin", "mtl");

    private References() {}

    /** Names as written, without folders, lower case. */
    static Set<String> of(Path model, FileType type) {
        Set<String> names = new LinkedHashSet<>();
        if (type == FileType.GLB || type == FileType.STL || type == FileType.THREE_MF) {
            return names;
        }
        scan(model, names);
        for (String name : Set.copyOf(names)) {
            if (name.endsWith(".mtl")) {
                scan(model.resolveSibling(name), names);
            }
        }
        String own = String.valueOf(model.getFileName());
        int dot = own.lastIndexOf('.');
        if (type == FileType.OBJ && dot > 0) {
            Path beside = model.resolveSibling(own.substring(0, dot) + ".mtl");
            if (Files.isRegularFile(beside)) {
                names.add(beside.getFileName().toString().toLowerCase(Locale.ROOT));
                scan(beside, names);
            }
        }
        return names;
    }

    private static void scan(Path file, Set<String> names) {
        byte[] bytes;
        try {
            if (!Files.isRegularFile(file) || Files.size(file) > MOST_BYTES) {
                return;
            }
            bytes = Files.readAllBytes(file);
        } catch (IOException e) {
            return; // reading the model will tell the reason
        }
        int from = 0;
        for (int dot = 0; dot < bytes.length; dot++) {
            int end = bytes[dot] == '.' ? endingAfter(bytes, dot) : 0;
            if (end == 0) {
                continue;
            }
            int start = dot;
            while (start > from && dot - start <= LONGEST_NAME && isInPath(bytes[start - 1])) {
                start--;
            }
            if (start == dot || bytes[dot - 1] == '/' || bytes[dot - 1] == '\\') {
                continue;
            }
            from = end;
            String written = new String(bytes, start, end - start, StandardCharsets.UTF_8)
                    .replace('\\', '/')
                    .replace("%20", " ");
            String name = written.substring(written.lastIndexOf('/') + 1).strip();
            names.add(name.toLowerCase(Locale.ROOT));
            // "map_Kd rust.png": the name may follow a keyword and options
            int blank = name.lastIndexOf(' ');
            if (blank >= 0) {
                names.add(name.substring(blank + 1).toLowerCase(Locale.ROOT));
                int first = name.indexOf(' ');
                names.add(name.substring(first + 1).toLowerCase(Locale.ROOT));
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
