package yondershelf.search;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import yondershelf.Rounds;
import yondershelf.content.BasicColour;
import yondershelf.content.Kind;
import yondershelf.content.ProblemException;

/** Queries as they are typed find what a plain filter leaves, in an index that changes, and after it was kept and read back. */
class QueryTextTest {
    private static final long DAY =
            LocalDate.of(2026, 11, 20).atStartOfDay(ZoneId.systemDefault()).toEpochSecond();

    private static final Set<Order> ALWAYS_KNOWN = Set.of(Order.NEWEST, Order.BEST_RATED, Order.MOST_USED);

    @TempDir
    Path folder;

    private static Query parse(String text) throws ProblemException {
        return QueryText.parse(text, word -> word.equals("Station props") ? Optional.of("lib") : Optional.empty());
    }

    private static Entry any(SplittableRandom random, int row) {
        Set<String> tags = new TreeSet<>();
        for (String tag : List.of("brass", "wood", "wood/oak", "rope")) {
            if (random.nextInt(3) == 0) {
                tags.add(tag);
            }
        }
        Traits traits = new Traits(
                random.nextInt(6),
                random.nextBoolean(),
                List.of("", "The Workshop", "Sébastien's yard").get(random.nextInt(3)),
                List.of("", "CC0-1.0", "CC-BY-4.0").get(random.nextInt(3)),
                random.nextInt(-1, 50) * 1000,
                random.nextInt(-1, 9) * 512,
                random.nextInt(-1, 30) * 100,
                random.nextInt(-1, 300));
        traits = traits.measured(
                        Math.max(-1, traits.triangles()),
                        Math.max(-1, traits.pixels()),
                        Math.max(-1, traits.millimetres()),
                        traits.tenthsOfStops())
                .madeFor(
                        List.of("", "Pier study", "Mole").get(random.nextInt(3)),
                        random.nextInt(3) == 0
                                ? 0
                                : BasicColour.RED.bit() * random.nextInt(2)
                                        | BasicColour.BLUE.bit() * random.nextInt(2))
                .used(random.nextInt(4), random.nextInt(3) == 0);
        return new Entry(
                new Key("lib", row),
                Kind.values()[random.nextInt(4)],
                "thing " + row,
                List.of("", "shore", "shore/jetty", "shoreline", "tools").get(random.nextInt(5)),
                "thing.obj",
                tags,
                "",
                DAY + random.nextInt(-3, 4) * 43_200L,
                traits);
    }

    private record Case(String text, Predicate<Entry> like) {}

    private static boolean tagged(Entry e, String tag) {
        return e.tags().stream().anyMatch(t -> t.equals(tag) || t.startsWith(tag + "/"));
    }

    private static boolean is(Entry e, BasicColour colour) {
        return (e.traits().colours() & colour.bit()) != 0;
    }

