package yondershelf.search;

/**
 * Which asset is meant, without its text.
 *
 * @param library a library's id
 * @param row the asset's number in that library's catalogue, from 1 upwards
 */
public record Key(String library, int row) {}
