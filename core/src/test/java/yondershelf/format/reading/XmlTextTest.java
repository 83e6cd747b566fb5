package yondershelf.format.reading;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.List;
import javax.xml.stream.XMLStreamReader;
import org.junit.jupiter.api.Test;

/** XML 1.0, appendix F: documents in each encoding they may come in, with a mark or without; broken ones are nobody's outcry. */
class XmlTextTest {
    private static final String TEXT = "<a name=\"Stühle\"/>";

    private static String name(byte[] bytes) throws Exception {
        XMLStreamReader reader = XmlText.reader(new ByteArrayInputStream(bytes));
        reader.nextTag();
        return reader.getAttributeValue(null, "name");
    }

    private static byte[] marked(String text, Charset charset) {
        return ("\uFEFF" + text).getBytes(charset);
    }

    @Test
    void eachEncodingIsRead() throws Exception {
        for (byte[] bytes : List.of(
                TEXT.getBytes(StandardCharsets.UTF_8),
                marked(TEXT, StandardCharsets.UTF_8),
                marked(TEXT, StandardCharsets.UTF_16BE),
                marked(TEXT, StandardCharsets.UTF_16LE),
                ("<?xml version=\"1.0\" encoding='UTF-16'?>" + TEXT).getBytes(StandardCharsets.UTF_16BE),
                ("<?xml version=\"1.0\" encoding='UTF-16'?>" + TEXT).getBytes(StandardCharsets.UTF_16LE),
                ("<?xml version=\"1.0\" encoding=\"ISO-8859-1\"?>" + TEXT).getBytes(StandardCharsets.ISO_8859_1),
                ("<?xml version=\"1.0\" encoding=\"none of this world\"?>" + TEXT).getBytes(StandardCharsets.UTF_8))) {
            assertEquals("Stühle", name(bytes));
        }
    }

    @Test
    void brokenCharactersAreReadAsSuchWithoutAWord() throws Exception {
        ByteArrayOutputStream said = new ByteArrayOutputStream();
        PrintStream before = System.err;
        System.setErr(new PrintStream(said, true, StandardCharsets.UTF_8));
        try {
            assertEquals("St\uFFFDhle", name(TEXT.getBytes(StandardCharsets.ISO_8859_1)));
        } finally {
            System.setErr(before);
        }
        assertEquals("", said.toString(StandardCharsets.UTF_8));
    }
}
