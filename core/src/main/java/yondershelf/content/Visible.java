package yondershelf.content;

/**
 * Text from files made safe to show: control characters could steer a terminal, and marks that turn the direction of writing
 * could make one file name look like another (Unicode Technical Report 36, 3.3).
 */
public final class Visible {
    private Visible() {}

    /** The same text with such characters written out: {@code \x1B}, {@code \\u202E}. */
    public static String text(String raw) {
        StringBuilder out = null;
        for (int i = 0; i < raw.length(); i++) {
            char c = raw.charAt(i);
            boolean hidden = Character.isISOControl(c) || isDirection(c) || c == '\u2028' || c == '\u2029';
            if (hidden && out == null) {
                out = new StringBuilder(raw.substring(0, i));
            }
            if (out != null) {
                out.append(
                        hidden
                                ? (c < 0x100 ? String.format("\\x%02X", (int) c) : String.format("\\u%04X", (int) c))
                                : c);
            }
        }
        return out == null ? raw : out.toString();
    }

    private static boolean isDirection(char c) {
        return c == '\u061C'
                || c == '\u200E'
                || c == '\u200F'
                || c >= '\u202A' && c <= '\u202E'
                || c >= '\u2066' && c <= '\u2069';
    }
}
