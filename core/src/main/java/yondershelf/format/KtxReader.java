package yondershelf.format;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import org.lwjgl.PointerBuffer;
import org.lwjgl.system.MemoryUtil;
import org.lwjgl.util.ktx.KTX;
import org.lwjgl.util.ktx.ktxTexture;
import org.lwjgl.util.ktx.ktxTexture2;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.words.Phrase;

/**
 * KTX 2.0 textures through the native reference library: the largest level of the first layer, Basis Universal transcoded, or
 * plain eight-bit pixels. Run it in the worker.
 */
final class KtxReader {
    /** Where the file's header has its size (KTX 2.0, 3). */
    private static final int WIDTH_AT = 20;

    private static final int HEADER = 80;

    private KtxReader() {}

    static ContentReader.PictureSize measure(ImageSource source, byte[] head) throws ProblemException {
        if (head.length < HEADER) {
            throw Problem.of(source.shownName(), Phrase.of("format.the-file-is-cut-short"))
                    .raise();
        }
        ByteBuffer header = ByteBuffer.wrap(head).order(ByteOrder.LITTLE_ENDIAN);
        // a height of 0 says that the texture is a line
        return new ContentReader.PictureSize(header.getInt(WIDTH_AT), Math.max(1, header.getInt(WIDTH_AT + 4)));
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
            throw Problem.of(source.shownName(), Phrase.of("format.the-picture-is-broken", KTX.ktxErrorString(code)))
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
        PointerBuffer offset = MemoryUtil.memCallocPointer(1);
        try {
            check(source, KTX.ktxTexture2_GetImageOffset(texture, 0, 0, 0, offset));
            long length = KTX.ktxTexture2_GetImageSize(texture, 0);
            if (length != (long) size.width() * size.height() * stored) {
                throw new Problem(
                                source.shownName(),
                                Phrase.of("format.its-pixels-are-packed-in", texture.vkFormat()),
                                Phrase.of("format.save-it-as-basis-universal"))
                        .raise();
            }
            ByteBuffer data = KTX.ktxTexture_GetData(ktxTexture.create(texture.address()));
            if (data == null || offset.get(0) + length > data.remaining()) {
                throw Problem.of(source.shownName(), Phrase.of("format.the-file-is-cut-short"))
                        .raise();
            }
            byte[] pixels = new byte[(int) length];
            data.get((int) offset.get(0), pixels);
            // two channels are luminance and alpha, which no picture here has
            int channels = components == 2 ? 1 : Math.min(components, 4);
            return Picture.ofBytes(size.width(), size.height(), channels, first(pixels, stored, channels));
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
