package yondershelf.app.model;

import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.function.UnaryOperator;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ProblemException;
import yondershelf.intake.Habits;
import yondershelf.intake.IntakePlan;
import yondershelf.intake.KeptPlan;
import yondershelf.intake.PlanItem;
import yondershelf.words.Phrase;
import yondershelf.work.History;

/** The plan of what came, while somebody looks at it: each change can be taken back until it is taken in or let go. */
public final class OpenPlan {
    private final History history;
    private final Background background;
    private final Path habitsFile;
    /** One after the other: each adds to what the one before wrote. */
    private final Object learning = new Object();

    /** What was found out of the things of the open plan. */
    private @Nullable IntakePlan found;

    private final ReadOnlyObjectWrapper<IntakePlan> plan = new ReadOnlyObjectWrapper<>(IntakePlan.EMPTY);

    private final PlanKeeping keeping;

    /** @param home folder where it is kept what somebody said of names, and the plan itself */
    OpenPlan(History history, Background background, Path home) {
        this.history = history;
        this.background = background;
        this.habitsFile = home.resolve(Habits.FILE);
        this.keeping = new PlanKeeping(home.resolve(KeptPlan.FILE), background);
        plan.addListener((o, before, now) -> keeping.changed(now));
    }

    public PlanKeeping keeping() {
        return keeping;
    }

    public ReadOnlyObjectProperty<IntakePlan> plan() {
        return plan.getReadOnlyProperty();
    }

    /** Shows a plan nobody has changed yet. */
    public void open(IntakePlan fresh) {
        history.forget(this);
        found = null;
        plan.set(fresh);
    }

    public void close() {
        open(IntakePlan.EMPTY);
    }

    /** Changes it. What changes nothing is no act. */
    public void change(String what, UnaryOperator<IntakePlan> change) {
        IntakePlan before = plan.get();
        IntakePlan after = change.apply(before);
        if (after.equals(before)) {
            return;
        }
        plan.set(after);
        history.remember(this, what, () -> show(after), () -> show(before));
    }

    /** As it was then, and as far as it is known by now what its things are. */
    private void show(IntakePlan then) {
        IntakePlan known = found;
        plan.set(known == null ? then : then.renewed(known));
    }

    /** Changes one thing of it. */
    public void change(String what, PlanItem item) {
        PlanItem before = plan.get().item(item.number()).orElse(null);
        change(what, p -> p.with(item));
        if (before != null && item.isSet() && !before.files().equals(item.files())) {
            learn(before, item);
        }
    }

    /** Things become one; what somebody says so of a map holds for the next pack too. */
    public void merge(int into, List<Integer> others) {
        PlanItem before = plan.get().item(into).orElse(null);
        if (before == null) {
            return;
        }
        change(Phrase.of("model.put-together", before.name()), p -> p.merged(into, others));
        plan.get().item(into).ifPresent(after -> {
            if (!after.files().equals(before.files())) {
                learn(before, after);
            }
        });
    }

    /** What was found out meanwhile; that is no act. */
    public void renew(IntakePlan better) {
        found = better;
        IntakePlan before = plan.get();
        background.quietly(Phrase.of("model.sorting-in-what-was-found"), work -> before.renewed(better), renewed -> {
            // changed by hand meanwhile: once more, for what it is now
            if (found == better) {
                plan.set(plan.get() == before ? renewed : plan.get().renewed(better));
            }
        });
    }

    private void learn(PlanItem before, PlanItem after) {
        background.quietly(
                Phrase.of("model.keeping-what-was-said-of"),
                work -> {
                    synchronized (learning) {
                        Habits now = Habits.read(habitsFile);
                        Habits learned = now.learned(before, after);
                        if (!Objects.equals(now, learned)) {
                            learned.write(habitsFile);
                        }
                    }
                    return true;
                },
                done -> {});
    }

    /** What was said of names before. Reads a file: in the background. */
    public Habits habits() throws ProblemException {
        return Habits.read(habitsFile);
    }
}
