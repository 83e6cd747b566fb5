package yondershelf.catalogue;

import java.util.List;
import java.util.Optional;
import java.util.function.IntFunction;
import yondershelf.content.ProblemException;
import yondershelf.content.Space;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Library;
import yondershelf.library.Relabel;
import yondershelf.search.Key;
import yondershelf.work.Work;

/** Says something of assets: their labels. Safe for several threads. */
public final class AssetLabels {
    private final Catalogue catalogue;
    private final Libraries libraries;

    AssetLabels(Catalogue catalogue, Libraries libraries) {
        this.catalogue = catalogue;
        this.libraries = libraries;
    }

    /** What was told of the units and the upright of an asset, or of a folder of its library, alone. Reads the journal. */
    public Space told(Asset asset, String subject) throws ProblemException {
        return libraries.owner(asset).labels().told(subject);
    }

    /** Saves edits of one asset's labels; they are on the disk and findable when this returns. */
    public void edit(Asset asset, List<Edit> edits) throws ProblemException {
        libraries.owner(asset).labels().edit(edits);
        catalogue.scanning().follow();
    }

    /** The same of many assets of one library. */
    public void edit(Library library, List<Edit> edits) throws ProblemException {
        if (!edits.isEmpty()) {
            library.labels().edit(edits);
            catalogue.scanning().follow();
        }
    }

    /**
     * Says the same of many assets, in one act; it is on the disk and findable when this returns.
     *
     * @param keys in the order their numbers are to go, when names are given numbers
     * @param what the act for a person, by how many assets it changes
     * @return the act, which is kept; empty when nothing becomes other than it is
     * @throws ProblemException when any of it could not be written; then none is
     */
    public Optional<KeptAct> relabel(List<Key> keys, Relabel wanted, IntFunction<String> what) throws ProblemException {
        return perform(Relabelled.of(catalogue, keys, wanted), what);
    }

    /**
     * Gives a tag, and all nested below it, another name wherever it is given.
     *
     * @param to the other name; empty to take it away
     * @param merging true when the other tag may be there already
     * @return as {@link #relabel}
     * @throws ProblemException when nobody has the tag, somebody has the other one, or it cannot be written; then nothing is changed
     */
    public Optional<KeptAct> retag(String tag, String to, boolean merging, IntFunction<String> what)
            throws ProblemException {
        return perform(Relabelled.retagged(catalogue, tag, to, merging), what);
    }

    private Optional<KeptAct> perform(Relabelled wanted, IntFunction<String> what) throws ProblemException {
        if (wanted.changed() == 0) {
            return Optional.empty();
        }
        KeptAct act = KeptAct.of(what.apply(wanted.changed()), wanted);
        catalogue.history().perform(act);
        return Optional.of(act);
    }

    /** What some assets have in common. */
    public Common common(List<Key> keys, Work work) {
        return Common.of(catalogue, keys, work);
    }
}
