package yondershelf.references;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import java.util.Optional;

/** Bytes written as {@code %20} in references (RFC 3986, 2.1), of UTF-8 texts. Everyone here who meets one asks this class. */
public final class PercentCode {
    /** Unreserved letters, what a segment of a path may hold besides (RFC 3986, 3.3), and the separator. */
    private static final String PLAIN = "-._~!$&'()*+,;=@/";

    private PercentCode() {}

    /** The text meant, decoded once; empty when there is no such code in it, or a broken one. */
    public static Optional<String> decoded(String text) {
        if (text.indexOf('%') < 0) {
            return Optional.empty();
        }
        byte[] in = text.getBytes(StandardCharsets.UTF_8);
        ByteArrayOutputStream out = new ByteArrayOutputStream(in.length);
        for (int i = 0; i < in.length; i++) {
            if (in[i] != '%') {
                out.write(in[i]);
            } else if (i + 2 < in.length && HexFormat.isHexDigit(in[i + 1]) && HexFormat.isHexDigit(in[i + 2])) {
                out.write(HexFormat.fromHexDigits(text(in, i + 1)));
                i += 2;
            } else {
                return Optional.empty();
            }
        }
        return Optional.of(out.toString(StandardCharsets.UTF_8));
    }

    private static String text(byte[] in, int at) {
        return new String(in, at, 2, StandardCharsets.US_ASCII);
    }

    /**
     * A path as an IRI reference has to write it, as glTF and COLLADA ask for (RFC 3987: letters beyond ASCII stay): decoding gives
     * the path again.
     */
    public static String encoded(String path) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < path.length(); i++) {
            char c = path.charAt(i);
            boolean letter = c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '0' && c <= '9';
            if (letter || c >= 128 || PLAIN.indexOf(c) >= 0) {
                out.append(c);
            } else {
                out.append('%').append(HexFormat.of().withUpperCase().toHexDigits((byte) c));
            }
        }
        return out.toString();
    }
}
