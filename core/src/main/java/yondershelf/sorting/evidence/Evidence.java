package yondershelf.sorting.evidence;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Asks all judges. A new one is one file and one word here. */
public final class Evidence {
    private static final List<Judge> JUDGES =
            List.of(new NormalJudge(), new ReliefJudge(), new GreenJudge(), new ChannelJudge());

    private Evidence() {}

    /**
     * What pictures of a set show whose names tell no role.
     *
     * @param maps of the set whose roles are known
     * @param untold by path
     */
    public static List<Verdict> ofUntold(Maps maps, Map<String, Sample> untold) {
        return UntoldJudge.look(maps, untold);
    }

    /** What overrules the names of a set's maps: of each map the surest one. */
    public static List<Verdict> of(Maps maps) {
        Map<String, Verdict> out = new HashMap<>();
        for (Judge judge : JUDGES) {
            for (Verdict verdict : judge.look(maps)) {
                Verdict before = out.get(verdict.path());
                if (verdict.overrules() && (before == null || before.weight() < verdict.weight())) {
                    out.put(verdict.path(), verdict);
                }
            }
        }
        List<Verdict> all = new ArrayList<>(out.values());
        all.sort(java.util.Comparator.comparing(Verdict::path));
        return all;
    }
}
