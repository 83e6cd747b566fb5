package yondershelf.format;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;

/** The data window of an OpenEXR file from its first header (OpenEXR File Layout), without native code. */
final class ExrHeaderSize {
    private ExrHeaderSize() {}

    static ContentReader.PictureSize measure(String name, byte[] bytes) throws ProblemException {
        ByteBuffer in = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
        try {
            in.position(8);
            while (true) {
                String attribute = text(in);
                if (attribute.isEmpty()) {
                    break;
                }
                text(in);
                int size = in.getInt();
                if (attribute.equals("dataWindow") && size == 16) {
                    int x0 = in.getInt();
                    int y0 = in.getInt();
                    return new ContentReader.PictureSize(in.getInt() - x0 + 1, in.getInt() - y0 + 1);
                }
                in.position(in.position() + size);
            }
        } catch (RuntimeException e) {
            throw Problem.of(name, "the file is cut short in its header").raise(e);
        }
        throw Problem.of(name, "the OpenEXR header names no size").raise();
    }

    private static String text(ByteBuffer in) {
        int start = in.position();
        while (in.get() != 0) {
            if (in.position() - start > 255) {
                throw new IllegalStateException("a name without an end");
            }
        }
        return new String(in.array(), start, in.position() - 1 - start, StandardCharsets.ISO_8859_1);
    }
}
