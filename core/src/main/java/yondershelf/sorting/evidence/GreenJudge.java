package yondershelf.sorting.evidence;

import java.util.List;
import java.util.Optional;
import yondershelf.content.Coding;
import yondershelf.content.Role;
import yondershelf.words.Phrase;

/**
 * Which way green points in a normal map. The slopes of a surface are the gradient of its height, and a gradient has no curl
 * (Frankot and Chellappa, "A method for enforcing integrability in shape from shading algorithms", IEEE PAMI 10, 1988): with
 * green read the wrong way it has some.
 */
final class GreenJudge implements Judge {
    /** So many times more curl the wrong way is sure enough. */
    private static final double CLEAR = 1.5;

    private static final double SURE = 0.8;
    /** Less than that is a flat map, of which nothing can be told. */
    private static final double LEAST = 1e-7;

    private static final double STEEPEST = 0.05;

    @Override
    public List<Verdict> look(Maps maps) {
        Optional<Maps.Map> normal = maps.of(Role.NORMAL);
        if (normal.isEmpty() || normal.get().sample().isGrey()) {
            return List.of();
        }
        Maps.Map map = normal.get();
        double up = curl(map.sample(), 1);
        double down = curl(map.sample(), -1);
        boolean told = map.coding().equals(Coding.GREEN_DOWN);
        if (Math.max(up, down) < LEAST) {
            return List.of();
        }
        if (!told && up > down * CLEAR) {
            return List.of(new Verdict(
                    map.path(), Role.NORMAL, Coding.GREEN_DOWN, SURE, Phrase.of("evidence.green-points-down-as-its")));
        }
        if (told && down > up * CLEAR) {
            return List.of(new Verdict(
                    map.path(), Role.NORMAL, Coding.PLAIN, SURE, Phrase.of("evidence.green-down-by-name-but")));
        }
        return List.of();
    }

    /** Mean square of the curl of the slopes, green taken with a sign: 1 for up. */
    private static double curl(Sample sample, int sign) {
        double sum = 0;
        for (int i = 0; i < sample.count(); i++) {
            // height h over x to the right and y down: red is -dh/dx, green up is +dh/dy
            double across = slope(sample, i, 1, 0, 1) * sign - slope(sample, i, 1, 0, 0) * sign;
            double along = -slope(sample, i, 0, 1, 0) + slope(sample, i, 0, 0, 0);
            sum += (across - along) * (across - along);
        }
        return sum / sample.count();
    }

    /** Slope by a channel, of the point beside: right for green (down 0), below for red. */
    private static double slope(Sample sample, int point, int channel, int down, int right) {
        double z = sample.at(point, 2, right, down) * 2 - 1;
        return (sample.at(point, channel, right, down) * 2 - 1) / Math.max(STEEPEST, z);
    }
}
