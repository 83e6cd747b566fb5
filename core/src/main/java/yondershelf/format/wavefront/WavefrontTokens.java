package yondershelf.format.wavefront;

import java.nio.charset.StandardCharsets;
import yondershelf.format.reading.Decimals;
import yondershelf.format.reading.Digits;

/** The words and numbers of a stretch of a Wavefront file, read one after the other. */
class WavefrontTokens {
    static final int NONE = -1;
    private static final long MOST = 1L << 40;

    private final Decimals decimals;
    final byte[] text;
    final int end;
    int at;

    WavefrontTokens(byte[] text, int from, int end) {
        this.text = text;
        this.decimals = new Decimals(text);
        this.at = from;
        this.end = end;
    }

    float number(float otherwise) {
        if (!hasMore()) {
            return otherwise;
        }
        float value = (float) decimals.read(at, end);
        at = decimals.end();
        while (!isEnd()) {
            // "3.1+e2": what cannot belong to a number is passed over
            at++;
        }
        return value;
    }

    /** The number of what is meant, from 0, of those there are; negative ones count back from the latest. */
    int index(int there) {
        // locals: this is most of the work of reading
        byte[] from = text;
        int to = at;
        boolean negative = to < end && from[to] == '-';
        to += negative ? 1 : 0;
        int start = to;
        long value = 0;
        if (to + Digits.WORD <= end) {
            long word = Digits.at(from, to);
            int digits = Digits.count(word);
            if (digits > 0 && digits < Digits.WORD) {
                value = Digits.value(word, digits);
                to += digits;
            }
        }
        // more of them than a word holds, and what stands at the very end
        for (int digit; to < end && (digit = from[to] - '0') >= 0 && digit <= 9; to++) {
            value = value > MOST ? MOST : value * 10 + digit;
        }
        at = to;
        if (to == start) {
            if (negative || !isEnd()) {
                throw new IllegalArgumentException("a number is expected");
            }
            return NONE;
        }
        if (negative) {
            backwards();
        }
        long index = negative ? there - value : value - 1;
        if (index < 0 || index > Integer.MAX_VALUE) {
            throw new IllegalArgumentException("it points at number " + (negative ? -value : value) + " of " + there);
        }
        return (int) index;
    }

    /** Called when a number counts back from the latest. */
    void backwards() {}

    private boolean isEnd() {
        return at >= end || text[at] <= ' ' || text[at] == '\\' || text[at] == '#';
    }

    /** Skips blanks and lines that go on in the next one. */
    void blanks() {
        while (at < end) {
            byte b = text[at];
            if (b == ' ' || b == '\t' || b == '\r') {
                at++;
            } else if (b == '\\' && at + 1 < end && text[at + 1] == '\n') {
                at += 2;
            } else if (b == '\\' && at + 2 < end && text[at + 1] == '\r' && text[at + 2] == '\n') {
                at += 3;
            } else {
                return;
            }
        }
    }

    boolean hasMore() {
        blanks();
        return at < end && text[at] != '\n' && text[at] != '#';
    }

    /** True at a word that a blank or the line's end follows; the reading goes on behind it. */
    boolean isWord(String word) {
        int behind = at + word.length();
        for (int i = 0; i < word.length(); i++) {
            if (at + i >= end || text[at + i] != word.charAt(i)) {
                return false;
            }
        }
        if (behind < end && text[behind] > ' ') {
            return false;
        }
        at = behind;
        return true;
    }

    /** The rest of the line. */
    String line() {
        int over = at;
        while (over < end && text[over] != '\n') {
            over++;
        }
        return new String(text, at, over - at, StandardCharsets.UTF_8).strip();
    }

    void rest() {
        while (at < end && text[at] != '\n') {
            at++;
        }
        at++;
    }
}
