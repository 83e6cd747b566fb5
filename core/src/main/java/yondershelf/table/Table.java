package yondershelf.table;

import java.util.concurrent.CopyOnWriteArrayList;
import yondershelf.content.ProblemException;
import yondershelf.words.Phrase;
import yondershelf.work.History;

/** The scene as it is; every act on it goes through the history. Used from one thread. */
public final class Table {
    private final History history;
    private final CopyOnWriteArrayList<Runnable> listeners = new CopyOnWriteArrayList<>();
    private Scene scene = Scene.empty(Phrase.of("table.untitled-scene"));

    public Table(History history) {
        this.history = history;
    }

    public Scene scene() {
        return scene;
    }

    /** Calls back after every change of the scene. */
    public void onChange(Runnable listener) {
        listeners.add(listener);
    }

    /** Makes the scene another one, as one act that can be undone. */
    public void act(String what, Scene after) {
        Scene before = scene;
        try {
            history.perform(what, () -> set(after), () -> set(before));
        } catch (ProblemException e) {
            throw new IllegalStateException("setting a scene cannot fail", e);
        }
    }

    /**
     * Makes the scene another one together with something beside it, as one act.
     *
     * @param redone run after the scene was made the other one
     * @param undone run after it was made the former one again
     */
    public void act(String what, Scene after, Runnable redone, Runnable undone) {
        Scene before = scene;
        try {
            history.perform(
                    what,
                    () -> {
                        set(after);
                        redone.run();
                    },
                    () -> {
                        set(before);
                        undone.run();
                    });
        } catch (ProblemException e) {
            throw new IllegalStateException("setting a scene cannot fail", e);
        }
    }

    /** Completes the scene with what came back; no act, so nothing to undo. */
    public void amend(Scene completed) {
        set(completed);
    }

    private void set(Scene other) {
        scene = other;
        listeners.forEach(Runnable::run);
    }
}
