package yondershelf.app.shelf;

import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import javafx.scene.image.Image;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Images;
import yondershelf.app.model.Throttle;
import yondershelf.catalogue.Contents;
import yondershelf.catalogue.PreviewQueue;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.library.Asset;
import yondershelf.render.Booth;
import yondershelf.words.Phrase;
import yondershelf.work.Job;
import yondershelf.work.Jobs;
import yondershelf.work.Priority;
import yondershelf.work.ProgramLog;
import yondershelf.work.Work;

/**
 * Brings previews to the shelf in view order: kept ones at once, others first as a draft, then refined. What has scrolled
 * out of view waits. One background job does it all; its progress is the strip's. When somebody stops it, it stays stopped
 * until other things are looked at.
 */
public final class PreviewLoader {
    /** Edge of the previews that are taken, in pixels; tiles scale them. */
    public static final int SIZE = 256;

    /** Of those shown on screens with more pixels, or very large. */
    private static final int LARGE = 512;

    /** Images are held at one of these, the next larger: so little is left to the toolkit that fine patterns stay calm. */
    private static final int[] EDGES = {
        96, 104, 112, 124, 136, 148, 164, 180, 200, 224, SIZE, 288, 320, 360, 400, 448, LARGE
    };

    private static final int KEPT = 240;
    /** So long the view has stood still before anything is drawn for it: what flies past is only looked for. */
    private static final long STILL_NANOS = 150_000_000;
    /** So often it looks whether what goes first is done. */
    private static final long YIELD_MILLIS = 40;
    /** Those that come within so long are shown together: the window is drawn once for all of them. */
    private static final long TOGETHER_MILLIS = 40;

    /** A preview as far as it has come. */
    public record Shown(
            @Nullable Image image,
            boolean isFinal,
            @Nullable String failure) {}

    private final Contents contents;
    private final Jobs jobs;
    private final Consumer<String> arrived;
    private final Object lock = new Object();
    private final LinkedHashMap<String, Shown> images = new LinkedHashMap<>(16, 0.75f, true);
    private final Map<String, Held> held = new HashMap<>();
    private final PreviewQueue queue = new PreviewQueue(this::hasAny, this::isKnown, () -> images.size() < KEPT);

    private int edge = SIZE;
    private String large = "";
    private BooleanSupplier yielding = () -> false;
    private int firstRow = Integer.MAX_VALUE;
    private boolean running;
    /** Arrived, and not yet told of. */
    private final Set<String> untold = new LinkedHashSet<>();

    private final Throttle telling = new Throttle(TOGETHER_MILLIS, this::tell);
    private long moved = System.nanoTime();

    /** Of which state of an asset an image is, and for which size it was made. */
    private record Held(String key, int edge) {}

    /** @param arrived called on the interface thread with the id of each asset whose preview got better */
    public PreviewLoader(Contents contents, Jobs jobs, Consumer<String> arrived) {
        this.contents = contents;
        this.jobs = jobs;
        this.arrived = arrived;
    }

    /** What there is for an asset now, without waiting. */
    public @Nullable Shown get(Asset asset) {
        synchronized (lock) {
            return hasAny(asset) ? images.get(asset.id()) : null;
        }
    }

    /**
     * Images are held no larger than they are shown: memory and drawing grow with their area.
     *
     * @param pixels on the screen
     */
    public void showAt(double pixels) {
        synchronized (lock) {
            int other =
                    Arrays.stream(EDGES).filter(e -> e >= pixels).findFirst().orElse(LARGE);
            if (other != edge) {
                queue.lookAgain();
            }
            edge = other;
        }
    }

    /**
     * Lets something else go first: beyond the first row nothing is drawn meanwhile.
     *
     * @param something true while it is under way; asked on the loader's thread
     */
    void yieldTo(BooleanSupplier something) {
        synchronized (lock) {
            yielding = something;
        }
    }

    /** Says how many stand in a row. */
    void showInRowsOf(int columns) {
        synchronized (lock) {
            firstRow = columns;
        }
    }

    /** Says which one is shown larger than the others. */
    void enlarge(Asset asset) {
        synchronized (lock) {
            large = asset.id();
            queue.lookAgain(asset);
        }
    }

    /** How large its preview is taken. */
    private int taken(Asset asset) {
        synchronized (lock) {
            return edgeOf(asset) <= SIZE ? SIZE : LARGE;
        }
    }

    private int edgeOf(Asset asset) {
        return asset.id().equals(large) ? Math.max(SIZE, edge) : edge;
    }

    /** Says what is in view, top left first, and what would be nice to have afterwards. */
    public void want(List<Asset> inView, List<Asset> afterwards) {
        synchronized (lock) {
            if (running && queue.isWanted(inView, afterwards)) {
                // as at most frames of a scroll
                return;
            }
            if (queue.want(inView, afterwards)) {
                moved = System.nanoTime();
            }
            if (!running && !queue.isRefused() && queue.next() != null) {
                running = true;
                Job<Boolean> job = jobs.start(Phrase.of("shelf.previews"), Priority.LOOKED_AT, this::run);
                job.result().exceptionally(stoppedOrClosed -> {
                    ended();
                    return false;
                });
            }
        }
    }

