package yondershelf.format;

import java.nio.ByteBuffer;
import java.nio.FloatBuffer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.lwjgl.PointerBuffer;
import org.lwjgl.system.MemoryUtil;
import org.lwjgl.util.tinyexr.EXRHeader;
import org.lwjgl.util.tinyexr.EXRImage;
import org.lwjgl.util.tinyexr.EXRTile;
import org.lwjgl.util.tinyexr.EXRVersion;
import org.lwjgl.util.tinyexr.TinyEXR;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;

/** OpenEXR through the native TinyEXR library: the first layer's R, G, B and A, or Y. Run it in the worker. */
final class ExrReader {
    private final String name;
    private final ByteBuffer memory;

    private ExrReader(String name, ByteBuffer memory) {
        this.name = name;
        this.memory = memory;
    }

    static Picture read(String name, byte[] bytes) throws ProblemException {
        ByteBuffer memory = MemoryUtil.memAlloc(bytes.length);
        try (EXRVersion version = EXRVersion.calloc();
                EXRHeader header = EXRHeader.calloc()) {
            memory.put(bytes).flip();
            return new ExrReader(name, memory).read(version, header);
        } finally {
            MemoryUtil.memFree(memory);
        }
    }

    private Picture read(EXRVersion version, EXRHeader header) throws ProblemException {
        if (TinyEXR.ParseEXRVersionFromMemory(version, memory) != TinyEXR.TINYEXR_SUCCESS) {
            throw Problem.of(name, "this is not an OpenEXR picture").raise();
        }
        if (version.multipart() || version.non_image()) {
            throw Problem.of(name, "OpenEXR files of several parts or with deep pixels are not read yet")
                    .raise();
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

    private Picture pixels(EXRHeader header, PointerBuffer error) throws ProblemException {
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
            throw Problem.of(name, "32-bit floats with B44 compression are not read")
                    .raise();
        }
        int[] wanted = channels(names);
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
        String reason = "no reason given";
        long address = error.get(0);
        if (address != 0) {
            ByteBuffer text = MemoryUtil.memByteBufferNT1(address);
            reason = MemoryUtil.memASCII(text).strip().replaceAll("\\s+", " ");
            TinyEXR.FreeEXRErrorMessage(text);
        }
        return Problem.of(name, "the OpenEXR picture is broken or packed in a way that is not read (" + reason + ")")
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
            throw Problem.of(name, "the OpenEXR picture has no channels").raise();
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
            throw Problem.of(name, "its size of " + w + " x " + h + " pixels is too large to open")
                    .raise();
        }
        float[] out = new float[w * h * wanted.length];
        PointerBuffer planes = image.images();
        if (planes != null) {
            for (int c = 0; c < wanted.length; c++) {
                FloatBuffer plane = plane(planes, wanted[c], w * h);
                for (int i = 0; i < w * h; i++) {
                    out[i * wanted.length + c] = plane.get(i);
                }
            }
            return Picture.ofFloats(w, h, wanted.length, out);
        }
        EXRTile.@Nullable Buffer tiles = image.tiles();
        if (tiles == null) {
            throw Problem.of(name, "the OpenEXR picture holds no pixels").raise();
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
                        int to = (tile.offset_y() * th + y) * w + tile.offset_x() * tw + x;
                        if (to < w * h) {
                            out[to * wanted.length + c] = plane.get(y * tw + x);
                        }
                    }
                }
            }
        }
        return Picture.ofFloats(w, h, wanted.length, out);
    }

    private static FloatBuffer plane(PointerBuffer planes, int index, int length) {
        return MemoryUtil.memFloatBuffer(planes.get(index), length);
    }
}
