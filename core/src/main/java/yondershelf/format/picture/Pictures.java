package yondershelf.format.picture;

import java.awt.color.ColorSpace;
import java.awt.color.ICC_ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.awt.image.Raster;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.Iterator;
import java.util.concurrent.atomic.AtomicReference;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.stream.ImageInputStream;
import javax.imageio.stream.MemoryCacheImageInputStream;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.ContentReader;
import yondershelf.format.reading.FileType;
import yondershelf.format.reading.Reading;
import yondershelf.words.Phrase;

/** Pictures through ImageIO: PNG, JPEG, TIFF, TGA, WebP, PSD and BMP; the others have readers of their own. */
public final class Pictures {
    /** No picture with more pixels is decoded: at four bytes each this is one gibibyte. */
    static final long MOST_PIXELS = 1L << 28;

    private static final int LONGEST_HEADER = 4 << 20;

    static {
        ImageIO.setUseCache(false);
    }

    private Pictures() {}

    public static byte[] bytesOf(ImageSource source) throws ProblemException {
        return bytesOf(source, Reading::bytes);
    }

    /** The beginning, long enough for the header of any format. */
    public static byte[] headOf(ImageSource source) throws ProblemException {
        return bytesOf(source, file -> {
            try (InputStream in = Files.newInputStream(file)) {
                return in.readNBytes(LONGEST_HEADER);
            }
        });
    }

    private interface Fetch {
        byte[] from(Path file) throws IOException;
    }

    private static byte[] bytesOf(ImageSource source, Fetch fetch) throws ProblemException {
        byte[] bytes = source.bytes();
        if (bytes != null) {
            return bytes;
        }
        Path file = fileOf(source);
        try {
            Reading.requirePlain(file);
            byte[] read = fetch.from(file);
            if (read.length == 0) {
                throw Problem.of(file, Phrase.kept("format.the-file-is-empty")).raise();
            }
            return read;
        } catch (IOException | OutOfMemoryError e) {
            throw Reading.problem(file, e).raise(e);
        }
    }

    private static Path fileOf(ImageSource source) throws ProblemException {
        Path file = source.file();
        if (file == null) {
            throw Problem.of(source.reference(), Phrase.kept("format.the-reference-leads-nowhere"))
                    .raise();
        }
        return file;
    }

    public static FileType type(ImageSource source, byte[] bytes) throws ProblemException {
        FileType named = FileType.byName(source.shownName()).orElse(null);
        FileType told = FileType.byContent(bytes).orElse(null);
        FileType type = told != null ? told : named;
        if (type == null || !type.isPicture()) {
            throw Problem.of(source.shownName(), Phrase.kept("format.this-is-not-a-picture"))
                    .raise();
        }
        return type;
    }

    /** @param colours true to take them to sRGB when the file says that they are others */
    public static Picture read(ImageSource source, byte[] bytes, FileType type, boolean colours)
            throws ProblemException {
        ImageSource inMemory = ImageSource.embedded(source.shownName(), ColourChunks.withoutProfile(bytes, type));
        // a length that reaches past the end would otherwise be believed, and memory for it asked for
        walk(inMemory, in -> Whole.reachesItsEnd(in, type));
        AtomicReference<@Nullable ColourProfile> told = new AtomicReference<>();
        Picture read = withReader(inMemory, type, reader -> {
            checkSize(source, reader.getWidth(0), reader.getHeight(0));
            if (type == FileType.TIFF && reader.canReadRaster()) {
                Raster raster = reader.readRaster(0, null);
                if (raster.getSampleModel().getDataType() == DataBuffer.TYPE_FLOAT) {
                    return floats(raster);
                }
            }
            BufferedImage image = reader.read(0, asStored(reader, type));
            told.set(profile(image, bytes, type));
            return convert(image);
        });
        Picture straight = type == FileType.TIFF && Straight.isAssociated(bytes) ? Straight.of(read) : read;
        ColourProfile profile = told.get();
        return colours && profile != null ? profile.toSrgb(straight) : straight;
    }

