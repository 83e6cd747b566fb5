package yondershelf.table;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import yondershelf.content.Bounds;
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
 * @param hidden true when it is not seen, lights nothing and carries nothing
 * @param locked true when it is to stay as it is: not chosen in the picture, moved, turned, dressed or removed
 */
public record Placement(
        String id,
        String name,
        String asset,
        Model model,
        Transform toWorld,
        Map<PartRef, Material> dressed,
        boolean hidden,
        boolean locked) {
    public Placement {
        dressed = Map.copyOf(dressed);
    }

    /** One that is seen and free. */
    public Placement(
            String id, String name, String asset, Model model, Transform toWorld, Map<PartRef, Material> dressed) {
        this(id, name, asset, model, toWorld, dressed, false, false);
    }

    public Placement hide(boolean wanted) {
        return new Placement(id, name, asset, model, toWorld, dressed, wanted, locked);
    }

    public Placement lock(boolean wanted) {
        return new Placement(id, name, asset, model, toWorld, dressed, hidden, wanted);
    }

    public Placement at(Transform other) {
        return new Placement(id, name, asset, model, other, dressed, hidden, locked);
    }

    /** The boxes of its meshes in the world; none for a model without vertices. */
    public List<Bounds> boxes() {
        return model.placed().stream()
                .map(p -> model.meshes().get(p.mesh()).bounds().transformed(toWorld.after(p.toModel())))
                .filter(box -> !box.isEmpty())
                .toList();
    }

    /** The materials its parts wear. */
    public List<Material> materials() {
        List<Material> out = new ArrayList<>(dressed.values());
        out.addAll(model.materials());
        return out;
    }

    /** The same with another model, when what stood in for it gives way. */
    public Placement withModel(Model other) {
        return new Placement(id, name, asset, other, toWorld, dressed, hidden, locked);
    }

    /** Every part wears the material. */
    public Placement dressAll(Material material) {
        Map<PartRef, Material> all = new HashMap<>();
        for (PartRef part : parts()) {
            all.put(part, material);
        }
        return new Placement(id, name, asset, model, toWorld, all, hidden, locked);
    }

    /** All parts, in the order of the model's placed meshes. */
    public List<PartRef> parts() {
        List<PartRef> out = new ArrayList<>();
        List<Model.Placed> placed = model.placed();
        for (int i = 0; i < placed.size(); i++) {
            int count = model.meshes().get(placed.get(i).mesh()).parts().size();
            for (int k = 0; k < count; k++) {
                out.add(new PartRef(i, k));
            }
        }
        return out;
    }

    public Placement dress(PartRef part, Material material) {
        Map<PartRef, Material> more = new HashMap<>(dressed);
        more.put(part, material);
        return new Placement(id, name, asset, model, toWorld, more, hidden, locked);
    }
}
