package yondershelf.app.model;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.intake.IntakePlan;
import yondershelf.intake.KeptPlan;
import yondershelf.words.Phrase;

/** Keeps the open plan on disk while somebody works on it: it can be gone on with after the program ended. */
public final class PlanKeeping {
    private final Path file;
    private final Background background;
    private final AtomicBoolean waiting = new AtomicBoolean();
    private volatile @Nullable Open open;

    private @Nullable KeptPlan resumed;

    private record Open(List<Path> sources, String library, String folder, IntakePlan plan) {}

    PlanKeeping(Path file, Background background) {
        this.file = file;
        this.background = background;
    }

    /** A plan is open from now on. */
    public void begin(List<Path> sources, String library, String folder, IntakePlan plan) {
        open = new Open(List.copyOf(sources), library, folder, plan);
        write();
    }

    void changed(IntakePlan plan) {
        Open now = open;
        if (now != null && !plan.items().isEmpty()) {
            open = new Open(now.sources, now.library, now.folder, plan);
            write();
        }
    }

    /** It is taken in, or discarded. */
    public void end() {
        resumed = null;
        if (open != null) {
            open = null;
            write();
        }
    }

    private void write() {
        if (waiting.getAndSet(true)) {
            // the one that waits writes what is then
            return;
        }
        background.quietly(
                Phrase.of("model.keeping-the-plan"),
                work -> {
                    writeNow();
                    return true;
                },
                done -> {});
    }

    private synchronized void writeNow() throws ProblemException {
        waiting.set(false);
        Open now = open;
        if (now != null) {
            KeptPlan.of(now.sources, now.library, now.folder, now.plan).write(file);
            return;
        }
        try {
            Files.deleteIfExists(file);
        } catch (IOException e) {
            throw Problem.of(file, Phrase.of("model.it-cannot-be-removed", e.getMessage()))
                    .raise(e);
        }
    }

    /** What another program, that ended, left. Reads a file: in the background. */
    public Optional<KeptPlan> left() {
        return open != null ? Optional.empty() : KeptPlan.read(file).filter(kept -> !kept.isOpenElsewhere());
    }

    /** Forgets what was left. */
    public void forget() {
        if (open == null) {
            write();
        }
    }

    /** What is brought next is planned as it was then. */
    public void resume(KeptPlan kept) {
        resumed = kept;
    }

    /** The plan to go on with, when these things are its sources. */
    public Optional<KeptPlan> resumed(List<Path> sources) {
        return Optional.ofNullable(resumed)
                .filter(kept -> kept.sources()
                        .equals(sources.stream()
                                .map(s -> s.toAbsolutePath().normalize())
                                .toList()));
    }

    /** It was gone on with: what is planned from now on is as it comes. */
    public void resumedNow() {
        resumed = null;
    }
}
