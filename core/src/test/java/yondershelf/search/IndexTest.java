package yondershelf.search;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.text.Normalizer;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.Rounds;
import yondershelf.content.Kind;

class IndexTest {
    @TempDir
    Path folder;

    private static Entry entry(int row, Kind kind, String name, String folder, String... tags) {
        return new Entry(new Key("lib", row), kind, name, folder, name + ".glb", Set.of(tags), "", 100 + row);
    }

    private static final Index INDEX = Index.of(List.of(
            entry(1, Kind.MODEL, "Deck lamp", "lights", "brass"),
            entry(2, Kind.HDRI, "Lamp lit room", "skies", "night"),
            entry(3, Kind.MODEL, "Clamp", "workshop"),
            entry(4, Kind.MATERIAL, "Wet shingle", "stone", "stone/wet"),
            entry(5, Kind.MATERIAL, "Grüne Straße", "stone/fine", "stone")));

    private static List<Integer> rows(Hits hits) {
        return hits.page(0, hits.total()).stream().map(Key::row).toList();
    }

    private static List<Integer> find(Query query) {
        return rows(INDEX.find(query));
    }

    @Test
    void partsOfWordsFindAndBeginningsComeFirst() {
        assertEquals(List.of(2, 1, 3), find(Query.EVERYTHING.withWords("lam")));
        assertEquals(List.of(1), find(Query.EVERYTHING.withWords("lam brass")));
        assertEquals(List.of(), find(Query.EVERYTHING.withWords("lam zinc")));
        assertEquals(List.of(1), find(Query.EVERYTHING.withWords("deck_lamp.glb")));
    }

    @Test
    void caseAndAccentsDoNotMatter() {
        assertEquals(List.of(5), find(Query.EVERYTHING.withWords("GRUNE STRASSE")));
        assertEquals(List.of(5), find(Query.EVERYTHING.withWords("grü")));
    }

    @Test
    void tagsHoldThoseNestedBelow() {
        assertEquals(List.of(5, 4), find(Query.EVERYTHING.withTags(Set.of("stone"))));
        assertEquals(List.of(4), find(Query.EVERYTHING.withTags(Set.of("stone/wet"))));
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
        assertEquals(List.of(5, 4), find(Query.EVERYTHING.in("lib", "stone")));
        assertEquals(List.of(3), find(Query.EVERYTHING.withUnfiled(true)));
        assertEquals(List.of(5, 4), find(Query.EVERYTHING.withSince(104)));
        Counts counts = INDEX.counts(Set.of("lib"));
        assertEquals(
                Map.of("", 5, "lights", 1, "skies", 1, "workshop", 1, "stone", 2, "stone/fine", 1),
                counts.folders().get("lib"));
        assertEquals(5, counts.libraries().get("lib"));
        assertEquals(1, counts.unfiled());
        assertEquals(0, INDEX.counts(Set.of()).total());
    }

    private static Entry any(SplittableRandom random, int row) {
        String[] words = {"Lantern", "lo", "Buoy", "Älg", "crate", "lamp 2", "x-7"};
        String name = words[random.nextInt(7)] + " " + words[random.nextInt(7)];
        Kind kind = Kind.values()[random.nextInt(4)];
        Set<String> tags = new HashSet<>();
        for (int k = random.nextInt(3); k > 0; k--) {
            tags.add("t" + random.nextInt(3) + (random.nextBoolean() ? "/x" : ""));
        }
        String note = random.nextInt(4) == 0 ? words[random.nextInt(7)] : "";
        return new Entry(
                new Key("l" + row % 3, row),
                kind,
                name,
                "f" + random.nextInt(3) + "/g" + random.nextInt(2),
                "n" + random.nextInt(5) + ".obj",
                tags,
                note,
                random.nextInt(50));
    }

    private static Query anyQuery(SplittableRandom random) {
        String[] words = {"", "", "l", "lo", "an", "alg", "la bu", "x-7", "n3", "g1", "t1", "obj crate", "zz"};
        Query query = Query.EVERYTHING.withWords(words[random.nextInt(words.length)]);
        if (random.nextInt(3) == 0) {
            query = query.withKinds(Set.of(Kind.values()[random.nextInt(4)]));
        }
        if (random.nextInt(3) == 0) {
            query = query.withTags(Set.of("t" + random.nextInt(4)));
        }
        if (random.nextInt(3) == 0) {
            query = query.in("l" + random.nextInt(4), random.nextBoolean() ? "f1" : null);
        }
        if (random.nextInt(6) == 0) {
            query = query.withUnfiled(true);
        }
        return random.nextInt(6) == 0 ? query.withSince(25) : query;
    }

