package yondershelf.sorting.evidence;

import yondershelf.content.Picture;

/**
 * Points of a picture on a regular grid, at most {@value #SIDE} each way, with their right and lower neighbours in the picture
 * itself. Values are 0 to 1 as stored.
 */
public final class Sample {
    private static final int SIDE = 160;

    private final Picture picture;
    private final int columns;
    private final int rows;

    public Sample(Picture picture) {
        this.picture = picture;
        this.columns = Math.min(SIDE, picture.width());
        this.rows = Math.min(SIDE, picture.height());
    }

    int count() {
        return columns * rows;
    }

    int columns() {
        return columns;
    }

    int rows() {
        return rows;
    }

    boolean isSizeOf(Sample other) {
        return picture.width() == other.picture.width() && picture.height() == other.picture.height();
    }

    int colours() {
        return picture.channels() >= 3 ? 3 : 1;
    }

    /** All channels there are, alpha too. */
    int channels() {
        return picture.channels();
    }

    float at(int point, int channel) {
        return at(point, channel, 0, 0);
    }

    /** The value beside a point; the picture goes on with its other edge. */
    float at(int point, int channel, int right, int down) {
        int x = point % columns * picture.width() / columns + right;
        int y = point / columns * picture.height() / rows + down;
        int from = picture.channels() >= 3 ? channel : 0;
        return picture.value(Math.floorMod(x, picture.width()), Math.floorMod(y, picture.height()), from);
    }

    /** The same place in a picture of another size. */
    float like(Sample other, int point, int channel, int right, int down) {
        double u = (point % columns * (double) picture.width() / columns + right) / picture.width();
        double v = (point / columns * (double) picture.height() / rows + down) / picture.height();
        int x = Math.floorMod((int) (u * other.picture.width()), other.picture.width());
        int y = Math.floorMod((int) (v * other.picture.height()), other.picture.height());
        return other.picture.value(x, y, other.picture.channels() >= 3 ? channel : 0);
    }

    /** Mean of a channel. */
    double mean(int channel) {
        double sum = 0;
        for (int i = 0; i < count(); i++) {
            sum += at(i, channel);
        }
        return sum / count();
    }

    /** Standard deviation of a channel. */
    double spread(int channel) {
        double mean = mean(channel);
        double sum = 0;
        for (int i = 0; i < count(); i++) {
            sum += (at(i, channel) - mean) * (at(i, channel) - mean);
        }
        return Math.sqrt(sum / count());
    }

    /** The share of points whose value is within a distance of 0 or of 1. */
    double extremes(int channel, double distance) {
        int some = 0;
        for (int i = 0; i < count(); i++) {
            float value = at(i, channel);
            some += value <= distance || value >= 1 - distance ? 1 : 0;
        }
        return some / (double) count();
    }

    /** True when no point has a colour. */
    boolean isGrey() {
        for (int i = 0; i < count() && colours() == 3; i++) {
            float r = at(i, 0);
            if (Math.abs(r - at(i, 1)) > GREY || Math.abs(r - at(i, 2)) > GREY) {
                return false;
            }
        }
        return true;
    }

    /** The share of points that are the directions of a surface seen from before: of length one, away from it. */
    double directions() {
        int some = 0;
        for (int i = 0; i < count() && colours() == 3; i++) {
            double x = at(i, 0) * 2 - 1;
            double y = at(i, 1) * 2 - 1;
            double z = at(i, 2) * 2 - 1;
            double length = Math.sqrt(x * x + y * y + z * z);
            some += z > 0 && Math.abs(length - 1) < UNIT ? 1 : 0;
        }
        return some / (double) count();
    }

    private static final float GREY = 0.03f;
    /** Eight bits and packing cost so much of the length. */
    private static final double UNIT = 0.12;
}
