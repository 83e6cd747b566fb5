package yondershelf.search;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Kind;

/**
 * What is looked for; empty parts leave everything in.
 *
 * @param words all must match somewhere
 * @param tags all must be there, or a tag nested below
 * @param libraries ids of libraries
 * @param folder a folder below the libraries' roots; sub-folders count
 * @param unfiled true for assets without any tag
 * @param conditions all must hold
 * @param order in which it is shown
 * @param since only what was first seen then or later, in seconds since 1970; 0 for everything
 * @param like what it is to look like, the likest first: an asset's id, a colour as {@code #rrggbb}, or what {@link #LOOK} begins; empty
 *     for no matter what
 */
public record Query(
        String words,
        Set<Kind> kinds,
        Set<String> tags,
        Set<String> libraries,
        @Nullable String folder,
        boolean unfiled,
        long since,
        List<Condition> conditions,
        Order order,
        String like) {

    public static final Query EVERYTHING =
            new Query("", Set.of(), Set.of(), Set.of(), null, false, 0, List.of(), Order.RELEVANCE, "");

    /** Begins the signature of a picture that is no asset. */
    public static final String LOOK = "look:";

    public Query {
        kinds = Set.copyOf(kinds);
        tags = Set.copyOf(tags);
        libraries = Set.copyOf(libraries);
        conditions = List.copyOf(conditions);
    }

    public Query withWords(String other) {
        return new Query(other, kinds, tags, libraries, folder, unfiled, since, conditions, order, like);
    }

    public Query withKinds(Set<Kind> other) {
        return new Query(words, other, tags, libraries, folder, unfiled, since, conditions, order, like);
    }

    public Query withTags(Set<String> other) {
        return new Query(words, kinds, other, libraries, folder, unfiled, since, conditions, order, like);
    }

    /** In one library, or one of its folders. */
    public Query in(String library, @Nullable String otherFolder) {
        return in(Set.of(library), otherFolder);
    }

    /** In all libraries. */
    public Query anywhere() {
        return in(Set.of(), null);
    }

    public Query in(Set<String> otherLibraries, @Nullable String otherFolder) {
        return new Query(words, kinds, tags, otherLibraries, otherFolder, unfiled, since, conditions, order, like);
    }

    public Query withUnfiled(boolean only) {
        return new Query(words, kinds, tags, libraries, folder, only, since, conditions, order, like);
    }

    public Query withSince(long seconds) {
        return new Query(words, kinds, tags, libraries, folder, unfiled, seconds, conditions, order, like);
    }

    /** The same with kinds, places and tags as conditions. */
    public Query asConditions() {
        List<Condition> out = new ArrayList<>();
        if (!kinds.isEmpty()) {
            out.add(Condition.any(Field.KIND, kinds.stream().map(Kind::word).collect(Collectors.toSet())));
        }
        tags.stream().sorted().forEach(tag -> out.add(Condition.any(Field.TAG, Set.of(tag))));
        if (unfiled) {
            out.add(Condition.any(Field.TAG, Set.of(Condition.NOTHING)));
        }
        if (!libraries.isEmpty()) {
            out.add(Condition.any(Field.LIBRARY, libraries));
        }
        if (folder != null && !folder.isEmpty()) {
            out.add(Condition.any(Field.FOLDER, Set.of(folder)));
        }
        if (since > 0) {
            out.add(Condition.between(Field.SINCE, since, Long.MAX_VALUE));
        }
        conditions.stream().filter(c -> !out.contains(c)).forEach(out::add);
        return EVERYTHING.withWords(words).withConditions(out).withLike(like);
    }

    /** The other way round: kinds, tags and places that one condition each demands are no conditions any more. */
    public Query asPlaces() {
        Query out = withConditions(List.of());
        for (Condition condition : conditions) {
            out = out.place(condition);
        }
        return out;
    }

    private Query place(Condition condition) {
        Set<String> values = condition.values();
        String only = values.size() == 1 ? values.iterator().next() : "";
        boolean plain = !condition.not();
        return switch (condition.field()) {
            case KIND ->
                plain && kinds.isEmpty()
                        ? withKinds(values.stream()
                                .flatMap(v -> Kind.of(v).stream())
                                .collect(Collectors.toSet()))
                        : with(condition);
            case TAG -> {
                if (!plain || only.isEmpty()) {
                    yield with(condition);
                }
                Set<String> more = new HashSet<>(tags);
                more.add(only);
                yield only.equals(Condition.NOTHING) ? withUnfiled(true) : withTags(more);
            }
            case LIBRARY -> plain && !only.isEmpty() && libraries.isEmpty() ? in(values, folder) : with(condition);
            case FOLDER ->
                plain && !only.isEmpty() && folder == null && libraries.size() == 1
                        ? in(libraries, only)
                        : with(condition);
            default -> with(condition);
        };
    }

    public Query with(Condition condition) {
        List<Condition> out = new ArrayList<>(conditions);
        out.add(condition);
        return withConditions(out);
    }

    /** Without those about a field. */
    public Query without(Field field) {
        return withConditions(
                conditions.stream().filter(c -> c.field() != field).toList());
    }

    public Query withConditions(List<Condition> other) {
        return new Query(words, kinds, tags, libraries, folder, unfiled, since, other, order, like);
    }

    public Query withOrder(Order other) {
        return new Query(words, kinds, tags, libraries, folder, unfiled, since, conditions, other, like);
    }

    public Query withLike(String other) {
        return new Query(words, kinds, tags, libraries, folder, unfiled, since, conditions, order, other);
    }

    /** Everything, in the same order. */
    public Query cleared() {
        return EVERYTHING.withOrder(order);
    }
}
