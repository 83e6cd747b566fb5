package yondershelf.content;

/**
 * One thing that went wrong with one file, in words for the person at the screen.
 *
 * @param file the file or other source concerned, as shown to a person
 * @param cause what is wrong with it, without a trailing full stop
 * @param advice what can be done about it; may be empty
 */
public record Problem(String file, String cause, String advice) {

    /** A problem for which there is nothing to advise. */
    public static Problem of(Object file, String cause) {
        return new Problem(file.toString(), cause, "");
    }

    /** One sentence: file, cause and advice, safe to show. */
    public String sentence() {
        String head = file + ": " + cause + ".";
        return Visible.text(advice.isEmpty() ? head : head + " " + advice + ".");
    }

    /** The problem as an exception to throw. */
    public ProblemException raise() {
        return new ProblemException(this, null);
    }

    /** The problem as an exception to throw, keeping what led to it. */
    public ProblemException raise(Throwable origin) {
        return new ProblemException(this, origin);
    }
}
