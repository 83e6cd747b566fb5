package yondershelf.render;

import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Bounds;
import yondershelf.content.Environment;
import yondershelf.content.ImageSource;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Staging;
import yondershelf.content.Staging.Shape;
import yondershelf.words.Phrase;

/**
 * The lights of a scene file as an environment: each a soft disc where it is seen from the middle of what stands there, as bright as
 * it makes that middle (inverse square law; cones after KHR_lights_punctual; flat ones by Lambert's cosine law).
 */
public final class StagedLight {
    private static final int WIDTH = 512;
    private static final int MOST_WIDTH = 2048;
    /** No disc is smaller: rows of the picture are 0.7 degrees high. */
    private static final double LEAST_RADIUS = Math.toRadians(2);

    private static final double NEAREST = 0.01;

    /** Reads a picture of surroundings. */
    public interface Pictures {
        Picture read(ImageSource image) throws ProblemException;
    }

    private final double[] middle;
    private final boolean aimed;
    private final int width;
    private final int height;
    private final float[] sky;

    private StagedLight(Model model, boolean aimed, int width) {
        Bounds bounds = model.bounds();
        this.middle =
                bounds.isEmpty() ? new double[3] : new double[] {bounds.centreX(), bounds.centreY(), bounds.centreZ()};
        this.aimed = aimed;
        this.width = width;
        this.height = width / 2;
        this.sky = new float[width * height * 3];
    }

    /**
     * What lights shine on the middle of a model, brought to a level at which white paper that faces all of it looks white: files
     * measure light in units of their own.
     *
     * @param lights several where they stand; one as if what it lights lay on its axis
     * @throws ProblemException when a picture cannot be read, or nothing of the light arrives
     */
    public static Environment of(String name, Model model, List<Staging.Light> lights, Pictures pictures)
            throws ProblemException {
        int width = WIDTH;
        @Nullable Picture[] seen = new @Nullable Picture[lights.size()];
        for (int i = 0; i < seen.length; i++) {
            ImageSource image = lights.get(i).emission().picture();
            if (image != null) {
                Picture picture = pictures.read(image);
                seen[i] = picture;
                width = Math.max(width, Math.min(MOST_WIDTH, picture.width() & ~1));
            }
        }
        StagedLight staged = new StagedLight(model, lights.size() == 1, width);
        for (int i = 0; i < seen.length; i++) {
            Staging.Light light = lights.get(i);
            if (light.shape() == Shape.SURROUNDINGS) {
                staged.surround(light, seen[i]);
            } else {
                staged.shine(light);
            }
        }
        return new Environment(name, staged.levelled(name));
    }

