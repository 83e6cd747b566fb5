package yondershelf.format.picture;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.ContentReader;
import yondershelf.words.Phrase;

/**
 * Radiance pictures: G. Ward, "Real Pixels", Graphics Gems II (1991), and the Radiance file format notes. Reads flat,
 * old and new run-length scanlines and all eight axis orders' upright and upside-down row forms; writes new run-length.
 */
public final class RadianceHdr {
    private final String name;
    private final byte[] in;
    private int at;
    private boolean xyze;
    private double exposure = 1;
    private boolean flipX;
    private boolean flipY;
    private int width;
    private int height;

    private RadianceHdr(String name, byte[] in) {
        this.name = name;
        this.in = in;
    }

    public static ContentReader.PictureSize measure(String name, byte[] bytes) throws ProblemException {
        RadianceHdr reader = new RadianceHdr(name, bytes);
        reader.header();
        return new ContentReader.PictureSize(reader.width, reader.height);
    }

    public static Picture read(String name, byte[] bytes) throws ProblemException {
        RadianceHdr reader = new RadianceHdr(name, bytes);
        reader.header();
        if ((long) reader.width * reader.height > Pictures.MOST_PIXELS / 4) {
            throw Problem.of(name, Phrase.kept("format.its-size-of-x-pixels", reader.width, reader.height))
                    .raise();
        }
        return reader.pixels();
    }

    private void header() throws ProblemException {
        String line = line();
        if (!line.startsWith("#?")) {
            throw Problem.of(name, Phrase.kept("format.this-is-not-a-radiance")).raise();
        }
        while (true) {
            line = line();
            if (line.isEmpty()) {
                break;
            }
            if (line.startsWith("FORMAT=")) {
                String format = line.substring(7).strip();
                xyze = format.equals("32-bit_rle_xyze");
                if (!xyze && !format.equals("32-bit_rle_rgbe")) {
                    throw Problem.of(name, Phrase.kept("format.the-radiance-format-is-unknown", format))
                            .raise();
                }
            } else if (line.startsWith("EXPOSURE=")) {
                try {
                    exposure *= Double.parseDouble(line.substring(9).strip());
                } catch (NumberFormatException e) {
                    throw Problem.of(name, Phrase.kept("format.its-exposure-is-not-a"))
                            .raise(e);
                }
            }
        }
        String[] size = line().strip().split("\\s+");
        if (size.length != 4 || !size[0].endsWith("Y") || !size[2].endsWith("X")) {
            throw Problem.of(name, Phrase.kept("format.its-rows-run-in-an")).raise();
        }
        try {
            height = Integer.parseInt(size[1]);
            width = Integer.parseInt(size[3]);
        } catch (NumberFormatException e) {
            throw Problem.of(name, Phrase.kept("format.its-size-is-not-a")).raise(e);
        }
        if (width <= 0 || height <= 0) {
            throw Problem.of(name, Phrase.kept("format.its-size-is-zero")).raise();
        }
        flipY = size[0].startsWith("+");
        flipX = size[2].startsWith("-");
    }

    private String line() throws ProblemException {
        int start = at;
        while (at < in.length && in[at] != '\n') {
            at++;
        }
        if (at >= in.length) {
            throw Problem.of(name, Phrase.kept("format.the-file-is-cut-short-in"))
                    .raise();
        }
        String line = new String(in, start, at - start, StandardCharsets.ISO_8859_1);
        at++;
        return line.endsWith("\r") ? line.substring(0, line.length() - 1) : line;
    }

    private Picture pixels() throws ProblemException {
        float[] out = new float[width * height * 3];
        byte[] row = new byte[width * 4];
        for (int y = 0; y < height; y++) {
            scanline(row, y);
            int to = flipY ? height - 1 - y : y;
            for (int x = 0; x < width; x++) {
                int target = (to * width + (flipX ? width - 1 - x : x)) * 3;
                pixel(row, x * 4, out, target);
            }
        }
        return Picture.ofFloats(width, height, 3, out);
    }

    /** Mantissas scaled by 2^(e-136), without the half-step some readers add. */
    private void pixel(byte[] row, int i, float[] out, int to) {
        int e = row[i + 3] & 0xff;
        if (e == 0) {
            return;
        }
        double f = StrictMath.scalb(1.0, e - 136) / exposure;
        double a = (row[i] & 0xff) * f;
        double b = (row[i + 1] & 0xff) * f;
        double c = (row[i + 2] & 0xff) * f;
        if (xyze) {
            // CIE XYZ to linear Rec. 709, IEC 61966-2-1 annex
            out[to] = (float) (3.2406 * a - 1.5372 * b - 0.4986 * c);
            out[to + 1] = (float) (-0.9689 * a + 1.8758 * b + 0.0415 * c);
            out[to + 2] = (float) (0.0557 * a - 0.2040 * b + 1.0570 * c);
        } else {
            out[to] = (float) a;
            out[to + 1] = (float) b;
            out[to + 2] = (float) c;
        }
    }

