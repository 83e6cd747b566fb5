package yondershelf.work;

import java.util.function.Consumer;
import yondershelf.content.Problem;

/** What a long computation tells while it runs, and how it learns that it should stop. */
public interface Work {
    /** For work nobody watches. */
    Work SILENT = telling(problem -> {});

    /** For work nobody stops, of which only the problems are heard. */
    static Work telling(Consumer<Problem> heard) {
        return new Work() {
            @Override
            public void progress(long done, long total, String what) {}

            @Override
            public boolean isCancelled() {
                return false;
            }

            @Override
            public void problem(Problem problem) {
                heard.accept(problem);
            }
        };
    }

    /**
     * Tells how far it is.
     *
     * @param total 0 when not known
     * @param what the thing at hand, for a person
     */
    void progress(long done, long total, String what);

    boolean isCancelled();

    /** Tells of one thing that failed; the rest goes on. */
    void problem(Problem problem);
}
