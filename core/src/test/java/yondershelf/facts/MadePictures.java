package yondershelf.facts;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import yondershelf.content.Picture;

/** Pictures made up from numbers, half of them surfaces, half of them things before a ground, and what becomes of them elsewhere. */
final class MadePictures {
    static final int SIDE = 256;

    private MadePictures() {}

    /** Number {@code i} of many, each another one. */
    static BufferedImage made(int i) {
        SplittableRandom random = new SplittableRandom(9_000 + i);
        return i % 2 == 0 ? surface(random) : things(random);
    }

    private static float[] colour(SplittableRandom random) {
        return Color.getHSBColor((float) random.nextDouble(), (float) (random.nextDouble() * 0.8), (float)
                        (0.2 + 0.7 * random.nextDouble()))
                .getRGBColorComponents(null);
    }

    /** Waves of several lengths and directions, between two colours. */
    private static BufferedImage surface(SplittableRandom random) {
        float[] one = colour(random);
        float[] two = colour(random);
        int waves = 3 + random.nextInt(5);
        double[][] w = new double[waves][];
        for (int k = 0; k < waves; k++) {
            double turn = random.nextDouble() * Math.PI;
            double length = 8 + Math.pow(random.nextDouble(), 2) * 150;
            w[k] = new double[] {
                Math.cos(turn) / length, Math.sin(turn) / length, random.nextDouble() * 7, 0.3 + random.nextDouble()
            };
        }
        double hard = 1 + 4 * random.nextDouble();
        BufferedImage out = new BufferedImage(SIDE, SIDE, BufferedImage.TYPE_INT_RGB);
        for (int y = 0; y < SIDE; y++) {
            for (int x = 0; x < SIDE; x++) {
                double sum = 0;
                for (double[] k : w) {
                    sum += k[3] * Math.sin(2 * Math.PI * (x * k[0] + y * k[1]) + k[2]);
                }
                double t = 1 / (1 + Math.exp(-hard * sum));
                int rgb = 0;
                for (int c = 0; c < 3; c++) {
                    double v = one[c] * (1 - t) + two[c] * t + (random.nextDouble() - 0.5) * 0.05;
                    rgb = rgb << 8 | (int) Math.round(255 * Math.max(0, Math.min(1, v)));
                }
                out.setRGB(x, y, rgb);
            }
        }
        return out;
    }

    private static BufferedImage things(SplittableRandom random) {
        BufferedImage out = new BufferedImage(SIDE, SIDE, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = out.createGraphics();
        g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        float[] c = colour(random);
        g.setColor(new Color(c[0], c[1], c[2]));
        g.fillRect(0, 0, SIDE, SIDE);
        int many = 2 + random.nextInt(7);
        for (int k = 0; k < many; k++) {
            c = colour(random);
            g.setColor(new Color(c[0], c[1], c[2]));
            int w = 20 + random.nextInt(150);
            int h = 20 + random.nextInt(150);
            int x = random.nextInt(SIDE) - w / 2;
            int y = random.nextInt(SIDE) - h / 2;
            if (random.nextInt(2) == 0) {
                g.fillOval(x, y, w, h);
            } else {
                g.fillRect(x, y, w, h);
            }
        }
        g.dispose();
        return out;
    }

    /** The picture itself, then scaled, cut by a tenth, coloured a little otherwise, compressed strongly, and mirrored. */
    static List<BufferedImage> family(BufferedImage first) throws IOException {
        List<BufferedImage> out = new ArrayList<>(List.of(first));
        out.add(drawn(first, 0, 0, SIDE, SIDE, 150, 150));
        int cut = SIDE / 20;
        out.add(drawn(first, cut, cut, SIDE - cut, SIDE - cut, SIDE - 2 * cut, SIDE - 2 * cut));
        out.add(recoloured(first));
        out.add(compressed(first));
        out.add(drawn(first, SIDE, 0, 0, SIDE, SIDE, SIDE));
        return out;
    }

    private static BufferedImage drawn(BufferedImage of, int x0, int y0, int x1, int y1, int w, int h) {
        BufferedImage out = new BufferedImage(w, h, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = out.createGraphics();
        g.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
        g.drawImage(of, 0, 0, w, h, x0, y0, x1, y1, null);
        g.dispose();
        return out;
    }

    /** A tenth brighter and a little more colourful, the hue turned by five degrees. */
    private static BufferedImage recoloured(BufferedImage of) {
        BufferedImage out = new BufferedImage(SIDE, SIDE, BufferedImage.TYPE_INT_RGB);
        float[] hsb = new float[3];
        for (int y = 0; y < SIDE; y++) {
            for (int x = 0; x < SIDE; x++) {
                Color c = new Color(of.getRGB(x, y));
                Color.RGBtoHSB(c.getRed(), c.getGreen(), c.getBlue(), hsb);
                out.setRGB(
                        x,
                        y,
                        Color.HSBtoRGB(hsb[0] + 5 / 360f, Math.min(1, hsb[1] * 1.1f), Math.min(1, hsb[2] * 1.1f)));
            }
        }
        return out;
    }

    private static BufferedImage compressed(BufferedImage of) throws IOException {
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        ImageWriteParam param = writer.getDefaultWriteParam();
        param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
        param.setCompressionQuality(0.3f);
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (var out = ImageIO.createImageOutputStream(bytes)) {
            writer.setOutput(out);
            writer.write(null, new IIOImage(of, null, null), param);
        } finally {
            writer.dispose();
        }
        return ImageIO.read(new ByteArrayInputStream(bytes.toByteArray()));
    }

    static Picture picture(BufferedImage of) {
        byte[] out = new byte[of.getWidth() * of.getHeight() * 3];
        for (int i = 0; i < out.length / 3; i++) {
            int rgb = of.getRGB(i % of.getWidth(), i / of.getWidth());
            out[i * 3] = (byte) (rgb >> 16);
            out[i * 3 + 1] = (byte) (rgb >> 8);
            out[i * 3 + 2] = (byte) rgb;
        }
        return Picture.ofBytes(of.getWidth(), of.getHeight(), 3, out);
    }
}
