package yondershelf.library;

import java.io.IOException;
import java.util.List;
import yondershelf.content.Problem;

/** Where edits are kept so that all who use a library get them: nothing is ever taken back, and the order does not matter. */
interface EditLog {

    /**
     * Keeps edits, all or none: when this returns, they are safe and {@link #news} gives them to everybody.
     *
     * @throws IOException when they cannot be kept
     * @throws IllegalStateException when the clock is beyond what can be written
     */
    void append(List<Edit> edits) throws IOException;

    /** What was kept, by whomever, since the last call; everything at the first. */
    News news() throws IOException;

    /** True when others have kept something since {@link #news}, as far as can be seen cheaply. */
    boolean hasNews();

    /** What of the log could not be read, for a person. */
    List<Problem> problems();

    /** Lines that were damaged and passed over. */
    int damagedLines();

    /**
     * Edits that came.
     *
     * @param anew what came before counts no more: part of the log was taken away
     */
    record News(List<JournalLine> lines, boolean anew) {}
}
