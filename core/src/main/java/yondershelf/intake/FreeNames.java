package yondershelf.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.text.Normalizer;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import yondershelf.library.Library;

/**
 * Finds names under which nothing is written over: neither a file of the library, nor another one that comes with it. Names
 * that differ only in case or in their Unicode form count as one, because on other systems they are.
 */
final class FreeNames {
    private static final int MOST_TRIES = 10_000;

    private final Library library;
    private final Brought brought;
    private final boolean replacing;
    /** What comes, by its folded target: the file it comes from. */
    private final Map<String, Path> claimed = new HashMap<>();
    /** Folded names in a folder of the library, by the folder. */
    private final Map<Path, Map<String, Path>> there = new HashMap<>();

    /** @param replacing true when files of the library may be replaced by others of their name */
    FreeNames(Library library, Brought brought, boolean replacing) {
        this.replacing = replacing;
        this.library = library;
        this.brought = brought;
    }

    private static String folded(String path) {
        return Normalizer.normalize(path, Normalizer.Form.NFC).toLowerCase(Locale.ROOT);
    }

    /**
     * A base under which all files are free, and claims them.
     *
     * @param files below the base: where each comes from
     */
    String free(String wanted, Map<String, Path> files) {
        String candidate = wanted;
        for (int n = 2; n < MOST_TRIES && clashes(candidate, files); n++) {
            candidate = (wanted.isEmpty() ? "taken in" : wanted) + " " + n;
        }
        for (Map.Entry<String, Path> file : files.entrySet()) {
            claimed.put(folded(IntakePlan.joined(candidate, file.getKey())), file.getValue());
        }
        return candidate;
    }

    /** For items already planned: where each base's items go by now. */
    Map<String, String> free(List<PlanItem> items) {
        Map<String, Map<String, Path>> byBase = new LinkedHashMap<>();
        for (PlanItem item : items) {
            Map<String, Path> files = byBase.computeIfAbsent(item.base(), k -> new LinkedHashMap<>());
            item.files().forEach(f -> files.put(item.placing().below(f.path()), item.at(f)));
        }
        Map<String, String> out = new HashMap<>();
        byBase.forEach((base, files) -> out.put(base, free(base, files)));
        return out;
    }

    /** True when a file of the library has that path and other bytes. */
    boolean isReplaced(String path, Path by) {
        Path present = replacing ? present(path) : null;
        return present != null && !present.equals(by) && !brought.isSame(present, by);
    }

    private boolean clashes(String base, Map<String, Path> files) {
        for (Map.Entry<String, Path> file : files.entrySet()) {
            String path = IntakePlan.joined(base, file.getKey());
            Path other = claimed.get(folded(path));
            if (other != null && !other.equals(file.getValue())) {
                return true;
            }
            Path present = present(path);
            if (!replacing && present != null && !brought.isSame(present, file.getValue())) {
                return true;
            }
        }
        return false;
    }

    /** What has that path in the library, folders of another case on the way to it included; null when nothing has. */
    private @Nullable Path present(String path) {
        Path at = library.root();
        for (String step : path.split("/")) {
            Path next = at.resolve(step);
            if (!Files.exists(next)) {
                next = there.computeIfAbsent(at, FreeNames::names).get(folded(step));
            }
            if (next == null) {
                return null;
            }
            at = next;
        }
        return at;
    }

    private static Map<String, Path> names(Path folder) {
        Map<String, Path> out = new HashMap<>();
        if (Files.isDirectory(folder)) {
            try (Stream<Path> list = Files.list(folder)) {
                list.forEach(f -> out.put(folded(String.valueOf(f.getFileName())), f));
            } catch (IOException e) {
                // then nothing can be written there either, which taking will say
                return out;
            }
        }
        return out;
    }
}
