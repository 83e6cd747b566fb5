package yondershelf.credits;

import com.adobe.internal.xmp.XMPConst;
import com.adobe.internal.xmp.XMPException;
import com.adobe.internal.xmp.XMPMeta;
import com.adobe.internal.xmp.XMPMetaFactory;
import com.adobe.internal.xmp.options.ParseOptions;
import com.adobe.internal.xmp.properties.XMPProperty;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.Set;

/** An XMP packet, found by its markers as its standard lets readers do that do not know the format around it (ISO 16684-1, 7.3 and annex A). */
final class XmpPacket {
    private static final byte[] BEGIN = "<x:xmpmeta".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] END = "</x:xmpmeta>".getBytes(StandardCharsets.US_ASCII);
    private static final String LICENCES = "http://creativecommons.org/ns#";

    private XmpPacket() {}

    /** Nothing when there is none, or one that is no sound XML. */
    static Credit read(byte[] bytes, String from) {
        int begin = indexOf(bytes, BEGIN, 0);
        int end = begin < 0 ? -1 : indexOf(bytes, END, begin);
        if (end < 0) {
            return Credit.NONE;
        }
        try {
            // the library looks only for what it has heard of
            XMPMetaFactory.getSchemaRegistry().registerNamespace(LICENCES, "cc");
            XMPMeta meta = XMPMetaFactory.parseFromBuffer(
                    Arrays.copyOfRange(bytes, begin, end + END.length), new ParseOptions().setDisallowDoctype(true));
            String rights = all(meta, XMPConst.NS_DC, "rights") + "\n" + all(meta, XMPConst.NS_XMP_RIGHTS, "UsageTerms")
                    + "\n" + all(meta, XMPConst.NS_XMP_RIGHTS, "WebStatement");
            Credit named = new Credit(
                    CreditText.name(all(meta, XMPConst.NS_DC, "creator")),
                    CreditText.licence(all(meta, LICENCES, "license")),
                    from);
            return named.or(CreditText.read(rights, from));
        } catch (XMPException e) {
            // broken, or no packet at all: it says nothing
            return Credit.NONE;
        }
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

    private static String all(XMPMeta meta, String namespace, String name) throws XMPException {
        XMPProperty property = meta.getProperty(namespace, name);
        if (property == null) {
            return "";
        }
        if (!property.getOptions().isArray()) {
            return String.valueOf(property.getValue()).strip();
        }
        Set<String> out = new LinkedHashSet<>();
        // counted from 1 (ISO 16684-1)
        for (int i = 1; i <= meta.countArrayItems(namespace, name); i++) {
            out.add(meta.getArrayItem(namespace, name, i).getValue().strip());
        }
        out.remove("");
        return String.join(", ", out);
    }
}
