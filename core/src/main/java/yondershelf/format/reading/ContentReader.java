package yondershelf.format.reading;

import java.nio.file.Path;
import yondershelf.content.Excerpt;
import yondershelf.content.ImageSource;
import yondershelf.content.Material;
import yondershelf.content.MaterialFile;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.references.Reach;
import yondershelf.words.Phrase;

/** Reads models and pictures, wherever the reading is done. Safe for use from several threads. */
public interface ContentReader {

    /** Width and height of a picture, in pixels. */
    record PictureSize(int width, int height) {}

    /**
     * Reads a model file; pictures it refers to are not opened.
     *
     * @throws ProblemException when the file cannot be read, with the cause in plain words
     */
    default Model readModel(Path file) throws ProblemException {
        return readModel(file, Excerpt.WHOLE);
    }

    /**
     * Reads what is meant of a model file. A node that is not in it is named among what is not shown, and all is read.
     *
     * @throws ProblemException when the file cannot be read, with the cause in plain words
     */
    Model readModel(Path file, Excerpt excerpt) throws ProblemException;

    /**
     * Reads a file of materials; pictures it refers to are not opened.
     *
     * @throws ProblemException when it cannot be read, with the cause in plain words
     */
    MaterialFile readMaterials(Path file) throws ProblemException;

    /**
     * Reads one of the materials of a model file.
     *
     * @throws ProblemException when it is not there or cannot be read, with the cause in plain words
     */
    default Material readMaterial(Path file, String name) throws ProblemException {
        for (Material material : readModel(file).materials()) {
            if (material.name().equals(name)) {
                return material;
            }
        }
        throw Problem.of(file, Phrase.kept("format.the-material-is-not-in", name))
                .raise();
    }

    /**
     * Reads a picture whole, its numbers as they are stored. High-dynamic-range formats give linear floats.
     *
     * @throws ProblemException when it cannot be read, with the cause in plain words
     */
    Picture readPicture(ImageSource source) throws ProblemException;

    /**
     * Reads a picture for the eye: like {@link #readPicture}, with colours in sRGB when the file says that its own are others, by
     * an ICC profile or a gamma, unless that is not to be heeded ({@link ImageSource#asStored}).
     *
     * @throws ProblemException when it cannot be read, with the cause in plain words
     */
    Picture readColours(ImageSource source) throws ProblemException;

    /**
     * The size of a picture from its header; a PNG or JPEG that is cut short is a problem too. Nothing is decoded.
     *
     * @throws ProblemException when it cannot be read, with the cause in plain words
     */
    PictureSize measure(ImageSource source) throws ProblemException;

    /**
     * Looks whether a picture is whole, at no more than the cost of reading its file where its format allows that.
     *
     * @throws ProblemException when it cannot be read, with the cause in plain words
     */
    default void verify(ImageSource source) throws ProblemException {
        readPicture(source);
    }

    /**
     * A reader that gives each file so much time, to be closed when it is not needed any more where it can be closed.
     *
     * @param seconds on the clock and of the processor
     */
    default ContentReader patient(double seconds) {
        return this;
    }

    /** Which files a file that is read may refer to. */
    Reach reach();
}
