package yondershelf.format.picture;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.api.Test;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.format.Formats;

/** Half floats (IEEE 754 binary16): what is brighter than the brightest of them is written as that, never as infinity. */
class ExrWriterTest {
    private static float again(float value) throws Exception {
        float[] pixels = {value, 1, 0.5f};
        Picture read = new Formats()
                .readColours(ImageSource.embedded("a.exr", Formats.exr(Picture.ofFloats(1, 1, 3, pixels))));
        return read.value(0, 0, 0);
    }

    @Test
    void theBrightestIsTheBrightestHalf() throws Exception {
        assertEquals(65504, again(1e6f));
        assertEquals(65504, again(65535));
        assertEquals(65504, again(65519));
        assertEquals(65504, again(Float.MAX_VALUE));
        assertEquals(65472, again(65472));
        assertEquals(0.25f, again(0.25f));
    }
}
