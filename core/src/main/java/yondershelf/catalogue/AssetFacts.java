package yondershelf.catalogue;

import java.util.Map;
import java.util.Optional;
import yondershelf.content.ProblemException;
import yondershelf.facts.Facts;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.work.Work;

/** What was measured of assets. Safe for several threads. */
public final class AssetFacts {
    private final Libraries libraries;
    private final FactCache cache;

    AssetFacts(Libraries libraries, Kinds kinds) {
        this.libraries = libraries;
        this.cache = new FactCache(libraries, kinds);
    }

    FactCache cache() {
        return cache;
    }

    /** Facts if they are known already; of a library that is away too. */
    public Optional<Facts> known(Asset asset) {
        return libraries.of(asset).flatMap(k -> cache.kept(k.store(), asset)).map(FactCache.Known::facts);
    }

    /**
     * Facts, measured now if need be.
     *
     * @throws ProblemException when it is not there
     */
    public Facts of(Asset asset) throws ProblemException {
        Optional<Facts> there = known(asset);
        return there.isPresent()
                ? there.get()
                : cache.of(libraries.owner(asset), asset).facts();
    }

    /**
     * Measures what is not known yet of a library's assets, on all processors.
     *
     * @return why, by path, of those that cannot be read
     * @throws ProblemException when what was found out cannot be kept
     */
    public Map<String, String> all(Library library, Work work) throws ProblemException {
        return cache.all(library, work);
    }
}
