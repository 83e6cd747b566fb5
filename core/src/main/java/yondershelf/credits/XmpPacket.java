package yondershelf.credits;

import java.io.ByteArrayInputStream;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.Map;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** An XMP packet, found by its markers as its standard lets readers do that do not know the format around it (ISO 16684-1, 7.3 and annex A). */
final class XmpPacket {
    private static final byte[] BEGIN = "<x:xmpmeta".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] END = "</x:xmpmeta>".getBytes(StandardCharsets.US_ASCII);
    private static final String DC = "http://purl.org/dc/elements/1.1/";
    private static final String RIGHTS = "http://ns.adobe.com/xap/1.0/rights/";
    private static final String RDF = "http://www.w3.org/1999/02/22-rdf-syntax-ns#";
    private static final String LICENCES = "http://creativecommons.org/ns#";

    private final Map<String, String> said = new HashMap<>();

    private XmpPacket() {}

    /** Nothing when there is none, or one that is no sound XML. */
    static Credit read(byte[] bytes, String from) {
        int begin = indexOf(bytes, BEGIN, 0);
        int end = begin < 0 ? -1 : indexOf(bytes, END, begin);
        if (end < 0) {
            return Credit.NONE;
        }
        XmpPacket packet = new XmpPacket();
        try {
            packet.parse(new ByteArrayInputStream(bytes, begin, end + END.length - begin));
        } catch (XMLStreamException e) {
            return Credit.NONE;
        }
        String rights = packet.said.getOrDefault("rights", "") + "\n" + packet.said.getOrDefault("terms", "") + "\n"
                + packet.said.getOrDefault("statement", "");
        Credit told = CreditText.read(rights, from);
        Credit named = new Credit(
                CreditText.name(packet.said.getOrDefault("creator", "")),
                CreditText.licence(packet.said.getOrDefault("licence", "")),
                from);
        return named.or(told);
    }

    private static int indexOf(byte[] all, byte[] some, int from) {
        for (int i = from; i + some.length <= all.length; i++) {
            int k = 0;
            while (k < some.length && all[i + k] == some[k]) {
                k++;
            }
            if (k == some.length) {
                return i;
            }
        }
        return -1;
    }

    private void parse(ByteArrayInputStream in) throws XMLStreamException {
        XMLInputFactory factory = XMLInputFactory.newFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        XMLStreamReader xml = factory.createXMLStreamReader(
                // decoded here: the parser prints its complaint about a broken character
                new InputStreamReader(in, StandardCharsets.UTF_8));
        Deque<String> inside = new ArrayDeque<>();
        try {
            while (xml.hasNext()) {
                switch (xml.next()) {
                    case XMLStreamConstants.START_ELEMENT -> {
                        String key = key(xml.getNamespaceURI(), xml.getLocalName());
                        // a property, or a value in a list of one
                        inside.push(key.isEmpty() && !inside.isEmpty() ? inside.peek() : key);
                        attributes(xml, inside.peek());
                    }
                    case XMLStreamConstants.END_ELEMENT -> inside.pop();
                    case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA -> say(inside.peek(), xml.getText());
                    default -> {}
                }
            }
        } finally {
            xml.close();
        }
    }

    /** Simple properties may be attributes of their description, links attributes of their own element. */
    private void attributes(XMLStreamReader xml, String inside) {
        for (int i = 0; i < xml.getAttributeCount(); i++) {
            String namespace = xml.getAttributeNamespace(i);
            boolean link = RDF.equals(namespace) && xml.getAttributeLocalName(i).equals("resource");
            say(link ? inside : key(namespace, xml.getAttributeLocalName(i)), xml.getAttributeValue(i));
        }
    }

    private static String key(@org.jspecify.annotations.Nullable String namespace, String name) {
        if (DC.equals(namespace)) {
            return name.equals("creator") ? "creator" : name.equals("rights") ? "rights" : "";
        }
        if (RIGHTS.equals(namespace)) {
            return name.equals("UsageTerms") ? "terms" : name.equals("WebStatement") ? "statement" : "";
        }
        return LICENCES.equals(namespace) && name.equals("license") ? "licence" : "";
    }

    private void say(@org.jspecify.annotations.Nullable String key, String text) {
        if (key != null && !key.isEmpty() && !text.isBlank()) {
            said.merge(key, text.strip(), (a, b) -> a.equals(b) ? a : a + ", " + b);
        }
    }
}
