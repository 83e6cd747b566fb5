package yondershelf.search;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import yondershelf.content.Kind;

class IndexTest {
    private static Entry entry(String id, Kind kind, String name, String folder, String... tags) {
        return new Entry(id, "lib", kind, name, folder, folder + "/" + name, Set.of(tags), "");
    }

    private static final Index INDEX = Index.of(List.of(
            entry("1", Kind.MODEL, "Deck lamp", "lights", "brass"),
            entry("2", Kind.HDRI, "Lamp lit room", "skies", "night"),
            entry("3", Kind.MODEL, "Clamp", "workshop"),
            entry("4", Kind.MATERIAL, "Wet shingle", "stone", "stone/wet"),
            entry("5", Kind.MATERIAL, "Grüne Straße", "stone/fine", "stone")));

    private static List<String> find(Query query) {
        return INDEX.find(query).entries().stream().map(Entry::id).toList();
    }

    @Test
    void partsOfWordsFindAndBeginningsComeFirst() {
        assertEquals(List.of("2", "1", "3"), find(Query.EVERYTHING.withWords("lam")));
        assertEquals(List.of("1"), find(Query.EVERYTHING.withWords("lam brass")));
        assertEquals(List.of(), find(Query.EVERYTHING.withWords("lam zinc")));
    }

    @Test
    void caseAndAccentsDoNotMatter() {
        assertEquals(List.of("5"), find(Query.EVERYTHING.withWords("GRUNE STRASSE")));
        assertEquals(List.of("5"), find(Query.EVERYTHING.withWords("grü")));
    }

    @Test
    void tagsHoldThoseNestedBelow() {
        assertEquals(List.of("5", "4"), find(Query.EVERYTHING.withTags(Set.of("stone"))));
        assertEquals(List.of("4"), find(Query.EVERYTHING.withTags(Set.of("stone/wet"))));
        assertEquals(2, INDEX.find(Query.EVERYTHING).tags().get("stone"));
    }

    @Test
    void kindsAreCountedAsIfAllWereLetIn() {
        Hits hits = INDEX.find(Query.EVERYTHING.withWords("lam").withKinds(Set.of(Kind.HDRI)));
        assertEquals(1, hits.total());
        assertEquals(2, hits.kinds().get(Kind.MODEL));
    }

    @Test
    void foldersHoldTheirSubFolders() {
        assertEquals(List.of("5", "4"), find(Query.EVERYTHING.in("lib", "stone")));
        assertEquals(List.of("3"), find(Query.EVERYTHING.withUnfiled(true)));
    }

    /** Against a plain filter over random entries. */
    @Test
    void agreesWithAPlainFilter() {
        SplittableRandom r = new SplittableRandom(2);
        String[] syllables = {"ka", "lo", "mi", "ren", "tu"};
        List<Entry> entries = new ArrayList<>();
        for (int i = 0; i < 500; i++) {
            StringBuilder name = new StringBuilder();
            for (int k = 0; k < 3; k++) {
                name.append(syllables[r.nextInt(5)]);
            }
            entries.add(entry("e" + i, Kind.values()[r.nextInt(4)], name.toString(), "f" + r.nextInt(3)));
        }
        Index index = Index.of(entries);
        for (int i = 0; i < 100; i++) {
            String word = syllables[r.nextInt(5)] + syllables[r.nextInt(5)].charAt(0);
            long expected = entries.stream()
                    .filter(e -> (e.name() + e.path()).contains(word))
                    .count();
            assertEquals(expected, index.find(Query.EVERYTHING.withWords(word)).total());
        }
    }

    /** Replacing one entry gives what making the index anew would give, whatever changes. */
    @Test
    void anIndexWithOneChangeIsAsIfMadeAnew() {
        SplittableRandom random = new SplittableRandom(17);
        List<Entry> entries = new ArrayList<>();
        for (int i = 0; i < 60; i++) {
            entries.add(any(random, "id" + i));
        }
        Index index = Index.of(entries);
        for (int step = 0; step < 400; step++) {
            int at = random.nextInt(entries.size());
            Entry changed = any(random, entries.get(at).id());
            entries.set(at, changed);
            index = index.with(changed);
            Index fresh = Index.of(entries);
            for (Query query : List.of(
                    Query.EVERYTHING,
                    Query.EVERYTHING.withWords("a"),
                    Query.EVERYTHING.withWords("lo b"),
                    Query.EVERYTHING.withTags(Set.of("t1")))) {
                assertEquals(fresh.find(query), index.find(query));
            }
        }
        assertEquals(60, index.size());
        assertEquals(
                index.find(Query.EVERYTHING), index.with(any(random, "unknown")).find(Query.EVERYTHING));
    }

    private static Entry any(SplittableRandom random, String id) {
        String[] words = {"Lantern", "lo", "Buoy", "Älg", "crate"};
        String name = words[random.nextInt(5)] + " " + words[random.nextInt(5)];
        Kind kind = Kind.values()[random.nextInt(4)];
        return entry(id, kind, name, "f" + random.nextInt(3), "t" + random.nextInt(3), "t" + random.nextInt(3) + "/x");
    }
}
