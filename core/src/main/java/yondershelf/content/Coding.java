package yondershelf.content;

import java.util.List;

/**
 * How the numbers of a map are stored where that is not the way of its role: the same picture, read otherwise.
 *
 * @param word empty for the role's own way; {@code inverted} for smoothness instead of roughness; {@code greenDown} for a normal
 *     map whose green points down; for packed maps a letter for each channel: {@code o} occlusion, {@code r} roughness,
 *     {@code m} metallic, {@code s} smoothness, {@code -} nothing; for a map that is one channel of a picture {@code red},
 *     {@code green}, {@code blue} or {@code alpha}, and {@code -inverted} behind it when it is turned round
 */
public record Coding(String word) {
    public static final Coding PLAIN = new Coding("");
    public static final Coding INVERTED = new Coding("inverted");
    public static final Coding GREEN_DOWN = new Coding("greenDown");

    /** What the channels of a packed map hold in glTF 2.0 (3.9.2, occlusion as is common). */
    private static final String PACKED = "orm";

    private static final String LETTERS = "orms-";
    private static final List<String> CHANNELS = List.of("red", "green", "blue", "alpha");
    private static final String TURNED = "-inverted";

    /** One channel of a picture. */
    public static Coding ofChannel(char letter, boolean inverted) {
        return new Coding(CHANNELS.get("rgba".indexOf(letter)) + (inverted ? TURNED : ""));
    }

    public boolean isPlain() {
        return word.isEmpty();
    }

    /** The picture as its role has it. A word nobody knows changes nothing. */
    public Picture apply(Picture picture) {
        if (equals(INVERTED)) {
            return changed(picture, (x, y, c, old) -> isAlpha(picture, c) ? old : 1 - old);
        }
        if (equals(GREEN_DOWN)) {
            return changed(picture, (x, y, c, old) -> c == 1 && picture.channels() >= 3 ? 1 - old : old);
        }
        boolean turned = word.endsWith(TURNED);
        int channel = CHANNELS.indexOf(turned ? word.substring(0, word.length() - TURNED.length()) : word);
        if (channel >= 0) {
            return single(picture, channel, turned);
        }
        return isPacking() ? packed(picture) : picture;
    }

    /** As a grey picture. A grey one has its grey in all three, and one without alpha is solid. */
    private static Picture single(Picture picture, int channel, boolean turned) {
        int w = picture.width();
        int h = picture.height();
        boolean alpha = channel == 3;
        boolean there = !alpha || picture.channels() % 2 == 0;
        int from = alpha ? picture.channels() - 1 : picture.channels() >= 3 ? channel : 0;
        float[] out = new float[w * h];
        for (int i = 0; i < out.length; i++) {
            float value = there ? picture.value(i % w, i / w, from) : 1;
            out[i] = turned ? 1 - value : value;
        }
        return picture.isFloat() ? Picture.ofFloats(w, h, 1, out) : bytes(w, h, 1, out);
    }

    private static boolean isAlpha(Picture picture, int channel) {
        return picture.channels() % 2 == 0 && channel == picture.channels() - 1;
    }

    private boolean isPacking() {
        return !word.isEmpty() && word.length() <= 4 && word.chars().allMatch(c -> LETTERS.indexOf(c) >= 0);
    }

    /** In the order of glTF; nothing there means not darkened, rough and no metal. */
    private Picture packed(Picture picture) {
        int w = picture.width();
        int h = picture.height();
        float[] out = new float[w * h * 3];
        for (int i = 0; i < w * h; i++) {
            for (int c = 0; c < 3; c++) {
                out[i * 3 + c] = channel(picture, i % w, i / w, PACKED.charAt(c));
            }
        }
        return picture.isFloat() ? Picture.ofFloats(w, h, 3, out) : bytes(w, h, 3, out);
    }

    private float channel(Picture picture, int x, int y, char wanted) {
        int at = word.indexOf(wanted);
        int smooth = wanted == 'r' && at < 0 ? word.indexOf('s') : -1;
        int from = Math.max(at, smooth);
        if (from < 0 || from >= picture.channels()) {
            return wanted == 'm' ? 0 : 1;
        }
        float value = picture.value(x, y, from);
        return smooth >= 0 ? 1 - value : value;
    }

    private interface Change {
        float of(int x, int y, int channel, float old);
    }

    private static Picture changed(Picture picture, Change change) {
        int w = picture.width();
        int h = picture.height();
        int channels = picture.channels();
        float[] out = new float[w * h * channels];
        for (int i = 0; i < out.length; i++) {
            int pixel = i / channels;
            int c = i % channels;
            out[i] = change.of(pixel % w, pixel / w, c, picture.value(pixel % w, pixel / w, c));
        }
        return picture.isFloat() ? Picture.ofFloats(w, h, channels, out) : bytes(w, h, channels, out);
    }

    private static Picture bytes(int w, int h, int channels, float[] values) {
        byte[] out = new byte[values.length];
        for (int i = 0; i < values.length; i++) {
            out[i] = (byte) Math.round(values[i] * 255);
        }
        return Picture.ofBytes(w, h, channels, out);
    }
}
