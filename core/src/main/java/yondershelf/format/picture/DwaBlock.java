package yondershelf.format.picture;

import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;

/**
 * One block of an OpenEXR picture in DWA compression: colours as cosines of blocks, alpha as runs of bytes, the rest packed as it
 * is (the OpenEXR library's ImfDwaCompressor, versions 0 to 2 of the block).
 */
final class DwaBlock {
    private static final int SIZES = 11;
    private static final int HALF = 1;
    private static final int FLOAT = 2;
    private static final int COSINES = 1;
    private static final int RUNS = 2;
    private static final int MOST = 1 << 30;

    /**
     * A channel of the picture.
     *
     * @param type 0 whole numbers, 1 half floats, 2 floats
     * @param linear true when its values are not on a curve
     */
    record Channel(String name, int type, boolean linear) {
        int bytes() {
            return type == HALF ? 2 : 4;
        }
    }

    /** How channels of a name and type are packed; the place among red, green and blue, or -1. */
    private record Rule(String name, int packing, int place, int type, boolean anyCase) {
        boolean holdsFor(String word, int ofType) {
            return type == ofType && (anyCase ? name.equals(word.toLowerCase(Locale.ROOT)) : name.equals(word));
        }
    }

    private final List<Channel> channels;
    private final int width;
    private final int height;
    private final ByteBuffer in;
    private final int[] packing;
    /** Red, green and blue of each layer that has all three. */
    private final List<int[]> triples = new ArrayList<>();

    private final byte[] plain;
    private final byte[] runs;
    private final short[] means;
    private final DwaCosines cosines;
    private int meansUsed;

    /**
     * Unpacks a block.
     *
     * @param in the file; little-endian
     * @return its rows, in each the channels one after the other, as the format keeps what is not packed
     * @throws IllegalArgumentException for what cannot be
     */
    static byte[] unpack(ByteBuffer in, int from, int size, List<Channel> channels, int width, int height) {
        return new DwaBlock(in, from, size, channels, width, height).rows();
    }

    private DwaBlock(ByteBuffer in, int from, int size, List<Channel> channels, int width, int height) {
        this.in = in;
        this.channels = channels;
        this.width = width;
        this.height = height;
        this.packing = new int[channels.size()];
        int at = from + SIZES * 8;
        if (size < SIZES * 8) {
            throw new IllegalArgumentException("a block cut short");
        }
        int[] told = new int[SIZES];
        for (int i = 0; i < SIZES; i++) {
            long value = in.getLong(from + i * 8);
            if (value < 0 || value > MOST) {
                throw new IllegalArgumentException("a block of a size that cannot be");
            }
            told[i] = (int) value;
        }
        List<Rule> rules = oldRules();
        if (told[0] > 2) {
            throw new IllegalArgumentException("a block of a later version");
        }
        if (told[0] == 2) {
            int length = in.getShort(at) & 0xffff;
            rules = rules(at + 2, at + length);
            at += length;
        }
        if ((long) at - from + told[2] + told[3] + told[4] + told[5] > size) {
            throw new IllegalArgumentException("a block cut short");
        }
        classify(rules);
        plain = inflate(at, told[2], told[1]);
        at += told[2];
        cosines = new DwaCosines(
                told[10] == 0
                        ? ExrHuffman.decode(in, at, told[3], bounded(told[8]))
                        : shorts(inflate(at, told[3], told[8] * 2)));
        at += told[3];
        means = shorts(ordered(inflate(at, told[4], told[9] * 2)));
        at += told[4];
        runs = unrun(inflate(at, told[5], told[6]), told[7]);
    }

    /** No more than a block of this size can hold: a damaged number asks for no memory. */
    private int bounded(int numbers) {
        long most = (long) channels.size() * (width + 7) * (height + 7);
        if (numbers > most) {
            throw new IllegalArgumentException("more values than the block has");
        }
        return numbers;
    }