    /** Unicode's own folding, as the JDK has it, in place of ours. */
    private static String plain(String text) {
        return Normalizer.normalize(text, Normalizer.Form.NFKD)
                .replaceAll("\\p{M}", "")
                .toLowerCase(Locale.ROOT);
    }

    private static boolean matches(Entry e, Query q, boolean anyKind) {
        String text = plain(String.join("\n", e.name(), e.folder(), e.file(), String.join("\n", e.tags()), e.note()));
        boolean words = true;
        for (String word : plain(q.words()).split("[^\\p{L}\\p{Nd}]+")) {
            words &= text.contains(word);
        }
        String folder = q.folder();
        return words
                && (anyKind || q.kinds().isEmpty() || q.kinds().contains(e.kind()))
                && q.tags().stream()
                        .allMatch(t -> e.tags().stream().anyMatch(u -> u.equals(t) || u.startsWith(t + "/")))
                && (q.libraries().isEmpty() || q.libraries().contains(e.key().library()))
                && (folder == null || e.folder().startsWith(folder + "/"))
                && (!q.unfiled() || e.tags().isEmpty())
                && e.since() >= q.since();
    }

    private static void assertAgrees(Index index, Map<Integer, Entry> entries, Query query) {
        Hits hits = index.find(query);
        List<Entry> wanted =
                entries.values().stream().filter(e -> matches(e, query, false)).toList();
        assertEquals(
                wanted.stream().map(e -> e.key().row()).sorted().toList(),
                rows(hits).stream().sorted().toList(),
                query.toString());
        Map<Kind, Integer> kinds = new TreeMap<>();
        entries.values().stream()
                .filter(e -> matches(e, query, true))
                .forEach(e -> kinds.merge(e.kind(), 1, Integer::sum));
        assertEquals(kinds, new TreeMap<>(hits.kinds()), query.toString());
        Map<String, Integer> tags = new TreeMap<>();
        for (Entry e : wanted) {
            Set<String> all = new HashSet<>(e.tags());
            e.tags().stream().filter(t -> t.contains("/")).forEach(t -> all.add(t.substring(0, t.indexOf('/'))));
            all.forEach(t -> tags.merge(t, 1, Integer::sum));
        }
        assertEquals(tags, hits.tags(), query.toString());
        if (query.words().isEmpty()) {
            List<String> names = rows(hits).stream()
                    .map(row -> plain(Objects.requireNonNull(entries.get(row)).name()))
                    .toList();
            assertEquals(names.stream().sorted(Comparator.naturalOrder()).toList(), names);
        }
    }

    /** Thousands of changes in place, with reading back and making anew between them, against a plain filter. */
    @Test
    void agreesWithAPlainFilterWhateverChanges() throws Exception {
        SplittableRandom random = new SplittableRandom(17);
        Map<Integer, Entry> entries = new TreeMap<>();
        Index index = new Index();
        for (int step = 0; step < Rounds.of(300); step++) {
            Map<Integer, Entry> changed = new TreeMap<>();
            List<Key> gone = new ArrayList<>();
            for (int k = random.nextInt(12); k > 0; k--) {
                int row = 1 + random.nextInt(120);
                changed.put(row, any(random, row));
            }
            for (int k = random.nextInt(4); k > 0; k--) {
                int row = 1 + random.nextInt(120);
                if (!changed.containsKey(row)) {
                    gone.add(new Key("l" + row % 3, row));
                    entries.remove(row);
                }
            }
            index.apply(changed.values(), gone);
            entries.putAll(changed);
            for (int q = 0; q < 6; q++) {
                assertAgrees(index, entries, anyQuery(random));
            }
            assertEquals(entries.size(), index.size());
            Hits all = index.find(Query.EVERYTHING);
            assertEquals(
                    all, Index.of(entries.values()).find(Query.EVERYTHING), "order and counts are as if made anew");
            for (int place = 0; place < all.total(); place += 17) {
                assertEquals(place, all.placeOf(all.at(place)));
            }
            if (step % 20 == 0) {
                Path file = folder.resolve("index");
                IndexFile.save(index, Map.of("l0", 7L), file);
                IndexFile.Kept kept = IndexFile.load(file);
                assertNotNull(kept);
                assertEquals(7L, kept.states().get("l0"));
                index = kept.index();
            }
        }
        index.remove("l1");
        entries.values().removeIf(e -> e.key().library().equals("l1"));
        assertAgrees(index, entries, Query.EVERYTHING);
    }