    /** Of layered pictures the numbers themselves: their reader would take them to sRGB by itself. */
    private static @Nullable ImageReadParam asStored(ImageReader reader, FileType type) throws IOException {
        ImageTypeSpecifier raw = type == FileType.PSD ? reader.getRawImageType(0) : null;
        if (raw == null
                || !(raw.getColorModel().getColorSpace() instanceof ICC_ColorSpace own)
                || own.getNumComponents() != 3) {
            return null;
        }
        ImageReadParam param = reader.getDefaultReadParam();
        param.setDestinationType(raw);
        return param;
    }

    /** What the file says of its colours; null when nothing, or nothing that can be read: then they are taken for sRGB. */
    private static @Nullable ColourProfile profile(BufferedImage image, byte[] file, FileType type) {
        try {
            return switch (type) {
                case PNG, JPEG, WEBP -> ColourChunks.of(file, type);
                default ->
                    image.getColorModel().getColorSpace() instanceof ICC_ColorSpace own
                                    && own.getNumComponents() == 3
                                    && !own.isCS_sRGB()
                            ? ColourProfile.of(own.getProfile())
                            : null;
            };
        } catch (IOException e) {
            // the facts say so
            return null;
        }
    }

    /** Reads the header, and of PNG and JPEG also whether the file reaches its end; nothing is decoded. */
    public static ContentReader.PictureSize measure(ImageSource source, FileType type) throws ProblemException {
        ContentReader.PictureSize size = header(source, type);
        walk(source, in -> Whole.reachesItsEnd(in, type));
        return size;
    }

    /** Looks whether a PNG or JPEG can be read, and whether every byte of a PNG is as it was written. */
    public static void verify(ImageSource source, FileType type) throws ProblemException {
        ContentReader.PictureSize size = header(source, type);
        checkSize(source, size.width(), size.height());
        walk(source, in -> Whole.isUnharmed(in, type));
    }

    private static ContentReader.PictureSize header(ImageSource source, FileType type) throws ProblemException {
        return withReader(
                source, type, reader -> new ContentReader.PictureSize(reader.getWidth(0), reader.getHeight(0)));
    }

    private interface Walk {
        void over(ImageInputStream in) throws IOException;
    }

    private static void walk(ImageSource source, Walk walk) throws ProblemException {
        try (ImageInputStream in = open(source)) {
            walk.over(in);
        } catch (IOException | RuntimeException e) {
            throw broken(source, e);
        }
    }

    private static ImageInputStream open(ImageSource source) throws IOException, ProblemException {
        byte[] bytes = source.bytes();
        if (bytes != null) {
            return new MemoryCacheImageInputStream(new ByteArrayInputStream(bytes));
        }
        Path file = fileOf(source);
        Reading.requirePlain(file);
        ImageInputStream in = ImageIO.createImageInputStream(file.toFile());
        if (in == null) {
            throw new NoSuchFileException(file.toString());
        }
        return in;
    }

    private static ProblemException broken(ImageSource source, Throwable e) {
        if (e instanceof NoSuchFileException) {
            return Reading.problem(source.shownName(), e).raise(e);
        }
        return Problem.of(source.shownName(), Phrase.kept("format.the-picture-is-broken", Reading.firstLine(e)))
                .raise(e);
    }

    private interface Use<T> {
        T with(ImageReader reader) throws IOException, ProblemException;
    }

    private static <T> T withReader(ImageSource source, FileType type, Use<T> use) throws ProblemException {
        Iterator<ImageReader> readers = ImageIO.getImageReadersBySuffix(type.extension());
        if (!readers.hasNext()) {
            throw Problem.of(source.shownName(), Phrase.kept("format.no-reader-for-pictures-is", type))
                    .raise();
        }
        ImageReader reader = readers.next();
        try (ImageInputStream in = open(source)) {
            reader.setInput(in, true, true);
            return use.with(reader);
        } catch (IOException | RuntimeException | OutOfMemoryError | StackOverflowError e) {
            throw broken(source, e);
        } finally {
            reader.dispose();
        }
    }

