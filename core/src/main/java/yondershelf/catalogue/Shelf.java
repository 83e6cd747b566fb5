package yondershelf.catalogue;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import yondershelf.library.Asset;
import yondershelf.library.Labels;
import yondershelf.library.Library;
import yondershelf.search.Counts;
import yondershelf.search.Facets;
import yondershelf.search.Field;
import yondershelf.search.Hits;
import yondershelf.search.Key;
import yondershelf.search.Order;
import yondershelf.search.Query;
import yondershelf.store.AssetRow;

/** What is on the shelf: all assets of all libraries, to be found and shown; those that are away too. Safe for several threads. */
public final class Shelf {
    private final Libraries libraries;
    private final ShelfIndex index;
    private final Alike alike;

    Shelf(Libraries libraries, ShelfIndex index, Alike alike) {
        this.libraries = libraries;
        this.index = index;
        this.alike = alike;
    }

    /**
     * Without libraries named, in all that are shown. What looks like something is found among those of which it is known what they
     * look like ({@link Alike#look}).
     */
    public Hits find(Query query) {
        if (query.like().isEmpty()) {
            return plain(query);
        }
        Hits found = plain(query.withLike("").withKinds(Set.of()).withOrder(Order.NAME));
        return alike.find(query.like(), found, query.kinds());
    }

    private Hits plain(Query query) {
        if (!query.libraries().isEmpty()) {
            return index.index().find(query);
        }
        Set<String> shown = libraries.shown();
        boolean all = shown.size() == libraries.all().size();
        return shown.isEmpty() ? Hits.NONE : index.index().find(all ? query : query.in(shown, query.folder()));
    }

    /** What could be asked besides of a field, in place of what is asked of it, with how many it would leave. */
    public List<Facets.Offer> offers(Query query, Field field) {
        return Facets.of(find(query.without(field)), field, LocalDate.now(ZoneId.systemDefault()));
    }

    /** How many there are by library, folder and tag, whatever is looked for. */
    public Counts counts() {
        return index.index().counts(libraries.shown());
    }

    /** Some of the hits, in order, as they are shown; those gone meanwhile are left out. */
    public List<Shown> page(Hits hits, int from, int many) {
        List<Shown> out = new ArrayList<>(many);
        for (Key key : hits.page(from, many)) {
            shown(key).ifPresent(out::add);
        }
        return out;
    }

    public Optional<Shown> shown(Key key) {
        return libraries
                .byId(key.library())
                .flatMap(library -> library.store().assets(List.of(key.row())).stream()
                        .findFirst()
                        .map(row -> shown(library, row)));
    }

    /** An asset as it is shown, by its id. */
    public Optional<Shown> shown(String id) {
        for (KnownLibrary library : libraries.all()) {
            Optional<AssetRow> row = library.store().asset(id);
            if (row.isPresent()) {
                return Optional.of(shown(library, row.get()));
            }
        }
        return Optional.empty();
    }

    private Shown shown(KnownLibrary library, AssetRow row) {
        int size = index.index().number(new Key(library.id(), row.row()), Field.SIZE);
        return new Shown(Asset.of(row), Labels.of(row), library.id(), library.isAway(), size);
    }

    public Optional<Asset> asset(String id) {
        return shown(id).map(Shown::asset);
    }

    /** The library of an asset; empty while it is away. */
    public Optional<Library> libraryOf(String assetId) {
        return shown(assetId).flatMap(s -> libraries.byId(s.library())).flatMap(KnownLibrary::library);
    }

    public Labels labels(Asset asset) {
        return shown(asset.id()).map(Shown::labels).orElse(Labels.NONE);
    }
}
