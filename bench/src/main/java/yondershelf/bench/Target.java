package yondershelf.bench;

import java.nio.file.Path;

/** A way into the program for damaged bytes. */
interface Target {
    String name();

    /** True for files it reads. */
    boolean takes(Path file);

    /**
     * Reads damaged bytes.
     *
     * @param sample where they came from
     * @throws yondershelf.content.ProblemException when they are refused with a reason; anything else is a failure
     */
    void read(Path sample, byte[] damaged) throws Exception;
}
