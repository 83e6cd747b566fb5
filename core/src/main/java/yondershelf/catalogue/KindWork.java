package yondershelf.catalogue;

import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.facts.Facts;
import yondershelf.library.Asset;
import yondershelf.library.Library;

/** What can be done with assets of one kind. One class for each, registered in {@link Kinds}. */
interface KindWork {

    /** Measures one; a file that cannot be read is a fact too. */
    Facts measure(Library library, Asset asset);

    /**
     * Takes a preview in the booth.
     *
     * @return null when cancelled, or when there is nothing to see
     */
    @Nullable
    Picture preview(Library library, Asset asset, int size, int samples, BooleanSupplier cancelled)
            throws ProblemException;

    /** What it holds, as the table needs it. */
    Object read(Library library, Asset asset) throws ProblemException;

    /** How much memory that takes, about, in bytes. */
    long weight(Object content);
}