    private void surround(Staging.Light light, @Nullable Picture picture) {
        var back = light.toModel().inverse();
        double strength = light.emission().strength();
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                double[] d = EnvironmentLight.directionAt((x + 0.5) / width, (y + 0.5) / height);
                int i = (y * width + x) * 3;
                if (picture == null) {
                    add(i, light, strength, 1, 1, 1);
                    continue;
                }
                double dx = back.pointX(d[0], d[1], d[2]) - back.tx();
                double dy = back.pointY(d[0], d[1], d[2]) - back.ty();
                double dz = back.pointZ(d[0], d[1], d[2]) - back.tz();
                // as OpenEXR lays environments out (ImfEnvmap.h): the middle looks along +Z, +X lies left of it
                double u = 0.5 - Math.atan2(dx, dz) / (2 * Math.PI);
                double v = Math.acos(Math.max(-1, Math.min(1, dy / Math.sqrt(dx * dx + dy * dy + dz * dz)))) / Math.PI;
                int px = (int) Math.min(picture.width() - 1, u * picture.width());
                int py = (int) Math.min(picture.height() - 1, v * picture.height());
                int grey = picture.channels() < 3 ? 0 : 1;
                add(
                        i,
                        light,
                        strength,
                        picture.value(px, py, 0),
                        picture.value(px, py, grey),
                        picture.value(px, py, 2 * grey));
            }
        }
    }

    /** What a light gives that is somewhere. */
    private void shine(Staging.Light light) {
        var t = light.toModel();
        double[] axis = unit(
                new double[] {t.pointX(0, 0, -1) - t.tx(), t.pointY(0, 0, -1) - t.ty(), t.pointZ(0, 0, -1) - t.tz()});
        Staging.Emission emission = light.emission();
        if (light.shape() == Shape.DIRECTIONAL) {
            disc(light, axis, emission.strength(), emission.radius());
            return;
        }
        double[] ray = {middle[0] - t.tx(), middle[1] - t.ty(), middle[2] - t.tz()};
        double far = Math.max(NEAREST, Math.sqrt(dot(ray, ray)));
        double cosine;
        if (aimed && light.shape() != Shape.POINT) {
            double along = dot(ray, axis);
            far = along > NEAREST ? along : far;
            ray = axis;
            cosine = 1;
        } else if (dot(ray, ray) < NEAREST * NEAREST) {
            // it stands in the very middle: from above
            ray = new double[] {0, -1, 0};
            cosine = 1;
        } else {
            ray = unit(ray);
            cosine = Math.min(1, dot(ray, axis));
        }
        double part = light.shape() == Shape.POINT ? 1 : cone(cosine, emission);
        double flat = light.shape() == Shape.AREA ? Math.max(0, cosine) : 1;
        disc(light, ray, emission.strength() * part * flat / (far * far), Math.atan(emission.radius() / far));
    }

    /** How much of it is left away from its axis (KHR_lights_punctual, inner and outer cone angles). */
    private static double cone(double cosine, Staging.Emission emission) {
        double outer = Math.cos(emission.outer());
        double scale = 1 / Math.max(0.001, Math.cos(emission.inner()) - outer);
        double part = Math.max(0, Math.min(1, (cosine - outer) * scale));
        return part * part;
    }

    /** @param ray the way the light goes */
    private void disc(Staging.Light light, double[] ray, double illuminance, double radius) {
        double[] to = {-ray[0], -ray[1], -ray[2]};
        double edge = Math.max(LEAST_RADIUS, Math.min(Math.PI / 2, radius));
        double sum = weigh(light, to, edge, 0);
        if (sum > 0 && illuminance > 0) {
            weigh(light, to, edge, illuminance / sum);
        }
    }

    /** Adds so much of a disc; gives the solid angle it takes, soft edge and all. */
    private double weigh(Staging.Light light, double[] to, double edge, double radiance) {
        double sum = 0;
        double step = Math.PI / height;
        for (int y = 0; y < height; y++) {
            double patch = step * 2 * Math.PI / width * Math.sin((y + 0.5) * step);
            for (int x = 0; x < width; x++) {
                double[] d = EnvironmentLight.directionAt((x + 0.5) / width, (y + 0.5) / height);
                double angle = Math.acos(Math.max(-1, Math.min(1, dot(d, to))));
                double in = Math.max(0, Math.min(1, (edge - angle) / (0.3 * edge)));
                sum += in * patch;
                if (in > 0 && radiance > 0) {
                    add((y * width + x) * 3, light, radiance * in, 1, 1, 1);
                }
            }
        }
        return sum;
    }

    private void add(int i, Staging.Light light, double by, double r, double g, double b) {
        sky[i] += (float) (by * light.red() * r);
        sky[i + 1] += (float) (by * light.green() * g);
        sky[i + 2] += (float) (by * light.blue() * b);
    }

    private Picture levelled(String name) throws ProblemException {
        double sum = 0;
        for (int y = 0; y < height; y++) {
            double patch = Math.PI / height * 2 * Math.PI / width * Math.sin((y + 0.5) * Math.PI / height);
            for (int i = y * width * 3; i < (y + 1) * width * 3; i += 3) {
                // Rec. 709
                sum += patch * (0.2126 * sky[i] + 0.7152 * sky[i + 1] + 0.0722 * sky[i + 2]);
            }
        }
        if (!(sum > 0) || !Double.isFinite(sum)) {
            throw new Problem(
                            name,
                            Phrase.of("render.nothing-of-its-light-falls"),
                            Phrase.of("render.take-another-of-the-file"))
                    .raise();
        }
        float scale = (float) (Math.PI / sum);
        for (int i = 0; i < sky.length; i++) {
            sky[i] *= scale;
        }
        return Picture.ofFloats(width, height, 3, sky);
    }

    private static double dot(double[] a, double[] b) {
        return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
    }

    private static double[] unit(double[] v) {
        double length = Math.sqrt(dot(v, v));
        return length > 0 ? new double[] {v[0] / length, v[1] / length, v[2] / length} : new double[] {0, -1, 0};
    }
}
