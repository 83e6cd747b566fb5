package yondershelf.format.picture;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** The attributes of one header of an OpenEXR file, where they stand in it (OpenEXR File Layout), without native code. */
final class ExrAttributes {
    /** Magic number and version. */
    static final int FIRST = 8;

    private static final int LONGEST_NAME = 255;

    /** Where a value is and of how many bytes. */
    record Value(int at, int size) {}

    private final Map<String, Value> values = new LinkedHashMap<>();
    private final ByteBuffer file;
    private int end;

    /**
     * Reads a header.
     *
     * @param file little-endian
     * @throws IndexOutOfBoundsException for one that is cut short
     */
    ExrAttributes(ByteBuffer file, int at) {
        this.file = file;
        end = at;
        while (true) {
            String name = text();
            if (name.isEmpty()) {
                return;
            }
            text();
            int size = file.getInt(end);
            if (size < 0 || size > file.limit() - end - 4) {
                throw new IndexOutOfBoundsException(name);
            }
            values.put(name, new Value(end + 4, size));
            end += 4 + size;
        }
    }

    private String text() {
        String text = text(file, end);
        end += text.length() + 1;
        return text;
    }

    /** What stands before a zero byte. */
    static String text(ByteBuffer file, int at) {
        int end = at;
        while (file.get(end) != 0) {
            if (end++ - at > LONGEST_NAME) {
                throw new IndexOutOfBoundsException("a name without an end");
            }
        }
        byte[] name = new byte[end - at];
        file.get(at, name);
        return new String(name, StandardCharsets.ISO_8859_1);
    }

    /** One that has at least so many bytes, or null. */
    @Nullable
    Value get(String name, int size) {
        Value value = values.get(name);
        return value == null || value.size < size ? null : value;
    }

    /** Where the header ends. */
    int end() {
        return end;
    }
}
