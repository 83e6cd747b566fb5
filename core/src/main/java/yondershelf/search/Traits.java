package yondershelf.search;

/**
 * What of an asset can be compared, besides its words.
 *
 * @param rating 1 to 5; 0 when nobody said
 * @param author empty when nobody said
 * @param licence empty when nobody said
 * @param job what it was made or got for; empty when nobody said
 * @param triangles of a model; {@link #UNKNOWN} while it was not measured, or has none
 * @param pixels the longer edge of its largest picture
 * @param millimetres its largest extent
 * @param tenthsOfStops dynamic range of an HDRI, in tenths of a doubling
 * @param problems true when something was found to be wrong with it
 * @param scenes how many scenes use it
 * @param colours of which basic colours it is, as bits
 */
public record Traits(
        int rating,
        boolean favourite,
        String author,
        String licence,
        String job,
        int triangles,
        int pixels,
        int millimetres,
        int tenthsOfStops,
        boolean problems,
        int scenes,
        int colours) {
    public static final int UNKNOWN = -1;
    public static final Traits NONE = new Traits(0, false, "", "", UNKNOWN, UNKNOWN, UNKNOWN, UNKNOWN);

    /** Of one nothing is wrong with, as far as is known, and that no scene uses. */
    public Traits(
            int rating,
            boolean favourite,
            String author,
            String licence,
            int triangles,
            int pixels,
            int millimetres,
            int tenthsOfStops) {
        this(rating, favourite, author, licence, "", triangles, pixels, millimetres, tenthsOfStops, false, 0, 0);
    }

    /** The same of one that has problems, or not, and is used in scenes. */
    public Traits used(int inScenes, boolean hasProblems) {
        return new Traits(
                rating,
                favourite,
                author,
                licence,
                job,
                triangles,
                pixels,
                millimetres,
                tenthsOfStops,
                hasProblems,
                inScenes,
                colours);
    }

    /** The same with other measures. */
    public Traits measured(int itsTriangles, int itsPixels, int itsMillimetres, int itsTenthsOfStops) {
        return new Traits(
                rating,
                favourite,
                author,
                licence,
                job,
                itsTriangles,
                itsPixels,
                itsMillimetres,
                itsTenthsOfStops,
                problems,
                scenes,
                colours);
    }

    /** The same of one made for a job, of some colours. */
    public Traits madeFor(String itsJob, int itsColours) {
        return new Traits(
                rating,
                favourite,
                author,
                licence,
                itsJob,
                triangles,
                pixels,
                millimetres,
                tenthsOfStops,
                problems,
                scenes,
                itsColours);
    }
}
