package yondershelf.format.reading;

import java.nio.charset.StandardCharsets;

/**
 * Decimal numbers read from bytes. Most are a whole number below 2^53 and a power of ten of at most 22, both exact in binary, so
 * that one multiplication or division rounds right (Clinger 1990, "How to read floating point numbers accurately"); the others
 * are left to the JDK.
 */
public final class Decimals {
    private static final double[] TENS = new double[23];
    private static final long[] WHOLE_TENS = {1, 10, 100, 1_000, 10_000, 100_000, 1_000_000, 10_000_000};
    private static final long EXACT = 1L << 53;
    private static final int MOST_DIGITS = 18;
    private static final int MOST_EXPONENT = 1000;

    static {
        for (int i = 0; i < TENS.length; i++) {
            TENS[i] = Double.parseDouble("1e" + i);
        }
    }

    private final byte[] text;
    private int at;

    public Decimals(byte[] text) {
        this.text = text;
    }

    /** Where the number read last was over. */
    public int end() {
        return at;
    }

    /**
     * The number that starts at a place.
     *
     * @throws NumberFormatException when none does
     */
    public double read(int start, int limit) {
        double plain = plain(start, limit);
        return Double.isNaN(plain) ? any(start, limit) : plain;
    }

    /** One of up to seven digits before the point and seven after it, and nothing else; NaN for others. */
    private double plain(int start, int limit) {
        byte[] from = text;
        int to = start;
        boolean negative = to < limit && from[to] == '-';
        to += negative ? 1 : 0;
        if (to + 2 * Digits.WORD > limit) {
            return Double.NaN;
        }
        long word = Digits.at(from, to);
        int count = Digits.count(word);
        if (count == 0 || count == Digits.WORD) {
            return Double.NaN;
        }
        long digits = Digits.value(word, count);
        to += count;
        int after = 0;
        if (from[to] == '.') {
            to++;
            word = Digits.at(from, to);
            after = Digits.count(word);
            if (after == Digits.WORD) {
                return Double.NaN;
            }
            digits = after == 0 ? digits : digits * WHOLE_TENS[after] + Digits.value(word, after);
            to += after;
        }
        byte behind = from[to];
        if (behind == 'e' || behind == 'E') {
            return Double.NaN;
        }
        at = to;
        double value = digits / TENS[after];
        return negative ? -value : value;
    }

    private double any(int start, int limit) {
        at = start;
        boolean negative = at < limit && text[at] == '-';
        if (negative || at < limit && text[at] == '+') {
            at++;
        }
        int begun = at;
        long digits = 0;
        int count = 0;
        int exponent = 0;
        boolean fraction = false;
        byte[] from = text;
        int to = at;
        for (; to < limit; to++) {
            int digit = from[to] - '0';
            if (digit >= 0 && digit <= 9) {
                if (digits > 0 || digit > 0) {
                    count++;
                }
                digits = count <= MOST_DIGITS ? digits * 10 + digit : digits;
                exponent -= fraction ? 1 : 0;
            } else if (digit == '.' - '0' && !fraction) {
                fraction = true;
            } else {
                break;
            }
        }
        at = to;
        boolean any = at > begun + (fraction ? 1 : 0);
        if (any && at < limit && (text[at] == 'e' || text[at] == 'E')) {
            exponent += exponent(limit);
        }
        if (any && count <= MOST_DIGITS && digits < EXACT && Math.abs(exponent) < TENS.length) {
            double value = exponent < 0 ? digits / TENS[-exponent] : digits * TENS[exponent];
            return negative ? -value : value;
        }
        return any ? slowly(start) : word(start, limit, negative);
    }

    private int exponent(int limit) {
        int back = at++;
        boolean negative = at < limit && text[at] == '-';
        if (negative || at < limit && text[at] == '+') {
            at++;
        }
        int begun = at;
        int value = 0;
        for (; at < limit && text[at] >= '0' && text[at] <= '9'; at++) {
            value = Math.min(MOST_EXPONENT, value * 10 + text[at] - '0');
        }
        if (at == begun) {
            at = back;
            return 0;
        }
        return negative ? -value : value;
    }

    private double slowly(int start) {
        return Double.parseDouble(new String(text, start, at - start, StandardCharsets.ISO_8859_1));
    }

    /** Infinities and what is not a number, as C and its relatives print them. */
    private double word(int start, int limit, boolean negative) {
        int end = at;
        while (end < limit && Character.isLetter(text[end])) {
            end++;
        }
        String word = new String(text, at, end - at, StandardCharsets.ISO_8859_1).toLowerCase(java.util.Locale.ROOT);
        at = end;
        return switch (word) {
            case "inf", "infinity" -> negative ? Double.NEGATIVE_INFINITY : Double.POSITIVE_INFINITY;
            case "nan" -> Double.NaN;
            default -> throw new NumberFormatException("no number at byte " + start);
        };
    }
}
