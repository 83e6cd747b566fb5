package yondershelf.format.picture;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.FloatBuffer;
import java.nio.IntBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.lwjgl.PointerBuffer;
import org.lwjgl.system.MemoryUtil;
import org.lwjgl.system.libc.LibCStdlib;
import org.lwjgl.util.tinyexr.EXRHeader;
import org.lwjgl.util.tinyexr.EXRImage;
import org.lwjgl.util.tinyexr.EXRTile;
import org.lwjgl.util.tinyexr.EXRVersion;
import org.lwjgl.util.tinyexr.TinyEXR;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.Reading;
import yondershelf.words.Phrase;

/**
 * OpenEXR through the native TinyEXR library: R, G, B and A, or Y, of the first part and layer that has colours. Run it in the
 * worker.
 */
final class ExrReader {
    private final String name;
    private final ByteBuffer memory;

    private final int step;

    private ExrReader(String name, ByteBuffer memory, int step) {
        this.name = name;
        this.memory = memory;
        this.step = step;
    }

    /** @param step so many pixels each way become one, by their mean */
    static Picture read(ImageSource source, int step) throws ProblemException {
        byte[] bytes = source.bytes();
        Path file = source.file();
        if (bytes != null || file == null) {
            byte[] there = Pictures.bytesOf(source);
            ByteBuffer memory = MemoryUtil.memAlloc(there.length);
            try {
                memory.put(there).flip();
                return read(source.shownName(), memory, step);
            } finally {
                MemoryUtil.memFree(memory);
            }
        }
        // mapped, so that a large file is not in memory twice
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
            return read(source.shownName(), channel.map(FileChannel.MapMode.READ_ONLY, 0, channel.size()), step);
        } catch (IOException e) {
            throw Reading.problem(file, e).raise(e);
        }
    }

    private static Picture read(String name, ByteBuffer memory, int step) throws ProblemException {
        List<ByteBuffer> made = new ArrayList<>();
        try (EXRVersion version = EXRVersion.calloc();
                EXRHeader header = EXRHeader.calloc()) {
            ByteBuffer plain = DwaFile.plain(memory, size -> {
                ByteBuffer room = MemoryUtil.memAlloc(size);
                made.add(room);
                return room;
            });
            return new ExrReader(name, plain, step).read(version, header);
        } catch (IllegalArgumentException e) {
            throw Problem.of(name, Phrase.kept("format.the-openexr-picture-is-broken", Reading.firstLine(e)))
                    .raise(e);
        } finally {
            made.forEach(MemoryUtil::memFree);
        }
    }

    private Picture read(EXRVersion version, EXRHeader header) throws ProblemException {
        if (TinyEXR.ParseEXRVersionFromMemory(version, memory) != TinyEXR.TINYEXR_SUCCESS) {
            throw Problem.of(name, Phrase.kept("format.this-is-not-an-openexr")).raise();
        }
        if (version.non_image()) {
            throw new Problem(
                            name,
                            Phrase.kept("format.openexr-files-with-deep-pixels"),
                            Phrase.kept("format.save-it-flattened"))
                    .raise();
        }
        if (version.multipart()) {
            return parts(version);
        }
        TinyEXR.InitEXRHeader(header);
        PointerBuffer error = MemoryUtil.memCallocPointer(1);
        try {
            if (TinyEXR.ParseEXRHeaderFromMemory(header, version, memory, error) != TinyEXR.TINYEXR_SUCCESS) {
                throw broken(error);
            }
            try {
                return pixels(header, error);
            } finally {
                TinyEXR.FreeEXRHeader(header);
            }
        } finally {
            MemoryUtil.memFree(error);
        }
    }

    /** The parts of a file: passes of a rendering, say. */
    private Picture parts(EXRVersion version) throws ProblemException {
        PointerBuffer made = MemoryUtil.memCallocPointer(1);
        PointerBuffer error = MemoryUtil.memCallocPointer(1);
        IntBuffer count = MemoryUtil.memCallocInt(1);
        try {
            if (TinyEXR.ParseEXRMultipartHeaderFromMemory(made, count, version, memory, error)
                    != TinyEXR.TINYEXR_SUCCESS) {
                throw broken(error);
            }
            PointerBuffer headers = MemoryUtil.memPointerBuffer(made.get(0), count.get(0));
            try {
                return parts(headers, error);
            } finally {
                for (int i = 0; i < headers.remaining(); i++) {
                    TinyEXR.FreeEXRHeader(EXRHeader.create(headers.get(i)));
                    LibCStdlib.nfree(headers.get(i));
                }
                LibCStdlib.nfree(made.get(0));
            }
        } finally {
            MemoryUtil.memFree(made);
            MemoryUtil.memFree(error);
            MemoryUtil.memFree(count);
        }
    }

    private Picture parts(PointerBuffer headers, PointerBuffer error) throws ProblemException {
        int chosen = -1;
        int[] wanted = {};
        for (int i = 0; i < headers.remaining(); i++) {
            EXRHeader header = EXRHeader.create(headers.get(i));
            List<String> names = asFloats(header);
            boolean coloured = find(names, "R") >= 0 && find(names, "G") >= 0 && find(names, "B") >= 0;
            if (chosen < 0 && (coloured || i == headers.remaining() - 1)) {
                chosen = i;
                wanted = channels(names);
            }
        }
        try (EXRImage.Buffer images = EXRImage.calloc(headers.remaining())) {
            for (EXRImage image : images) {
                TinyEXR.InitEXRImage(image);
            }
            if (TinyEXR.LoadEXRMultipartImageFromMemory(images, headers, memory, error) != TinyEXR.TINYEXR_SUCCESS) {
                throw broken(error);
            }
            try {
                return gather(images.get(chosen), EXRHeader.create(headers.get(chosen)), wanted);
            } finally {
                for (EXRImage image : images) {
                    TinyEXR.FreeEXRImage(image);
                }
            }
        }
    }

    /** Asks for 32-bit floats of all channels; their names. */
    private List<String> asFloats(EXRHeader header) throws ProblemException {
        List<String> names = new ArrayList<>();
        boolean wide = false;
        for (int i = 0; i < header.channels().remaining(); i++) {
            names.add(header.channels().get(i).nameString());
            wide |= header.pixel_types().get(i) == TinyEXR.TINYEXR_PIXELTYPE_FLOAT;
            header.requested_pixel_types().put(i, TinyEXR.TINYEXR_PIXELTYPE_FLOAT);
        }
        int compression = header.compression_type();
        boolean b44 = compression == TinyEXR.TINYEXR_COMPRESSIONTYPE_B44
                || compression == TinyEXR.TINYEXR_COMPRESSIONTYPE_B44A;
        if (b44 && wide) {
            throw Problem.of(name, Phrase.kept("format.32-bit-floats-with-b44")).raise();
        }
        return names;
    }

    private Picture pixels(EXRHeader header, PointerBuffer error) throws ProblemException {
        int[] wanted = channels(asFloats(header));
        try (EXRImage image = EXRImage.calloc()) {
            TinyEXR.InitEXRImage(image);
            if (TinyEXR.LoadEXRImageFromMemory(image, header, memory, error) != TinyEXR.TINYEXR_SUCCESS) {
                throw broken(error);
            }
            try {
                return gather(image, header, wanted);
            } finally {
                TinyEXR.FreeEXRImage(image);
            }
        }
    }

    private ProblemException broken(PointerBuffer error) {
        String reason = Phrase.kept("format.no-reason-given");
        long address = error.get(0);
        if (address != 0) {
            ByteBuffer text = MemoryUtil.memByteBufferNT1(address);
            reason = MemoryUtil.memASCII(text).strip().replaceAll("\\s+", " ");
            TinyEXR.FreeEXRErrorMessage(text);
        }
        return Problem.of(name, Phrase.kept("format.the-openexr-picture-is-broken-or", reason))
                .raise();
    }

    /** Numbers of R, G, B and A, of Y three times, or of the first channel; layered names count by their last word. */
    private int[] channels(List<String> names) throws ProblemException {
        int r = find(names, "R");
        int g = find(names, "G");
        int b = find(names, "B");
        int a = find(names, "A");
        if (r >= 0 && g >= 0 && b >= 0) {
            return a >= 0 ? new int[] {r, g, b, a} : new int[] {r, g, b};
        }
        int y = find(names, "Y");
        if (y < 0 && names.isEmpty()) {
            throw Problem.of(name, Phrase.kept("format.the-openexr-picture-has-no"))
                    .raise();
        }
        int one = Math.max(y, 0);
        return new int[] {one, one, one};
    }

    private static int find(List<String> names, String wanted) {
        int exact = names.indexOf(wanted);
        if (exact >= 0) {
            return exact;
        }
        for (int i = 0; i < names.size(); i++) {
            if (names.get(i).toUpperCase(Locale.ROOT).endsWith("." + wanted)) {
                return i;
            }
        }
        return -1;
    }

    private Picture gather(EXRImage image, EXRHeader header, int[] wanted) throws ProblemException {
        int w = image.width();
        int h = image.height();
        if (w <= 0 || h <= 0 || (long) w * h > Pictures.MOST_PIXELS / 4) {
            throw Problem.of(name, Phrase.kept("format.its-size-of-x-pixels", w, h))
                    .raise();
        }
        Reduced out = new Reduced(w, h, wanted.length, step);
        PointerBuffer planes = image.images();
        if (planes != null) {
            for (int c = 0; c < wanted.length; c++) {
                FloatBuffer plane = plane(planes, wanted[c], w * h);
                for (int y = 0; y < h; y++) {
                    for (int x = 0; x < w; x++) {
                        out.add(x, y, c, plane.get(y * w + x));
                    }
                }
            }
            return out.picture();
        }
        EXRTile.@Nullable Buffer tiles = image.tiles();
        if (tiles == null) {
            throw Problem.of(name, Phrase.kept("format.the-openexr-picture-holds-no"))
                    .raise();
        }
        int tw = header.tile_size_x();
        int th = header.tile_size_y();
        for (int t = 0; t < tiles.remaining(); t++) {
            EXRTile tile = tiles.get(t);
            if (tile.level_x() != 0 || tile.level_y() != 0) {
                continue;
            }
            PointerBuffer parts =
                    EXRTile.nimages(tile.address(), header.channels().remaining());
            for (int c = 0; c < wanted.length; c++) {
                FloatBuffer plane = plane(parts, wanted[c], tw * th);
                for (int y = 0; y < tile.height(); y++) {
                    for (int x = 0; x < tile.width(); x++) {
                        out.add(tile.offset_x() * tw + x, tile.offset_y() * th + y, c, plane.get(y * tw + x));
                    }
                }
            }
        }
        return out.picture();
    }

    /** A picture that is filled pixel by pixel, each cell of so many pixels by their mean; cells cut off at the rim are left out. */
    private static final class Reduced {
        private final int width;
        private final int height;
        private final int channels;
        private final int step;
        private final float[] values;

        Reduced(int width, int height, int channels, int step) {
            this.step = step;
            this.width = Math.max(1, width / step);
            this.height = Math.max(1, height / step);
            this.channels = channels;
            this.values = new float[this.width * this.height * channels];
        }

        void add(int x, int y, int channel, float value) {
            int cx = x / step;
            int cy = y / step;
            if (cx >= 0 && cy >= 0 && cx < width && cy < height) {
                values[(cy * width + cx) * channels + channel] += step == 1 ? value : value / (step * step);
            }
        }

        Picture picture() {
            return Picture.ofFloats(width, height, channels, values);
        }
    }

    private static FloatBuffer plane(PointerBuffer planes, int index, int length) {
        return MemoryUtil.memFloatBuffer(planes.get(index), length);
    }
}
