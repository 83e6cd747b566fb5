package yondershelf.format.gltf;

import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import yondershelf.content.Excerpt;
import yondershelf.content.Model;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.FileType;
import yondershelf.format.reading.ModelFormat;
import yondershelf.format.reading.SceneNotes;
import yondershelf.references.Reach;

/** glTF 2.0, as text or binary. Native code is needed only for what is compressed. */
public final class GltfFormat implements ModelFormat {
    private final ModelFormat moved;

    /** @param moved reads the files of which Draco moved vertices apart */
    public GltfFormat(ModelFormat moved) {
        this.moved = moved;
    }

    @Override
    public Set<FileType> types() {
        return Set.of(FileType.GLB, FileType.GLTF);
    }

    @Override
    public Opened open(Path file, FileType type, Reach reach) throws ProblemException {
        GltfDocument document = GltfDocument.load(file, reach);
        boolean draco = GltfDraco.isNeeded(document);
        return Opened.of(
                draco || GltfMeshopt.isUsed(document),
                excerpt -> draco && GltfDraco.movesVertices(document)
                        ? moved.open(file, FileType.GLB, reach).read(excerpt)
                        : GltfReader.read(document, file, excerpt));
    }

    /** The {@code extras} of a file. */
    public static SceneNotes notes(Path file, Reach reach) throws ProblemException {
        return GltfDocument.load(file, reach).notes();
    }

    /** Nodes and materials, whether the file holds any triangles or not. */
    public static Model tree(Path file, Reach reach) throws ProblemException {
        return GltfReader.read(GltfDocument.load(file, reach), file, Excerpt.WHOLE);
    }

    /** What a file holds that {@link GlbWriter} would not write, as kept phrases: animations, skins, cameras... */
    public static List<String> beyondScenes(Path file, Reach reach) throws ProblemException {
        return GltfForeign.of(GltfDocument.load(file, reach));
    }
}
