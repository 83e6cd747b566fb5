package yondershelf.format.assimp;

import java.nio.file.Path;
import java.util.Set;
import yondershelf.format.reading.FileType;
import yondershelf.format.reading.ModelFormat;
import yondershelf.references.Reach;

/** What the Assimp library reads for us; it is native code. Compressed glTF goes through it too, see {@code GltfFormat}. */
public final class AssimpFormat implements ModelFormat {
    @Override
    public Set<FileType> types() {
        return Set.of(FileType.FBX, FileType.COLLADA, FileType.STL, FileType.PLY, FileType.THREE_MF, FileType.THREE_DS);
    }

    @Override
    public Opened open(Path file, FileType type, Reach reach) {
        return Opened.of(true, excerpt -> AssimpReader.read(file, type, reach, excerpt.firstFrame()));
    }
}