    private static List<Case> cases() {
        return List.of(
                new Case("rating>=3", e -> e.traits().rating() >= 3),
                new Case("rating:4", e -> e.traits().rating() == 4),
                new Case("-rating:0", e -> e.traits().rating() != 0),
                new Case(
                        "rating:2..4",
                        e -> e.traits().rating() >= 2 && e.traits().rating() <= 4),
                new Case("favourite:yes", e -> e.traits().favourite()),
                new Case("favourite:no", e -> !e.traits().favourite()),
                new Case(
                        "triangles<20k",
                        e -> e.traits().triangles() >= 0 && e.traits().triangles() < 20_000),
                new Case(
                        "-triangles<20k",
                        e -> e.traits().triangles() < 0 || e.traits().triangles() >= 20_000),
                new Case("pixels>=2k", e -> e.traits().pixels() >= 2048),
                new Case(
                        "size<50cm",
                        e -> e.traits().millimetres() >= 0 && e.traits().millimetres() < 500),
                new Case("size>1.2m", e -> e.traits().millimetres() > 1200),
                new Case(
                        "size:300mm..1m",
                        e -> e.traits().millimetres() >= 300 && e.traits().millimetres() <= 1000),
                new Case("stops>12.5", e -> e.traits().tenthsOfStops() > 125),
                new Case(
                        "author:sebastien",
                        e -> e.traits().author().toLowerCase(Locale.ROOT).startsWith("s")),
                new Case("author:none", e -> e.traits().author().isEmpty()),
                new Case("-licence:none", e -> !e.traits().licence().isEmpty()),
                new Case("licence:cc0,by-4", e -> !e.traits().licence().isEmpty()),
                new Case("tag:brass,rope", e -> tagged(e, "brass") || tagged(e, "rope")),
                new Case("tag:wood tag:brass", e -> tagged(e, "wood") && tagged(e, "brass")),
                new Case("-tag:wood", e -> !tagged(e, "wood")),
                new Case("tag:none", e -> e.tags().isEmpty()),
                new Case("kind:model,hdri", e -> e.kind() == Kind.MODEL || e.kind() == Kind.HDRI),
                new Case("-kind:model", e -> e.kind() != Kind.MODEL),
                new Case("since>=2026-11-20", e -> e.since() >= DAY),
                new Case("since:2026-11-20", e -> e.since() >= DAY && e.since() < DAY + 86_400),
                new Case("since<2026-11-20", e -> e.since() < DAY),
                new Case("since:2026-11-19..2026-11-20", e -> e.since() >= DAY - 86_400 && e.since() < DAY + 86_400),
                new Case("since<=2026-11-20", e -> e.since() < DAY + 86_400),
                new Case("since>2026-11-20", e -> e.since() >= DAY + 86_400),
                new Case("-tag:none", e -> !e.tags().isEmpty()),
                new Case("tag:none,brass", e -> e.tags().isEmpty() || tagged(e, "brass")),
                new Case("-tag:none,brass", e -> !e.tags().isEmpty() && !tagged(e, "brass")),
                new Case(
                        "triangles<=20k",
                        e -> e.traits().triangles() >= 0 && e.traits().triangles() <= 20_000),
                new Case("triangles>20k", e -> e.traits().triangles() > 20_000),
                new Case("triangles:20k", e -> e.traits().triangles() == 20_000),
                new Case("colour:red", e -> is(e, BasicColour.RED)),
                new Case("-colour:red,blue", e -> !is(e, BasicColour.RED) && !is(e, BasicColour.BLUE)),
                new Case("colour:none", e -> e.traits().colours() == 0),
                new Case("colour:none,blue", e -> e.traits().colours() == 0 || is(e, BasicColour.BLUE)),
                new Case("-colour:none", e -> e.traits().colours() != 0),
                new Case("job:pier", e -> e.traits().job().equals("Pier study")),
                new Case("job:none,mole", e -> !e.traits().job().equals("Pier study")),
                new Case("used:yes", e -> e.traits().scenes() > 0),
                new Case("used:no", e -> e.traits().scenes() == 0),
                new Case("used>=2", e -> e.traits().scenes() >= 2),
                new Case("findings:yes", e -> e.traits().problems()),
                new Case("findings:no", e -> !e.traits().problems()),
                new Case(
                        "folder:shore",
                        e -> e.folder().equals("shore") || e.folder().equals("shore/jetty")),
                new Case(
                        "-folder:shore/jetty,tools",
                        e -> !e.folder().equals("shore/jetty") && !e.folder().equals("tools")),
                new Case(
                        "thing library:\"Station props\" rating>1 -tag:rope",
                        e -> e.traits().rating() > 1 && !tagged(e, "rope")));
    }

    @Test
    void agreesWithAPlainFilter() throws Exception {
        SplittableRandom random = new SplittableRandom(11);
        TreeMap<Integer, Entry> entries = new TreeMap<>();
        Index index = new Index();
        for (int step = 0; step < Rounds.of(40); step++) {
            List<Entry> changed = new ArrayList<>();
            for (int i = 0; i < 30; i++) {
                changed.add(any(random, 1 + random.nextInt(200)));
            }
            TreeMap<Integer, Entry> last = new TreeMap<>();
            changed.forEach(e -> last.put(e.key().row(), e));
            index.apply(last.values(), List.of());
            entries.putAll(last);
            if (step % 10 == 9) {
                Path file = folder.resolve("index");
                IndexFile.save(index, java.util.Map.of(), file);
                index = Objects.requireNonNull(IndexFile.load(file)).index();
            }
            for (Case each : cases()) {
                Hits hits = index.find(parse(each.text));
                List<Integer> wanted = entries.values().stream()
                        .filter(each.like)
                        .map(e -> e.key().row())
                        .toList();
                assertEquals(
                        wanted,
                        hits.page(0, hits.total()).stream()
                                .map(Key::row)
                                .sorted()
                                .toList(),
                        each.text);
                if (step > 5) {
                    assertFalse(
                            wanted.isEmpty() || wanted.size() == entries.size() && !each.text.contains("thing"),
                            each.text);
                }
            }
        }
    }

    /** Each offer leaves as many as it says. */
    @Test
    void offersSayHowManyTheyLeave() throws Exception {
        SplittableRandom random = new SplittableRandom(23);
        List<Entry> entries = new ArrayList<>();
        for (int row = 1; row <= 300; row++) {
            entries.add(any(random, row));
        }
        Index index = Index.of(entries);
        Query query = parse("-tag:wood");
        Hits hits = index.find(query);
        int offers = 0;
        for (Field field : Field.values()) {
            for (Facets.Offer offer : Facets.of(hits, field, LocalDate.of(2026, 11, 21))) {
                assertEquals(
                        offer.left(), index.find(query.with(offer.condition())).total(), offer.toString());
                offers++;
            }
        }
        assertTrue(offers > 20, offers + " offers");
    }

