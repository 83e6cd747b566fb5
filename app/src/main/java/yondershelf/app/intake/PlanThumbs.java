package yondershelf.app.intake;

import java.util.ArrayDeque;
import java.util.Collections;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import javafx.application.Platform;
import javafx.scene.image.Image;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Images;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.intake.PlanItem;
import yondershelf.render.Booth;
import yondershelf.words.Phrase;
import yondershelf.work.Jobs;
import yondershelf.work.Work;

/** Small previews of what came, drawn one after the other for the lines that are in view, the latest first. */
final class PlanThumbs {
    static final int EDGE = 40;
    private static final int MOST = 2_000;
    private static final int MOST_WAITING = 60;
    /** Drawn larger than the list shows it, so that edges are smooth; as large as among pictures. */
    private static final int DRAWN = 112;

    private final Jobs jobs;
    private final ItemView.Drawing drawing;
    private final Runnable came;
    private final Map<PlanItem, Image> ready = Collections.synchronizedMap(new LinkedHashMap<>(64, 0.75f, true) {
        private static final long serialVersionUID = 1;

        @Override
        protected boolean removeEldestEntry(Map.Entry<PlanItem, Image> eldest) {
            return size() > MOST;
        }
    });
    private final Set<PlanItem> failed = new HashSet<>();
    private final Deque<PlanItem> waiting = new ArrayDeque<>();
    private boolean busy;
    private int round;

    /** @param came called on the interface thread when there is another one */
    PlanThumbs(Jobs jobs, ItemView.Drawing drawing, Runnable came) {
        this.jobs = jobs;
        this.drawing = drawing;
        this.came = came;
    }

    /** What is shown of a thing: its files as they are used; ticks, tags and names change nothing. */
    private static PlanItem seen(PlanItem item) {
        return item.bare();
    }

    /** Null while it is not drawn yet; then it will be. */
    @Nullable
    Image of(PlanItem item) {
        PlanItem key = seen(item);
        Image image = ready.get(key);
        if (image == null && !failed.contains(key)) {
            waiting.remove(key);
            waiting.push(key);
            if (waiting.size() > MOST_WAITING) {
                waiting.removeLast();
            }
            next();
        }
        return image;
    }

    /** Nothing of what was asked for is wanted any more. */
    void forget() {
        round++;
        waiting.clear();
        ready.clear();
        failed.clear();
    }

    private void next() {
        PlanItem item = busy ? null : waiting.poll();
        if (item == null) {
            return;
        }
        busy = true;
        int now = round;
        jobs.startQuietly(Phrase.of("intake.previews-of-what-came"), work -> draw(item, work))
                .result()
                .whenComplete((made, failure) -> Platform.runLater(() -> {
                    busy = false;
                    if (now == round) {
                        if (made == null) {
                            failed.add(item);
                        } else {
                            ready.put(item, made);
                        }
                        came.run();
                    }
                    next();
                }));
    }

    private Image draw(PlanItem item, Work work) throws ProblemException {
        Picture picture = drawing.draw(item, "", DRAWN, Booth.DRAFT_SAMPLES, work::isCancelled);
        return Images.of(picture);
    }
}
