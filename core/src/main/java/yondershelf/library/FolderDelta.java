package yondershelf.library;

import java.util.ArrayList;
import java.util.List;

/**
 * What changed in one folder between two looks.
 *
 * @param folder below the root, {@code /}-separated
 */
record FolderDelta(String folder, Listing before, Listing now) {

    String path(String name) {
        return folder.isEmpty() ? name : folder + "/" + name;
    }

    /** Paths of files that are new or other than they were. */
    List<String> fresh() {
        List<String> out = new ArrayList<>();
        now.files().forEach((name, seen) -> {
            if (!seen.equals(before.files().get(name))) {
                out.add(path(name));
            }
        });
        return out;
    }

    /** Paths of files that are there no more. */
    List<String> gone() {
        List<String> out = new ArrayList<>();
        before.files().keySet().forEach(name -> {
            if (!now.files().containsKey(name)) {
                out.add(path(name));
            }
        });
        return out;
    }
}
