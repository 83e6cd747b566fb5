package yondershelf.format.picture;

import java.util.Set;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.ContentReader.PictureSize;
import yondershelf.format.reading.FileType;
import yondershelf.format.reading.PictureFormat;

/** Radiance HDR. */
final class RadianceFormat implements PictureFormat {
    @Override
    public Set<FileType> types() {
        return Set.of(FileType.HDR);
    }

    @Override
    public Picture read(ImageSource source, FileType type, boolean colours) throws ProblemException {
        return RadianceHdr.read(source.shownName(), Pictures.bytesOf(source));
    }

    @Override
    public PictureSize measure(ImageSource source, FileType type, byte[] head) throws ProblemException {
        return RadianceHdr.measure(source.shownName(), head);
    }
}
