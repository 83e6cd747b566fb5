package yondershelf.format.reading;

import java.util.Set;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.content.Remarks;
import yondershelf.format.reading.ContentReader.PictureSize;

/** A format of pictures, or several that one library reads. Sources handed to it are of one of its types. */
public interface PictureFormat {
    /** What pictures of it are told by; no two share one. */
    Set<FileType> types();

    /** True when reading one runs native code, which may crash: to be done in the worker. */
    default boolean isNative() {
        return false;
    }

    /** True when the header does not tell whether the pixels can be read: only reading does. */
    default boolean tellsLittle() {
        return false;
    }

    /**
     * The pixels as they are stored, straight alpha.
     *
     * @param colours true to take them to sRGB when the file says that they are others
     * @throws ProblemException when the picture is broken or too large
     */
    Picture read(ImageSource source, FileType type, boolean colours) throws ProblemException;

    /**
     * The pixels as they are stored, at a fraction of the size where the format allows that.
     *
     * @param step so many pixels each way become one, by their mean
     */
    default Picture readReduced(ImageSource source, FileType type, int step) throws ProblemException {
        return read(source, type, false);
    }

    /** @param head the beginning, long enough for the header of any format, or the whole of a small picture */
    PictureSize measure(ImageSource source, FileType type, byte[] head) throws ProblemException;

    /** What of a picture is not shown. */
    default Remarks remarks(ImageSource source, FileType type, byte[] head) throws ProblemException {
        return Remarks.NONE;
    }

    /** True when the file says that it is all six faces of a cube: read, they lie in a row. */
    default boolean isCube(ImageSource source, byte[] head) throws ProblemException {
        return false;
    }

    /** Looks whether a picture can be read, by reading it where no quicker way tells. */
    default void verify(ImageSource source, FileType type) throws ProblemException {
        read(source, type, false);
    }
}
