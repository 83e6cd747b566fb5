package yondershelf.search;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import yondershelf.Rounds;
import yondershelf.content.Kind;

/** What is chosen by clicks, with Ctrl and with Shift, against a plain set. */
class SelectionTest {
    private static Hits hits(int many) {
        List<Entry> entries = new ArrayList<>();
        for (int i = 1; i <= many; i++) {
            String name = "thing %04d".formatted(i * 37 % many);
            entries.add(new Entry(
                    new Key(i % 3 == 0 ? "a" : "b", i), Kind.MODEL, name, "", name + ".obj", Set.of(), "", 1));
        }
        return Index.of(entries).find(Query.EVERYTHING);
    }

    private static Set<Key> between(Hits hits, int a, int b) {
        return new HashSet<>(hits.page(Math.min(a, b), Math.abs(a - b) + 1));
    }

    @Test
    void agreesWithAPlainSet() {
        Hits hits = hits(90);
        SplittableRandom random = new SplittableRandom(3);
        Selection now = Selection.NONE;
        Set<Key> plain = new HashSet<>();
        int anchor = -1;
        for (int step = 0; step < Rounds.of(3000); step++) {
            int place = random.nextInt(90);
            Key key = hits.at(place);
            switch (random.nextInt(4)) {
                case 0 -> {
                    now = Selection.only(key);
                    plain = new HashSet<>(Set.of(key));
                    anchor = place;
                }
                case 1 -> {
                    now = now.toggled(key);
                    if (!plain.remove(key)) {
                        plain.add(key);
                    }
                    anchor = place;
                }
                case 2 -> {
                    now = now.to(hits, place, false);
                    plain = between(hits, anchor < 0 ? place : anchor, place);
                    anchor = anchor < 0 ? place : anchor;
                }
                default -> {
                    now = now.to(hits, place, true);
                    plain.addAll(between(hits, anchor < 0 ? place : anchor, place));
                    anchor = anchor < 0 ? place : anchor;
                }
            }
            assertEquals(plain.size(), now.size());
            assertEquals(plain, new HashSet<>(now.in(hits)));
            assertEquals(plain.contains(hits.at(7)), now.has(hits.at(7)));
            assertTrue(now.lead() == null || now.has(Objects.requireNonNull(now.lead())));
        }
    }

    @Test
    void allAndNoneAndOrder() {
        Hits hits = hits(50);
        Selection all = Selection.only(hits.at(9)).all(hits);
        assertEquals(50, all.size());
        assertEquals(hits.at(9), all.lead());
        assertEquals(hits.page(0, 50), all.in(hits), "in the order in which they were found");
        Selection some = Selection.only(hits.at(30)).toggled(hits.at(2)).toggled(hits.at(17));
        assertEquals(List.of(hits.at(2), hits.at(17), hits.at(30)), some.in(hits));
        assertEquals(Set.copyOf(some.in(hits)), Set.copyOf(some.in(Hits.NONE)), "what is not found stays chosen");
        assertNull(some.toggled(hits.at(17)).lead());
        assertEquals(0, Selection.NONE.all(Hits.NONE).size());
        assertFalse(Selection.NONE.has(hits.at(0)));
    }
}
