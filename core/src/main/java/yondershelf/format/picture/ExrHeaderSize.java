package yondershelf.format.picture;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.ContentReader;
import yondershelf.words.Phrase;

/** The data window of an OpenEXR file from its first header. */
final class ExrHeaderSize {
    private ExrHeaderSize() {}

    static ContentReader.PictureSize measure(String name, byte[] bytes) throws ProblemException {
        ByteBuffer in = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
        ExrAttributes.Value window;
        try {
            window = new ExrAttributes(in, ExrAttributes.FIRST).get("dataWindow", 16);
        } catch (IndexOutOfBoundsException e) {
            throw Problem.of(name, Phrase.kept("format.the-file-is-cut-short-in"))
                    .raise(e);
        }
        if (window == null) {
            throw Problem.of(name, Phrase.kept("format.the-openexr-header-names-no"))
                    .raise();
        }
        return new ContentReader.PictureSize(
                in.getInt(window.at() + 8) - in.getInt(window.at()) + 1,
                in.getInt(window.at() + 12) - in.getInt(window.at() + 4) + 1);
    }
}
