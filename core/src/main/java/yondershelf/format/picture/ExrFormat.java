package yondershelf.format.picture;

import java.util.Set;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.ContentReader.PictureSize;
import yondershelf.format.reading.FileType;
import yondershelf.format.reading.PictureFormat;

/** OpenEXR, by native code. */
final class ExrFormat implements PictureFormat {
    @Override
    public Set<FileType> types() {
        return Set.of(FileType.EXR);
    }

    @Override
    public boolean isNative() {
        return true;
    }

    @Override
    public Picture read(ImageSource source, FileType type, boolean colours) throws ProblemException {
        return readReduced(source, type, 1);
    }

    @Override
    public Picture readReduced(ImageSource source, FileType type, int step) throws ProblemException {
        PictureSize size = measure(source, type, Pictures.headOf(source));
        Pictures.checkSize(source, size.width(), size.height());
        return Straight.of(ExrReader.read(source, step));
    }

    @Override
    public PictureSize measure(ImageSource source, FileType type, byte[] head) throws ProblemException {
        return ExrHeaderSize.measure(source.shownName(), head);
    }
}