    /** Enough assets that the log of words and the fresh documents are sorted in several times. */
    @Test
    void manyStayInOrder() {
        SplittableRandom random = new SplittableRandom(4);
        Map<Integer, Entry> entries = new TreeMap<>();
        Index index = new Index();
        for (int round = 0; round < 12; round++) {
            // each once, the last of it
            Map<Integer, Entry> more = new LinkedHashMap<>();
            for (int i = 0; i < 2_500; i++) {
                int row = 1 + random.nextInt(20_000);
                more.put(row, any(random, row));
            }
            entries.putAll(more);
            index.apply(List.copyOf(more.values()), List.of());
        }
        for (int q = 0; q < Rounds.of(20); q++) {
            assertAgrees(index, entries, anyQuery(random));
        }
    }

    /** What was found stays as it was while the index goes on. */
    @Test
    void hitsStayAsTheyWere() {
        Index index = new Index();
        List<Entry> many = new ArrayList<>();
        SplittableRandom random = new SplittableRandom(3);
        for (int row = 1; row <= 6_000; row++) {
            many.add(any(random, row));
        }
        index.apply(many, List.of());
        Hits before = index.find(Query.EVERYTHING);
        List<Key> keys = before.page(0, before.total());
        index.apply(List.of(), many.stream().map(Entry::key).limit(5_900).toList());
        index.apply(List.of(entry(9_000, Kind.MODEL, "Anchor", "")), List.of());
        assertEquals(keys, before.page(0, before.total()));
        assertEquals(101, index.find(Query.EVERYTHING).total());
    }

    /** A kept index cut short or damaged anywhere counts as none. */
    @Test
    void aDamagedFileIsNoIndex() throws Exception {
        Path file = folder.resolve("index");
        IndexFile.save(INDEX, Map.of(), file);
        byte[] whole = Files.readAllBytes(file);
        SplittableRandom random = new SplittableRandom(5);
        for (int i = 0; i < Rounds.of(200); i++) {
            byte[] damaged = java.util.Arrays.copyOf(whole, i % 2 == 0 ? random.nextInt(whole.length) : whole.length);
            if (i % 2 == 1) {
                damaged[random.nextInt(damaged.length)] ^= (byte) (1 + random.nextInt(255));
            }
            Files.write(file, damaged);
            assertNull(IndexFile.load(file));
        }
        Files.write(file, whole);
        assertNotNull(IndexFile.load(file));
        assertNull(IndexFile.load(folder.resolve("none")));
        assertTrue(whole.length < 4_000, "five assets");
    }

    /** Each of the ranges that are offered holds what its words say, to the last one: below a thousand is without the thousand. */
    @Test
    void offeredRangesHoldWhatTheySay() {
        Index index = new Index();
        List<Entry> entries = new ArrayList<>();
        int[] triangles = {0, 999, 1_000, 1_001, 9_999, 10_000, 99_999, 100_000, 999_999, 1_000_000};
        for (int i = 0; i < triangles.length; i++) {
            entries.add(new Entry(
                    new Key("lib", i + 1),
                    Kind.MODEL,
                    "thing",
                    "",
                    "thing.obj",
                    Set.of(),
                    "",
                    100,
                    new Traits(0, false, "", "", triangles[i], -1, -1, -1)));
        }
        index.apply(entries, List.of());
        List<List<Long>> offered =
                Facets.of(index.find(Query.EVERYTHING), Field.TRIANGLES, LocalDate.of(2026, 11, 20)).stream()
                        .map(o -> List.of(o.condition().from(), o.condition().to(), (long) o.left()))
                        .toList();
        long most = Long.MAX_VALUE;
        assertEquals(
                List.of(
                        List.of(0L, 999L, 2L),
                        List.of(0L, 9_999L, 5L),
                        List.of(0L, 99_999L, 7L),
                        List.of(100_000L, most, 3L),
                        List.of(1_000_000L, most, 1L)),
                offered);
        for (Facets.Offer offer :
                Facets.of(index.find(Query.EVERYTHING), Field.TRIANGLES, LocalDate.of(2026, 11, 20))) {
            assertEquals(
                    offer.left(),
                    index.find(Query.EVERYTHING.with(offer.condition())).total(),
                    "what is promised is found: " + offer);
        }
    }

