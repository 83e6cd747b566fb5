package yondershelf.library;

/** Is told of groups of changes to a library's files, before any of them is made. */
public interface ActNotes {
    ActNotes NONE = new ActNotes() {
        @Override
        public void begun(String run, String what) {}

        @Override
        public void empty(String run) {}
    };

    /** A group begins. */
    void begun(String run, String what);

    /** It ended, and nothing is changed by it. */
    void empty(String run);
}
