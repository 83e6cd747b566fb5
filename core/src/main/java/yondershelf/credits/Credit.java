package yondershelf.credits;

/**
 * What a file says of who made something and under which licence it comes.
 *
 * @param author as written; empty when it does not say
 * @param licence an SPDX identifier where it is one, else as written; empty when it does not say, or says several
 * @param from the file that says so
 */
public record Credit(String author, String licence, String from) {
    public static final Credit NONE = new Credit("", "", "");

    public boolean isEmpty() {
        return author.isEmpty() && licence.isEmpty();
    }

    /** Like "by Mira Tollgate, CC-BY-4.0 (license.txt)"; empty when nothing is known. */
    public String sentence() {
        if (isEmpty()) {
            return "";
        }
        String who = author.isEmpty() ? "" : "by " + author;
        String both = licence.isEmpty() ? who : who.isEmpty() ? licence : who + ", " + licence;
        return both + " (" + from + ")";
    }

    /** This, and what it does not say as another does. */
    public Credit or(Credit other) {
        if (isEmpty()) {
            return other;
        }
        return new Credit(author.isEmpty() ? other.author : author, licence.isEmpty() ? other.licence : licence, from);
    }
}
