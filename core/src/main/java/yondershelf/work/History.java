package yondershelf.work;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ProblemException;

/** The one list of acts that can be taken back and done again, whatever they change. Used from one thread. */
public final class History {
    private static final int KEPT = 200;

    /** One direction of an act. */
    public interface Step {
        void run() throws ProblemException;
    }

    /** @param of what it changes, where that may go before the act is taken back; else null */
    private record Reversible(@Nullable Object of, String what, Step redo, Step undo) {}

    private final Deque<Reversible> done = new ArrayDeque<>();
    private final Deque<Reversible> undone = new ArrayDeque<>();
    private final CopyOnWriteArrayList<Runnable> listeners = new CopyOnWriteArrayList<>();

    /** Does something that can be undone. When doing it fails, nothing is remembered. */
    public void perform(String what, Step step, Step undo) throws ProblemException {
        step.run();
        remember(what, step, undo);
    }

    /** Remembers something already done. */
    public void remember(String what, Step redo, Step undo) {
        remember(null, what, redo, undo);
    }

    /** Remembers something already done to something that may go: {@link #forget} ends what can be taken back of it. */
    public void remember(@Nullable Object of, String what, Step redo, Step undo) {
        done.push(new Reversible(of, what, redo, undo));
        if (done.size() > KEPT) {
            done.removeLast();
        }
        undone.clear();
        listeners.forEach(Runnable::run);
    }

    /** An act of an earlier start. */
    public record Earlier(String what, Step redo, Step undo) {}

    /**
     * Puts acts of earlier starts below those of this one.
     *
     * @param before the latest last
     * @param takenBack what was taken back and can be done again, the next last; passed over when something was done meanwhile
     */
    public void begin(List<Earlier> before, List<Earlier> takenBack) {
        for (Earlier act : before.reversed()) {
            if (done.size() < KEPT) {
                done.addLast(new Reversible(null, act.what, act.redo, act.undo));
            }
        }
        if (done.size() == before.size() && undone.isEmpty()) {
            takenBack.forEach(act -> undone.push(new Reversible(null, act.what, act.redo, act.undo)));
        }
        listeners.forEach(Runnable::run);
    }

    /** What was done to something that is gone can neither be taken back nor done again. */
    public void forget(Object of) {
        done.removeIf(act -> act.of == of);
        undone.removeIf(act -> act.of == of);
        listeners.forEach(Runnable::run);
    }

    /** What undo would take back. */
    public Optional<String> undoable() {
        return Optional.ofNullable(done.peek()).map(Reversible::what);
    }

    /** What redo would do again. */
    public Optional<String> redoable() {
        return Optional.ofNullable(undone.peek()).map(Reversible::what);
    }

    /** Takes the latest act back; when that fails, the act stays where it is. */
    public void undo() throws ProblemException {
        Reversible act = done.peek();
        if (act != null) {
            act.undo.run();
            done.pop();
            undone.push(act);
            listeners.forEach(Runnable::run);
        }
    }

    public void redo() throws ProblemException {
        Reversible act = undone.peek();
        if (act != null) {
            act.redo.run();
            undone.pop();
            done.push(act);
            listeners.forEach(Runnable::run);
        }
    }

    /** Calls back after every change. */
    public void onChange(Runnable listener) {
        listeners.add(listener);
    }
}
