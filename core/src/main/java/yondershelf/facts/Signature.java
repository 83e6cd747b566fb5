package yondershelf.facts;

import java.util.Arrays;
import java.util.Base64;
import java.util.EnumSet;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import yondershelf.content.BasicColour;
import yondershelf.content.Model;
import yondershelf.content.Picture;

/**
 * What something looks like and how it is formed, in {@link #BYTES} bytes, to find others like it: {@link Look} and
 * {@link ShapeHistogram}. Immutable.
 */
public final class Signature {
    private static final int COLOURS = Look.LAYOUT;
    private static final int ROUGHNESS = COLOURS + Look.COLOURS;
    private static final int MAIN = ROUGHNESS + Look.ROUGHNESS;
    private static final int SHAPE = MAIN + 4 * Look.MAIN;
    private static final int HAS_SHAPE = SHAPE + ShapeHistogram.BINS;
    public static final int BYTES = HAS_SHAPE + 1;

    /** Raised when others are made of the same picture. */
    public static final int VERSION = 2;

    /** Per cent, what is lost by rounding aside. */
    private static final int QUARTER = 24;

    private static final int LAYOUT_WEIGHT = 4;
    private static final int COLOUR_WEIGHT = 1;
    private static final int ROUGHNESS_WEIGHT = 2;
    /** Of two models the looks tell only between shapes that are alike. */
    private static final int SHAPE_WEIGHT = 16;

    private static final int BESIDE_SHAPE = 8;
    private static final int LOOK_OF_SHAPES = 64;
    /** A difference of lightness beyond which the CIEDE2000 difference is above 20, whatever the colours: its weight is 1.75 at most. */
    private static final double FAR = 36;

    private static final boolean[] TURNS = turns();

    private final byte[] bytes;

    private Signature(byte[] bytes) {
        this.bytes = bytes;
    }

    /** Of a picture for the eye: 8 bits, sRGB, with or without transparency. */
    public static Signature of(Picture picture) {
        Look look = Look.of(picture);
        byte[] out = new byte[BYTES];
        look.layout(out, 0);
        look.colours(out, COLOURS);
        look.roughness(out, ROUGHNESS);
        look.mainColours(out, MAIN);
        return new Signature(out);
    }

    /** The same of a model that looks so. */
    public Signature with(Model model) {
        return with(ShapeHistogram.text(model));
    }

    /** @param shape as {@link Facts.SceneFacts#shape} has it; anything else is none */
    public Signature with(String shape) {
        byte[] out = bytes.clone();
        try {
            byte[] bins = Base64.getDecoder().decode(shape);
            if (bins.length == ShapeHistogram.BINS) {
                System.arraycopy(bins, 0, out, SHAPE, bins.length);
                out[HAS_SHAPE] = 1;
            }
        } catch (IllegalArgumentException e) {
            // not written by this program: it is compared by its look alone
            return this;
        }
        return new Signature(out);
    }

    /** As {@link #bytes} gave it; anything else is none. */
    public static @Nullable Signature parse(byte[] kept) {
        return kept.length == BYTES ? new Signature(kept.clone()) : null;
    }

    public byte[] bytes() {
        return bytes.clone();
    }

    /** How unlike two are: 0 for the same. Something and its mirror image are nearly alike. */
    public int distance(Signature other) {
        return distance(other.bytes, 0);
    }

    /** The same of one that stands in an array with many. */
    public int distance(byte[] many, int at) {
        int straight = 0;
        int mirrored = 0;
        for (int i = 0; i < Look.LAYOUT; i++) {
            int d = bytes[i] - many[at + i];
            straight += d * d;
            int m = TURNS[i] ? bytes[i] + many[at + i] : d;
            mirrored += m * m;
        }
        // mirrored counts a little less alike
        int layout = Math.min(straight, mirrored + (mirrored >> 3) + 8);
        int colour = squares(many, at, COLOURS, ROUGHNESS);
        int rough = squares(many, at, ROUGHNESS, MAIN);
        if (bytes[HAS_SHAPE] != 0 && many[at + HAS_SHAPE] != 0) {
            // one shape in two formats may differ in all its colours and in which way is up
            int shape = squares(many, at, SHAPE, HAS_SHAPE);
            return SHAPE_WEIGHT * shape + (BESIDE_SHAPE * layout + colour + rough) / LOOK_OF_SHAPES;
        }
        return LAYOUT_WEIGHT * layout + COLOUR_WEIGHT * colour + ROUGHNESS_WEIGHT * rough;
    }

    private int squares(byte[] many, int at, int from, int to) {
        int sum = 0;
        for (int i = from; i < to; i++) {
            int d = (bytes[i] & 0xff) - (many[at + i] & 0xff);
            sum += d * d;
        }
        return sum;
    }

    /** The colours of at least a quarter of it. */
    public Set<BasicColour> colours() {
        int[] shares = new int[BasicColour.values().length];
        for (int k = 0; k < Look.MAIN; k++) {
            int i = MAIN + 4 * k;
            shares[BasicColour.of(bytes[i], bytes[i + 1], bytes[i + 2]).ordinal()] += bytes[i + 3];
        }
        Set<BasicColour> out = EnumSet.noneOf(BasicColour.class);
        for (BasicColour colour : BasicColour.values()) {
            if (shares[colour.ordinal()] >= QUARTER) {
                out.add(colour);
            }
        }
        return out;
    }

    /**
     * How far the colours of something are from one: the best of its main colours counts, those of which there is little less.
     *
     * @param lab lightness, a and b
     * @return a CIEDE2000 difference, and up to 12 more for a colour there is little of
     */
    public static double distance(float[] lab, byte[] many, int at) {
        double best = Double.MAX_VALUE;
        for (int k = 0; k < Look.MAIN; k++) {
            int i = at + MAIN + 4 * k;
            int share = many[i + 3];
            if (share > 0) {
                if (Math.abs(lab[0] - many[i]) > FAR) {
                    // further away than any two colours that would be found: not worth the exact formula
                    continue;
                }
                double d = ColourDifference.of(lab[0], lab[1], lab[2], many[i], many[i + 1], many[i + 2]);
                best = Math.min(best, d + 12 * Math.max(0, 1 - share / 25.0));
            }
        }
        return best;
    }

    private static boolean[] turns() {
        boolean[] out = new boolean[Look.LAYOUT];
        for (int i = 0; i < out.length; i++) {
            out[i] = Look.across(i) % 2 == 1;
        }
        return out;
    }

    @Override
    public boolean equals(@Nullable Object o) {
        return o instanceof Signature other && Arrays.equals(bytes, other.bytes);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(bytes);
    }
}