    public static void checkSize(ImageSource source, long width, long height) throws ProblemException {
        if (width <= 0 || height <= 0 || width * height > MOST_PIXELS) {
            throw new Problem(
                            source.shownName(),
                            Phrase.kept("format.its-size-of-x-pixels", width, height),
                            Phrase.kept("format.scale-it-down-below-million", MOST_PIXELS >> 20))
                    .raise();
        }
    }

    private static Picture floats(Raster raster) {
        int w = raster.getWidth();
        int h = raster.getHeight();
        int bands = Math.min(4, raster.getNumBands());
        float[] out = new float[w * h * bands];
        float[] pixel = new float[raster.getNumBands()];
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                raster.getPixel(x + raster.getMinX(), y + raster.getMinY(), pixel);
                System.arraycopy(pixel, 0, out, (y * w + x) * bands, bands);
            }
        }
        return Picture.ofFloats(w, h, bands, out);
    }

    private static Picture convert(BufferedImage image) {
        int w = image.getWidth();
        int h = image.getHeight();
        Raster raster = image.getRaster();
        int bands = raster.getNumBands();
        boolean grey = bands == 1 && image.getColorModel().getNumColorComponents() == 1;
        int transfer = raster.getTransferType();
        if (grey && (transfer == DataBuffer.TYPE_USHORT || transfer == DataBuffer.TYPE_SHORT)) {
            float[] out = new float[w * h];
            for (int y = 0; y < h; y++) {
                for (int x = 0; x < w; x++) {
                    out[y * w + x] = raster.getSample(x, y, 0) / 65535f;
                }
            }
            return Picture.ofFloats(w, h, 1, out);
        }
        if (grey && transfer == DataBuffer.TYPE_BYTE && image.getType() == BufferedImage.TYPE_BYTE_GRAY) {
            byte[] out = new byte[w * h];
            raster.getDataElements(0, 0, w, h, out);
            return Picture.ofBytes(w, h, 1, out);
        }
        boolean alpha = image.getColorModel().hasAlpha();
        int channels = alpha ? 4 : 3;
        if (transfer == DataBuffer.TYPE_USHORT && bands == channels) {
            float[] out = new float[w * h * channels];
            int[] row = new int[w * bands];
            for (int y = 0; y < h; y++) {
                raster.getPixels(0, y, w, 1, row);
                for (int i = 0; i < row.length; i++) {
                    out[y * w * channels + i] = row[i] / 65535f;
                }
            }
            return Picture.ofFloats(w, h, channels, out);
        }
        byte[] out = new byte[w * h * channels];
        if (image.getType() == BufferedImage.TYPE_3BYTE_BGR || image.getType() == BufferedImage.TYPE_4BYTE_ABGR) {
            // the usual layouts, copied without a colour model's detour
            raster.getDataElements(0, 0, w, h, out);
            return Picture.ofBytes(w, h, channels, out);
        }
        if (image.getColorModel() instanceof ComponentColorModel model
                && model.getColorSpace().getType() == ColorSpace.TYPE_RGB
                && transfer == DataBuffer.TYPE_BYTE
                && bands == channels) {
            // not by way of a colour model, which would go by the picture's profile
            int[] values = new int[w * bands];
            for (int y = 0; y < h; y++) {
                raster.getPixels(0, y, w, 1, values);
                for (int i = 0; i < values.length; i++) {
                    out[y * values.length + i] = (byte) values[i];
                }
            }
            return Picture.ofBytes(w, h, channels, out);
        }
        int[] row = new int[w];
        for (int y = 0; y < h; y++) {
            image.getRGB(0, y, w, 1, row, 0, w);
            for (int x = 0; x < w; x++) {
                int at = (y * w + x) * channels;
                out[at] = (byte) (row[x] >> 16);
                out[at + 1] = (byte) (row[x] >> 8);
                out[at + 2] = (byte) row[x];
                if (alpha) {
                    out[at + 3] = (byte) (row[x] >>> 24);
                }
            }
        }
        return Picture.ofBytes(w, h, channels, out);
    }
}
