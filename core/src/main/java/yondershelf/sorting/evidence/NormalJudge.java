package yondershelf.sorting.evidence;

import java.util.ArrayList;
import java.util.List;
import yondershelf.content.Coding;
import yondershelf.content.Role;
import yondershelf.words.Phrase;

/** Normal maps are directions: coloured, and of length one. A grey one is a height; a colour map that is one is a normal map. */
final class NormalJudge implements Judge {
    private static final double MOST = 0.9;
    private static final double SURE = 0.9;
    private static final double LEAST_BLUE = 0.7;

    @Override
    public List<Verdict> look(Maps maps) {
        List<Verdict> out = new ArrayList<>();
        for (Maps.Map map : maps.all()) {
            Sample sample = map.sample();
            boolean directions = sample.directions() > MOST && sample.mean(2) > LEAST_BLUE && !sample.isGrey();
            if (map.role() == Role.NORMAL && sample.isGrey()) {
                out.add(new Verdict(
                        map.path(), Role.HEIGHT, Coding.PLAIN, SURE, Phrase.of("evidence.normal-by-name-but-grey")));
            } else if (map.role() == Role.BASE_COLOR && directions) {
                out.add(new Verdict(
                        map.path(), Role.NORMAL, Coding.PLAIN, SURE, Phrase.of("evidence.base-color-by-name-but")));
            } else if (map.role() == Role.HEIGHT && directions) {
                out.add(new Verdict(
                        map.path(), Role.NORMAL, Coding.PLAIN, SURE, Phrase.of("evidence.height-by-name-but-its")));
            }
        }
        return out;
    }
}