    /** Each order is that of a plain sort, those alike by name, what was not measured last. */
    @Test
    void ordersAsAPlainSort() throws Exception {
        SplittableRandom random = new SplittableRandom(29);
        TreeMap<Integer, Entry> entries = new TreeMap<>();
        for (int row = 1; row <= 300; row++) {
            entries.put(row, any(random, row));
        }
        Index index = Index.of(entries.values());
        for (Order order : Order.values()) {
            Hits hits = index.find(parse("-tag:wood").withOrder(order));
            long before = Long.MIN_VALUE;
            String name = "";
            for (Key key : hits.page(0, hits.total())) {
                Entry entry = Objects.requireNonNull(entries.get(key.row()));
                long value = switch (order) {
                    case NEWEST -> -entry.since();
                    case BEST_RATED -> -entry.traits().rating();
                    case LARGEST -> -entry.traits().millimetres();
                    case SMALLEST -> entry.traits().millimetres();
                    case MOST_TRIANGLES -> -entry.traits().triangles();
                    case FEWEST_TRIANGLES -> entry.traits().triangles();
                    case HIGHEST_RESOLUTION -> -entry.traits().pixels();
                    case MOST_USED -> -entry.traits().scenes();
                    default -> 0;
                };
                boolean unknown = !ALWAYS_KNOWN.contains(order) && Math.abs(value) == 1;
                value = unknown ? Long.MAX_VALUE : value;
                assertTrue(value > before || value == before && entry.name().compareTo(name) > 0, order + " " + entry);
                before = value;
                name = entry.name();
            }
            assertTrue(hits.total() > 50);
        }
    }

    /** What is written of a query means the same when it is read again. */
    @Test
    void writtenAndReadAgain() throws Exception {
        for (Case each : cases()) {
            Query query = parse(each.text);
            String text = QueryText.of(query, id -> "Station props");
            assertEquals(query, parse(text), each.text + " became " + text);
        }
        assertEquals(
                "author:\"the yard\" stops>=12.5 rope",
                QueryText.of(parse("rope author:\"the yard\" stops>=12.5"), id -> id));
    }

    /** Numbers are written with the largest unit in which they are whole. */
    @ParameterizedTest
    @CsvSource({
        "size:2m, size:2m",
        "size:2500mm, size:250cm",
        "size:250mm, size:25cm",
        "size:7mm, size:7mm",
        "size:0mm, size<=0cm",
        "size>=1m, size>=1m",
        "stops:12, stops:12",
        "stops:12.5, stops:12.5",
        "favourite:yes, favourite:yes",
        "favourite:no, favourite:no",
        "findings:yes, findings:yes",
        "rating:1, rating:1",
        "rating:0, rating:0",
        "used:1, used:1"
    })
    void numbersAreWrittenInTheirUnits(String typed, String written) throws Exception {
        assertEquals(written, QueryText.of(parse(typed), id -> id));
    }

    @Test
    void whatSomethingIsLikeIsWrittenBeforeTheRest() throws Exception {
        Query like = Query.EVERYTHING.withLike("#2f8f80");
        assertEquals("like:#2f8f80", QueryText.whole(like, id -> id));
        assertEquals("like:#2f8f80 rope", QueryText.whole(like.withWords("rope"), id -> id));
        assertEquals("rope", QueryText.whole(Query.EVERYTHING.withWords("rope"), id -> id));
        assertEquals(like.withWords("rope"), parse("rope like:#2f8f80"));
        assertEquals("5a1c", parse("like:5a1c").like(), "an asset's id");
    }

    /** Places that were written as conditions are places again. */
    @Test
    void placesAsConditionsAndBack() throws Exception {
        Query query = Query.EVERYTHING
                .withWords("rope")
                .withKinds(Set.of(Kind.MODEL, Kind.MATERIAL))
                .withTags(Set.of("stone/wet", "hand prop"))
                .in("lib", "shore/jetty")
                .with(Condition.between(Field.RATING, 3, Long.MAX_VALUE));
        assertEquals(query, query.asConditions().asPlaces());
        assertEquals(query, parse(QueryText.whole(query, id -> "Station props")).asPlaces());
        Query unfiled = Query.EVERYTHING.withUnfiled(true);
        assertEquals(unfiled, unfiled.asConditions().asPlaces());
        Query not = parse("-kind:model tag:brass,rope");
        assertEquals(not.conditions().size(), not.asPlaces().conditions().size(), "what is no place stays");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "colour:mauve",
                "like:#12f",
                "like:#2f8f8g",
                "shine:red",
                "rating:good",
                "size<50",
                "size<50in",
                "kind:house",
                "library:Away",
                "since:yesterday",
                "favourite:perhaps",
                "stops>1e9",
                "pixels>99999999999999"
            })
    void whatIsNotUnderstoodIsSaid(String text) {
        ProblemException told = assertThrows(ProblemException.class, () -> parse(text));
        assertFalse(told.problem().sentence().isBlank());
        assertTrue(told.problem().cause().length() > 5);
    }

    /** Words that only look a little like conditions are words. */
    @Test
    void wordsStayWords() throws Exception {
        assertEquals("12:30 a: :b -x http", parse("12:30 a: :b -x http").words());
        assertEquals("two words", parse("\"two words\"").words());
    }
}
