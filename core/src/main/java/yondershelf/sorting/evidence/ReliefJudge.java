package yondershelf.sorting.evidence;

import java.util.List;
import java.util.Optional;
import yondershelf.content.Coding;
import yondershelf.content.Role;
import yondershelf.words.Phrase;

/** A height in the place of the base color: grey, and its slopes are those of the set's normal map. */
final class ReliefJudge implements Judge {
    private static final double LIKE = 0.6;
    private static final double SURE = 0.8;

    @Override
    public List<Verdict> look(Maps maps) {
        Optional<Maps.Map> colour = maps.of(Role.BASE_COLOR);
        Optional<Maps.Map> normal = maps.of(Role.NORMAL);
        boolean other = maps.of(Role.HEIGHT).isPresent();
        if (colour.isEmpty()
                || normal.isEmpty()
                || other
                || !colour.get().sample().isGrey()) {
            return List.of();
        }
        return isRelief(colour.get().sample(), normal.get().sample())
                ? List.of(new Verdict(
                        colour.get().path(),
                        Role.HEIGHT,
                        Coding.PLAIN,
                        SURE,
                        Phrase.of("evidence.base-color-by-name-but-grey")))
                : List.of();
    }

    /** Both ways: what is only lighter on one side of everything is lit, not high. */
    static boolean isRelief(Sample heights, Sample slopes) {
        return heights.isGrey()
                && correlation(slopes, heights, 0) > LIKE
                && Math.abs(correlation(slopes, heights, 1)) > LIKE;
    }

    /** Between red of a normal map and how a picture falls to the right, or green and how it falls down. */
    private static double correlation(Sample normal, Sample height, int channel) {
        double xy = 0;
        double xx = 0;
        double yy = 0;
        for (int i = 0; i < normal.count(); i++) {
            double slope = normal.at(i, channel) * 2 - 1;
            int right = 1 - channel;
            double fall = normal.like(height, i, 0, -right, -channel) - normal.like(height, i, 0, right, channel);
            xy += slope * fall;
            xx += slope * slope;
            yy += fall * fall;
        }
        return xx == 0 || yy == 0 ? 0 : xy / Math.sqrt(xx * yy);
    }
}
