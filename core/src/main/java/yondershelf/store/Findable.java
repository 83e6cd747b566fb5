package yondershelf.store;

/**
 * What of an asset one can look for it by.
 *
 * @param row its number in the store
 * @param kind as in files and on the command line
 * @param folder below the root, {@code /}-separated, empty for the root
 * @param path of the file that names it
 * @param since when it was first seen, in seconds since 1970
 * @param measures as they were kept with the facts; empty while nothing was measured
 * @param problems true when something was found to be wrong with its files as they are
 * @param scenes how many scenes use it
 * @param colours of which colours it is, as bits; 0 while nobody looked
 * @param said labels as the library writes them; empty when nothing was said
 */
public record Findable(
        int row,
        String kind,
        String name,
        String folder,
        String path,
        long since,
        String said,
        String measures,
        boolean problems,
        int scenes,
        int colours) {}
