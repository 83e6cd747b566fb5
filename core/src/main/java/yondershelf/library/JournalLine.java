package yondershelf.library;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.zip.CRC32;

/**
 * One edit as a journal holds it: docs/library-format.md.
 *
 * @param present false when a tag is taken away
 */
record JournalLine(Stamp stamp, String asset, String field, String text, boolean present) {
    private static final ObjectMapper JSON = new ObjectMapper();

    /** Empty for a line that is torn, damaged, or written by nobody who knows the format. */
    static Optional<JournalLine> parse(String line) {
        try {
            JsonNode node = JSON.readTree(line);
            JournalLine read = new JournalLine(
                    Stamp.parse(node.path("t").asText()),
                    node.path("a").asText(),
                    node.path("f").asText(),
                    node.path("v").asText(),
                    node.path("p").asBoolean(true));
            return node.path("c").asText().equals(read.check()) ? Optional.of(read) : Optional.empty();
        } catch (JsonProcessingException | IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    /** Without the line feed. */
    String written() {
        ObjectNode node = JSON.createObjectNode();
        node.put("t", stamp.text()).put("a", asset).put("f", field).put("v", text);
        if (!present) {
            node.put("p", false);
        }
        return node.put("c", check()).toString();
    }

    private String check() {
        CRC32 crc = new CRC32();
        String all = stamp.text() + "\0" + asset + "\0" + field + "\0" + text + "\0" + present;
        crc.update(all.getBytes(StandardCharsets.UTF_8));
        return String.format("%08x", crc.getValue());
    }

    /** What it speaks of: a field, or one tag. */
    String key() {
        return field.equals("tag") ? "tag:" + text : field;
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
