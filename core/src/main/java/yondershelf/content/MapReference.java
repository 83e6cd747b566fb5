package yondershelf.content;

/**
 * A map in a document of materials.
 *
 * @param file relative to the document and {@code /}-separated
 * @param coding how its values are read
 */
public record MapReference(String file, Coding coding) {}