    private static Entry measured(int row, Traits traits) {
        return new Entry(new Key("lib", row), Kind.MODEL, "thing " + row, "", "thing.obj", Set.of(), "", 100, traits);
    }

    /** What was measured is known as it was measured, whatever its size, also after other assets came and the index was kept. */
    @Test
    void numbersAreThoseThatWereMeasured() throws Exception {
        int[] numbers = {-1, 0, 1, 65_533, 65_534, 65_535, 65_536, 1 << 20, 16_000_000};
        Index index = new Index();
        for (int turn = 0; turn < 3; turn++) {
            List<Entry> entries = new ArrayList<>();
            for (int i = 0; i < numbers.length; i++) {
                int n = numbers[i];
                entries.add(measured(turn * 20 + i + 1, new Traits(0, false, "", "", n, n, n, Math.min(n, 300))));
            }
            index.apply(entries, List.of());
        }
        Path file = folder.resolve("numbers");
        IndexFile.save(index, Map.of(), file);
        for (Index each :
                List.of(index, Objects.requireNonNull(IndexFile.load(file)).index())) {
            for (int turn = 0; turn < 3; turn++) {
                for (int i = 0; i < numbers.length; i++) {
                    Key key = new Key("lib", turn * 20 + i + 1);
                    assertEquals(numbers[i], each.number(key, Field.TRIANGLES));
                    assertEquals(numbers[i], each.number(key, Field.PIXELS));
                    assertEquals(numbers[i], each.number(key, Field.SIZE));
                    assertEquals(Math.min(numbers[i], 300), each.number(key, Field.STOPS));
                }
            }
        }
    }

    private static List<Long> offeredBounds(Index index, Field field) {
        return Facets.of(index.find(Query.EVERYTHING), field, LocalDate.of(2026, 11, 20)).stream()
                .map(o -> o.condition().from() == 0
                        ? -o.condition().to()
                        : o.condition().from())
                .toList();
    }

    /** Only ranges are offered in which there is something. */
    @Test
    void rangesAreOfferedByField() {
        Index index = new Index();
        index.apply(
                List.of(
                        measured(1, new Traits(3, true, "", "", -1, 4096, 50, 130)),
                        measured(2, new Traits(0, false, "", "", -1, 1024, 20_000, 80).used(2, true))),
                List.of());
        assertEquals(List.of(1024L, 2048L, 4096L), offeredBounds(index, Field.PIXELS));
        assertEquals(List.of(-99L, -999L, -9_999L, 10_000L), offeredBounds(index, Field.SIZE));
        assertEquals(List.of(80L, 120L), offeredBounds(index, Field.STOPS));
        assertEquals(List.of(-0L, 1L), offeredBounds(index, Field.USED));
        assertEquals(List.of(1L), offeredBounds(index, Field.FAVOURITE));
        assertEquals(List.of(1L), offeredBounds(index, Field.FINDINGS));
    }

    /** Words that came later stand among those that were there, and each finds its own. */
    @Test
    void laterWordsStandAmongEarlierOnes() {
        Index index = new Index();
        List<Entry> first = new ArrayList<>();
        List<Entry> later = new ArrayList<>();
        for (int i = 0; i < 3_000; i++) {
            (i % 2 == 0 ? first : later).add(entry(i + 1, Kind.MODEL, String.format("w%05d", i), ""));
        }
        index.apply(first, List.of());
        index.apply(later, List.of());
        // most of them go, so that the index is made anew
        index.apply(List.of(), first.stream().map(Entry::key).skip(1).toList());
        for (int i = 1; i < 3_000; i += 2) {
            assertEquals(List.of(i + 1), rows(index.find(Query.EVERYTHING.withWords(String.format("w%05d", i)))));
        }
        assertEquals(1_501, index.find(Query.EVERYTHING.withWords("w0")).total());
        assertEquals(1, rows(index.find(Query.EVERYTHING)).get(0));
    }
}
