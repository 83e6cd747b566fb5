package yondershelf.mend;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import yondershelf.format.reading.FileType;
import yondershelf.library.Library;
import yondershelf.references.Reach;

/**
 * Which USD files of a library are made of which others: layers, references and payloads stand between at signs. These stand on
 * the shelf as things of their own, so nothing else keeps what they name. Looked for only when such a file is asked about.
 */
final class CompositionArcs {
    private static final Pattern NAMED = Pattern.compile("@([^@\\n]+\\.usd[acz]?)@", Pattern.CASE_INSENSITIVE);
    private static final long MOST_BYTES = 64L << 20;

    private final Library library;
    private @Nullable Map<String, Set<String>> written;

    CompositionArcs(Library library) {
        this.library = library;
    }

    private static boolean isUsd(String path) {
        return FileType.byName(path)
                .filter(t -> t == FileType.USDA || t == FileType.USDC || t == FileType.USDZ)
                .isPresent();
    }

    /** What a file names, as it is written there. */
    Set<String> references(String file) {
        return isUsd(file) ? all().getOrDefault(file, Set.of()) : Set.of();
    }

    /** Where that leads, below the root. */
    Set<String> targets(String file) {
        Set<String> out = new LinkedHashSet<>();
        references(file).forEach(r -> out.addAll(Reach.below(folder(file), r)));
        return out;
    }

    /** The files that name one. */
    Set<String> sources(String file) {
        Set<String> out = new LinkedHashSet<>();
        if (isUsd(file)) {
            all().keySet().stream().filter(s -> targets(s).contains(file)).forEach(out::add);
        }
        return out;
    }

    private Map<String, Set<String>> all() {
        Map<String, Set<String>> known = written;
        if (known == null) {
            Map<String, Set<String>> found = new LinkedHashMap<>();
            library.eachFile(path -> {
                if (isUsd(path)) {
                    Set<String> names = named(library.resolve(path));
                    if (!names.isEmpty()) {
                        found.put(path, names);
                    }
                }
            });
            written = found;
            known = found;
        }
        return known;
    }

    private static Set<String> named(Path file) {
        Set<String> out = new LinkedHashSet<>();
        try {
            if (Files.size(file) <= MOST_BYTES) {
                Matcher names = NAMED.matcher(new String(Files.readAllBytes(file), StandardCharsets.UTF_8));
                while (names.find()) {
                    out.add(names.group(1));
                }
            }
        } catch (IOException e) {
            // one that cannot be read now cannot be rewritten either, and is told then
            return out;
        }
        return out;
    }

    private static String folder(String path) {
        int slash = path.lastIndexOf('/');
        return slash < 0 ? "" : path.substring(0, slash);
    }
}
