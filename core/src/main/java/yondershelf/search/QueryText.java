package yondershelf.search;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import yondershelf.content.BasicColour;
import yondershelf.content.Kind;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.words.Phrase;

/**
 * A query as somebody types it: words that must all match, and conditions that must all hold besides. A condition is a field, one of
 * {@code : = < <= > >=} and a value; {@code -} before it means the contrary. Several values parted by commas mean any of them, two with
 * {@code ..} between them a range, {@code none} what is not said. A value with blanks stands in double quotes. Fields are
 * {@code kind tag folder library author licence job colour rating favourite problems used triangles pixels size stops since}; sizes bear {@code mm}, {@code cm} or
 * {@code m}, days are written as in ISO 8601. {@code like:} and an asset's id or a colour ({@code #2f8f80}) puts what is like it first.
 *
 * <p>{@code lantern kind:model,material size<50cm -tag:wood stops>12 licence:none rating>=3 since>=2026-11-01}
 */
public final class QueryText {
    private static final Pattern CONDITION = Pattern.compile("(-?)([a-z]+)(:|<=|>=|=|<|>)(.+)", Pattern.DOTALL);

    private static final Pattern UNFINISHED = Pattern.compile("-?([a-z]+)(?::|<=|>=|=|<|>)");

    private static final String LIKE = "like:";

    private QueryText() {}

    /**
     * Reads a query.
     *
     * @param library the id of a library that is named; empty for one nobody knows
     * @throws ProblemException when a field or a value is not known
     */
    public static Query parse(String text, Function<String, Optional<String>> library) throws ProblemException {
        Query query = Query.EVERYTHING;
        List<String> words = new ArrayList<>();
        for (String term : terms(text)) {
            if (term.startsWith(LIKE) && term.length() > LIKE.length()) {
                query = query.withLike(like(term.substring(LIKE.length())));
                continue;
            }
            Matcher condition = CONDITION.matcher(term);
            Matcher unfinished = UNFINISHED.matcher(term);
            if (unfinished.matches() && Field.of(unfinished.group(1)).isPresent()) {
                throw new Problem(
                                term,
                                Phrase.of("search.it-does-not-say-what"),
                                Phrase.of("search.write-a-value-behind-it"))
                        .raise();
            }
            if (condition.matches()) {
                query = with(query, condition, library);
            } else {
                words.add(term);
            }
        }
        return query.withWords(String.join(" ", words));
    }

    /**
     * A query's words and conditions as {@link #parse} reads them.
     *
     * @param library the name of a library by its id
     */
    public static String of(Query query, UnaryOperator<String> library) {
        List<String> out = new ArrayList<>();
        for (Condition condition : query.conditions()) {
            String field = (condition.not() ? "-" : "") + condition.field().word();
            out.add(
                    condition.field().isNumber()
                            ? field + QueryNumbers.text(condition)
                            : quoted(field + ":"
                                    + condition.values().stream()
                                            .map(v -> condition.field() == Field.LIBRARY ? library.apply(v) : v)
                                            .sorted()
                                            .collect(Collectors.joining(","))));
        }
        if (!query.words().isEmpty()) {
            out.add(query.words());
        }
        return String.join(" ", out);
    }

    /** The whole query as {@link #parse} reads it, with kinds and places as conditions too; its order is left out. */
    public static String whole(Query query, UnaryOperator<String> library) {
        String like = query.like().isEmpty() ? "" : LIKE + query.like();
        String rest = of(query.asConditions(), library);
        return like.isEmpty() ? rest : rest.isEmpty() ? like : like + " " + rest;
    }

    private static String quoted(String term) {
        int value = term.indexOf(':') + 1;
        return term.indexOf(' ') < 0 ? term : term.substring(0, value) + '"' + term.substring(value) + '"';
    }

    private static Query with(Query query, Matcher term, Function<String, Optional<String>> library)
            throws ProblemException {
        boolean not = !term.group(1).isEmpty();
        String field = term.group(2);
        String value = term.group(4);
        Field known = Field.of(field)
                .orElseThrow(() -> new Problem(
                                field,
                                Phrase.of("search.nothing-can-be-looked-for"),
                                Phrase.of(
                                        "search.use",
                                        Arrays.stream(Field.values())
                                                .map(Field::word)
                                                .collect(Collectors.joining(", "))))
                        .raise());
        Condition condition = known.isNumber()
                ? QueryNumbers.condition(known, term.group(3), value)
                : Condition.any(known, texts(known, value, library));
        return query.with(not ? condition.negated() : condition);
    }

    private static Set<String> texts(Field field, String value, Function<String, Optional<String>> library)
            throws ProblemException {
        Set<String> out = new TreeSet<>();
        for (String each : value.split(",")) {
            switch (field) {
                case KIND ->
                    out.add(Kind.of(each)
                            .orElseThrow(() -> unknown("kind", each))
                            .word());
                case LIBRARY -> out.add(library.apply(each).orElseThrow(() -> unknown("library", each)));
                case COLOUR ->
                    out.add(
                            each.equals(Condition.NOTHING)
                                    ? each
                                    : BasicColour.of(each)
                                            .orElseThrow(() -> unknown("colour", each))
                                            .word());
                default -> out.add(each);
            }
        }
        return out;
    }

    private static String like(String value) throws ProblemException {
        if (value.startsWith("#") && !value.matches("#[0-9a-fA-F]{6}")) {
            throw new Problem(value, Phrase.of("search.it-is-no-colour"), Phrase.of("search.write-it-like-2f8f80"))
                    .raise();
        }
        return value;
    }

    private static ProblemException unknown(String field, String value) {
        return new Problem(value, Phrase.of("search.there-is-no-of-that", field), "").raise();
    }

    /** Terms parted by blanks; what stands in quotes is one, or part of one. */
    private static List<String> terms(String text) {
        List<String> out = new ArrayList<>();
        StringBuilder term = new StringBuilder();
        boolean quoted = false;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c == '"') {
                quoted = !quoted;
            } else if (Character.isWhitespace(c) && !quoted) {
                add(term, out);
            } else {
                term.append(c);
            }
        }
        add(term, out);
        return out;
    }

    private static void add(StringBuilder term, List<String> out) {
        if (!term.isEmpty()) {
            out.add(term.toString());
            term.setLength(0);
        }
    }
}
