package yondershelf.sorting;

import java.io.IOException;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import org.jspecify.annotations.Nullable;
import yondershelf.format.Formats;
import yondershelf.words.Phrase;

/** Which files and folders count, wherever one looks. */
public final class PathFilter {
    private PathFilter() {}

    /** True for what is passed over in silence: hidden things, and what systems leave behind. */
    public static boolean isHidden(String name) {
        return name.startsWith(".") || name.equals("Thumbs.db");
    }

    /** Why a file cannot be looked at, as a clause; null for one that can. */
    public static @Nullable String closed(Path file, String name, BasicFileAttributes is) {
        if (is.isSymbolicLink()) {
            return Phrase.of("sorting.it-is-a-link-which");
        }
        if (!is.isRegularFile()) {
            return Phrase.of("sorting.it-is-no-plain-file");
        }
        // bytes that are no UTF-8 cannot be written in a journal, a scene or a search line
        return isPlain(name) || file.resolveSibling(name).equals(file) ? null : Phrase.of("sorting.its-name-is-not-in");
    }

    private static boolean isPlain(String name) {
        for (int i = 0; i < name.length(); i++) {
            if (name.charAt(i) >= 128) {
                return false;
            }
        }
        return name.indexOf('?') < 0;
    }

    /** Why a folder or file could not be entered, as a clause. */
    public static String closed(Path path, IOException e) {
        return Formats.problem(path, e).cause().replace("read it", "enter it");
    }
}