    private static List<Rule> oldRules() {
        List<Rule> out = new ArrayList<>();
        String[][] colours = {{"r", "red"}, {"g", "grn", "green"}, {"b", "blu", "blue"}};
        for (int type : new int[] {HALF, FLOAT}) {
            for (int place = 0; place < colours.length; place++) {
                for (String name : colours[place]) {
                    out.add(new Rule(name, COSINES, place, type, true));
                }
            }
            for (String name : new String[] {"y", "by", "ry"}) {
                out.add(new Rule(name, COSINES, -1, type, true));
            }
        }
        for (int type = 0; type <= FLOAT; type++) {
            out.add(new Rule("a", RUNS, -1, type, true));
        }
        return out;
    }

    private List<Rule> rules(int from, int end) {
        List<Rule> out = new ArrayList<>();
        for (int at = from; at < end; ) {
            String name = ExrAttributes.text(in, at);
            at += name.length() + 1;
            int value = in.get(at) & 0xff;
            out.add(new Rule(name, value >> 2 & 3, (value >> 4) - 1, in.get(at + 1), (value & 1) == 1));
            at += 2;
        }
        return out;
    }

    private void classify(List<Rule> rules) {
        Map<String, int[]> layers = new TreeMap<>();
        for (int i = 0; i < channels.size(); i++) {
            String name = channels.get(i).name();
            int dot = name.lastIndexOf('.');
            int[] triple = layers.computeIfAbsent(dot < 0 ? "" : name.substring(0, dot), k -> new int[] {-1, -1, -1});
            for (Rule rule : rules) {
                if (rule.holdsFor(name.substring(dot + 1), channels.get(i).type())) {
                    packing[i] = rule.packing;
                    if (rule.place >= 0 && rule.place < triple.length) {
                        triple[rule.place] = i;
                    }
                }
            }
        }
        for (int[] triple : layers.values()) {
            if (triple[0] >= 0 && triple[1] >= 0 && triple[2] >= 0) {
                triples.add(triple);
            }
        }
    }

    private byte[] inflate(int from, int size, int unpacked) {
        if (size == 0) {
            return new byte[0];
        }
        // a block holds no more than its pixels, and cosines at most two bytes for each
        long most = 4L * channels.size() * (width + 7) * (height + 7) * 2;
        if (unpacked < 0 || unpacked > most) {
            throw new IllegalArgumentException("more values than the block has");
        }
        byte[] packed = new byte[size];
        in.get(from, packed);
        byte[] out = new byte[unpacked];
        try (Inflater inflater = new Inflater()) {
            inflater.setInput(packed);
            int done = 0;
            while (done < out.length) {
                int more = inflater.inflate(out, done, out.length - done);
                if (more == 0) {
                    throw new IllegalArgumentException("values cut short");
                }
                done += more;
            }
            return out;
        } catch (DataFormatException e) {
            throw new IllegalArgumentException("values that do not unpack", e);
        }
    }

    /** Takes back what ZIP compression does to bytes beforehand: differences, and every second byte first. */
    private static byte[] ordered(byte[] bytes) {
        for (int i = 1; i < bytes.length; i++) {
            bytes[i] = (byte) (bytes[i - 1] + bytes[i] - 128);
        }
        byte[] out = new byte[bytes.length];
        int half = (bytes.length + 1) / 2;
        for (int i = 0; i < bytes.length; i++) {
            out[i] = bytes[i % 2 == 0 ? i / 2 : half + i / 2];
        }
        return out;
    }

    private static short[] shorts(byte[] bytes) {
        short[] out = new short[bytes.length / 2];
        for (int i = 0; i < out.length; i++) {
            out[i] = (short) (bytes[i * 2] & 0xff | bytes[i * 2 + 1] << 8);
        }
        return out;
    }

    private byte[] unrun(byte[] told, int size) {
        if (size > 4L * channels.size() * width * height) {
            throw new IllegalArgumentException("more values than the block has");
        }
        byte[] out = new byte[size];
        int to = 0;
        for (int at = 0; at + 1 < told.length; ) {
            int count = told[at++];
            int length = count < 0 ? -count : count + 1;
            if (to + length > size || at + (count < 0 ? length : 1) > told.length) {
                throw new IllegalArgumentException("a run that is too long");
            }
            if (count < 0) {
                System.arraycopy(told, at, out, to, length);
                at += length;
            } else {
                Arrays.fill(out, to, to + length, told[at++]);
            }
            to += length;
        }
        return out;
    }

