package yondershelf.search;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.ibm.icu.lang.UCharacter;
import com.ibm.icu.text.Normalizer2;
import java.lang.Character.UnicodeScript;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Folding against the Unicode data of ICU4J: normalisation form NFKD (UAX #15) and case folding (CaseFolding.txt). */
class FoldingTest {
    private static final char IOTA_BELOW = 0x345;
    private static final Normalizer2 NFKD = Normalizer2.getNFKDInstance();

    private static boolean isMark(int c) {
        int type = UCharacter.getType(c);
        return type == Character.NON_SPACING_MARK
                || type == Character.ENCLOSING_MARK
                || type == Character.COMBINING_SPACING_MARK;
    }

    /** NFKD without marks, by ICU, until nothing changes. */
    private static String plain(String text) {
        StringBuilder out = new StringBuilder();
        NFKD.normalize(text).codePoints().filter(c -> !isMark(c)).forEach(out::appendCodePoint);
        return out.toString();
    }

    @Test
    void lettersThatDifferOnlyInCaseAreTheSame() {
        List<String> differ = new ArrayList<>();
        int pairs = 0;
        for (int c = 0; c <= Character.MAX_CODE_POINT; c++) {
            if (!UCharacter.isDefined(c) || !Character.isDefined(c) || c >= 0xd800 && c < 0xe000) {
                continue;
            }
            String one = Character.toString(c);
            String folded = UCharacter.foldCase(one, true);
            // the iota below is a mark, which goes whatever case folding makes of it
            if (folded.equals(one) || NFKD.normalize(one).indexOf(IOTA_BELOW) >= 0) {
                continue;
            }
            pairs++;
            if (!Folding.fold(one).equals(Folding.fold(folded))) {
                differ.add(Integer.toHexString(c) + " " + one + " " + Folding.fold(one) + " " + Folding.fold(folded));
            }
        }
        assertTrue(pairs > 1_400, "pairs " + pairs);
        assertEquals(List.of(), differ);
    }

    @Test
    void marksAndCompatibilityFormsGoAsUnicodeSays() {
        List<String> differ = new ArrayList<>();
        int changed = 0;
        for (int c = 128; c <= Character.MAX_CODE_POINT; c++) {
            if (!UCharacter.isDefined(c) || !Character.isDefined(c) || c >= 0xd800 && c < 0xe000) {
                continue;
            }
            String one = Character.toString(c);
            String plain = plain(one);
            if (plain.equals(one)) {
                continue;
            }
            changed++;
            if (!Folding.fold(one).equals(Folding.fold(plain))) {
                differ.add(Integer.toHexString(c) + " " + one + " " + Folding.fold(one) + " " + Folding.fold(plain)
                        + " " + UnicodeScript.of(c));
            }
        }
        assertTrue(changed > 15_000, "changed " + changed);
        assertEquals(List.of(), differ);
    }
}
