package yondershelf.content;

import java.nio.file.Files;
import java.nio.file.Path;
import org.jspecify.annotations.Nullable;

/**
 * Where a map's picture is to be found: a file, or bytes inside the model's own file.
 *
 * @param reference the reference as the model file writes it, or a name for embedded bytes
 * @param file the file meant by the reference; it may be missing. Null for embedded pictures
 * @param bytes the encoded picture when embedded, else null
 * @param asStored true when its numbers are meant as they are stored, whatever it says itself of its colours
 * @param coding how its numbers are to be read for the role it plays
 */
public record ImageSource(
        String reference, @Nullable Path file, byte @Nullable [] bytes, boolean asStored, Coding coding) {

    /** One whose own word on its colours counts. */
    public ImageSource(String reference, @Nullable Path file, byte @Nullable [] bytes) {
        this(reference, file, bytes, false, Coding.PLAIN);
    }

    public static ImageSource at(Path file) {
        return new ImageSource(String.valueOf(file.getFileName()), file, null);
    }

    public static ImageSource embedded(String name, byte[] bytes) {
        return new ImageSource(name, null, bytes);
    }

    /** The same with its numbers meant as they are stored. */
    public ImageSource stored() {
        return new ImageSource(reference, file, bytes, true, coding);
    }

    /** The same read in another way. */
    public ImageSource as(Coding other) {
        return new ImageSource(reference, file, bytes, asStored, other);
    }

    /** True when the bytes are there to be read. */
    public boolean exists() {
        return bytes != null || (file != null && Files.isRegularFile(file));
    }

    /** The path of the file, or the name of the embedded picture. */
    public String shownName() {
        return file != null ? file.toString() : reference;
    }
}
