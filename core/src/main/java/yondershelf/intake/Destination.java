package yondershelf.intake;

import java.nio.file.Path;
import java.util.List;

/**
 * Where the files of something that came lie, and where they go.
 *
 * @param root the folder its files lie below now
 * @param base where that folder's content goes, below the library's root
 * @param dropped folders below {@code root} that are left out on the way, longest first
 */
public record Destination(Path root, String base, List<String> dropped) {
    public Destination {
        dropped = List.copyOf(dropped);
    }

    Destination(Path root, String base) {
        this(root, base, List.of());
    }

    /** Where a file comes to lie below the base. */
    public String below(String path) {
        String out = path;
        for (String level : dropped) {
            if (out.startsWith(level + "/")) {
                // the longest first: what is above it is still as it was
                out = IntakePlan.joined(IntakePlan.parent(level), out.substring(level.length() + 1));
            }
        }
        return out;
    }

    /** Where a folder comes to lie below the base. */
    public String belowFolder(String folder) {
        return IntakePlan.parent(below(joinedStep(folder)));
    }

    private static String joinedStep(String folder) {
        return folder.isEmpty() ? "x" : folder + "/x";
    }
}
