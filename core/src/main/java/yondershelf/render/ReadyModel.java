package yondershelf.render;

import java.util.Arrays;
import java.util.List;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.geometry.MeshBvh;
import yondershelf.work.Parallel;

/**
 * A model ready to be rendered, however often it stands in a scene.
 *
 * @param meshes a hierarchy for each of the model's meshes
 * @param shaders one for each of the model's materials, and last one for parts that have none
 */
public record ReadyModel(Model model, List<MeshBvh> meshes, List<Shader> shaders) {
    /** Of a hierarchy and the vertices below it. */
    private static final int BYTES_A_TRIANGLE = 100;

    /** Loads the materials' pictures, builds the hierarchies, side by side, and finds the model's box. */
    public static ReadyModel of(Model model, Shaders shaders) {
        Shader[] dresses = new Shader[model.materials().size() + 1];
        MeshBvh[] meshes = new MeshBvh[model.meshes().size()];
        Parallel.run(dresses.length + meshes.length, Parallel.threads(), () -> false, i -> {
            if (i < dresses.length - 1) {
                dresses[i] = shaders.shader(model.materials().get(i));
            } else if (i == dresses.length - 1) {
                dresses[i] = shaders.shader(Material.plain("none", 0.8, 0.8, 0.8, 0, 0.6));
            } else {
                meshes[i - dresses.length] = MeshBvh.of(model.meshes().get(i - dresses.length));
            }
        });
        // so that nobody who places or frames it has to walk over its vertices
        model.bounds();
        return new ReadyModel(model, Arrays.asList(meshes), Arrays.asList(dresses));
    }

    /** About how many bytes of hierarchies and pictures it keeps from being let go. */
    public long weight() {
        long pictures = shaders.stream().mapToLong(Shader::weight).sum();
        return pictures + model.triangleCount() * BYTES_A_TRIANGLE;
    }

    /** What a part wears when nothing else dresses it. */
    public Shader shader(Part part) {
        int last = shaders.size() - 1;
        int material = part.material();
        return shaders.get(material < 0 || material > last ? last : material);
    }
}