    private byte[] rows() {
        int[] offsets = new int[channels.size()];
        int row = 0;
        for (int i = 0; i < offsets.length; i++) {
            offsets[i] = row;
            row += channels.get(i).bytes() * width;
        }
        byte[] out = new byte[row * height];
        boolean[] done = new boolean[offsets.length];
        for (int[] triple : triples) {
            colours(triple, offsets, row, out);
            done[triple[0]] = true;
            done[triple[1]] = true;
            done[triple[2]] = true;
        }
        int inPlain = 0;
        int inRuns = 0;
        for (int i = 0; i < offsets.length; i++) {
            int bytes = channels.get(i).bytes();
            int all = bytes * width * height;
            if (done[i]) {
                continue;
            }
            if (packing[i] == COSINES) {
                colours(new int[] {i}, offsets, row, out);
            } else if (packing[i] == RUNS) {
                requireThere(inRuns + all <= runs.length);
                // first bytes of all values, then second ones
                for (int k = 0; k < all; k++) {
                    int pixel = k % (width * height);
                    out[pixel / width * row + offsets[i] + pixel % width * bytes + k / (width * height)] =
                            runs[inRuns + k];
                }
                inRuns += all;
            } else {
                requireThere(inPlain + all <= plain.length);
                for (int y = 0; y < height; y++) {
                    System.arraycopy(plain, inPlain + y * bytes * width, out, y * row + offsets[i], bytes * width);
                }
                inPlain += all;
            }
        }
        return out;
    }

    private static void requireThere(boolean there) {
        if (!there) {
            throw new IllegalArgumentException("values cut short");
        }
    }

    /** Red, green and blue together, or one channel by itself. */
    private void colours(int[] of, int[] offsets, int row, byte[] out) {
        int across = (width + 7) / DwaCosines.SIDE;
        int down = (height + 7) / DwaCosines.SIDE;
        requireThere(meansUsed + of.length * across * down <= means.length);
        float[][] square = new float[of.length][DwaCosines.AREA];
        for (int block = 0; block < across * down; block++) {
            for (int c = 0; c < of.length; c++) {
                cosines.next(means[meansUsed + c * across * down + block], square[c]);
            }
            if (of.length == 3) {
                toRgb(square);
            }
            int x0 = block % across * DwaCosines.SIDE;
            int y0 = block / across * DwaCosines.SIDE;
            for (int c = 0; c < of.length; c++) {
                Channel channel = channels.get(of[c]);
                boolean curved = of.length == 3 || !channel.linear;
                for (int y = 0; y < Math.min(DwaCosines.SIDE, height - y0); y++) {
                    int to = (y0 + y) * row + offsets[of[c]] + x0 * channel.bytes();
                    for (int x = 0; x < Math.min(DwaCosines.SIDE, width - x0); x++) {
                        float value = square[c][y * DwaCosines.SIDE + x];
                        put(out, to + x * channel.bytes(), channel.type, value, curved);
                    }
                }
            }
        }
        meansUsed += of.length * across * down;
    }

    private static void put(byte[] out, int at, int type, float value, boolean curved) {
        short half = curved ? DwaCosines.linear(value) : Float.floatToFloat16(value);
        if (type == HALF) {
            out[at] = (byte) half;
            out[at + 1] = (byte) (half >> 8);
        } else {
            int bits = Float.floatToRawIntBits(Float.float16ToFloat(half));
            for (int i = 0; i < 4; i++) {
                out[at + i] = (byte) (bits >> 8 * i);
            }
        }
    }

    /** From luma and differences of colour (ITU-R BT.709-6, item 3). */
    private static void toRgb(float[][] square) {
        for (int i = 0; i < DwaCosines.AREA; i++) {
            float luma = square[0][i];
            float blue = square[1][i];
            float red = square[2][i];
            square[0][i] = luma + 1.5747f * red;
            square[1][i] = luma - 0.1873f * blue - 0.4682f * red;
            square[2][i] = luma + 1.8556f * blue;
        }
    }
}
