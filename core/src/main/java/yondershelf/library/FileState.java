package yondershelf.library;

import java.util.Arrays;
import java.util.List;

/** Size and time of a file as text, to see cheaply whether it may have changed: {@code <bytes>@<millis>}, or {@code gone}. */
final class FileState {
    static final String GONE = "gone";
    private static final String NAMES = "#";

    private FileState() {}

    /** -1 for a file that is gone. */
    static long size(String state) {
        int at = state.indexOf('@');
        return at < 0 ? -1 : Long.parseLong(state.substring(0, at));
    }

    /** The states an asset's key is made of, in the order of its files. */
    static List<String> split(String key) {
        return Arrays.stream(key.split("\\|")).filter(s -> !s.startsWith(NAMES)).toList();
    }

    /**
     * The key of an asset.
     *
     * @param paths of its files; what else than the first is called counts too, as others name them
     */
    static String join(List<String> states, List<String> paths) {
        String key = String.join("|", states) + "|";
        if (paths.size() < 2) {
            return key;
        }
        StringBuilder names = new StringBuilder();
        for (String path : paths.subList(1, paths.size())) {
            names.append(path, path.lastIndexOf('/') + 1, path.length()).append('\0');
        }
        return key + NAMES + Integer.toHexString(names.toString().hashCode()) + "|";
    }
}
