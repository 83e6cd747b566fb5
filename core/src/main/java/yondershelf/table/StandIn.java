package yondershelf.table;

import java.util.List;
import yondershelf.content.Bounds;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Part;

/** What stands on the table in place of an object whose file is away: a marked box of its size. */
public final class StandIn {
    private static final String MARK = "file away";
    private static final int[] FACES = {
        0, 1, 2, 0, 2, 3, 4, 6, 5, 4, 7, 6, 0, 5, 1, 0, 4, 5, 2, 7, 3, 2, 6, 7, 1, 6, 2, 1, 5, 6, 0, 3, 7, 0, 7, 4
    };

    private StandIn() {}

    /** @param box where the object's own box is in its space; an empty one becomes a small cube */
    static Model of(String name, Bounds box) {
        Bounds b = box.isEmpty() || !(box.radius() > 0) ? new Bounds(-0.1, 0, -0.1, 0.1, 0.2, 0.1) : box;
        float[] p = {
            (float) b.minX(), (float) b.minY(), (float) b.minZ(),
            (float) b.maxX(), (float) b.minY(), (float) b.minZ(),
            (float) b.maxX(), (float) b.minY(), (float) b.maxZ(),
            (float) b.minX(), (float) b.minY(), (float) b.maxZ(),
            (float) b.minX(), (float) b.maxY(), (float) b.minZ(),
            (float) b.maxX(), (float) b.maxY(), (float) b.minZ(),
            (float) b.maxX(), (float) b.maxY(), (float) b.maxZ(),
            (float) b.minX(), (float) b.maxY(), (float) b.maxZ()
        };
        Part part = new Part(p, null, null, null, FACES, 0);
        Material mark = Material.plain(MARK, 0.55, 0.16, 0.1, 0, 0.8);
        return Model.of(name, new Mesh(name, List.of(part)), List.of(mark));
    }

    /** True for a placement that stands in for an object whose file is away. */
    public static boolean is(Placement placement) {
        List<Material> materials = placement.model().materials();
        return materials.size() == 1 && materials.get(0).name().equals(MARK);
    }
}
