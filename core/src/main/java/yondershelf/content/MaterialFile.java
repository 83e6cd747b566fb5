package yondershelf.content;

import java.util.List;

/**
 * What a file of materials holds.
 *
 * @param materials in the file's order, at least one; the first is the one that is shown
 * @param remarks what of them is not shown
 */
public record MaterialFile(List<Material> materials, Remarks remarks) {
    public MaterialFile {
        materials = List.copyOf(materials);
        if (materials.isEmpty()) {
            throw new IllegalArgumentException("a file of materials without one");
        }
    }

    public Material first() {
        return materials.get(0);
    }
}
