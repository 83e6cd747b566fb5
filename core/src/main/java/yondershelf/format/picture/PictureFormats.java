package yondershelf.format.picture;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import yondershelf.content.ImageSource;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.FileType;
import yondershelf.format.reading.PictureFormat;

/** All formats of pictures. One that is added is named here. */
public final class PictureFormats {
    private static final List<PictureFormat> ALL =
            List.of(new CommonFormats(), new RadianceFormat(), new ExrFormat(), new KtxFormat(), new DdsFormat());

    private static final Map<FileType, PictureFormat> BY_TYPE = new EnumMap<>(FileType.class);

    static {
        ALL.forEach(format -> format.types().forEach(type -> BY_TYPE.put(type, format)));
    }

    private PictureFormats() {}

    /** That of a type; empty for what is no picture. */
    public static Optional<PictureFormat> of(FileType type) {
        return Optional.ofNullable(BY_TYPE.get(type));
    }

    /** As far as can be told without opening a file: by the bytes of one in memory, else by the name. */
    public static Optional<PictureFormat> guess(ImageSource source) {
        byte[] bytes = source.bytes();
        return (bytes != null ? FileType.byContent(bytes) : FileType.byName(source.shownName()))
                .flatMap(PictureFormats::of);
    }

    /**
     * A picture whose beginning was looked at.
     *
     * @param head its beginning, long enough for the header of any format
     */
    public record Opened(PictureFormat format, FileType type, byte[] head) {}

    /**
     * Looks at the beginning of a picture.
     *
     * @throws ProblemException when it is not there or no picture
     */
    public static Opened open(ImageSource source) throws ProblemException {
        byte[] head = Pictures.headOf(source);
        FileType type = Pictures.type(source, head);
        return new Opened(Objects.requireNonNull(BY_TYPE.get(type)), type, head);
    }
}
