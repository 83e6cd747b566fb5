package yondershelf.disk;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.zip.CRC32;

/** One JSON object a line, closed by a checksum over all that stands before it: {@code {...,"c":"1a2b3c4d"}}. */
public final class SealedLine {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final String SEAL = "c";

    private SealedLine() {}

    /** The line with its checksum and line feed, as UTF-8. */
    public static byte[] seal(ObjectNode line) {
        ObjectNode sealed = line.deepCopy();
        sealed.remove(SEAL);
        sealed.put(SEAL, sum(sealed));
        return (sealed + "\n").getBytes(StandardCharsets.UTF_8);
    }

    /** The object of a line; empty when it is torn or its checksum does not fit. */
    public static Optional<ObjectNode> open(String line) {
        try {
            JsonNode read = JSON.readTree(line);
            if (!(read instanceof ObjectNode node)) {
                return Optional.empty();
            }
            String seal = node.path(SEAL).asText();
            node.remove(SEAL);
            return seal.equals(sum(node)) ? Optional.of(node) : Optional.empty();
        } catch (JsonProcessingException e) {
            return Optional.empty();
        }
    }

    private static String sum(ObjectNode node) {
        CRC32 crc = new CRC32();
        crc.update(node.toString().getBytes(StandardCharsets.UTF_8));
        return String.format("%08x", crc.getValue());
    }
}
