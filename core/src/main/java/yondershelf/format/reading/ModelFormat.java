package yondershelf.format.reading;

import java.nio.file.Path;
import java.util.Set;
import yondershelf.content.Excerpt;
import yondershelf.content.Model;
import yondershelf.content.ProblemException;
import yondershelf.references.Reach;

/** A family of formats of models: what it reads, whether native code that may crash is needed for it, and how. */
public interface ModelFormat {
    /** What files of it are told by; no two families share one. */
    Set<FileType> types();

    /**
     * Opens a file, as far as is needed to tell whether reading it runs native code.
     *
     * @param file one that exists, is not empty and is of one of the {@link #types}
     * @param reach where what it names may lie
     * @throws ProblemException when it is broken already there
     */
    Opened open(Path file, FileType type, Reach reach) throws ProblemException;

    /** A file that was opened; it is read at most once. */
    interface Opened {
        /** True when reading runs native code, which may crash: to be done in the worker. */
        boolean isNative();

        /**
         * The whole of the file, posed as the excerpt says; formats that hold one pose only leave that aside.
         *
         * @throws ProblemException when the file is broken
         */
        Model read(Excerpt excerpt) throws ProblemException;

        /** One of which the type alone says whether native code is needed. */
        static Opened of(boolean isNative, Read read) {
            return new Opened() {
                @Override
                public boolean isNative() {
                    return isNative;
                }

                @Override
                public Model read(Excerpt excerpt) throws ProblemException {
                    return read.now(excerpt);
                }
            };
        }
    }

    /** Reads what was opened. */
    interface Read {
        Model now(Excerpt excerpt) throws ProblemException;
    }
}
