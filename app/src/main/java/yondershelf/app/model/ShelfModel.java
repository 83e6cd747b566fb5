package yondershelf.app.model;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.KnownLibrary;
import yondershelf.catalogue.Shown;
import yondershelf.library.Asset;
import yondershelf.search.Counts;
import yondershelf.search.Hits;
import yondershelf.search.Key;
import yondershelf.search.Query;
import yondershelf.words.Phrase;

/** What is looked for on the shelf, and what was found; its views follow. Used from the interface thread, the search runs beside it. */
public final class ShelfModel {
    private final Catalogue catalogue;
    private final Background background;
    private final SerialExecutor inOrder;
    private final Runnable changed;
    private final ObjectProperty<Query> query = new SimpleObjectProperty<>(Query.EVERYTHING);
    private final ObjectProperty<Hits> hits = new SimpleObjectProperty<>(Hits.NONE);
    private final ObjectProperty<Counts> counts = new SimpleObjectProperty<>(Counts.NONE);
    private final ObjectProperty<List<KnownLibrary>> known = new SimpleObjectProperty<>(List.of());
    private final ReadOnlyIntegerWrapper taken = new ReadOnlyIntegerWrapper();
    private final List<Runnable> pagesCame = new ArrayList<>();
    private final AtomicInteger searches = new AtomicInteger();
    private final Pages pages;

    /** @param changed called when libraries or labels are other than they were */
    ShelfModel(Catalogue catalogue, Background background, SerialExecutor inOrder, Runnable changed) {
        this.catalogue = catalogue;
        this.background = background;
        this.inOrder = inOrder;
        this.changed = changed;
        this.pages = new Pages(catalogue, background, () -> pagesCame.forEach(Runnable::run));
        query.addListener((o, before, now) -> search());
    }

    /** What is looked for; setting it begins the search. */
    public ObjectProperty<Query> query() {
        return query;
    }

    /** What was found last. */
    public ObjectProperty<Hits> hits() {
        return hits;
    }

    /** How many there are by library, folder and tag, whatever the query. */
    public ObjectProperty<Counts> counts() {
        return counts;
    }

    /** How much is there of what was taken in last. */
    public ReadOnlyIntegerProperty taken() {
        return taken.getReadOnlyProperty();
    }

    /** All libraries, those away and hidden too, in their order. */
    public ObjectProperty<List<KnownLibrary>> known() {
        return known;
    }

    /** The hits as they are shown. */
    public Pages pages() {
        return pages;
    }

    /** Calls back when more of the hits can be shown. */
    public void onPage(Runnable listener) {
        pagesCame.add(listener);
    }

    /** Looks up an asset with what was said of it; at once when it was shown lately, else in the background. */
    public void withShown(Asset asset, Consumer<Shown> then) {
        pages.shown(asset)
                .ifPresentOrElse(
                        then,
                        () -> background.quietly(
                                Phrase.of("model.fetching-what-is-shown"),
                                work -> catalogue.shelf().shown(asset.id()),
                                found -> found.ifPresent(then)));
    }

    /** The name of an asset's library. */
    public String libraryName(String id) {
        return known.get().stream()
                .filter(k -> k.id().equals(id))
                .findFirst()
                .map(KnownLibrary::name)
                .orElse("");
    }

    private record Answer(
            Hits hits,
            List<Shown> first,
            @Nullable Key followed,
            int place,
            Counts counts,
            List<KnownLibrary> known,
            int taken) {}

    /** Runs the query again and tells the views when the answer is there; a query overtaken by a later one is dropped. */
    public void search() {
        Query asked = query.get();
        Key followed = pages.followed();
        int number = searches.incrementAndGet();
        inOrder.run(
                Phrase.of("model.searching"),
                () -> number == searches.get() ? Optional.of(answer(asked, followed)) : Optional.<Answer>empty(),
                answer -> answer.filter(a -> number == searches.get()).ifPresent(this::show));
    }

    private Answer answer(Query asked, @Nullable Key followed) {
        Hits found = catalogue.shelf().find(asked);
        int place = followed == null ? -1 : found.placeOf(followed);
        return new Answer(
                found,
                catalogue.shelf().page(found, 0, Pages.PAGE),
                followed,
                place,
                catalogue.shelf().counts(),
                catalogue.known(),
                JustTaken.of(catalogue.home())
                        .map(t -> catalogue.shelf().find(t.query()).total())
                        .orElse(0));
    }

    private void show(Answer a) {
        boolean labels = !counts.get().equals(a.counts) || !known.get().equals(a.known) || taken.get() != a.taken;
        pages.show(a.hits, a.first);
        Key followed = pages.followed();
        if (followed != null && followed.equals(a.followed)) {
            pages.follow(followed, a.place);
        } else if (followed != null) {
            // chosen while the search was under way
            pages.follow(followed);
        }
        known.set(a.known);
        counts.set(a.counts);
        taken.set(a.taken);
        hits.set(a.hits);
        if (labels) {
            changed.run();
        } else {
            pagesCame.forEach(Runnable::run);
        }
    }

    /** Shows what is known already, before there is a window that would have to wait for it. */
    public void showKnown() {
        show(answer(query.get(), null));
    }
}
