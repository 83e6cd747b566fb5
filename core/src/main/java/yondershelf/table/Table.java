package yondershelf.table;

import java.util.concurrent.CopyOnWriteArrayList;
import yondershelf.content.ProblemException;
import yondershelf.work.History;

/** The scene as it is; every act on it goes through the history. Used from one thread. */
public final class Table {
    private final History history;
    private final CopyOnWriteArrayList<Runnable> listeners = new CopyOnWriteArrayList<>();
    private Scene scene = Scene.empty("Untitled scene");

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

    private void set(Scene other) {
        scene = other;
        listeners.forEach(Runnable::run);
    }
}
