package yondershelf.format.wavefront;

import yondershelf.content.ImageSource;
import yondershelf.content.TextureUse;
import yondershelf.content.Wrap;

/**
 * A map of a Wavefront material: its file and the options in front of it (the material library's specification of 1995).
 *
 * @param strength of a map of normals or bumps
 */
record WavefrontMap(
        String file, double scaleU, double scaleV, double offsetU, double offsetV, double strength, boolean clamped) {
    private static final int MOST_NUMBERS = 3;

    /** What stands behind the keyword. */
    static WavefrontMap parse(String statement) {
        String rest = statement;
        double[] scale = {1, 1, 1};
        double[] offset = {0, 0, 0};
        double[] strength = {1};
        boolean clamped = false;
        boolean more = true;
        while (more && rest.startsWith("-")) {
            String option = first(rest);
            String after = rest.substring(option.length()).strip();
            switch (option) {
                case "-s" -> after = numbers(after, scale);
                case "-o" -> after = numbers(after, offset);
                case "-t", "-mm" -> after = numbers(after, new double[option.equals("-t") ? MOST_NUMBERS : 2]);
                case "-bm" -> after = numbers(after, strength);
                case "-clamp" -> {
                    clamped = first(after).equals("on");
                    after = after.substring(first(after).length()).strip();
                }
                case "-blendu", "-blendv", "-boost", "-cc", "-imfchan", "-texres", "-type" ->
                    after = after.substring(first(after).length()).strip();
                default -> {
                    // a file may be called so
                    more = false;
                    after = rest;
                }
            }
            rest = after;
        }
        // as in glTF, v runs down here and up in the file
        return new WavefrontMap(rest, scale[0], scale[1], offset[0], 1 - scale[1] - offset[1], strength[0], clamped);
    }

    private static String first(String text) {
        int end = 0;
        while (end < text.length() && text.charAt(end) > ' ') {
            end++;
        }
        return text.substring(0, end);
    }

    /** Takes as many numbers as there are, up to as many as there may be; what is left of the text. */
    private static String numbers(String text, double[] into) {
        String rest = text;
        for (int i = 0; i < into.length; i++) {
            String word = first(rest);
            try {
                into[i] = Double.parseDouble(word);
            } catch (NumberFormatException e) {
                break;
            }
            rest = rest.substring(word.length()).strip();
        }
        return rest;
    }

    TextureUse use(ImageSource image) {
        Wrap wrap = clamped ? Wrap.CLAMP : Wrap.REPEAT;
        return new TextureUse(image, scaleU, scaleV, offsetU, offsetV, 0, wrap, wrap, 0);
    }
}
