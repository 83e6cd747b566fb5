package yondershelf.search;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import yondershelf.content.BasicColour;
import yondershelf.content.Kind;

/** What can be asked of what was found. */
class HitsTest {
    private static final Index INDEX = Index.of(List.of(
            entry("near", 70, Kind.MODEL, "Anchor", 0, "Pier study"),
            entry("near", 2, Kind.HDRI, "Bay at dusk", BasicColour.BLUE.bit() | BasicColour.RED.bit(), ""),
            entry("far", 70, Kind.MODEL, "Crate", BasicColour.BLUE.bit(), "Pier study"),
            entry("far", 71, Kind.MATERIAL, "Driftwood", BasicColour.BROWN.bit(), "Mole")));

    private static Entry entry(String library, int row, Kind kind, String name, int colours, String job) {
        return new Entry(
                new Key(library, row),
                kind,
                name,
                "",
                name + ".glb",
                Set.of(),
                "",
                100,
                Traits.NONE.madeFor(job, colours));
    }

    private static Hits all() {
        return INDEX.find(Query.EVERYTHING);
    }

    private static List<String> keys(Hits hits) {
        return hits.page(0, hits.total()).stream()
                .map(k -> k.library() + k.row())
                .toList();
    }

    @Test
    void rowsAreParted() {
        assertEquals(
                Map.of("near", BitSet.valueOf(new long[] {4, 1L << 6}), "far", BitSet.valueOf(new long[] {0, 3L << 6})),
                all().rows());
        assertEquals(Map.of(), Hits.NONE.rows());
    }

    @Test
    void aPageEndsWhereTheyEnd() {
        Hits hits = all();
        assertEquals(List.of(new Key("near", 2), new Key("far", 70)), hits.page(1, 2));
        assertEquals(List.of(new Key("far", 71)), hits.page(3, 100));
        assertEquals(List.of(new Key("near", 70)), hits.page(-2, 3));
        assertEquals(List.of(), hits.page(4, 1));
        assertEquals(List.of(), Hits.NONE.page(0, 3));
        assertThrows(IndexOutOfBoundsException.class, () -> Hits.NONE.at(0));
    }

    @Test
    void aPlaceIsThatOfOneLibrary() {
        assertEquals(0, all().placeOf(new Key("near", 70)));
        assertEquals(2, all().placeOf(new Key("far", 70)));
        assertEquals(-1, all().placeOf(new Key("far", 2)));
        assertEquals(-1, all().placeOf(new Key("nowhere", 70)));
        assertEquals(-1, Hits.NONE.placeOf(new Key("near", 70)));
    }

    /** In the order that is given, what was not found left out, all kinds counted whichever are wanted. */
    @Test
    void inAGivenOrder() {
        List<Key> order = List.of(
                new Key("far", 71), new Key("far", 9), new Key("gone", 70), new Key("near", 2), new Key("near", 70));
        assertEquals(List.of("far71", "near2", "near70"), keys(all().inOrder(order, Set.of())));
        Hits models = all().inOrder(order, Set.of(Kind.MODEL));
        assertEquals(List.of("near70"), keys(models));
        assertEquals(Map.of(Kind.MODEL, 1, Kind.HDRI, 1, Kind.MATERIAL, 1), models.kinds());
        assertEquals(0, Hits.NONE.inOrder(order, Set.of()).total());
        Hits few = INDEX.find(Query.EVERYTHING.withWords("crate"));
        assertEquals(List.of(), keys(few.inOrder(order, Set.of())));
    }

    /** A thing of two colours counts for both; one of none under the empty text. */
    @Test
    void whatIsSaidIsCounted() {
        assertEquals(Map.of("blue", 2, "red", 1, "brown", 1, "", 1), all().texts(Field.COLOUR));
        assertEquals(Map.of("Pier study", 2, "Mole", 1, "", 1), all().texts(Field.JOB));
        assertEquals(Map.of(), Hits.NONE.texts(Field.JOB));
        List<Long> since = new ArrayList<>();
        all().eachNumber(Field.SINCE, since::add);
        assertEquals(List.of(100L, 100L, 100L, 100L), since);
        all().eachNumber(Field.TRIANGLES, since::add);
        assertEquals(4, since.size(), "none was measured");
        Hits.NONE.eachNumber(Field.SINCE, since::add);
        assertEquals(4, since.size());
    }

    /** The same things of another index are the same; another order, or other counts, are not. */
    @Test
    void theSameIsEqual() {
        Index again = Index.of(List.of(
                entry("near", 2, Kind.HDRI, "Bay at dusk", 0, ""),
                entry("near", 70, Kind.MODEL, "Anchor", 0, ""),
                entry("far", 71, Kind.MATERIAL, "Driftwood", 0, ""),
                entry("far", 70, Kind.MODEL, "Crate", 0, "")));
        assertEquals(all(), again.find(Query.EVERYTHING));
        assertEquals(all().hashCode(), all().hashCode());
        List<Key> turned = List.of(new Key("far", 70), new Key("near", 70));
        List<Key> straight = List.of(new Key("near", 70), new Key("far", 70));
        assertNotEquals(all().inOrder(turned, Set.of()), all().inOrder(straight, Set.of()));
        assertNotEquals(
                all().inOrder(turned, Set.of()), again.find(Query.EVERYTHING).inOrder(straight, Set.of()));
        assertNotEquals(all(), INDEX.find(Query.EVERYTHING.withKinds(Set.of(Kind.MODEL))));
        assertTrue(all().toString().startsWith("4 hits"));
    }
}
