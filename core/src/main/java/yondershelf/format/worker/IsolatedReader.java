package yondershelf.format.worker;

import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.ConcurrentLinkedDeque;
import java.util.concurrent.Semaphore;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Excerpt;
import yondershelf.content.ImageSource;
import yondershelf.content.MaterialFile;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.format.reading.ContentReader;
import yondershelf.references.Reach;
import yondershelf.references.Squares;
import yondershelf.words.Phrase;

/**
 * Reads like {@link Formats}, with everything native done in child processes that are kept for the next file. Close it
 * to end them.
 */
public final class IsolatedReader implements ContentReader, AutoCloseable {
    private static final int MOST_CHILDREN = 2;

    private static final int REDUCED = 2;

    private final Reach reach;
    private final Formats here;
    private final Supplier<Limits> allowed;
    private final Path log;
    private final Semaphore room = new Semaphore(MOST_CHILDREN);
    private final ConcurrentLinkedDeque<Worker> idle = new ConcurrentLinkedDeque<>();
    private volatile boolean closed;

    public IsolatedReader() {
        this(Limits.USUAL);
    }

    public IsolatedReader(Limits limits) {
        this(limits, Path.of(System.getProperty("java.io.tmpdir")));
    }

    /** @param log an existing folder, for what the virtual machine says of children that crash */
    public IsolatedReader(Limits limits, Path log) {
        this(() -> limits, log);
    }

    /** @param allowed asked for each file: what may be used can be set otherwise while the program runs */
    public IsolatedReader(Supplier<Limits> allowed, Path log) {
        this(allowed, log, new Reach());
    }

    private IsolatedReader(Supplier<Limits> allowed, Path log, Reach reach) {
        this.allowed = allowed;
        this.log = log;
        this.reach = reach;
        this.here = new Formats(reach);
    }

    @Override
    public IsolatedReader patient(double seconds) {
        return new IsolatedReader(() -> allowed.get().within(seconds), log, reach);
    }

    @Override
    public Reach reach() {
        return reach;
    }

    @Override
    public Model readModel(Path file, Excerpt excerpt) throws ProblemException {
        Optional<Model> safe = here.readModelSafely(file, excerpt);
        if (safe.isPresent()) {
            return safe.get();
        }
        Request request = new Request(WorkerMain.MODEL, file.toAbsolutePath().toString(), excerpt.text(), 1, null);
        return inChild(request, allowed.get(), false, worker -> ContentStream.readModel(worker.in()));
    }

    @Override
    public MaterialFile readMaterials(Path file) throws ProblemException {
        return here.readMaterials(file);
    }

    /** A picture that needs more than one file may use whole is read at half its size. */
    @Override
    public Picture readPicture(ImageSource source) throws ProblemException {
        if (Squares.areMeant(source.reference())) {
            return Squares.whole(source, this::readPicture);
        }
        Path file = source.file();
        if (!Formats.needsNative(source) || source.bytes() == null && file == null) {
            return here.readPicture(source);
        }
        Limits limits = allowed.get();
        Limits.Need whole = Limits.of(source, here, 1);
        int step = limits.allows(whole) ? 1 : REDUCED;
        Limits.Need need = step == 1 ? whole : Limits.of(source, here, step);
        if (!limits.allows(need)) {
            throw new Problem(
                            source.shownName(),
                            Phrase.kept("worker.it-needs-mib-even-at", need.total(), limits.mostMegabytes()),
                            Phrase.kept("worker.scale-it-down-or-allow"))
                    .ofTheMoment()
                    .raise();
        }
        String name = file == null ? source.reference() : file.toAbsolutePath().toString();
        Request request = new Request(WorkerMain.PICTURE, name, "", step, source.bytes());
        boolean large = !limits.holds(need);
        return inChild(
                request, large ? limits.grown(need) : limits, large, worker -> ContentStream.readPicture(worker.in()));
    }

    /** What native code reads says nothing of its colours that is heeded. */
    @Override
    public Picture readColours(ImageSource source) throws ProblemException {
        if (Squares.areMeant(source.reference())) {
            return Squares.whole(source, this::readColours);
        }
        return Formats.needsNative(source) ? readPicture(source) : here.readColours(source);
    }

    @Override
    public PictureSize measure(ImageSource source) throws ProblemException {
        return here.measure(source);
    }

    @Override
    public void verify(ImageSource source) throws ProblemException {
        if (Formats.needsNative(source)) {
            readPicture(source);
        } else {
            here.verify(source);
        }
    }

    private record Request(byte kind, String path, String excerpt, int step, byte @Nullable [] bytes) {
        void send(DataOutputStream out, Reach reach) throws IOException {
            out.writeByte(kind);
            WorkerMain.text(out, path);
            WorkerMain.paths(out, reach.roots());
            WorkerMain.paths(out, reach.allowed());
            WorkerMain.text(out, excerpt);
            out.writeInt(step);
            out.writeInt(bytes == null ? -1 : bytes.length);
            if (bytes != null) {
                out.write(bytes);
            }
            out.flush();
        }
    }

    private interface Answer<T> {
        T from(Worker worker) throws IOException;
    }

    /** @param large true for a file that needs more than usual: it gets a child of its own */
    private <T> T inChild(Request request, Limits given, boolean large, Answer<T> answer) throws ProblemException {
        room.acquireUninterruptibly();
        try {
            Worker worker = child(request.path, given, large);
            boolean keep = false;
            try (Worker.Deadline deadline = worker.deadline((long) (given.seconds() * 1000))) {
                try {
                    request.send(worker.out(), reach);
                    if (worker.in().readByte() == WorkerMain.FINE) {
                        T result = answer.from(worker);
                        keep = !large;
                        return result;
                    }
                    Problem problem = WorkerMain.problem(worker.in());
                    keep = !large;
                    throw problem.raise();
                } catch (IOException | RuntimeException | OutOfMemoryError e) {
                    throw Problem.of(request.path, reason(e, deadline, worker, given))
                            .ofTheMoment()
                            .raise(e);
                }
            } finally {
                if (keep && worker.isAlive() && !closed) {
                    idle.push(worker);
                } else {
                    worker.close();
                }
            }
        } finally {
            room.release();
        }
    }

    private static String reason(Throwable e, Worker.Deadline deadline, Worker worker, Limits given) {
        if (deadline.expired() || worker.ranOutOfTime()) {
            return Phrase.kept("worker.reading-it-took-longer-than", trimmed(given.seconds()));
        }
        return e instanceof OutOfMemoryError
                ? Phrase.kept("worker.it-needs-more-memory-than")
                : Phrase.kept("worker.reading-it-broke-the-reader");
    }

    private static String trimmed(double seconds) {
        return seconds == Math.rint(seconds) ? String.valueOf((long) seconds) : String.valueOf(seconds);
    }

    /** A child kept from earlier, or for a file that needs more than usual, one of its own. */
    private Worker child(String path, Limits given, boolean large) throws ProblemException {
        for (Worker worker = large ? null : idle.poll(); worker != null; worker = idle.poll()) {
            if (worker.isAlive() && worker.suits(given)) {
                return worker;
            }
            worker.close();
        }
        try {
            return Worker.start(given, log);
        } catch (IOException e) {
            throw Problem.of(path, Phrase.kept("worker.the-process-that-reads-such", e.getMessage()))
                    .ofTheMoment()
                    .raise(e);
        }
    }

    @Override
    public void close() {
        closed = true;
        for (Worker worker = idle.poll(); worker != null; worker = idle.poll()) {
            worker.close();
        }
    }
}
