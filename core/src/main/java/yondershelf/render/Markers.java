package yondershelf.render;

import java.util.ArrayList;
import java.util.List;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Part;
import yondershelf.content.Staging;
import yondershelf.content.Transform;
import yondershelf.geometry.MeshBvh;

/** Signs for lights and cameras where they stand: a bright bead, with a spike the way it shines; a pyramid the way it looks. */
final class Markers {
    /** Size of a sign as a share of the subject's radius. */
    private static final double SIZE = 0.07;

    private Markers() {}

    /** @param radius of the subject, metres */
    static List<RenderScene.Item> of(Staging staging, double radius, Shaders shaders) {
        List<RenderScene.Item> out = new ArrayList<>();
        double size = SIZE * radius;
        for (Staging.Light light : staging.lights()) {
            Material glow = Material.plain("light", 0, 0, 0, 0, 1)
                    .withEmission(1.5 * light.red(), 1.5 * light.green(), 1.5 * light.blue());
            boolean aimed = light.shape() != Staging.Shape.POINT && light.shape() != Staging.Shape.SURROUNDINGS;
            out.add(item(aimed ? spike(size) : bead(size), light.toModel(), shaders.shader(glow)));
        }
        Shader dark = shaders.shader(Material.plain("camera", 0.05, 0.09, 0.14, 0, 0.5));
        for (Staging.Viewpoint view : staging.viewpoints()) {
            double across = view.fieldOfView() > 0 ? Math.tan(Math.min(1.2, view.fieldOfView() / 2)) : 0.4;
            out.add(item(pyramid(size * 2, across), view.toModel(), dark));
        }
        return out;
    }

    /** Where it stands and how it is turned, at its own size whatever the file scales. */
    private static RenderScene.Item item(Part part, Transform toModel, Shader shader) {
        double size = Math.cbrt(Math.abs(toModel.determinant()));
        Transform place = size > 0 && Double.isFinite(size) ? toModel.after(Transform.scale(1 / size)) : toModel;
        return new RenderScene.Item(MeshBvh.of(new Mesh("sign", List.of(part))), place, List.of(shader));
    }

    private static Part bead(double r) {
        float s = (float) r;
        return part(
                new float[] {s, 0, 0, -s, 0, 0, 0, s, 0, 0, -s, 0, 0, 0, s, 0, 0, -s},
                0,
                2,
                4,
                2,
                1,
                4,
                1,
                3,
                4,
                3,
                0,
                4,
                2,
                0,
                5,
                1,
                2,
                5,
                3,
                1,
                5,
                0,
                3,
                5);
    }

    /** A bead drawn out along -Z. */
    private static Part spike(double r) {
        float s = (float) r;
        return part(
                new float[] {s, 0, 0, -s, 0, 0, 0, s, 0, 0, -s, 0, 0, 0, s, 0, 0, -4 * s},
                0,
                2,
                4,
                2,
                1,
                4,
                1,
                3,
                4,
                3,
                0,
                4,
                2,
                0,
                5,
                1,
                2,
                5,
                3,
                1,
                5,
                0,
                3,
                5);
    }

    /** Its point at the camera, its base where it looks. */
    private static Part pyramid(double length, double across) {
        float l = (float) -length;
        float h = (float) (length * across);
        float w = h * 1.5f;
        return part(
                new float[] {0, 0, 0, -w, -h, l, w, -h, l, w, h, l, -w, h, l},
                0,
                2,
                1,
                0,
                3,
                2,
                0,
                4,
                3,
                0,
                1,
                4,
                1,
                2,
                3,
                1,
                3,
                4);
    }

    private static Part part(float[] positions, int... indices) {
        return new Part(positions, null, null, null, indices, 0);
    }
}
