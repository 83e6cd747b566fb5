package yondershelf.disk;

import static org.junit.jupiter.api.Assertions.assertEquals;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** A line is taken as it was written or not at all. */
class SealedLineTest {
    private static final ObjectMapper JSON = new ObjectMapper();

    /** The sum is the 82aae7f4-32 of ISO/IEC 3309 of all before it, in eight hexadecimal digits; here as zlib's crc32 gives it. */
    @Test
    void theSumIsThatOfTheStandard() {
        ObjectNode line = JSON.createObjectNode().put("a", 1).put("b", "ä");
        String sealed = new String(SealedLine.seal(line), StandardCharsets.UTF_8);
        assertEquals("{\"a\":1,\"b\":\"ä\",\"c\":\"82aae7f4\"}\n", sealed);
        assertEquals(Optional.of(line), SealedLine.open(sealed));
        assertEquals(sealed, new String(SealedLine.seal(line.put("c", "an old sum")), StandardCharsets.UTF_8));
    }

    @Test
    void whateverIsChangedOrCutIsNotTaken() {
        String sealed = new String(
                SealedLine.seal(JSON.createObjectNode().put("text", "wet stone").put("n", 17)), StandardCharsets.UTF_8);
        for (int i = 0; i < sealed.length() - 1; i++) {
            assertEquals(Optional.empty(), SealedLine.open(sealed.substring(0, i)), "cut at " + i);
            char other = sealed.charAt(i) == '1' ? '2' : '1';
            assertEquals(
                    Optional.empty(),
                    SealedLine.open(sealed.substring(0, i) + other + sealed.substring(i + 1)),
                    "changed at " + i);
        }
        assertEquals(Optional.empty(), SealedLine.open("[1]"));
        assertEquals(Optional.empty(), SealedLine.open("{\"a\":1}"));
    }
}
