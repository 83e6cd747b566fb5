package yondershelf.search;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import yondershelf.content.Kind;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;

/**
 * A query as somebody types it: words, and {@code field:value} for what is to hold besides. The fields are {@code kind},
 * {@code tag} ({@code tag:none} for what has no tag), {@code folder} and {@code library}. A value with blanks stands in double quotes,
 * several kinds or libraries are parted by commas: {@code kind:model,material tag:brass library:"Station props" lantern}.
 */
public final class QueryText {
    private static final String NONE = "none";

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
            int colon = term.indexOf(':');
            if (colon <= 0) {
                words.add(term);
                continue;
            }
            query = with(query, term.substring(0, colon), term.substring(colon + 1), library);
        }
        return query.withWords(String.join(" ", words));
    }

    private static Query with(Query query, String field, String value, Function<String, Optional<String>> library)
            throws ProblemException {
        return switch (field) {
            case "kind" -> query.withKinds(kinds(value));
            case "tag" -> value.equals(NONE) ? query.withUnfiled(true) : query.withTags(more(query.tags(), value));
            case "folder" -> query.in(query.libraries(), value);
            case "library" -> query.in(libraries(value, library), query.folder());
            default ->
                throw new Problem(field, "nothing can be looked for in that", "Use kind, tag, folder or library")
                        .raise();
        };
    }

    private static Set<Kind> kinds(String value) throws ProblemException {
        Set<Kind> out = EnumSet.noneOf(Kind.class);
        for (String each : value.split(",")) {
            out.add(Kind.of(each).orElseThrow(() -> unknown("kind", each)));
        }
        return out;
    }

    private static Set<String> libraries(String value, Function<String, Optional<String>> library)
            throws ProblemException {
        Set<String> out = new TreeSet<>();
        for (String each : value.split(",")) {
            out.add(library.apply(each).orElseThrow(() -> unknown("library", each)));
        }
        return out;
    }

    private static Set<String> more(Set<String> values, String value) {
        Set<String> out = new TreeSet<>(values);
        out.add(value);
        return out;
    }

    private static ProblemException unknown(String field, String value) {
        return new Problem(value, "there is no " + field + " of that name", "").raise();
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
