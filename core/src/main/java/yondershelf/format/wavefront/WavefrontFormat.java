package yondershelf.format.wavefront;

import java.nio.file.Path;
import java.util.Set;
import yondershelf.format.reading.FileType;
import yondershelf.format.reading.ModelFormat;
import yondershelf.references.Reach;

/** Wavefront OBJ with its libraries of materials. */
public final class WavefrontFormat implements ModelFormat {
    @Override
    public Set<FileType> types() {
        return Set.of(FileType.OBJ);
    }

    @Override
    public Opened open(Path file, FileType type, Reach reach) {
        return Opened.of(false, excerpt -> WavefrontReader.read(file, reach));
    }
}
