package yondershelf.sorting;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * A name taken apart at separators and where a lower-case letter meets an upper-case one.
 *
 * @param words in lower case, accents as they are
 * @param blanks for each word, true when a blank or nothing is before it
 */
record NameWords(List<String> words, List<Boolean> blanks) {
    private static boolean isLower(char c) {
        return c < 128 ? c >= 'a' && c <= 'z' : Character.isLowerCase(c);
    }

    private static boolean isUpper(char c) {
        return c < 128 ? c >= 'A' && c <= 'Z' : Character.isUpperCase(c);
    }

    private static boolean isDigit(char c) {
        return c >= '0' && c <= '9';
    }

    /** True where a word ends inside {@code oakBark}, {@code 2KRough} (before the R), {@code NormalGLRock} and the like. */
    private static boolean isSeam(String stem, int at) {
        char before = stem.charAt(at - 1);
        if (!isUpper(stem.charAt(at))) {
            return false;
        }
        boolean lowerFollows = at + 1 < stem.length() && isLower(stem.charAt(at + 1));
        return isLower(before) || (isDigit(before) || isUpper(before)) && lowerFollows && at > 1;
    }

    static NameWords of(String written) {
        // some systems write a letter and its accent as two
        String stem = Normalizer.normalize(written, Normalizer.Form.NFC);
        List<String> words = new ArrayList<>();
        List<Boolean> blanks = new ArrayList<>();
        int start = 0;
        for (int i = 0; i <= stem.length(); i++) {
            boolean separator = i == stem.length() || isSeparator(stem.charAt(i));
            if (separator || i > start && isSeam(stem, i)) {
                if (i > start) {
                    words.add(stem.substring(start, i).toLowerCase(Locale.ROOT));
                    blanks.add(start == 0 || isBlank(stem.charAt(start - 1)));
                }
                start = separator ? i + 1 : i;
            }
        }
        return new NameWords(words, blanks);
    }

    /** Without accents, as the tables write words. */
    static String plain(String word) {
        for (int i = 0; i < word.length(); i++) {
            if (word.charAt(i) >= 128) {
                StringBuilder out = new StringBuilder();
                Normalizer.normalize(word, Normalizer.Form.NFD)
                        .codePoints()
                        .filter(c -> Character.getType(c) != Character.NON_SPACING_MARK)
                        .forEach(out::appendCodePoint);
                return out.toString();
            }
        }
        return word;
    }

    private static boolean isSeparator(char c) {
        return "_-.()[],@~;=+".indexOf(c) >= 0 || isBlank(c);
    }

    private static boolean isBlank(char c) {
        return " \t\n\u000B\f\r".indexOf(c) >= 0;
    }
}
