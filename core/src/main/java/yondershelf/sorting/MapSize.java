package yondershelf.sorting;

/** Sizes of pictures as their names say them: {@code 2k}, {@code 2048}, {@code 2048px}, {@code 2048x1024}. */
final class MapSize {
    private static final int MOST_K = 32;
    private static final int K = 1024;
    private static final int LEAST = 128;

    private MapSize() {}

    /** The longer side in pixels; 0 for a word that is no size. Numbers that are no power of two number sets and things. */
    static int of(String word) {
        int digits = digitsFrom(word, 0);
        if (digits == 0 || digits > 5) {
            return 0;
        }
        int value = Integer.parseInt(word.substring(0, digits));
        String rest = word.substring(digits);
        if (rest.equals("k")) {
            return value > 0 && value <= MOST_K ? value * K : 0;
        }
        if (rest.isEmpty() || rest.equals("px")) {
            return isSide(value) ? value : 0;
        }
        int others = rest.startsWith("x") ? digitsFrom(rest, 1) : 0;
        boolean both = others > 0 && others <= 5 && others + 1 == rest.length();
        return both ? Math.max(value, Integer.parseInt(rest.substring(1))) : 0;
    }

    private static boolean isSide(int value) {
        return value >= LEAST && value <= MOST_K * K && Integer.bitCount(value) == 1;
    }

    private static int digitsFrom(String word, int from) {
        int at = from;
        while (at < word.length() && word.charAt(at) >= '0' && word.charAt(at) <= '9') {
            at++;
        }
        return at - from;
    }
}
