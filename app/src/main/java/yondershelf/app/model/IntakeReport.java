package yondershelf.app.model;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import yondershelf.catalogue.Home;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.words.Phrase;

/**
 * What became of the last intake: it can be read after the program ended, too.
 *
 * @param title what was taken in, from where, and how much of it came
 * @param reasons why things did not come, a sentence each
 */
public record IntakeReport(String title, List<String> reasons) {
    private static final String SETTING = "last-intake-report";
    private static final int MOST = 200;

    public IntakeReport {
        reasons = List.copyOf(reasons);
    }

    /** @param title without what came */
    public static IntakeReport of(String title, int came, List<Problem> problems) {
        List<String> reasons = new ArrayList<>(
                problems.stream().limit(MOST).map(Problem::sentence).toList());
        if (problems.size() > MOST) {
            reasons.add(Phrase.of("model.and", Words.plural(problems.size() - MOST, "more reason")));
        }
        return new IntakeReport(Phrase.of("model.came", title, Words.plural(came, "asset")), reasons);
    }

    /** Keeps it in place of the one before. Writes a file: in the background. */
    public void keep(Home home) throws ProblemException {
        List<String> lines = new ArrayList<>(List.of(title));
        reasons.forEach(reason -> lines.add(reason.replace('\n', ' ')));
        home.setSetting(SETTING, String.join("\n", lines));
    }

    static Optional<IntakeReport> of(Home home) {
        String text = home.setting(SETTING, "");
        List<String> lines = text.lines().toList();
        return lines.isEmpty()
                ? Optional.empty()
                : Optional.of(new IntakeReport(lines.get(0), lines.subList(1, lines.size())));
    }
}
