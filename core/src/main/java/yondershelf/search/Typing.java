package yondershelf.search;

/**
 * Words typed with one error: a letter too many, too few, another one, or two exchanged, which is an optimal string alignment distance of
 * at most 1 (Damerau, "A technique for computer detection and correction of spelling errors", CACM 7(3), 1964; restricted edit distance).
 */
final class Typing {
    /** Shorter words are too near to too many others. */
    static final int LEAST = 4;

    private Typing() {}

    /**
     * True when a text begins with a word, or with what is one error away from it.
     *
     * @param text UTF-8, of which bytes {@code from} to {@code end} count
     */
    static boolean begins(byte[] text, int from, int end, byte[] word) {
        int i = 0;
        while (i < word.length && from + i < end && text[from + i] == word[i]) {
            i++;
        }
        if (i == word.length) {
            return true;
        }
        return starts(text, from + i + 1, end, word, i + 1)
                || starts(text, from + i + 1, end, word, i)
                || starts(text, from + i, end, word, i + 1)
                || i + 1 < word.length
                        && from + i + 1 < end
                        && text[from + i] == word[i + 1]
                        && text[from + i + 1] == word[i]
                        && starts(text, from + i + 2, end, word, i + 2);
    }

    private static boolean starts(byte[] text, int at, int end, byte[] word, int from) {
        if (at > end || end - at < word.length - from) {
            return false;
        }
        for (int i = from; i < word.length; i++) {
            if (text[at + i - from] != word[i]) {
                return false;
            }
        }
        return true;
    }
}
