package yondershelf.library;

/**
 * What an asset is made of: where its content lies, apart from who it is and what it is called.
 *
 * @param file that names it, below the library's root, {@code /}-separated
 * @param node inside the file; empty for all of it
 * @param version as the file's name tells it; empty when it tells none
 * @param detail level of detail, 0 the finest
 */
public record Locator(String file, String node, String version, int detail) {

    /** All of a file. */
    public static Locator of(String file) {
        return new Locator(file, "", "", 0);
    }

    /** {@code props.glb} or {@code props.glb#Lantern}. */
    public String text() {
        return node.isEmpty() ? file : file + "#" + node;
    }
}
