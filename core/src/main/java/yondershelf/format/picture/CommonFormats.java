package yondershelf.format.picture;

import java.io.IOException;
import java.util.List;
import java.util.Set;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.content.Remarks;
import yondershelf.format.reading.ContentReader.PictureSize;
import yondershelf.format.reading.FileType;
import yondershelf.format.reading.PictureFormat;
import yondershelf.words.Phrase;

/** What Java's own readers of pictures and the libraries that extend them read. */
final class CommonFormats implements PictureFormat {
    @Override
    public Set<FileType> types() {
        return Set.of(
                FileType.PNG, FileType.JPEG, FileType.TIFF, FileType.TGA, FileType.WEBP, FileType.PSD, FileType.BMP);
    }

    @Override
    public Picture read(ImageSource source, FileType type, boolean colours) throws ProblemException {
        return Pictures.read(source, Pictures.bytesOf(source), type, colours);
    }

    @Override
    public PictureSize measure(ImageSource source, FileType type, byte[] head) throws ProblemException {
        return Pictures.measure(source, type);
    }

    @Override
    public Remarks remarks(ImageSource source, FileType type, byte[] head) {
        try {
            ColourChunks.of(head, type);
            return Remarks.NONE;
        } catch (IOException e) {
            return new Remarks(List.of(Phrase.kept("format.colour-profile-which-is-broken")), List.of());
        }
    }

    /** Of PNG and JPEG each byte is looked at, which takes a fraction of the time of decoding. */
    @Override
    public void verify(ImageSource source, FileType type) throws ProblemException {
        if (type == FileType.PNG || type == FileType.JPEG) {
            Pictures.verify(source, type);
        } else {
            read(source, type, false);
        }
    }
}
