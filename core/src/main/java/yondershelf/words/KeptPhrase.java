package yondershelf.words;

import java.util.ArrayList;
import java.util.List;
import java.util.MissingResourceException;
import org.jspecify.annotations.Nullable;

/**
 * How a phrase is kept: its key and what its places stand for, between control characters that no shown text has, so that it may
 * stand within other text and within another phrase. {@code START key (SEPARATOR type argument)* END}; the type is {@code s} for
 * text, {@code n} for a whole number and {@code d} for another one.
 */
final class KeptPhrase {
    private static final char START = '\u0001';
    private static final char SEPARATOR = '\u0002';
    private static final char END = '\u0003';
    /** What a file's name makes up may nest deeper: it is no phrase of ours. */
    private static final int MOST_DEPTH = 16;

    private final String text;
    private int at;

    private KeptPhrase(String text) {
        this.text = text;
    }

    static String of(String key, @Nullable Object[] arguments) {
        StringBuilder out = new StringBuilder().append(START).append(key);
        for (Object argument : arguments) {
            out.append(SEPARATOR);
            if (argument instanceof Long || argument instanceof Integer) {
                out.append('n').append(argument);
            } else if (argument instanceof Number) {
                out.append('d').append(argument);
            } else {
                out.append('s').append(whole(String.valueOf(argument)));
            }
        }
        return out.append(END).toString();
    }

    /** Text that would end a phrase before its end, or begin one that does not end, loses what does so. */
    private static String whole(String argument) {
        if (!isKept(argument)) {
            return plain(argument);
        }
        int depth = 0;
        for (int i = 0; i < argument.length(); i++) {
            char c = argument.charAt(i);
            depth += c == START ? 1 : c == END ? -1 : 0;
            if (depth < 0 || depth > MOST_DEPTH || depth == 0 && c == SEPARATOR) {
                return plain(argument);
            }
        }
        return depth == 0 ? argument : plain(argument);
    }

    private static String plain(String argument) {
        return argument.replaceAll("[\u0001-\u0003]", "");
    }

    static boolean isKept(String text) {
        return text.indexOf(START) >= 0;
    }

    /** All of it in the language that is spoken. */
    static String said(String text) {
        return new KeptPhrase(text).until(false, 0);
    }

    private String until(boolean argument, int depth) {
        StringBuilder out = new StringBuilder();
        while (at < text.length()) {
            char c = text.charAt(at);
            if (argument && (c == SEPARATOR || c == END)) {
                break;
            }
            at++;
            if (c == START && depth < MOST_DEPTH) {
                out.append(phrase(depth + 1));
            } else if (c > END || c < START) {
                out.append(c);
            }
        }
        return out.toString();
    }

    /** From behind its start to behind its end. */
    private String phrase(int depth) {
        int from = at;
        while (at < text.length() && text.charAt(at) != SEPARATOR && text.charAt(at) != END) {
            at++;
        }
        String key = text.substring(from, at);
        List<Object> arguments = new ArrayList<>();
        while (at < text.length() && text.charAt(at) == SEPARATOR) {
            at++;
            char type = at < text.length() ? text.charAt(at) : 's';
            at = Math.min(text.length(), at + 1);
            arguments.add(typed(type, until(true, depth)));
        }
        at = Math.min(text.length(), at + 1);
        try {
            return Phrase.of(key, arguments.toArray());
        } catch (MissingResourceException | IllegalArgumentException e) {
            // of another version, or nothing of ours: what it was about is said
            return arguments.isEmpty()
                    ? key
                    : String.join(", ", arguments.stream().map(String::valueOf).toList());
        }
    }

    private static Object typed(char type, String argument) {
        try {
            return switch (type) {
                case 'n' -> Long.parseLong(argument);
                case 'd' -> Double.parseDouble(argument);
                default -> argument;
            };
        } catch (NumberFormatException e) {
            return argument;
        }
    }
}
