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

/** DirectDraw surfaces. */
final class DdsFormat implements PictureFormat {
    @Override
    public Set<FileType> types() {
        return Set.of(FileType.DDS);
    }

    @Override
    public boolean tellsLittle() {
        return true;
    }

    @Override
    public Picture read(ImageSource source, FileType type, boolean colours) throws ProblemException {
        return DdsReader.read(source, Pictures.bytesOf(source));
    }

    @Override
    public PictureSize measure(ImageSource source, FileType type, byte[] head) throws ProblemException {
        return DdsReader.measure(source, head);
    }

    @Override
    public Remarks remarks(ImageSource source, FileType type, byte[] head) throws ProblemException {
        return new Remarks(DdsReader.notShown(source, head), List.of());
    }

    @Override
    public boolean isCube(ImageSource source, byte[] head) throws ProblemException {
        return DdsReader.isCube(source, head);
    }
}
