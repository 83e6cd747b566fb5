package yondershelf.format.worker;

import java.lang.management.ManagementFactory;
import java.util.Optional;

/**
 * Ends the child when it must end and nobody else can see to it: its parent is gone, or one file has used all the processor
 * time it may. Native code that never comes back cannot stop it.
 */
final class Guard {
    private static final int LOOK_MILLIS = 200;
    static final int ENDED = 3;

    private final long mostNanos;
    private final long reader = Thread.currentThread().threadId();
    private volatile long begun = -1;

    private Guard(long mostNanos) {
        this.mostNanos = mostNanos;
    }

    /**
     * Begins watching on behalf of the calling thread.
     *
     * @param parent its process
     * @param seconds of the processor for one file
     */
    static Guard watch(long parent, double seconds) {
        Guard guard = new Guard((long) (seconds * 1e9));
        Thread thread = new Thread(() -> guard.look(parent), "guard");
        thread.setDaemon(true);
        thread.start();
        return guard;
    }

    private void look(long parent) {
        Optional<ProcessHandle> there = ProcessHandle.of(parent);
        while (there.isPresent() && there.get().isAlive() && !isOverdrawn()) {
            try {
                Thread.sleep(LOOK_MILLIS);
            } catch (InterruptedException e) {
                break;
            }
        }
        Runtime.getRuntime().halt(ENDED);
    }

    private long used() {
        return ManagementFactory.getThreadMXBean().getThreadCpuTime(reader);
    }

    private boolean isOverdrawn() {
        long since = begun;
        return since >= 0 && used() - since > mostNanos;
    }

    /** One file begins. */
    void begin() {
        begun = used();
    }

    void end() {
        begun = -1;
    }
}
