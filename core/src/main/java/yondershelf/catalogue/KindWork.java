package yondershelf.catalogue;

import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.facts.Facts;
import yondershelf.render.Booth;
import yondershelf.sorting.SortedItem;

/** What can be done with things of one kind, for the window and for commands alike. One class for each, registered in {@link Kinds}. */
public interface KindWork {

    /** Measures one; a file that cannot be read is a fact too. */
    Facts measure(Source source);

    /**
     * Takes a preview in the booth: sRGB with transparency.
     *
     * @param size the longer edge in pixels
     * @param samples a pixel, of what is traced
     * @param told what of it cannot be shown, a map that is missing say
     * @return null when cancelled, or when there is nothing to see
     */
    @Nullable
    Picture preview(Source source, int size, int samples, Consumer<Problem> told, BooleanSupplier cancelled)
            throws ProblemException;

    /** What it holds, as the table needs it. */
    Object read(Source source) throws ProblemException;

    /** How many pictures it shows one after the other; 1 for what stands still. */
    default int frames(List<SortedItem.SortedFile> files) {
        return 1;
    }

    /** One of them, from 0, as {@link #preview} shows it. */
    default @Nullable Picture frame(Source source, int number, int size) throws ProblemException {
        return null;
    }

    /** True when it can be turned on the stage of the booth. */
    default boolean turns() {
        return false;
    }

    /** What it holds, put on that stage; empty for what does not turn. */
    default Optional<Booth.Stage> stage(Object content) {
        return Optional.empty();
    }

    /** How much memory that takes, about, in bytes. */
    long weight(Object content);
}