    private void scanline(byte[] row, int y) throws ProblemException {
        need(4, y);
        boolean fresh = width >= 8
                && width < 32768
                && in[at] == 2
                && in[at + 1] == 2
                && (((in[at + 2] & 0xff) << 8) | (in[at + 3] & 0xff)) == width;
        if (!fresh) {
            oldScanline(row, y);
            return;
        }
        at += 4;
        for (int channel = 0; channel < 4; channel++) {
            int x = 0;
            while (x < width) {
                need(2, y);
                int count = in[at++] & 0xff;
                boolean run = count > 128;
                count = run ? count - 128 : count;
                if (count == 0 || x + count > width) {
                    throw Problem.of(name, Phrase.kept("format.row-is-broken", y))
                            .raise();
                }
                need(run ? 1 : count, y);
                for (int i = 0; i < count; i++) {
                    row[(x + i) * 4 + channel] = run ? in[at] : in[at + i];
                }
                at += run ? 1 : count;
                x += count;
            }
        }
    }

    private void oldScanline(byte[] row, int y) throws ProblemException {
        int x = 0;
        int shift = 0;
        while (x < width) {
            need(4, y);
            if (in[at] == 1 && in[at + 1] == 1 && in[at + 2] == 1 && x > 0) {
                long count = (long) (in[at + 3] & 0xff) << shift;
                if (x + count > width) {
                    throw Problem.of(name, Phrase.kept("format.row-is-broken", y))
                            .raise();
                }
                for (int i = 0; i < count; i++, x++) {
                    System.arraycopy(row, (x - 1) * 4, row, x * 4, 4);
                }
                shift += 8;
            } else {
                System.arraycopy(in, at, row, x * 4, 4);
                x++;
                shift = 0;
            }
            at += 4;
        }
    }

    private void need(int bytes, int y) throws ProblemException {
        if (at + bytes > in.length) {
            throw Problem.of(name, Phrase.kept("format.the-file-is-cut-short-of-rows", y, height))
                    .raise();
        }
    }

    /** Linear RGB floats to run-length coded RGBE. */
    public static byte[] write(Picture picture) {
        int w = picture.width();
        int h = picture.height();
        ByteArrayOutputStream out = new ByteArrayOutputStream(w * h * 3);
        String head = "#?RADIANCE\nFORMAT=32-bit_rle_rgbe\n\n-Y " + h + " +X " + w + "\n";
        out.writeBytes(head.getBytes(StandardCharsets.US_ASCII));
        byte[] row = new byte[w * 4];
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                encode(picture.value(x, y, 0), picture.value(x, y, 1), picture.value(x, y, 2), row, x * 4);
            }
            if (w < 8 || w >= 32768) {
                out.writeBytes(row);
                continue;
            }
            out.write(2);
            out.write(2);
            out.write(w >> 8);
            out.write(w & 0xff);
            for (int channel = 0; channel < 4; channel++) {
                writeRuns(row, channel, w, out);
            }
        }
        return out.toByteArray();
    }

    private static void encode(float r, float g, float b, byte[] row, int i) {
        double top = Math.max(r, Math.max(g, b));
        if (!(top > 1e-32)) {
            row[i] = row[i + 1] = row[i + 2] = row[i + 3] = 0;
            return;
        }
        int exponent = Math.getExponent(top) + 1;
        double scale = StrictMath.scalb(256.0, -exponent);
        row[i] = (byte) (int) Math.min(255, Math.max(0, r) * scale);
        row[i + 1] = (byte) (int) Math.min(255, Math.max(0, g) * scale);
        row[i + 2] = (byte) (int) Math.min(255, Math.max(0, b) * scale);
        row[i + 3] = (byte) (exponent + 128);
    }

    private static void writeRuns(byte[] row, int channel, int w, ByteArrayOutputStream out) {
        int x = 0;
        while (x < w) {
            int run = runAt(row, channel, x, w);
            if (run >= 4) {
                out.write(128 + run);
                out.write(row[x * 4 + channel]);
                x += run;
                continue;
            }
            int start = x;
            while (x < w && x - start < 128 && runAt(row, channel, x, w) < 4) {
                x++;
            }
            out.write(x - start);
            for (int i = start; i < x; i++) {
                out.write(row[i * 4 + channel]);
            }
        }
    }

    private static int runAt(byte[] row, int channel, int x, int w) {
        int n = 1;
        while (n < 127 && x + n < w && row[(x + n) * 4 + channel] == row[x * 4 + channel]) {
            n++;
        }
        return n;
    }
}
