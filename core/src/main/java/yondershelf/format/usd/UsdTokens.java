package yondershelf.format.usd;

import java.nio.charset.StandardCharsets;
import yondershelf.format.reading.Decimals;

/** The words, strings and numbers of a USD text. Failures are {@link IllegalArgumentException}s that say what was expected. */
final class UsdTokens {
    private final byte[] text;
    private final Decimals decimals;
    private int at;

    UsdTokens(byte[] text) {
        this.text = text;
        this.decimals = new Decimals(text);
    }

    /** The line that is being read, from 1. */
    int line() {
        int line = 1;
        for (int i = 0; i < Math.min(at, text.length); i++) {
            line += text[i] == '\n' ? 1 : 0;
        }
        return line;
    }

    /** The next character that counts, or NUL at the end. */
    char peek() {
        while (at < text.length) {
            byte b = text[at];
            if (b == '#' || b == '/' && at + 1 < text.length && text[at + 1] == '/') {
                while (at < text.length && text[at] != '\n') {
                    at++;
                }
            } else if (b == ' ' || b == '\n' || b == '\t' || b == '\r') {
                at++;
            } else {
                return (char) (b & 0xff);
            }
        }
        return '\0';
    }

    void expect(char wanted) {
        char next = peek();
        if (next != wanted) {
            throw new IllegalArgumentException("'" + wanted + "' is expected" + (next == 0 ? " before its end" : ""));
        }
        at++;
    }

    boolean isNumber() {
        char next = peek();
        if (next >= '0' && next <= '9' || next == '-' || next == '+' || next == '.') {
            return true;
        }
        return isWord("inf") || isWord("nan");
    }

    private boolean isWord(String word) {
        for (int i = 0; i < word.length(); i++) {
            if (at + i >= text.length || text[at + i] != word.charAt(i)) {
                return false;
            }
        }
        return at + word.length() >= text.length || !isInName(text[at + word.length()]);
    }

    double number() {
        peek();
        double value = decimals.read(at, text.length);
        at = decimals.end();
        return value;
    }

    /** A name or type, with namespaces, a part after a dot, and brackets. */
    String identifier() {
        peek();
        int start = at;
        while (at < text.length && isInName(text[at])) {
            at++;
        }
        if (at + 1 < text.length && at > start && text[at] == '[' && text[at + 1] == ']') {
            at += 2;
        }
        if (at == start) {
            throw new IllegalArgumentException("a name is expected");
        }
        return new String(text, start, at - start, StandardCharsets.UTF_8);
    }

    private static boolean isInName(byte b) {
        return b < 0 || b >= 'a' && b <= 'z' || b >= 'A' && b <= 'Z' || b >= '0' && b <= '9' || ":._|".indexOf(b) >= 0;
    }

    /** A string in quotes of any kind; three of them let it run over lines. */
    String string() {
        char quote = peek();
        if (quote != '"' && quote != '\'') {
            throw new IllegalArgumentException("a string is expected");
        }
        boolean three = at + 2 < text.length && text[at + 1] == quote && text[at + 2] == quote;
        at += three ? 3 : 1;
        StringBuilder out = new StringBuilder();
        int start = at;
        while (at < text.length) {
            if (text[at] == '\\' && at + 1 < text.length) {
                out.append(utf8(start, at));
                out.append(unescaped((char) text[at + 1]));
                at += 2;
                start = at;
            } else if (text[at] == quote && (!three || isTriple(quote))) {
                out.append(utf8(start, at));
                at += three ? 3 : 1;
                return out.toString();
            } else {
                at++;
            }
        }
        throw new IllegalArgumentException("a string does not end");
    }

    private boolean isTriple(char quote) {
        return at + 2 < text.length && text[at + 1] == quote && text[at + 2] == quote;
    }

    private static char unescaped(char c) {
        return switch (c) {
            case 'n' -> '\n';
            case 't' -> '\t';
            case 'r' -> '\r';
            default -> c;
        };
    }

    private String utf8(int start, int end) {
        return new String(text, start, end - start, StandardCharsets.UTF_8);
    }

    /** A file between at signs, or between three of them. */
    String asset() {
        expect('@');
        boolean three = at + 1 < text.length && text[at] == '@' && text[at + 1] == '@';
        at += three ? 2 : 0;
        int start = at;
        while (at < text.length && !(text[at] == '@' && (!three || isTriple('@')))) {
            at++;
        }
        if (at >= text.length) {
            throw new IllegalArgumentException("a file's name does not end");
        }
        String out = utf8(start, at);
        at += three ? 3 : 1;
        return out;
    }

    /** A prim's or property's path between angle brackets. */
    String path() {
        expect('<');
        int start = at;
        while (at < text.length && text[at] != '>') {
            at++;
        }
        if (at >= text.length) {
            throw new IllegalArgumentException("a path does not end");
        }
        return utf8(start, at++);
    }
}
