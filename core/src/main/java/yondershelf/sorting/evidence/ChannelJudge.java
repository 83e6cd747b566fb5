package yondershelf.sorting.evidence;

import java.util.List;
import java.util.Optional;
import yondershelf.content.Coding;
import yondershelf.content.Role;
import yondershelf.words.Phrase;

/**
 * What the channels of a packed map hold. Metal is there or not, so its channel is all dark and bright; occlusion is bright with
 * dark creases; roughness lies between. Common practice, no source.
 */
final class ChannelJudge implements Judge {
    private static final String[] ORDERS = {"orm", "omr", "rom", "rmo", "mor", "mro"};
    private static final double CLEAR = 0.35;
    private static final double SURE = 0.7;
    private static final double NEAR = 0.04;

    @Override
    public List<Verdict> look(Maps maps) {
        Optional<Maps.Map> found = maps.of(Role.PACKED);
        if (found.isEmpty() || found.get().sample().colours() < 3 || isOther(found.get())) {
            return List.of();
        }
        Maps.Map map = found.get();
        String told = map.coding().isPlain() ? ORDERS[0] : map.coding().word();
        double named = score(map.sample(), told);
        String best = told;
        double most = named;
        for (String order : ORDERS) {
            double score = score(map.sample(), order);
            if (score > most) {
                most = score;
                best = order;
            }
        }
        if (most - named < CLEAR) {
            return List.of();
        }
        return List.of(new Verdict(
                map.path(),
                Role.PACKED,
                best.equals(ORDERS[0]) ? Coding.PLAIN : new Coding(best),
                SURE,
                Phrase.of(
                        "evidence.red-holds-green-blue-as",
                        title(best.charAt(0)),
                        title(best.charAt(1)),
                        title(best.charAt(2)))));
    }

    /** One whose order is of another kind: smoothness, or fewer channels. */
    private static boolean isOther(Maps.Map map) {
        String word = map.coding().word();
        return !word.isEmpty() && List.of(ORDERS).stream().noneMatch(word::equals);
    }

    private static String title(char letter) {
        return letter == 'o' ? "occlusion" : letter == 'r' ? "roughness" : "metallic";
    }

    private static double score(Sample sample, String order) {
        double sum = 0;
        for (int c = 0; c < 3; c++) {
            double extremes = sample.extremes(c, NEAR);
            double mean = sample.mean(c);
            sum += switch (order.charAt(c)) {
                case 'm' -> extremes;
                case 'o' -> mean > 0.6 ? mean * (1 - Math.abs(extremes - 0.5)) : 0;
                default -> (1 - extremes) * (1 - Math.abs(mean - 0.5));
            };
        }
        return sum;
    }
}
