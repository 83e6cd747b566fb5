package yondershelf.app.model;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.ProblemException;
import yondershelf.library.Asset;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.mend.Finding;
import yondershelf.mend.Mend;
import yondershelf.work.History;
import yondershelf.work.Work;

/** What was found at fault in the libraries, and the act that mends it. */
public final class Faults {
    private final Catalogue catalogue;
    private final Background background;
    private final History history;
    private final Runnable lookAgain;
    private final ObjectProperty<List<Finding>> findings = new SimpleObjectProperty<>(List.of());

    /** @param lookAgain called after files were changed */
    Faults(Catalogue catalogue, Background background, History history, Runnable lookAgain) {
        this.catalogue = catalogue;
        this.background = background;
        this.history = history;
        this.lookAgain = lookAgain;
    }

    public ObjectProperty<List<Finding>> findings() {
        return findings;
    }

    /** Findings of one asset. */
    public List<Finding> of(Asset asset) {
        return findings.get().stream().filter(f -> f.asset().equals(asset.id())).toList();
    }

    /** Looks for faults in all libraries. */
    public void check() {
        background.run(
                "Looking for faults",
                work -> {
                    List<Finding> all = new ArrayList<>();
                    for (Library library : catalogue.libraries()) {
                        all.addAll(Mend.check(library, catalogue.reader(), work));
                    }
                    catalogue.saveFacts();
                    return all;
                },
                all -> findings.set(List.copyOf(all)));
    }

    /** Applies remedies, grouped by library, as one act that can be undone. */
    public void mend(List<Finding> chosen) {
        Map<Library, List<Finding>> groups = new HashMap<>();
        for (Finding finding : chosen) {
            if (finding.remedy() != null) {
                catalogue
                        .libraryOf(finding.asset())
                        .ifPresent(l -> groups.computeIfAbsent(l, k -> new ArrayList<>())
                                .add(finding));
            }
        }
        if (groups.isEmpty()) {
            return;
        }
        int count = groups.values().stream().mapToInt(List::size).sum();
        Act act = new Act("mend " + Words.plural(count, "finding"), groups);
        background.inTurn("Mending", act::apply, done -> remember(act), () -> {});
    }

    private void remember(Act act) {
        history.remember(
                act.what,
                () -> background.inTurn("Mending", act::apply, done -> lookAgain.run(), () -> {}),
                () -> background.inTurn(
                        "Taking back: " + act.what, act::takeBack, done -> lookAgain.run(), () -> remember(act)));
        lookAgain.run();
    }

    /** Remedies applied together, and the runs that undo them. */
    private static final class Act {
        private final String what;
        private final Map<Library, List<Finding>> groups;
        private final Map<Library, String> runs = new HashMap<>();

        Act(String what, Map<Library, List<Finding>> groups) {
            this.what = what;
            this.groups = groups;
        }

        boolean apply(Work work) throws ProblemException {
            for (Map.Entry<Library, List<Finding>> group : groups.entrySet()) {
                runs.put(group.getKey(), Mend.apply(group.getKey(), group.getValue()));
            }
            return true;
        }

        boolean takeBack(Work work) throws ProblemException {
            for (Map.Entry<Library, String> run : runs.entrySet()) {
                FileActs.undo(run.getKey(), run.getValue());
            }
            return true;
        }
    }
}
