package yondershelf.credits;

import com.drew.imaging.ImageMetadataReader;
import com.drew.imaging.ImageProcessingException;
import com.drew.metadata.Directory;
import com.drew.metadata.Metadata;
import com.drew.metadata.exif.ExifDirectoryBase;
import com.drew.metadata.iptc.IptcDirectory;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import yondershelf.work.ProgramLog;

/** Tags of pictures: Exif's Artist and Copyright (CIPA DC-008, 4.6.5), IPTC's By-line and Copyright Notice (IIM 4.2, 2:80 and 2:116). */
final class PictureTags {
    private static final Set<String> ENDINGS = Set.of("jpg", "jpeg", "tif", "tiff", "png", "webp", "psd");

    private PictureTags() {}

    static boolean mayBeIn(String name) {
        return ENDINGS.contains(name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT));
    }

    /** Nothing when there are none, or they cannot be read. */
    static Credit read(Path file, String from) {
        try {
            Metadata all = ImageMetadataReader.readMetadata(file.toFile());
            Credit out = Credit.NONE;
            for (Directory directory : all.getDirectories()) {
                if (directory instanceof ExifDirectoryBase) {
                    out = out.or(credit(
                            directory.getString(ExifDirectoryBase.TAG_ARTIST),
                            directory.getString(ExifDirectoryBase.TAG_COPYRIGHT),
                            from));
                } else if (directory instanceof IptcDirectory) {
                    out = out.or(credit(
                            directory.getString(IptcDirectory.TAG_BY_LINE),
                            directory.getString(IptcDirectory.TAG_COPYRIGHT_NOTICE),
                            from));
                }
            }
            return out;
        } catch (ImageProcessingException | IOException e) {
            // a picture that cannot be read says nothing here; its own card will say why
            return Credit.NONE;
        } catch (RuntimeException | OutOfMemoryError | StackOverflowError e) {
            ProgramLog.note("tags of " + from, e);
            return Credit.NONE;
        }
    }

    private static Credit credit(@Nullable String artist, @Nullable String copyright, String from) {
        Credit told = CreditText.read(copyright == null ? "" : copyright, from);
        return new Credit(CreditText.name(artist == null ? "" : artist), "", from).or(told);
    }
}
