package yondershelf.search;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Conditions worth offering for what was found, each with how many of it it would leave. */
public final class Facets {
    private static final long MOST = Long.MAX_VALUE;
    private static final int MOST_TEXTS = 15;
    private static final Set<Field> SAID = EnumSet.of(Field.AUTHOR, Field.LICENCE, Field.JOB, Field.COLOUR);
    private static final int K = 1000;
    private static final int PIXELS = 1024;
    private static final int[] DAYS = {1, 7, 30};

    private Facets() {}

    /** @param left how many of what was found it holds of */
    public record Offer(Condition condition, int left) {}

    /** Ranges of a field that is a number, the common ones of the trade. */
    private static List<Condition> ladder(Field field, LocalDate today) {
        return switch (field) {
            case RATING -> at(field, 1, 2, 3, 4, 5);
            case FAVOURITE, FINDINGS -> List.of(Condition.between(field, 1, 1));
            case USED -> List.of(Condition.between(field, 0, 0), Condition.between(field, 1, MOST));
            case TRIANGLES -> both(field, new long[] {K, 10 * K, 100 * K}, new long[] {100 * K, K * K});
            case PIXELS -> at(field, PIXELS, 2 * PIXELS, 4 * PIXELS, 8 * PIXELS);
            case SIZE -> both(field, new long[] {100, 1_000, 10_000}, new long[] {10_000});
            case STOPS -> at(field, 80, 120, 160);
            case SINCE -> {
                List<Condition> out = new ArrayList<>();
                for (int days : DAYS) {
                    out.add(Condition.between(
                            field,
                            today.minusDays(days - 1L)
                                    .atStartOfDay(ZoneId.systemDefault())
                                    .toEpochSecond(),
                            MOST));
                }
                yield out;
            }
            default -> List.of();
        };
    }

    private static List<Condition> at(Field field, long... least) {
        return both(field, new long[0], least);
    }

    private static List<Condition> both(Field field, long[] below, long[] least) {
        List<Condition> out = new ArrayList<>();
        for (long to : below) {
            out.add(Condition.between(field, 0, to - 1));
        }
        for (long from : least) {
            out.add(Condition.between(field, from, MOST));
        }
        return out;
    }

    /** Those of one field that would leave anything, in order; texts by how many they leave. */
    public static List<Offer> of(Hits hits, Field field, LocalDate today) {
        return field.isNumber() ? numbers(hits, field, ladder(field, today)) : texts(hits, field);
    }

    private static List<Offer> numbers(Hits hits, Field field, List<Condition> ladder) {
        int[] left = new int[ladder.size()];
        hits.eachNumber(field, value -> {
            for (int i = 0; i < left.length; i++) {
                Condition condition = ladder.get(i);
                left[i] += value >= condition.from() && value <= condition.to() ? 1 : 0;
            }
        });
        List<Offer> out = new ArrayList<>();
        for (int i = 0; i < left.length; i++) {
            if (left[i] > 0) {
                out.add(new Offer(ladder.get(i), left[i]));
            }
        }
        return out;
    }

    private static List<Offer> texts(Hits hits, Field field) {
        if (!SAID.contains(field)) {
            return List.of();
        }
        Map<String, Integer> counts = new TreeMap<>(hits.texts(field));
        return counts.entrySet().stream()
                .sorted(Map.Entry.<String, Integer>comparingByValue().reversed())
                .limit(MOST_TEXTS)
                .map(e -> new Offer(
                        Condition.any(field, Set.of(e.getKey().isEmpty() ? Condition.NOTHING : e.getKey())),
                        e.getValue()))
                .toList();
    }
}
