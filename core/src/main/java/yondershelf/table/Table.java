package yondershelf.table;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;

/** The scene as it is, and the acts that led to it, to be undone and redone. Used from one thread. */
public final class Table {
    private static final int KEPT = 200;

    private record Step(String act, Scene before, Scene after) {}

    private final Deque<Step> done = new ArrayDeque<>();
    private final Deque<Step> undone = new ArrayDeque<>();
    private final CopyOnWriteArrayList<Runnable> listeners = new CopyOnWriteArrayList<>();
    private Scene scene = Scene.empty("Untitled scene");

    public Scene scene() {
        return scene;
    }

    /** Calls back after every change. */
    public void onChange(Runnable listener) {
        listeners.add(listener);
    }

    /** Makes the scene another one, as one act that can be undone. */
    public void act(String what, Scene after) {
        done.push(new Step(what, scene, after));
        if (done.size() > KEPT) {
            done.removeLast();
        }
        undone.clear();
        set(after);
    }

    /** What undo would take back. */
    public Optional<String> undoable() {
        return Optional.ofNullable(done.peek()).map(Step::act);
    }

    public Optional<String> redoable() {
        return Optional.ofNullable(undone.peek()).map(Step::act);
    }

    public void undo() {
        Step step = done.poll();
        if (step != null) {
            undone.push(step);
            set(step.before);
        }
    }

    public void redo() {
        Step step = undone.poll();
        if (step != null) {
            done.push(step);
            set(step.after);
        }
    }

    private void set(Scene other) {
        scene = other;
        listeners.forEach(Runnable::run);
    }
}
