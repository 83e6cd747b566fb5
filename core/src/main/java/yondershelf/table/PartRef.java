package yondershelf.table;

/**
 * One part of a placed model.
 *
 * @param placed index into {@link yondershelf.content.Model#placed()}
 * @param part index into that mesh's parts
 */
public record PartRef(int placed, int part) {}