    /** Stopped by somebody, before it began or while it ran: what is wanted now is not begun again by itself. */
    private void ended() {
        synchronized (lock) {
            running = false;
            queue.refuse();
        }
    }

    /** Tries again what could not be shown: its drive may be back. */
    public void forgetFailures() {
        synchronized (lock) {
            images.entrySet().removeIf(e -> {
                boolean failed = e.getValue().failure != null;
                if (failed) {
                    held.remove(e.getKey());
                }
                return failed;
            });
            queue.lookAgain();
        }
    }

    private boolean hasAny(Asset asset) {
        Held now = held.get(asset.id());
        return now != null && now.key.equals(asset.state());
    }

    private boolean isKnown(Asset asset) {
        Shown shown = images.get(asset.id());
        Held now = held.get(asset.id());
        return shown != null
                && shown.isFinal
                && now != null
                && now.key.equals(asset.state())
                && now.edge == edgeOf(asset);
    }

    private boolean run(Work work) {
        while (!work.isCancelled()) {
            PreviewQueue.Request task;
            int left;
            int total;
            synchronized (lock) {
                task = nextAtRest(work);
                if (task == null) {
                    running = false;
                    return true;
                }
                total = queue.total();
                left = queue.left();
            }
            work.progress(total - left, total, task.asset().name());
            take(task, work);
        }
        return true;
    }

    private boolean mustWait(PreviewQueue.Request task) {
        int place = queue.placeInView(task.asset());
        return (place < 0 || place >= firstRow) && yielding.getAsBoolean();
    }

    /** What is to be done next, after a wait when it is to be drawn while the view moves. */
    private PreviewQueue.@Nullable Request nextAtRest(Work work) {
        PreviewQueue.Request task = queue.next();
        try {
            for (long left = toRest(); left > 0 && task != null && task.isDrawn(); left = toRest()) {
                lock.wait(1 + left / 1_000_000);
                task = queue.next();
            }
            while (task != null && task.isDrawn() && !work.isCancelled() && mustWait(task)) {
                lock.wait(YIELD_MILLIS);
                task = queue.next();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        return task;
    }

    private long toRest() {
        return moved + STILL_NANOS - System.nanoTime();
    }

    private void take(PreviewQueue.Request task, Work work) {
        Asset asset = task.asset();
        try {
            switch (task.step()) {
                case LOOK -> {
                    Picture kept = contents.previews().ready(asset, taken(asset));
                    synchronized (lock) {
                        queue.lookedFor(asset);
                    }
                    if (kept != null) {
                        put(asset, kept, true);
                    }
                }
                case DRAFT -> draw(asset, SIZE / 2, Booth.DRAFT_SAMPLES, work);
                case FINAL -> draw(asset, taken(asset), contents.previews().finalSamples(), work);
            }
        } catch (ProblemException e) {
            putFailure(asset, e.problem().cause());
        } catch (RuntimeException | Error e) {
            // it must not be tried first for ever: it is known to have failed, and the others follow
            ProgramLog.note(Phrase.of("shelf.preview-of", asset.path()), e);
            putFailure(asset, Phrase.of("shelf.its-preview-cannot-be-drawn"));
        }
    }

    private void draw(Asset asset, int size, int samples, Work work) throws ProblemException {
        boolean last = samples >= contents.previews().finalSamples();
        // the same bytes may have been shown elsewhere, which shows only once they are read
        Picture kept = contents.previews().kept(asset, taken(asset));
        if (kept != null) {
            put(asset, kept, true);
            return;
        }
        Picture picture = contents.previews().take(asset, size, samples, work::isCancelled);
        if (picture != null) {
            put(asset, picture, last);
        } else if (!work.isCancelled()) {
            putFailure(asset, Phrase.of("shelf.there-is-nothing-to-see"));
        }
    }

    private void put(Asset asset, Picture picture, boolean isFinal) {
        int wide;
        synchronized (lock) {
            wide = edgeOf(asset);
        }
        put(asset, new Shown(Images.of(picture, wide), isFinal, null), wide);
    }

    private void putFailure(Asset asset, String reason) {
        int wide;
        synchronized (lock) {
            wide = edgeOf(asset);
        }
        put(asset, new Shown(null, true, reason), wide);
    }

    private void put(Asset asset, Shown shown, int wide) {
        synchronized (lock) {
            images.put(asset.id(), shown);
            held.put(asset.id(), new Held(asset.state(), wide));
            var oldest = images.entrySet().iterator();
            while (images.size() > KEPT) {
                held.remove(oldest.next().getKey());
                oldest.remove();
            }
        }
        tellOf(asset.id());
    }

    private void tellOf(String id) {
        synchronized (lock) {
            untold.add(id);
        }
        telling.ask();
    }

    private void tell() {
        List<String> came;
        synchronized (lock) {
            came = List.copyOf(untold);
            untold.clear();
        }
        came.forEach(arrived);
    }

    /** True when everything in view shows its best. */
    public boolean isInViewSettled() {
        synchronized (lock) {
            return queue.isInViewDone();
        }
    }

    /** True when nothing in view is waiting, nor what is seen next. */
    public boolean isSettled() {
        synchronized (lock) {
            return queue.next() == null;
        }
    }
}
