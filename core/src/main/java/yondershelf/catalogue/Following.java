package yondershelf.catalogue;

import yondershelf.work.Parallel;
import yondershelf.work.ProgramLog;

/** While a long look goes on, takes in what it has found so far, on a thread of its own: the shelf fills as things are found. */
final class Following implements AutoCloseable {
    private static final long SOON_MILLIS = 400;
    private static final long LATEST_MILLIS = 5_000;

    private final Scanning scanning;
    private final Runnable came;
    private final Thread thread;
    private boolean over;

    Following(Scanning scanning, Runnable came) {
        this.scanning = scanning;
        this.came = came;
        this.thread = Thread.ofPlatform().daemon().name("following").start(this::follow);
    }

    private void follow() {
        try {
            // each step costs by what is there already: soon for the first, then at growing intervals
            long pause = SOON_MILLIS;
            while (waited(pause)) {
                if (scanning.follow()) {
                    came.run();
                    pause = Math.min(LATEST_MILLIS, pause * 2);
                }
            }
        } catch (RuntimeException e) {
            // the look itself goes on, and what it found is taken in when it ends
            ProgramLog.note("following", e);
        }
    }

    /** False when the look is over. */
    private synchronized boolean waited(long pause) {
        long end = System.nanoTime() + pause * 1_000_000;
        long left = pause;
        while (!over && left > 0) {
            try {
                wait(left);
            } catch (InterruptedException e) {
                return false;
            }
            left = (end - System.nanoTime()) / 1_000_000;
        }
        return !over;
    }

    @Override
    public void close() {
        synchronized (this) {
            over = true;
            notifyAll();
        }
        Parallel.awaitEnd(thread);
    }
}
