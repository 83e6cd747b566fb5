package yondershelf.sorting.evidence;

import java.util.ArrayList;
import java.util.List;
import yondershelf.content.Coding;
import yondershelf.content.Role;
import yondershelf.words.Phrase;

/**
 * Normal maps are directions: coloured, of length one, and even on the whole. A grey one is a height; a colour map that is one is a
 * normal map. One tone can be a direction by accident, so that only a picture in which the lengths come out right while the directions
 * change and fit together as slopes do tells anything, and a set that has its normal map needs no other.
 */
final class NormalJudge implements Judge {
    private static final double MOST = 0.85;
    private static final double SURE = 0.9;
    /** Standard deviation of red and green together from which on directions change. */
    private static final double CHANGING = 0.04;
    /** Means of all channels lie so near to where they must: a surface as a whole faces away from itself nowhere. */
    private static final double EVEN = 0.02;
    /** So far the slopes must fit together, whichever way green points: those of colours do not. */
    private static final double FITTING = 0.3;
    /** A height has something to show. */
    private static final double PLAIN = 0.01;

    @Override
    public List<Verdict> look(Maps maps) {
        List<Verdict> out = new ArrayList<>();
        boolean hasNormal =
                maps.of(Role.NORMAL).filter(m -> !m.sample().isGrey()).isPresent();
        for (Maps.Map map : maps.all()) {
            Sample sample = map.sample();
            if (map.role() == Role.NORMAL && sample.isGrey() && sample.spread(0) > PLAIN) {
                out.add(new Verdict(
                        map.path(), Role.HEIGHT, Coding.PLAIN, SURE, Phrase.of("evidence.normal-by-name-but-grey")));
            } else if (map.role() == Role.BASE_COLOR && !hasNormal && isDirections(sample)) {
                out.add(new Verdict(
                        map.path(), Role.NORMAL, Coding.PLAIN, SURE, Phrase.of("evidence.base-color-by-name-but")));
            } else if (map.role() == Role.HEIGHT && !hasNormal && isDirections(sample)) {
                out.add(new Verdict(
                        map.path(), Role.NORMAL, Coding.PLAIN, SURE, Phrase.of("evidence.height-by-name-but-its")));
            }
        }
        return out;
    }

    /** True for what is a normal map, for certain. */
    static boolean isDirections(Sample sample) {
        return !sample.isGrey()
                && sample.directions() > MOST
                && Math.abs(sample.mean(0) - 0.5) < EVEN
                && Math.abs(sample.mean(1) - 0.5) < EVEN
                && Math.abs(sample.mean(2) - meantBlue(sample)) < EVEN
                && Math.hypot(sample.spread(0), sample.spread(1)) > CHANGING
                && Math.abs(GreenJudge.agreement(sample)) > FITTING;
    }

    /** The mean of what blue must be for the length to be one. */
    private static double meantBlue(Sample sample) {
        double sum = 0;
        for (int i = 0; i < sample.count(); i++) {
            double x = sample.at(i, 0) * 2 - 1;
            double y = sample.at(i, 1) * 2 - 1;
            sum += 0.5 + 0.5 * Math.sqrt(Math.max(0, 1 - x * x - y * y));
        }
        return sum / sample.count();
    }
}
