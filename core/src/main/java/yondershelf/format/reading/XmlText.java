package yondershelf.format.reading;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.Charset;
import java.nio.charset.IllegalCharsetNameException;
import java.nio.charset.StandardCharsets;
import java.nio.charset.UnsupportedCharsetException;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/**
 * XML without what leads out of the file, decoded before it is parsed (XML 1.0, appendix F): the parser prints its complaint about a broken
 * character where nobody asked for it. What cannot be decoded becomes U+FFFD.
 */
public final class XmlText {
    private static final int HEAD = 256;
    private static final Pattern DECLARED =
            Pattern.compile("^\\s*<\\?xml[^>]*encoding\\s*=\\s*[\"']([A-Za-z0-9._-]+)[\"']");

    private XmlText() {}

    public static XMLStreamReader reader(InputStream in) throws IOException, XMLStreamException {
        XMLInputFactory xml = XMLInputFactory.newFactory();
        xml.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        xml.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        BufferedInputStream whole = new BufferedInputStream(in);
        whole.mark(HEAD);
        byte[] head = whole.readNBytes(HEAD);
        whole.reset();
        int mark = markLength(head);
        whole.skipNBytes(mark);
        return xml.createXMLStreamReader(new InputStreamReader(whole, charset(head)));
    }

    private static int markLength(byte[] head) {
        if (begins(head, 0xEF, 0xBB, 0xBF)) {
            return 3;
        }
        return begins(head, 0xFE, 0xFF) || begins(head, 0xFF, 0xFE) ? 2 : 0;
    }

    private static Charset charset(byte[] head) {
        if (begins(head, 0xFE, 0xFF) || begins(head, 0, '<')) {
            return StandardCharsets.UTF_16BE;
        }
        if (begins(head, 0xFF, 0xFE) || begins(head, '<', 0)) {
            return StandardCharsets.UTF_16LE;
        }
        Matcher declared = DECLARED.matcher(new String(head, StandardCharsets.ISO_8859_1));
        try {
            return markLength(head) == 0 && declared.find()
                    ? Charset.forName(declared.group(1))
                    : StandardCharsets.UTF_8;
        } catch (IllegalCharsetNameException | UnsupportedCharsetException e) {
            return StandardCharsets.UTF_8;
        }
    }

    private static boolean begins(byte[] head, int... bytes) {
        if (head.length < bytes.length) {
            return false;
        }
        for (int i = 0; i < bytes.length; i++) {
            if ((head[i] & 0xff) != bytes[i]) {
                return false;
            }
        }
        return true;
    }
}
