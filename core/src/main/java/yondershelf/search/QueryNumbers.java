package yondershelf.search;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeParseException;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.words.Phrase;

/** Numbers of a query as they are typed: {@code 20000}, {@code 20k}, {@code 50cm}, {@code 12.5}, {@code 2026-11-01}, {@code yes}, and ranges of them. */
final class QueryNumbers {
    private static final long LEAST = 0;
    private static final long MOST = Long.MAX_VALUE;
    private static final Pattern NUMBER = Pattern.compile("([0-9]{1,12}(?:\\.[0-9]{1,6})?)([a-z]*)");
    private static final double THOUSAND = 1000;

    private QueryNumbers() {}

    /**
     * A typed value.
     *
     * @param last for a day, its last second; else the same
     */
    private record Span(long first, long last) {}

    static Condition condition(Field field, String operator, String value) throws ProblemException {
        int range = value.indexOf("..");
        if (range > 0) {
            Span from = span(field, value.substring(0, range));
            Span to = span(field, value.substring(range + 2));
            return Condition.between(field, from.first, to.last);
        }
        Span span = span(field, value);
        return switch (operator) {
            case "<" -> Condition.between(field, LEAST, span.first - 1);
            case "<=" -> Condition.between(field, LEAST, span.last);
            case ">" -> Condition.between(field, span.last + 1, MOST);
            case ">=" -> Condition.between(field, span.first, MOST);
            default -> Condition.between(field, span.first, span.last);
        };
    }

    /** A condition's operator and value, as {@link #condition} reads them. */
    static String text(Condition condition) {
        Field field = condition.field();
        boolean least = condition.from() <= LEAST;
        boolean most = condition.to() == MOST;
        if (field == Field.USED && (condition.to() == 0 || condition.from() == 1 && most)) {
            return most ? ":yes" : ":no";
        }
        if (!least && most) {
            return ">=" + text(field, condition.from());
        }
        if (least && !most && field != Field.RATING && !isYesOrNo(field)) {
            return "<=" + text(field, condition.to());
        }
        String from = text(field, condition.from());
        String to = text(field, condition.to());
        return from.equals(to) ? ":" + from : ":" + from + ".." + to;
    }

    private static String text(Field field, long value) {
        return switch (field) {
            case SIZE ->
                value % THOUSAND == 0 && value > 0
                        ? value / (long) THOUSAND + "m"
                        : value % 10 == 0 ? value / 10 + "cm" : value + "mm";
            case STOPS -> value % 10 == 0 ? String.valueOf(value / 10) : value / 10 + "." + value % 10;
            case FAVOURITE, FINDINGS -> value == 0 ? "no" : "yes";
            case SINCE ->
                Instant.ofEpochSecond(value)
                        .atZone(ZoneId.systemDefault())
                        .toLocalDate()
                        .toString();
            default -> String.valueOf(value);
        };
    }

    private static boolean isYesOrNo(Field field) {
        return field == Field.FAVOURITE || field == Field.FINDINGS;
    }

    private static Span span(Field field, String text) throws ProblemException {
        String typed = text.strip().toLowerCase(Locale.ROOT);
        if (field == Field.SINCE) {
            return day(typed);
        }
        if (field == Field.USED && typed.equals("yes")) {
            return new Span(1, MOST);
        }
        if ((isYesOrNo(field) || field == Field.USED) && (typed.equals("yes") || typed.equals("no"))) {
            long is = typed.equals("yes") ? 1 : 0;
            return new Span(is, is);
        }
        Matcher number = NUMBER.matcher(typed);
        if (!number.matches()) {
            throw unknown(field, text);
        }
        double scaled = Double.parseDouble(number.group(1)) * scale(field, number.group(2), text);
        return new Span(Math.round(scaled), Math.round(scaled));
    }

    private static double scale(Field field, String unit, String text) throws ProblemException {
        if (field == Field.SIZE) {
            return switch (unit) {
                case "mm" -> 1;
                case "cm" -> 10;
                case "m" -> THOUSAND;
                default -> throw unknown(field, text);
            };
        }
        double own = field == Field.STOPS ? 10 : 1;
        return switch (unit) {
            case "" -> own;
            case "k" -> own * (field == Field.PIXELS ? 1024 : THOUSAND);
            default -> throw unknown(field, text);
        };
    }

    private static Span day(String typed) throws ProblemException {
        try {
            LocalDate day = LocalDate.parse(typed);
            ZoneId here = ZoneId.systemDefault();
            return new Span(
                    day.atStartOfDay(here).toEpochSecond(),
                    day.plusDays(1).atStartOfDay(here).toEpochSecond() - 1);
        } catch (DateTimeParseException e) {
            throw unknown(Field.SINCE, typed);
        }
    }

    private static ProblemException unknown(Field field, String value) {
        String advice = switch (field) {
            case SIZE -> Phrase.of("search.write-it-like-50cm-300mm");
            case SINCE -> Phrase.of("search.write-it-like-2026-11");
            case FAVOURITE, FINDINGS -> Phrase.of("search.write-yes-or-no");
            default -> Phrase.of("search.write-a-number-like-4");
        };
        return new Problem(value, Phrase.of("search.it-is-no-value-for", field.word()), advice).raise();
    }
}
