package yondershelf.table;

import java.util.HashMap;
import java.util.Map;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.Transform;

/**
 * A model standing on the table.
 *
 * @param id unique in the scene
 * @param asset the asset it came from, or empty
 * @param model shared by all placements of the same asset
 * @param dressed materials that replace the model's own on single parts
 */
public record Placement(
        String id, String name, String asset, Model model, Transform toWorld, Map<PartRef, Material> dressed) {
    public Placement {
        dressed = Map.copyOf(dressed);
    }

    public Placement at(Transform other) {
        return new Placement(id, name, asset, model, other, dressed);
    }

    public Placement dress(PartRef part, Material material) {
        Map<PartRef, Material> more = new HashMap<>(dressed);
        more.put(part, material);
        return new Placement(id, name, asset, model, toWorld, more);
    }
}
