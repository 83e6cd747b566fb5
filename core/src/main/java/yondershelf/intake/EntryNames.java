package yondershelf.intake;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;

/**
 * Names in ZIP archives. UTF-8 where the entry says so, by its flag or by its Unicode extra field (APPNOTE 6.3.10, 4.4.4 bit 11
 * and 4.6.9); else the archive's one code page, guessed from all its names together: UTF-8 where they are sound UTF-8, GBK or
 * Shift JIS where their bytes pair up as common characters of these do, and IBM 437, the format's own default, otherwise.
 */
final class EntryNames {
    private static final Charset IBM437 = Charset.forName("IBM437");

    private final Charset guessed;

    private EntryNames(Charset guessed) {
        this.guessed = guessed;
    }

    static EntryNames of(List<ZipArchiveEntry> entries) {
        List<byte[]> names = entries.stream()
                .filter(e -> !isUnicode(e))
                .map(ZipArchiveEntry::getRawName)
                .filter(n -> n != null)
                .toList();
        return new EntryNames(guess(names));
    }

    private static boolean isUnicode(ZipArchiveEntry entry) {
        return entry.getNameSource() != ZipArchiveEntry.NameSource.NAME
                || entry.getGeneralPurposeBit().usesUTF8ForNames();
    }

    String name(ZipArchiveEntry entry) {
        byte[] raw = entry.getRawName();
        return raw == null || isUnicode(entry) ? entry.getName() : new String(raw, guessed);
    }

    /** An archive's name without its ending, which may be of two words. */
    static String stem(String name) {
        String out = name.replaceFirst("(?i)(\\.tar|\\.part[0-9]+)?\\.[^.]+$", "");
        return out.isEmpty() ? name + " unpacked" : out;
    }

    private static Charset guess(List<byte[]> names) {
        if (names.stream().allMatch(n -> isSound(n, StandardCharsets.UTF_8))) {
            return StandardCharsets.UTF_8;
        }
        int gbk = common(names, 0xB0, 0xF7, 0xA1);
        int japanese = common(names, 0x82, 0x9F, 0x40);
        int odd = names.stream().mapToInt(EntryNames::high).sum();
        Charset gbkSet = Charset.forName("GBK");
        if (gbk * 2 >= odd && gbk >= japanese && names.stream().allMatch(n -> isSound(n, gbkSet))) {
            return gbkSet;
        }
        Charset japaneseSet = Charset.forName("Shift_JIS");
        if (japanese * 2 >= odd && names.stream().allMatch(n -> isSound(n, japaneseSet))) {
            return japaneseSet;
        }
        return IBM437;
    }

    private static boolean isSound(byte[] name, Charset charset) {
        try {
            charset.newDecoder()
                    .onMalformedInput(CodingErrorAction.REPORT)
                    .onUnmappableCharacter(CodingErrorAction.REPORT)
                    .decode(ByteBuffer.wrap(name));
            return true;
        } catch (CharacterCodingException e) {
            return false;
        }
    }

    private static int high(byte[] name) {
        int n = 0;
        for (byte b : name) {
            n += b < 0 ? 1 : 0;
        }
        return n;
    }

    /** Pairs whose lead byte lies in the rows of common characters and whose trail byte is possible there. */
    private static int common(List<byte[]> names, int from, int to, int leastTrail) {
        int pairs = 0;
        for (byte[] name : names) {
            for (int i = 0; i + 1 < name.length; i++) {
                int lead = name[i] & 0xff;
                if (lead >= 0x80) {
                    int trail = name[i + 1] & 0xff;
                    pairs += lead >= from && lead <= to && trail >= leastTrail ? 1 : 0;
                    i++;
                }
            }
        }
        return pairs;
    }
}
