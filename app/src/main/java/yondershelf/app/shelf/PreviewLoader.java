package yondershelf.app.shelf;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.scene.image.Image;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Images;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.library.Asset;
import yondershelf.render.Booth;
import yondershelf.work.Job;
import yondershelf.work.Jobs;
import yondershelf.work.ProgramLog;

/**
 * Brings previews to the shelf in view order: kept ones at once, others first as a draft, then refined. What has scrolled
 * out of view waits. One background job does it all; its progress is the strip's.
 */
public final class PreviewLoader {
    /** Edge of the previews that are taken, in pixels; tiles scale them. */
    public static final int SIZE = 256;

    private static final int KEPT = 600;

    /** A preview as far as it has come. */
    public record Shown(
            @Nullable Image image,
            boolean isFinal,
            @Nullable String failure) {}

    private final Catalogue catalogue;
    private final Jobs jobs;
    private final Consumer<String> arrived;
    private final Object lock = new Object();
    private final LinkedHashMap<String, Shown> images = new LinkedHashMap<>(16, 0.75f, true);
    private final Map<String, String> keys = new HashMap<>();
    private final Set<String> drafts = new HashSet<>();
    private List<Asset> wanted = List.of();
    private List<Asset> background = List.of();
    private @Nullable Job<Boolean> job;

    /** @param arrived called on the interface thread with the id of each asset whose preview got better */
    public PreviewLoader(Catalogue catalogue, Jobs jobs, Consumer<String> arrived) {
        this.catalogue = catalogue;
        this.jobs = jobs;
        this.arrived = arrived;
    }

    /** What there is for an asset now, without waiting. */
    public @Nullable Shown get(Asset asset) {
        synchronized (lock) {
            return asset.key().equals(keys.get(asset.id())) ? images.get(asset.id()) : null;
        }
    }

    /** Says what is in view, top left first, and everything that would be nice to have afterwards. */
    public void want(List<Asset> inView, List<Asset> rest) {
        synchronized (lock) {
            wanted = List.copyOf(inView);
            background = rest;
            if (job == null || job.isOver()) {
                if (next() != null) {
                    job = jobs.start("Previews", this::run);
                }
            }
        }
    }

    private record Task(Asset asset, boolean draft) {}

    /** Visible drafts first, then visible finals, then the rest. */
    private @Nullable Task next() {
        for (Asset asset : wanted) {
            if (!isKnown(asset) && !drafts.contains(asset.id() + asset.key())) {
                return new Task(asset, true);
            }
        }
        for (Asset asset : wanted) {
            if (!isKnown(asset)) {
                return new Task(asset, false);
            }
        }
        if (images.size() < KEPT) {
            for (Asset asset : background) {
                if (!isKnown(asset)) {
                    return new Task(asset, false);
                }
            }
        }
        return null;
    }

    private boolean isKnown(Asset asset) {
        Shown shown = images.get(asset.id());
        return shown != null && shown.isFinal && asset.key().equals(keys.get(asset.id()));
    }

    private boolean run(yondershelf.work.Work work) throws ProblemException {
        while (!work.isCancelled()) {
            Task task;
            int left;
            int total;
            synchronized (lock) {
                task = next();
                List<Asset> all = new ArrayList<>(background.isEmpty() ? wanted : background);
                total = all.size();
                left = (int) all.stream().filter(a -> !isKnown(a)).count();
            }
            if (task == null) {
                break;
            }
            work.progress(total - left, total, task.asset.name());
            take(task, work);
        }
        catalogue.saveFacts();
        return true;
    }

    private void take(Task task, yondershelf.work.Work work) {
        Asset asset = task.asset;
        try {
            Picture kept = catalogue.contents().keptPreview(asset, SIZE);
            if (kept != null) {
                put(asset, new Shown(Images.of(kept), true, null));
                return;
            }
            int samples = task.draft ? Booth.DRAFT_SAMPLES : Booth.FINAL_SAMPLES;
            int size = task.draft ? SIZE / 2 : SIZE;
            Picture picture = catalogue.contents().takePreview(asset, size, samples, work::isCancelled);
            if (picture != null) {
                put(asset, new Shown(Images.of(picture), !task.draft, null));
            }
        } catch (ProblemException e) {
            put(asset, new Shown(null, true, e.problem().cause()));
        } catch (RuntimeException | Error e) {
            // it must not be tried first for ever: it is known to have failed, and the others follow
            ProgramLog.note("preview of " + asset.path(), e);
            put(asset, new Shown(null, true, "its preview cannot be drawn"));
        } finally {
            synchronized (lock) {
                drafts.add(asset.id() + asset.key());
            }
        }
    }

    private void put(Asset asset, Shown shown) {
        synchronized (lock) {
            images.put(asset.id(), shown);
            keys.put(asset.id(), asset.key());
            var oldest = images.entrySet().iterator();
            while (images.size() > KEPT) {
                keys.remove(oldest.next().getKey());
                oldest.remove();
            }
        }
        Platform.runLater(() -> arrived.accept(asset.id()));
    }

    /** True when nothing in view is waiting. */
    public boolean isSettled() {
        synchronized (lock) {
            return next() == null;
        }
    }
}
