package yondershelf.search;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** What can be compared of each document, as columns. */
final class TraitColumns {
    static final int COUNT = 9;

    private static final int TRIANGLES = 3;
    private static final int RATING = 7;
    private static final int FAVOURITE = 8;
    private static final int PROBLEMS = 16;
    private static final int SCENES = 5;
    private static final int MOST_SCENES = 1_023;

    /** Texts that many documents share, numbered; 0 is none. */
    static final class Shared {
        private final List<String> texts = new ArrayList<>(List.of(""));
        private final Map<String, Integer> numbers = new HashMap<>(Map.of("", 0));

        int number(String text) {
            Integer known = numbers.get(text);
            if (known != null) {
                return known;
            }
            texts.add(text);
            numbers.put(text, texts.size() - 1);
            return texts.size() - 1;
        }

        List<String> texts() {
            return texts;
        }
    }

    /** Rating, favourite, problems and scenes; then triangles, pixels, size and stops, one more than they are, so that 0 is unknown. */
    private final Column said;

    private final Column authors;
    private final Column licences;
    private final Column triangles;
    private final Column pixels;
    private final Column sizes;
    private final Column stops;
    private final Column jobs;
    private final Column colours;
    private final Shared names;

    TraitColumns() {
        this(
                List.of(
                        new Chars(),
                        new Chars(),
                        new Chars(),
                        new Ints(),
                        new Chars(),
                        new Chars(),
                        new Chars(),
                        new Chars(),
                        new Chars()),
                new Shared());
    }

    private TraitColumns(List<Column> columns, Shared names) {
        said = columns.get(0);
        authors = columns.get(1);
        licences = columns.get(2);
        triangles = columns.get(TRIANGLES);
        pixels = columns.get(4);
        sizes = columns.get(5);
        stops = columns.get(6);
        jobs = columns.get(7);
        colours = columns.get(8);
        this.names = names;
    }

    /** As {@link #columns} and {@link #texts} gave them. */
    static TraitColumns of(List<int[]> columns, List<String> texts) {
        Shared names = new Shared();
        texts.forEach(names::number);
        List<Column> all = new ArrayList<>();
        for (int i = 0; i < columns.size(); i++) {
            // few of the others are large
            all.add(i == TRIANGLES ? new Ints(columns.get(i)) : Chars.of(columns.get(i)));
        }
        return new TraitColumns(all, names);
    }

    /** The same of some documents, in that order. */
    TraitColumns of(int[] order) {
        List<int[]> out = new ArrayList<>();
        for (Column column : all()) {
            int[] values = new int[order.length];
            for (int i = 0; i < order.length; i++) {
                values[i] = column.get(order[i]);
            }
            out.add(values);
        }
        return of(out, names.texts());
    }

    private List<Column> all() {
        return List.of(said, authors, licences, triangles, pixels, sizes, stops, jobs, colours);
    }

    List<int[]> columns() {
        return all().stream().map(Column::copy).toList();
    }

    List<String> texts() {
        return names.texts();
    }

    void add(Traits traits) {
        said.add(traits.rating() & RATING
                | (traits.favourite() ? FAVOURITE : 0)
                | (traits.problems() ? PROBLEMS : 0)
                | Math.min(MOST_SCENES, traits.scenes()) << SCENES);
        authors.add(names.number(traits.author()));
        licences.add(names.number(traits.licence()));
        triangles.add(traits.triangles() + 1);
        pixels.add(traits.pixels() + 1);
        sizes.add(traits.millimetres() + 1);
        stops.add(traits.tenthsOfStops() + 1);
        jobs.add(names.number(traits.job()));
        colours.add(traits.colours());
    }

    /** A number of a document; {@link Traits#UNKNOWN} for one that was not measured. */
    int number(Field field, int doc) {
        return switch (field) {
            case RATING -> said.get(doc) & RATING;
            case FAVOURITE -> (said.get(doc) & FAVOURITE) == 0 ? 0 : 1;
            case FINDINGS -> (said.get(doc) & PROBLEMS) == 0 ? 0 : 1;
            case USED -> said.get(doc) >> SCENES;
            case TRIANGLES -> triangles.get(doc) - 1;
            case PIXELS -> pixels.get(doc) - 1;
            case SIZE -> sizes.get(doc) - 1;
            case STOPS -> stops.get(doc) - 1;
            default -> throw new IllegalArgumentException(field.word());
        };
    }

    /** Of which colours a document is, as bits. */
    int colours(int doc) {
        return colours.get(doc);
    }

    /** The number of an author's, a licence's or a job's text among {@link #texts}. */
    int text(Field field, int doc) {
        return (switch (field) {
                    case AUTHOR -> authors;
                    case LICENCE -> licences;
                    case JOB -> jobs;
                    default -> throw new IllegalArgumentException(field.word());
                })
                .get(doc);
    }
}
