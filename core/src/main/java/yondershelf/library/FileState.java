package yondershelf.library;

import java.util.List;

/** Size and time of a file as text, to see cheaply whether it may have changed: {@code <bytes>@<millis>}, or {@code gone}. */
final class FileState {
    static final String GONE = "gone";

    private FileState() {}

    /** -1 for a file that is gone. */
    static long size(String state) {
        int at = state.indexOf('@');
        return at < 0 ? -1 : Long.parseLong(state.substring(0, at));
    }

    /** The states an asset's key is made of, in the order of its files. */
    static List<String> split(String key) {
        return List.of(key.split("\\|"));
    }

    static String join(List<String> states) {
        return String.join("|", states) + "|";
    }
}
