package yondershelf.format.gltf;

import java.nio.file.Path;
import java.util.List;
import yondershelf.content.Excerpt;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.Reading;

/** glTF 2.0 documents to models: the default scene, in the pose its nodes have at rest, or what is meant instead. */
final class GltfReader {
    private final GltfDocument document;
    private final GltfAccessors accessors;
    private final GltfMaterialReader dresses;

    private GltfReader(GltfDocument document) {
        this.document = document;
        this.accessors = new GltfAccessors(document);
        this.dresses = new GltfMaterialReader(document);
    }

    static Model read(GltfDocument document, Path file, Excerpt excerpt) throws ProblemException {
        GltfExtensions.requireKnown(document);
        GltfReader reader = new GltfReader(document);
        if (GltfDraco.isNeeded(document)) {
            GltfDraco.decode(document, reader.accessors);
        }
        GltfExcerpt.apply(excerpt, document, reader.accessors);
        return reader.model(file);
    }

    private Model model(Path file) throws ProblemException {
        List<Material> materials = dresses.materials();
        GltfMeshes meshes = new GltfMeshes(document, accessors, dresses, materials.size());
        GltfNodes nodes = new GltfNodes(document, accessors);
        GltfPose pose = new GltfPose(document, accessors, nodes, meshes);
        pose.place();
        if (meshes.usesFallback()) {
            materials.add(Material.plain("default", 1, 1, 1, 0, 1));
        }
        return new Model(
                Reading.baseName(file),
                pose.meshes(),
                pose.nodes(),
                pose.roots(),
                materials,
                GltfRemarks.of(document),
                GltfStaging.of(document, nodes));
    }
}
