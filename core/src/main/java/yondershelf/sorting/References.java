package yondershelf.sorting;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashSet;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import yondershelf.format.FileType;

/** File names that a model file mentions, found by looking through its bytes: quick, and enough to tell companions. */
final class References {
    private static final int MOST_BYTES = 64 << 20;
    private static final Pattern NAME = Pattern.compile(
            "([^\"'<>|?*\\x00-\\x1f]{0,200}?[^\"'<>|?*/\\\\\\x00-\\x1f]\\.(?:png|jpe?g|tga|tiff?|bmp|psd|webp|exr|hdr|bin|mtl))(?![A-Za-z0-9])",
            Pattern.CASE_INSENSITIVE);

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
        String text;
        try {
            if (!Files.isRegularFile(file) || Files.size(file) > MOST_BYTES) {
                return;
            }
            text = new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1);
        } catch (IOException e) {
            return; // reading the model will tell the reason
        }
        Matcher matcher = NAME.matcher(text);
        while (matcher.find()) {
            String written = new String(matcher.group(1).getBytes(StandardCharsets.ISO_8859_1), StandardCharsets.UTF_8)
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
}
