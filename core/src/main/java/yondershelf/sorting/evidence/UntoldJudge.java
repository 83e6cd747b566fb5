package yondershelf.sorting.evidence;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import yondershelf.content.Coding;
import yondershelf.content.Role;
import yondershelf.words.Phrase;

/**
 * Pictures of a set whose names tell no role: one of directions is the normal map, one of colours the base color, one whose slopes are
 * those of the normal map the height; each where the set has none yet, and where only one picture may be it. What is grey otherwise
 * may be anything.
 */
final class UntoldJudge {
    private static final double SURE = 0.8;
    /** Pictures of fewer colours mark parts. */
    private static final int COLOURS = 24;
    /** Standard deviation from which there is something in a picture. */
    private static final double PLAIN = 0.01;

    private UntoldJudge() {}

    /** @param untold by path */
    static List<Verdict> look(Maps known, Map<String, Sample> untold) {
        List<Verdict> out = new ArrayList<>();
        Set<String> left = new HashSet<>(untold.keySet());
        Sample normal = known.of(Role.NORMAL).map(Maps.Map::sample).orElse(null);
        if (normal == null) {
            String path = only(untold, left, NormalJudge::isDirections);
            if (!path.isEmpty()) {
                left.remove(path);
                normal = untold.get(path);
                out.add(verdict(path, Role.NORMAL, Phrase.of("evidence.untold-its-colours-are-directions")));
            }
        }
        if (known.of(Role.BASE_COLOR).isEmpty()) {
            String path = only(untold, left, UntoldJudge::isColour);
            if (!path.isEmpty()) {
                left.remove(path);
                out.add(verdict(path, Role.BASE_COLOR, Phrase.of("evidence.untold-the-only-one-of-colours")));
            }
        }
        if (normal != null && known.of(Role.HEIGHT).isEmpty()) {
            Sample slopes = normal;
            String path = only(untold, left, s -> ReliefJudge.isRelief(s, slopes));
            if (!path.isEmpty()) {
                out.add(verdict(path, Role.HEIGHT, Phrase.of("evidence.untold-its-slopes-are-those")));
            }
        }
        return out;
    }

    private static Verdict verdict(String path, Role role, String why) {
        return new Verdict(path, role, Coding.PLAIN, SURE, why);
    }

    /** The path of the only one that may be it; empty for none or several. */
    private static String only(Map<String, Sample> untold, Set<String> among, Predicate<Sample> may) {
        List<String> found = among.stream()
                .filter(path -> {
                    Sample sample = untold.get(path);
                    return sample != null && may.test(sample);
                })
                .toList();
        return found.size() == 1 ? found.get(0) : "";
    }

    private static boolean isColour(Sample sample) {
        if (sample.isGrey() || NormalJudge.isDirections(sample)) {
            return false;
        }
        Set<Integer> seen = new HashSet<>();
        for (int i = 0; i < sample.count() && seen.size() < COLOURS; i++) {
            int colour = 0;
            for (int c = 0; c < 3; c++) {
                colour = colour << 5 | (int) (sample.at(i, c) * 31);
            }
            seen.add(colour);
        }
        return seen.size() >= COLOURS && sample.spread(0) + sample.spread(1) + sample.spread(2) > PLAIN;
    }
}
