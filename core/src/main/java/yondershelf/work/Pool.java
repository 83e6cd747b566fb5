package yondershelf.work;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * The one pool: few threads for all work, most urgent first. Less urgent work never has them all, so that what somebody looks
 * at begins at once however long the rest takes.
 */
final class Pool {
    private final Map<Priority, Deque<Runnable>> waiting = new EnumMap<>(Priority.class);
    private final Map<Priority, Integer> running = new EnumMap<>(Priority.class);
    private final List<Thread> threads = new ArrayList<>();
    private boolean closed;

    Pool(int size) {
        for (Priority priority : Priority.values()) {
            waiting.put(priority, new ArrayDeque<>());
            running.put(priority, 0);
        }
        for (int i = 1; i <= Math.max(Priority.values().length, size); i++) {
            Thread thread = new Thread(this::work, "job " + i);
            thread.setDaemon(true);
            thread.start();
            threads.add(thread);
        }
    }

    /** @return false when closed: it is not begun any more */
    synchronized boolean add(Priority priority, Runnable task) {
        if (closed) {
            return false;
        }
        queue(priority).add(task);
        notifyAll();
        return true;
    }

    private Deque<Runnable> queue(Priority priority) {
        return waiting.computeIfAbsent(priority, k -> new ArrayDeque<>());
    }

    private void work() {
        while (true) {
            Priority priority;
            Runnable task;
            synchronized (this) {
                priority = next();
                while (priority == null && !closed) {
                    try {
                        wait();
                    } catch (InterruptedException e) {
                        Thread.currentThread().interrupt();
                        return;
                    }
                    priority = next();
                }
                if (priority == null) {
                    return;
                }
                task = queue(priority).remove();
                running.merge(priority, 1, Integer::sum);
            }
            try {
                task.run();
            } finally {
                synchronized (this) {
                    running.merge(priority, -1, Integer::sum);
                    notifyAll();
                }
            }
        }
    }

    /** The most urgent that may begin: of what is less urgent than it, some thread stays free for each step of urgency. */
    private @Nullable Priority next() {
        for (Priority priority : Priority.values()) {
            int asUrgent = running.entrySet().stream()
                    .filter(r -> r.getKey().compareTo(priority) >= 0)
                    .mapToInt(Map.Entry::getValue)
                    .sum();
            int most = threads.size() - priority.ordinal();
            if (!queue(priority).isEmpty() && asUrgent < most) {
                return priority;
            }
        }
        return null;
    }

    /** Begins nothing more and interrupts what runs. */
    synchronized void close() {
        closed = true;
        waiting.values().forEach(Deque::clear);
        notifyAll();
        threads.forEach(Thread::interrupt);
    }

    /** True when all work stopped in time. */
    boolean await(long millis) throws InterruptedException {
        long end = System.nanoTime() + millis * 1_000_000;
        for (Thread thread : threads) {
            thread.join(Math.max(1, (end - System.nanoTime()) / 1_000_000));
        }
        return threads.stream().noneMatch(Thread::isAlive);
    }
}
