package yondershelf.sorting.evidence;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import yondershelf.content.Coding;
import yondershelf.content.Role;
import yondershelf.words.Phrase;

/**
 * Which way green points in a normal map. The slopes of a surface are the gradient of its height, and a gradient has no curl
 * (Frankot and Chellappa, "A method for enforcing integrability in shape from shading algorithms", IEEE PAMI 10, 1988): how red changes
 * down the picture and how green changes across it are one and the same second derivative, so that they go together with green
 * read the right way, and against each other with the wrong one. Of noise and of flat maps they do neither. The picture is judged in
 * squares; only where most of those in which anything is to be seen say the same, and say it clearly, is anything told.
 */
final class GreenJudge implements Judge {
    private static final int SQUARES = 6;
    /** Correlation in one square from which on it counts for one side. */
    private static final double CLEAR = 0.25;
    /** Mean correlation over the squares that count; a name that says which way asks for more. */
    private static final double LEAST = 0.3;

    private static final double LEAST_AGAINST_A_WORD = 0.6;
    /** Squares that count: fewer are an accident. */
    private static final int FEW = 6;
    /** Of those that count, so many must agree. */
    private static final double AGREEING = 0.85;
    /** Mean square of the second derivatives below which a square is flat: a good deal less than one step of eight bits. */
    private static final double FLAT = 2e-6;

    private static final double STEEPEST = 0.25;
    private static final double SURE = 0.8;
    /** Words by which names tell which way green points. Common practice, no source. */
    private static final Pattern SAID = Pattern.compile("(^|[^a-z])(o?gl|opengl|dx|directx|d3d)([^a-z]|$)");

    private static final Pattern CAMEL = Pattern.compile("(?<=[a-z0-9])(?=[A-Z])");

    @Override
    public List<Verdict> look(Maps maps) {
        Optional<Maps.Map> normal = maps.of(Role.NORMAL);
        if (normal.isEmpty() || normal.get().sample().isGrey()) {
            return List.of();
        }
        Maps.Map map = normal.get();
        double up = agreement(map.sample());
        boolean told = map.coding().equals(Coding.GREEN_DOWN);
        boolean against = told ? up > 0 : up < 0;
        double least = saysWhichWay(map.path()) ? LEAST_AGAINST_A_WORD : LEAST;
        if (!against || Math.abs(up) < least) {
            return List.of();
        }
        return List.of(
                told
                        ? new Verdict(
                                map.path(),
                                Role.NORMAL,
                                Coding.PLAIN,
                                SURE,
                                Phrase.of("evidence.green-down-by-name-but"))
                        : new Verdict(
                                map.path(),
                                Role.NORMAL,
                                Coding.GREEN_DOWN,
                                SURE,
                                Phrase.of("evidence.green-points-down-as-its")));
    }

    private static boolean saysWhichWay(String path) {
        String name = path.substring(path.lastIndexOf('/') + 1);
        return SAID.matcher(CAMEL.matcher(name).replaceAll("_").toLowerCase(Locale.ROOT))
                .find();
    }

    /** From -1, green points down, to 1, green points up; 0 when it cannot be told. */
    static double agreement(Sample sample) {
        double sum = 0;
        int counted = 0;
        int upwards = 0;
        for (int row = 0; row < SQUARES; row++) {
            for (int column = 0; column < SQUARES; column++) {
                double here = correlation(sample, column, row);
                if (Math.abs(here) >= CLEAR) {
                    sum += here;
                    counted++;
                    upwards += here > 0 ? 1 : 0;
                }
            }
        }
        int most = Math.max(upwards, counted - upwards);
        return counted < FEW || most < AGREEING * counted ? 0 : sum / counted;
    }

    /** Between the two ways to the mixed second derivative in one square; 0 for a flat one. */
    private static double correlation(Sample sample, int column, int row) {
        double xy = 0;
        double xx = 0;
        double yy = 0;
        int count = 0;
        for (int y = row * sample.rows() / SQUARES; y < (row + 1) * sample.rows() / SQUARES; y++) {
            for (int x = column * sample.columns() / SQUARES; x < (column + 1) * sample.columns() / SQUARES; x++) {
                int point = y * sample.columns() + x;
                // height h over x to the right and y down: red is -dh/dx, green up is +dh/dy
                double along = -slope(sample, point, 0, 0, 2) + slope(sample, point, 0, 0, -2);
                double across = slope(sample, point, 1, 2, 0) - slope(sample, point, 1, -2, 0);
                xy += along * across;
                xx += along * along;
                yy += across * across;
                count++;
            }
        }
        return count == 0 || Math.min(xx, yy) / count < FLAT ? 0 : xy / Math.sqrt(xx * yy);
    }

    /** Slope by a channel around a neighbour, over two by two pixels: packing keeps colours no finer than that. */
    private static double slope(Sample sample, int point, int channel, int right, int down) {
        double value = 0;
        double z = 0;
        for (int k = 0; k < 4; k++) {
            value += sample.at(point, channel, right + (k & 1), down + (k >> 1)) / 4;
            z += sample.at(point, 2, right + (k & 1), down + (k >> 1)) / 4;
        }
        return (value * 2 - 1) / Math.max(STEEPEST, z * 2 - 1);
    }
}
