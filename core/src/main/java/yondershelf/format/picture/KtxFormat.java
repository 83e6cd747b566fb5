package yondershelf.format.picture;

import java.util.List;
import java.util.Set;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.content.Remarks;
import yondershelf.format.reading.ContentReader.PictureSize;
import yondershelf.format.reading.FileType;
import yondershelf.format.reading.PictureFormat;

/** Khronos textures (KTX 2), transcoded by native code. */
final class KtxFormat implements PictureFormat {
    @Override
    public Set<FileType> types() {
        return Set.of(FileType.KTX2);
    }

    @Override
    public boolean isNative() {
        return true;
    }

    @Override
    public boolean tellsLittle() {
        return true;
    }

    @Override
    public Picture read(ImageSource source, FileType type, boolean colours) throws ProblemException {
        return KtxReader.read(source, Pictures.bytesOf(source));
    }

    @Override
    public PictureSize measure(ImageSource source, FileType type, byte[] head) throws ProblemException {
        return KtxReader.measure(source, head);
    }

    @Override
    public Remarks remarks(ImageSource source, FileType type, byte[] head) throws ProblemException {
        return new Remarks(KtxReader.notShown(source, head), List.of());
    }

    @Override
    public boolean isCube(ImageSource source, byte[] head) throws ProblemException {
        return KtxReader.isCube(source, head);
    }
}
