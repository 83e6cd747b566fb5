package yondershelf.app.intake;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Background;
import yondershelf.app.model.IntakeReport;
import yondershelf.app.model.IntakeUnderWay;
import yondershelf.app.model.Words;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.KeptAct;
import yondershelf.content.Problem;
import yondershelf.intake.Intake;
import yondershelf.intake.IntakePlan;
import yondershelf.intake.PlanItem;
import yondershelf.intake.Taken;
import yondershelf.library.Library;
import yondershelf.words.Phrase;
import yondershelf.work.Job;
import yondershelf.work.Work;

/** The act itself: what is ticked comes into the library, can be undone, and what became of it is kept. */
final class TakingIn {
    private final IntakeUnderWay underWay;
    private final Background background;
    private final Catalogue catalogue;
    private final Intake intake;
    private final Library target;

    TakingIn(IntakeUnderWay underWay, Background background, Catalogue catalogue, Intake intake, Library target) {
        this.underWay = underWay;
        this.background = background;
        this.catalogue = catalogue;
        this.intake = intake;
        this.target = target;
    }

    /**
     * Starts it.
     *
     * @param moving true when files are moved instead of copied
     * @param looked true when the pictures of the plan were looked at already
     * @param nothing called when nothing came in
     */
    void run(IntakePlan whole, boolean moving, boolean looked, Runnable nothing) {
        List<PlanItem> items = whole.ticked();
        AtomicReference<@Nullable Taken> taken = new AtomicReference<>();
        AtomicReference<@Nullable KeptAct> act = new AtomicReference<>();
        Runnable over = () -> {
            // stopped by hand or not: what came in is there, and can be undone
            Taken came = taken.get();
            if (came != null) {
                underWay.tookIn(target, came, act.get());
            } else {
                nothing.run();
            }
        };
        String what = title(items.size());
        Job<Boolean> job = background.run(
                what,
                work -> {
                    List<PlanItem> coming = looked ? items : readable(intake, items, work);
                    Taken came = moving ? intake.move(with(whole, coming), work) : intake.take(coming, work);
                    taken.set(came);
                    act.set(underWay.label(target, came, work).orElse(null));
                    return true;
                },
                done -> over.run(),
                over);
        job.result().whenComplete((done, failure) -> {
            Taken came = taken.get();
            keep(IntakeReport.of(what, came == null ? 0 : came.assets(), job.problems()));
        });
    }

    private String title(int things) {
        return Phrase.of(
                "intake.taking-in-from",
                Words.plural(things, "thing"),
                underWay.brought().get().stream()
                        .map(p -> String.valueOf(p.getFileName()))
                        .collect(Collectors.joining(", ")));
    }

    private void keep(IntakeReport report) {
        background.quietly(
                Phrase.of("intake.keeping-what-became-of-it"),
                work -> {
                    report.keep(catalogue.home());
                    return true;
                },
                kept -> {});
    }

    /** A plan in which just these are ticked. */
    private static IntakePlan with(IntakePlan whole, List<PlanItem> coming) {
        Map<Integer, PlanItem> ticked = new HashMap<>();
        coming.forEach(i -> ticked.put(i.number(), i));
        return whole.each(i -> ticked.getOrDefault(i.number(), i.ticked(false)));
    }

    /** Those that can be read, as their pictures show them; the others are told. What was ticked by hand comes all the same. */
    private static List<PlanItem> readable(Intake now, List<PlanItem> items, Work work) {
        IntakePlan wanted = new IntakePlan(items, List.of());
        IntakePlan seen = wanted.renewed(now.examine(wanted, work));
        for (PlanItem item : seen.items()) {
            if (!item.isTicked()) {
                work.problem(Problem.of(item.at(item.main()), item.reason()));
            }
        }
        return seen.ticked();
    }
}
