package yondershelf.search;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;

/** Makes texts comparable: Unicode NFKD (UAX #15) without marks, without case, so that a plain keyboard finds everything. */
final class Folding {
    private static final Pattern MARKS = Pattern.compile("\\p{M}+");

    private Folding() {}

    static String fold(String text) {
        for (int i = 0; i < text.length(); i++) {
            if (text.charAt(i) >= 128) {
                return MARKS.matcher(Normalizer.normalize(text, Normalizer.Form.NFKD))
                        .replaceAll("")
                        // capitals first: some letters share one with another small letter
                        .toUpperCase(Locale.ROOT)
                        .toLowerCase(Locale.ROOT)
                        .replace('ς', 'σ')
                        .replace("ß", "ss");
            }
        }
        return text.toLowerCase(Locale.ROOT);
    }

    /** The runs of letters and digits in a text that is folded already. */
    static List<String> words(String folded) {
        List<String> out = new ArrayList<>();
        int start = -1;
        for (int i = 0; i <= folded.length(); ) {
            int c = i < folded.length() ? folded.codePointAt(i) : ' ';
            boolean inWord = Character.isLetterOrDigit(c);
            if (inWord && start < 0) {
                start = i;
            } else if (!inWord && start >= 0) {
                out.add(folded.substring(start, i));
                start = -1;
            }
            i += Character.charCount(c);
        }
        return out;
    }
}
