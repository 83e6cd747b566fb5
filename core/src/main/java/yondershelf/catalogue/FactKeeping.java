package yondershelf.catalogue;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ProblemException;
import yondershelf.store.Batch;
import yondershelf.store.Store;

/** Facts on their way to the store, many at once: each writing waits for the drive. Safe for several threads. */
final class FactKeeping implements AutoCloseable {
    private static final int TOGETHER = 500;

    private final Store store;
    private final List<Consumer<Batch>> waiting = new ArrayList<>();

    FactKeeping(Store store) {
        this.store = store;
    }

    /** @param one null for what is not kept */
    void add(@Nullable Consumer<Batch> one) throws ProblemException {
        List<Consumer<Batch>> now;
        synchronized (waiting) {
            if (one != null) {
                waiting.add(one);
            }
            if (waiting.size() < TOGETHER) {
                return;
            }
            now = List.copyOf(waiting);
            waiting.clear();
        }
        write(now);
    }

    private void write(List<Consumer<Batch>> now) throws ProblemException {
        store.write(batch -> now.forEach(one -> one.accept(batch)));
    }

    @Override
    public void close() throws ProblemException {
        List<Consumer<Batch>> now = List.copyOf(waiting);
        waiting.clear();
        if (!now.isEmpty()) {
            write(now);
        }
    }
}
