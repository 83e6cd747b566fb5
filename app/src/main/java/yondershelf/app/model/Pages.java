package yondershelf.app.model;

import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Shown;
import yondershelf.library.Asset;
import yondershelf.search.Hits;
import yondershelf.search.Key;
import yondershelf.words.Phrase;

/**
 * The hits as they are shown, fetched a page at a time in the background: the shelf never holds them all. Used from the
 * interface thread.
 */
public final class Pages {
    /** Hits on a page. */
    static final int PAGE = 64;

    private static final int KEPT_PAGES = 40;
    private static final int KEPT_FORMER = 2_000;

    private final Catalogue catalogue;
    private final Background background;
    private final Runnable arrived;
    private final Map<Integer, List<Shown>> pages = new LruCache<>(KEPT_PAGES);
    /** As they were shown last: what stands there until a page is fetched again. */
    private final Map<Key, Shown> former = new LruCache<>(KEPT_FORMER);

    private final Set<Integer> asked = new HashSet<>();
    private Hits hits = Hits.NONE;
    private @Nullable Key followed;
    private int followedPlace = -1;

    /** Lets go of what was used longest ago. */
    private static final class LruCache<K, V> extends LinkedHashMap<K, V> {
        private static final long serialVersionUID = 1L;

        private final int most;

        LruCache(int most) {
            super(16, 0.75f, true);
            this.most = most;
        }

        @Override
        protected boolean removeEldestEntry(Map.Entry<K, V> eldest) {
            return size() > most;
        }
    }

    /** @param arrived called when a page was fetched */
    Pages(Catalogue catalogue, Background background, Runnable arrived) {
        this.catalogue = catalogue;
        this.background = background;
        this.arrived = arrived;
    }

    /** Other hits, with their first page. */
    void show(Hits other, List<Shown> first) {
        hits = other;
        pages.clear();
        asked.clear();
        keep(0, first);
    }

    /** What is found again in each answer: what is chosen, say. */
    public @Nullable Key followed() {
        return followed;
    }

    /** Follows something, which stands at a place now; or nothing. */
    public void follow(@Nullable Key key, int place) {
        followed = key;
        followedPlace = place;
    }

    /** Follows something wherever it stands, until that is known where it stood; told by {@code arrived}. */
    public void follow(Key key) {
        follow(key, key.equals(followed) ? followedPlace : -1);
        Hits of = hits;
        background.quietly(Phrase.of("model.finding-what-is-chosen"), work -> of.placeOf(key), place -> {
            if (of == hits && key.equals(followed)) {
                followedPlace = place;
                arrived.run();
            }
        });
    }

    /** Where what is followed stands, or -1. */
    public int followedPlace() {
        return followedPlace;
    }

    /** An asset with what was said of it, if it was shown lately: whoever must not wait for a store asks here. */
    public Optional<Shown> shown(Asset asset) {
        return former.values().stream()
                .filter(s -> s.asset().id().equals(asset.id()))
                .findFirst();
    }

    private void keep(int page, List<Shown> fetched) {
        pages.put(page, fetched);
        fetched.forEach(s -> former.put(s.key(), s));
    }

    public int total() {
        return hits.total();
    }

    /** What stands at a place; null while it is not known, in which case it is being fetched. */
    public @Nullable Shown at(int place) {
        if (place < 0 || place >= hits.total()) {
            return null;
        }
        Key key = hits.at(place);
        List<Shown> page = pages.get(place / PAGE);
        if (page == null) {
            fetch(place / PAGE);
        } else {
            int at = place % PAGE;
            // those gone meanwhile are missing on the page
            if (at < page.size() && page.get(at).key().equals(key)) {
                return page.get(at);
            }
        }
        return former.get(key);
    }

    private void fetch(int page) {
        if (!asked.add(page)) {
            return;
        }
        Hits of = hits;
        background.quietly(
                Phrase.of("model.fetching-what-is-shown"),
                work -> catalogue.shelf().page(of, page * PAGE, PAGE),
                fetched -> {
                    if (of == hits) {
                        keep(page, fetched);
                        asked.remove(page);
                        arrived.run();
                    }
                },
                () -> {
                    // the next to look there asks again
                    if (of == hits) {
                        asked.remove(page);
                    }
                });
    }

    /** Does something with what stands at a place, as soon as it is known. */
    public void whenThere(int place, Consumer<Shown> act) {
        Shown there = at(place);
        if (there != null) {
            act.accept(there);
            return;
        }
        Hits of = hits;
        background.quietly(
                Phrase.of("model.fetching-what-is-shown"),
                work -> catalogue.shelf().page(of, place, 1),
                fetched -> {
                    if (of == hits && !fetched.isEmpty()) {
                        former.put(fetched.get(0).key(), fetched.get(0));
                        act.accept(fetched.get(0));
                    }
                });
    }

    /** An asset as it was shown last, if it was lately. */
    @Nullable
    Shown lately(Key key) {
        return former.get(key);
    }
}
