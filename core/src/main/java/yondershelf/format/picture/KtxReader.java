package yondershelf.format.picture;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;
import org.lwjgl.PointerBuffer;
import org.lwjgl.system.MemoryUtil;
import org.lwjgl.util.ktx.KTX;
import org.lwjgl.util.ktx.ktxTexture;
import org.lwjgl.util.ktx.ktxTexture2;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.ContentReader;
import yondershelf.words.Phrase;

/**
 * KTX 2.0 textures through the native reference library: the largest level of the first layer, of a cube all six faces in a row, Basis Universal transcoded, or
 * plain eight-bit pixels. Run it in the worker.
 */
final class KtxReader {
    /** Where the file's header has its size (KTX 2.0, 3). */
    private static final int WIDTH_AT = 20;

    private static final int DEPTH_AT = 28;
    private static final int LAYERS_AT = 32;
    private static final int FACES_AT = 36;
    private static final int FACES = 6;

    private static final int HEADER = 80;

    private KtxReader() {}

    static ContentReader.PictureSize measure(ImageSource source, byte[] head) throws ProblemException {
        if (head.length < HEADER) {
            throw Problem.of(source.shownName(), Phrase.kept("format.the-file-is-cut-short"))
                    .raise();
        }
        ByteBuffer header = ByteBuffer.wrap(head).order(ByteOrder.LITTLE_ENDIAN);
        int faces = isCube(header) ? FACES : 1;
        int width = header.getInt(WIDTH_AT);
        if (width <= 0 || width > Integer.MAX_VALUE / FACES) {
            throw Problem.of(source.shownName(), Phrase.kept("format.its-size-is-zero"))
                    .raise();
        }
        // a height of 0 says that the texture is a line
        return new ContentReader.PictureSize(width * faces, Math.max(1, header.getInt(WIDTH_AT + 4)));
    }

    private static boolean isCube(ByteBuffer header) {
        return header.getInt(FACES_AT) == FACES;
    }

    /** True for one that holds all six faces of a cube. */
    static boolean isCube(ImageSource source, byte[] head) throws ProblemException {
        measure(source, head);
        return isCube(ByteBuffer.wrap(head).order(ByteOrder.LITTLE_ENDIAN));
    }

    /** What of it is not in the picture that is read. */
    static List<String> notShown(ImageSource source, byte[] head) throws ProblemException {
        measure(source, head);
        ByteBuffer header = ByteBuffer.wrap(head).order(ByteOrder.LITTLE_ENDIAN);
        List<String> out = new ArrayList<>();
        if (header.getInt(DEPTH_AT) > 1) {
            out.add(Phrase.kept("format.all-of-its-layers-but-the-first", header.getInt(DEPTH_AT)));
        }
        if (header.getInt(LAYERS_AT) > 1) {
            out.add(Phrase.kept("format.all-of-its-pictures-but-the-first", header.getInt(LAYERS_AT)));
        }
        return out;
    }

    static Picture read(ImageSource source, byte[] bytes) throws ProblemException {
        ContentReader.PictureSize size = measure(source, bytes);
        Pictures.checkSize(source, size.width(), size.height());
        ByteBuffer memory = MemoryUtil.memAlloc(bytes.length);
        PointerBuffer made = MemoryUtil.memCallocPointer(1);
        try {
            memory.put(bytes).flip();
            check(source, KTX.ktxTexture2_CreateFromMemory(memory, KTX.KTX_TEXTURE_CREATE_LOAD_IMAGE_DATA_BIT, made));
            ktxTexture2 texture = ktxTexture2.create(made.get(0));
            try {
                return picture(source, texture, size);
            } finally {
                KTX.ktxTexture2_Destroy(texture);
            }
        } finally {
            MemoryUtil.memFree(memory);
            MemoryUtil.memFree(made);
        }
    }

    private static void check(ImageSource source, int code) throws ProblemException {
        if (code != KTX.KTX_SUCCESS) {
            throw Problem.of(source.shownName(), Phrase.kept("format.the-picture-is-broken", KTX.ktxErrorString(code)))
                    .raise();
        }
    }

    private static Picture picture(ImageSource source, ktxTexture2 texture, ContentReader.PictureSize size)
            throws ProblemException {
        int components = KTX.ktxTexture2_GetNumComponents(texture);
        int stored = components;
        if (KTX.ktxTexture2_NeedsTranscoding(texture)) {
            check(source, KTX.ktxTexture2_TranscodeBasis(texture, KTX.KTX_TTF_RGBA32, 0));
            stored = 4;
        }
        // two channels are luminance and alpha, which no picture here has
        int channels = components == 2 ? 1 : Math.min(components, 4);
        int faces = texture.numFaces() == FACES ? FACES : 1;
        int w = size.width() / faces;
        byte[] out = new byte[w * faces * size.height() * channels];
        for (int face = 0; face < faces; face++) {
            byte[] pixels = first(face(source, texture, face, (long) w * size.height() * stored), stored, channels);
            for (int y = 0; y < size.height(); y++) {
                System.arraycopy(pixels, y * w * channels, out, (y * faces + face) * w * channels, w * channels);
            }
        }
        return Picture.ofBytes(size.width(), size.height(), channels, out);
    }

    /** The pixels of a face of the largest level. */
    private static byte[] face(ImageSource source, ktxTexture2 texture, int face, long wanted) throws ProblemException {
        PointerBuffer offset = MemoryUtil.memCallocPointer(1);
        try {
            check(source, KTX.ktxTexture2_GetImageOffset(texture, 0, 0, face, offset));
            long length = KTX.ktxTexture2_GetImageSize(texture, 0);
            if (length != wanted) {
                throw new Problem(
                                source.shownName(),
                                Phrase.kept("format.its-pixels-are-packed-in", texture.vkFormat()),
                                Phrase.kept("format.save-it-as-basis-universal"))
                        .raise();
            }
            ByteBuffer data = KTX.ktxTexture_GetData(ktxTexture.create(texture.address()));
            if (data == null || offset.get(0) + length > data.remaining()) {
                throw Problem.of(source.shownName(), Phrase.kept("format.the-file-is-cut-short"))
                        .raise();
            }
            byte[] pixels = new byte[(int) length];
            data.get((int) offset.get(0), pixels);
            return pixels;
        } finally {
            MemoryUtil.memFree(offset);
        }
    }

    private static byte[] first(byte[] pixels, int stored, int channels) {
        if (stored == channels) {
            return pixels;
        }
        byte[] out = new byte[pixels.length / stored * channels];
        for (int i = 0; i < out.length / channels; i++) {
            System.arraycopy(pixels, i * stored, out, i * channels, channels);
        }
        return out;
    }
}
