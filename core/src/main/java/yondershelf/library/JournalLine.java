package yondershelf.library;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import java.util.Optional;
import java.util.zip.CRC32;

/**
 * One edit as a journal holds it: docs/library-format.md.
 *
 * @param present false when a tag is taken away
 */
record JournalLine(Stamp stamp, String asset, String field, String text, boolean present) {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final JsonFactory FACTORY = JSON.getFactory();
    private static final String TAG = "tag";

    /** The same as {@link #parse(String)}, at a fraction of the cost for lines as this program writes them. */
    static Optional<JournalLine> parse(byte[] bytes, int from, int to) {
        JournalLine plain = PlainLine.parse(bytes, from, to);
        return plain != null ? Optional.of(plain) : parse(new String(bytes, from, to - from, StandardCharsets.UTF_8));
    }

    /** Empty for a line that is torn, damaged, or written by nobody who knows the format. */
    static Optional<JournalLine> parse(String line) {
        String stamp = "";
        String asset = "";
        String field = "";
        String text = "";
        String check = "";
        boolean present = true;
        try (JsonParser parser = FACTORY.createParser(line)) {
            if (parser.nextToken() != JsonToken.START_OBJECT) {
                return Optional.empty();
            }
            for (String name = parser.nextFieldName(); name != null; name = parser.nextFieldName()) {
                JsonToken value = parser.nextToken();
                switch (name) {
                    case "t" -> stamp = parser.getText();
                    case "a" -> asset = parser.getText();
                    case "f" -> field = parser.getText();
                    case "v" -> text = parser.getText();
                    case "c" -> check = parser.getText();
                    case "p" -> present = value != JsonToken.VALUE_FALSE;
                    default -> parser.skipChildren();
                }
            }
            JournalLine read = new JournalLine(Stamp.parse(stamp), asset, known(field), text, present);
            return parser.currentToken() == JsonToken.END_OBJECT && check.equals(read.check(stamp))
                    ? Optional.of(read)
                    : Optional.empty();
        } catch (IOException | IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    /** One object for all the lines that speak of the usual fields. */
    static String known(String field) {
        return field.equals(TAG) ? TAG : field.intern();
    }

    /** Without the line feed. */
    String written() {
        ObjectNode node = JSON.createObjectNode();
        node.put("t", stamp.text()).put("a", asset).put("f", field).put("v", text);
        if (!present) {
            node.put("p", false);
        }
        return node.put("c", check(stamp.text())).toString();
    }

    private String check(String stampText) {
        CRC32 crc = new CRC32();
        String all = stampText + "\0" + asset + "\0" + field + "\0" + text + "\0" + present;
        crc.update(all.getBytes(StandardCharsets.UTF_8));
        return HexFormat.of().toHexDigits((int) crc.getValue());
    }

    /** What it speaks of: a field, or one tag. */
    String key() {
        return field.equals(TAG) ? "tag:" + text : field;
    }

    /** True when both say the same of whatever they speak of. */
    boolean saysTheSame(JournalLine other) {
        return text.equals(other.text) && present == other.present;
    }

    /**
     * True when this line wins over another one that speaks of the same. A total order whatever file a line came from: were
     * two ever to bear one stamp, their content decides.
     */
    boolean winsOver(JournalLine other) {
        int byStamp = stamp.compareTo(other.stamp);
        int byText = byStamp != 0 ? byStamp : text.compareTo(other.text);
        return byText != 0 ? byText > 0 : Boolean.compare(present, other.present) >= 0;
    }
}
