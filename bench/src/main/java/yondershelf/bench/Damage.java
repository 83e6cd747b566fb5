package yondershelf.bench;

import java.util.Arrays;
import java.util.SplittableRandom;

/** Ways in which bytes go wrong. */
final class Damage {
    private static final int MOST_CHANGES = 8;
    private static final int[] EXTREMES = {0, 1, -1, 0x7fffffff, 0x80000000, 0xf0000000, 0x00ffffff, 256, 65535, 65536};
    private static final byte[][] WORDS = {
        "-1".getBytes(java.nio.charset.StandardCharsets.US_ASCII),
        "1e39".getBytes(java.nio.charset.StandardCharsets.US_ASCII),
        "NaN".getBytes(java.nio.charset.StandardCharsets.US_ASCII),
        "../../../../../../etc/passwd".getBytes(java.nio.charset.StandardCharsets.US_ASCII),
        "99999999999".getBytes(java.nio.charset.StandardCharsets.US_ASCII),
        {0},
        {'\n'},
        {(byte) 0xff, (byte) 0xfe}
    };

    private Damage() {}

    static byte[] of(byte[] sound, SplittableRandom random) {
        byte[] out = sound.clone();
        // one change most often: much damage is seen at once
        for (int n = 1 + random.nextInt(1 + random.nextInt(MOST_CHANGES)); n > 0 && out.length > 0; n--) {
            out = one(out, random);
        }
        return out;
    }

    private static byte[] one(byte[] in, SplittableRandom random) {
        // heads hold lengths and counts: half of the damage goes there
        int at = random.nextBoolean() ? random.nextInt(in.length) : random.nextInt(Math.min(in.length, 512));
        switch (random.nextInt(8)) {
            case 0 -> in[at] ^= (byte) (1 << random.nextInt(8));
            case 1 -> in[at] = (byte) random.nextInt(256);
            case 2 -> {
                int value = EXTREMES[random.nextInt(EXTREMES.length)];
                boolean little = random.nextBoolean();
                for (int i = 0; i < 4 && at + i < in.length; i++) {
                    in[at + i] = (byte) (value >> (little ? 8 * i : 24 - 8 * i));
                }
            }
            case 3 -> {
                return Arrays.copyOf(in, at);
            }
            case 4 -> Arrays.fill(in, at, Math.min(in.length, at + 1 + random.nextInt(64)), (byte) 0);
            case 5 -> {
                byte[] word = WORDS[random.nextInt(WORDS.length)];
                return spliced(in, at, Math.min(in.length, at + random.nextInt(word.length + 1)), word);
            }
            case 6 -> {
                int end = Math.min(in.length, at + random.nextInt(200));
                return spliced(in, at, at, Arrays.copyOfRange(in, at, end));
            }
            default -> {
                return spliced(in, at, Math.min(in.length, at + random.nextInt(40)), new byte[0]);
            }
        }
        return in;
    }

    private static byte[] spliced(byte[] in, int from, int to, byte[] instead) {
        byte[] out = new byte[in.length - (to - from) + instead.length];
        System.arraycopy(in, 0, out, 0, from);
        System.arraycopy(instead, 0, out, from, instead.length);
        System.arraycopy(in, to, out, from + instead.length, in.length - to);
        return out;
    }
}
