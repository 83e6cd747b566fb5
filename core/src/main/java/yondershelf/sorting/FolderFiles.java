package yondershelf.sorting;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * The files below a folder, paths relative to it and separated by {@code /}; hidden ones and this program's own data are left
 * out.
 *
 * @param closed folders and files that could not be entered or looked at, with reasons
 */
public record FolderFiles(List<String> paths, List<Sorted.Skipped> closed) {
    public FolderFiles {
        paths = List.copyOf(paths);
        closed = List.copyOf(closed);
    }

    /** True for a path that is left out: of a hidden file, or below a hidden folder. */
    public static boolean isHidden(String path) {
        int name = path.lastIndexOf('/') + 1;
        return path.startsWith(".") && name > 0
                || path.substring(0, name).contains("/.")
                || PathFilter.isHidden(path.substring(name));
    }

    /** A path below another with {@code /} between its steps, whatever the system; a backslash within a name stays. */
    public static String relative(Path root, Path file) {
        List<String> steps = new ArrayList<>();
        root.relativize(file).forEach(step -> steps.add(step.toString()));
        return String.join("/", steps);
    }
}
