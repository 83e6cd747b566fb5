package yondershelf.content;

import java.io.IOException;
import java.nio.file.FileSystemException;
import yondershelf.words.Phrase;

/**
 * One thing that went wrong with one file, in words for the person at the screen.
 *
 * @param file the file or other source concerned, as shown to a person
 * @param cause what is wrong with it, without a trailing full stop
 * @param advice what can be done about it; may be empty
 * @param passing true when it says nothing of the file's bytes: time or memory were short, a drive did not answer. It is no
 *     verdict to be kept, and what was to be done is worth trying again
 */
public record Problem(String file, String cause, String advice, boolean passing) {

    /** What Java says when a drive fails while it is read: the system's words for EIO. */
    private static final String DRIVE = "Input/output error";

    /** In the language that is spoken. */
    @Override
    public String cause() {
        return Phrase.said(cause);
    }

    /** In the language that is spoken. */
    @Override
    public String advice() {
        return Phrase.said(advice);
    }

    /** As it is handed on and kept. */
    public String keptCause() {
        return cause;
    }

    /** As it is handed on and kept. */
    public String keptAdvice() {
        return advice;
    }

    /** One that lies in what the file holds, or in what was asked. */
    public Problem(String file, String cause, String advice) {
        this(file, cause, advice, false);
    }

    /** The same as one of the moment. */
    public Problem ofTheMoment() {
        return new Problem(file, cause, advice, true);
    }

    /** A problem for which there is nothing to advise. */
    public static Problem of(Object file, String cause) {
        return new Problem(file.toString(), cause, "");
    }

    /** One sentence: file, cause and advice, safe to show. */
    public String sentence() {
        String head = file + ": " + cause() + ".";
        return Visible.text(advice.isEmpty() ? head : head + " " + advice() + ".");
    }

    /** The problem as an exception to throw. */
    public ProblemException raise() {
        return new ProblemException(this, null);
    }

    /**
     * The problem as an exception to throw, keeping what led to it. What a file system or the machine's memory refused is of the
     * moment.
     */
    public ProblemException raise(Throwable origin) {
        boolean moment = origin instanceof FileSystemException
                || origin instanceof OutOfMemoryError
                || origin instanceof IOException && DRIVE.equals(origin.getMessage());
        return new ProblemException(moment ? ofTheMoment() : this, origin);
    }
}
