package yondershelf.library;

/**
 * What a look through a library found.
 *
 * @param assets all there are now
 * @param put new and changed ones
 * @param gone those that are there no more
 * @param arrived those of them that were not known before
 * @param since when the look began, in seconds since 1970: what arrived by it was first seen then or later
 * @param first true when nobody had looked through the library before
 */
public record Looked(int assets, int put, int gone, int arrived, long since, boolean first) {
    public boolean isUnchanged() {
        return put == 0 && gone == 0;
    }
}
