package yondershelf.work;

import yondershelf.content.Problem;

/** What a long computation tells while it runs, and how it learns that it should stop. */
public interface Work {
    /** For work nobody watches. */
    Work SILENT = new Work() {
        @Override
        public void progress(long done, long total, String what) {}

        @Override
        public boolean isCancelled() {
            return false;
        }

        @Override
        public void problem(Problem problem) {}
    };

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
