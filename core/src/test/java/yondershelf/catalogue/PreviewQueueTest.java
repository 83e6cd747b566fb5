package yondershelf.catalogue;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import yondershelf.library.Asset;
import yondershelf.store.AssetRow;

/** In which order previews are made. */
class PreviewQueueTest {
    private final Set<String> shown = new HashSet<>();
    private final Set<String> best = new HashSet<>();
    private boolean room = true;
    private final PreviewQueue queue =
            new PreviewQueue(a -> shown.contains(a.id()), a -> best.contains(a.id()), () -> room);

    private static Asset asset(String id, String key) {
        return Asset.of(new AssetRow(1, id, "texture", id, "", id + ".png", id + ".png\0", key, 1, ""));
    }

    private static List<Asset> assets(String... ids) {
        List<Asset> out = new ArrayList<>();
        for (String id : ids) {
            out.add(asset(id, "1"));
        }
        return out;
    }

    /** Does what is asked for until nothing is left, and tells it; a look finds nothing. */
    private List<String> done() {
        List<String> out = new ArrayList<>();
        for (PreviewQueue.Request next = queue.next(); next != null; next = queue.next()) {
            String id = next.asset().id();
            out.add(next.step().name().toLowerCase(java.util.Locale.ROOT) + " " + id);
            switch (next.step()) {
                case LOOK -> queue.lookedFor(next.asset());
                case DRAFT -> shown.add(id);
                case FINAL -> {
                    shown.add(id);
                    best.add(id);
                }
            }
            assertEquals(next.step() != PreviewQueue.Step.LOOK, next.isDrawn());
        }
        return out;
    }

    @Test
    void looksThenDraftsThenFinalsThenTheRest() {
        queue.want(assets("a", "b"), assets("a", "b", "c"));
        assertEquals(3, queue.total());
        assertEquals(3, queue.left());
        assertFalse(queue.isInViewDone());
        assertEquals(
                List.of("look a", "look b", "draft a", "draft b", "final a", "final b", "look c", "final c"), done());
        assertEquals(0, queue.left());
        assertTrue(queue.isInViewDone());
    }

    @Test
    void whatIsFoundIsNotDrawn() {
        queue.want(assets("a", "b"), List.of());
        queue.lookedFor(assets("a").get(0));
        shown.add("a");
        best.add("a");
        assertEquals(List.of("look b", "draft b", "final b"), done());
        assertEquals(2, queue.total());
    }

    @Test
    void withoutRoomNothingIsMadeAhead() {
        room = false;
        queue.want(assets("a"), assets("a", "b"));
        assertEquals(List.of("look a", "draft a", "final a"), done());
        assertEquals(1, queue.left());
    }

    @Test
    void whatLeftTheViewIsLookedForAgainWhenItComesBack() {
        queue.want(assets("a"), List.of());
        done();
        best.remove("a");
        assertEquals(
                PreviewQueue.Step.FINAL,
                java.util.Objects.requireNonNull(queue.next()).step(),
                "of another size, say");
        queue.lookAgain();
        assertEquals(
                PreviewQueue.Step.LOOK,
                java.util.Objects.requireNonNull(queue.next()).step());
        queue.lookedFor(assets("a").get(0));
        queue.lookAgain(assets("a").get(0));
        assertEquals(
                PreviewQueue.Step.LOOK,
                java.util.Objects.requireNonNull(queue.next()).step());
        queue.lookedFor(assets("a").get(0));
        assertTrue(queue.want(assets("b"), List.of()), "the view moved");
        assertFalse(queue.want(assets("b"), assets("c")), "only what comes afterwards");
        assertTrue(queue.want(assets("a"), List.of()));
        assertEquals(
                PreviewQueue.Step.LOOK,
                java.util.Objects.requireNonNull(queue.next()).step());
        // in another state it is another thing
        queue.lookedFor(assets("a").get(0));
        queue.want(List.of(asset("a", "2")), List.of());
        assertEquals(
                PreviewQueue.Step.LOOK,
                java.util.Objects.requireNonNull(queue.next()).step());
        assertEquals(0, queue.placeInView(asset("a", "2")));
        assertEquals(-1, queue.placeInView(asset("b", "1")));
    }

    @Test
    void whatWasStoppedIsNotBegunAgainByItself() {
        assertTrue(queue.isRefused(), "nothing is wanted");
        queue.want(assets("a", "b"), List.of());
        assertFalse(queue.isRefused());
        queue.refuse();
        assertTrue(queue.isRefused());
        queue.want(assets("b"), List.of());
        assertTrue(queue.isRefused(), "part of what was refused");
        queue.want(assets("b", "c"), List.of());
        assertFalse(queue.isRefused());
        queue.want(assets("a", "b"), List.of());
        assertFalse(queue.isRefused(), "it is forgotten with what is new");
    }

    @Test
    void farBelowNothingIsMadeAhead() {
        List<Asset> many = new ArrayList<>();
        for (int i = 0; i < 500; i++) {
            many.add(asset("x" + i, "1"));
        }
        queue.want(List.of(), many);
        assertEquals(400, queue.total());
        assertTrue(queue.isWanted(List.of(), many));
        assertFalse(queue.isWanted(many, many));
        many.forEach(a -> best.add(a.id()));
        assertNull(queue.next());
    }
}
