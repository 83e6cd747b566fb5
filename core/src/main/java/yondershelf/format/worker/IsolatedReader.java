package yondershelf.format.worker;

import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.ConcurrentLinkedDeque;
import java.util.concurrent.Semaphore;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Excerpt;
import yondershelf.content.ImageSource;
import yondershelf.content.MaterialFile;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.ContentReader;
import yondershelf.format.ContentStream;
import yondershelf.format.Formats;
import yondershelf.format.Reach;
import yondershelf.format.Squares;
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
    private final Limits limits;
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
        this(limits, log, new Reach());
    }

    private IsolatedReader(Limits limits, Path log, Reach reach) {
        this.limits = limits;
        this.log = log;
        this.reach = reach;
        this.here = new Formats(reach);
    }

    @Override
    public IsolatedReader patient(double seconds) {
        Limits longer = new Limits(seconds, limits.heapMegabytes(), limits.addressMegabytes(), limits.mostMegabytes());
        return new IsolatedReader(longer, log, reach);
    }

    @Override
    public Reach reach() {
        return reach;
    }

    @Override
    public Model readModel(Path file, Excerpt excerpt) throws ProblemException {
        if (!here.needsNative(file)) {
            return here.readModel(file, excerpt);
        }
        Request request = new Request(WorkerMain.MODEL, file.toAbsolutePath().toString(), excerpt.text(), 1, null);
        return inChild(request, limits, worker -> ContentStream.readModel(worker.in()));
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
        Limits.Need whole = Limits.of(source, here, 1);
        int step = limits.allows(whole) ? 1 : REDUCED;
        Limits.Need need = step == 1 ? whole : Limits.of(source, here, step);
        if (!limits.allows(need)) {
            throw new Problem(
                            source.shownName(),
                            Phrase.of("worker.it-needs-mib-even-at", need.total(), limits.mostMegabytes()),
                            Phrase.of("worker.scale-it-down-or-allow"))
                    .raise();
        }
        String name = file == null ? source.reference() : file.toAbsolutePath().toString();
        Request request = new Request(WorkerMain.PICTURE, name, "", step, source.bytes());
        Limits given = limits.holds(need) ? limits : limits.grown(need);
        return inChild(request, given, worker -> ContentStream.readPicture(worker.in()));
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

    private <T> T inChild(Request request, Limits given, Answer<T> answer) throws ProblemException {
        room.acquireUninterruptibly();
        try {
            Worker worker = child(request.path, given);
            boolean keep = false;
            try (Worker.Deadline deadline = worker.deadline((long) (limits.seconds() * 1000))) {
                try {
                    request.send(worker.out(), reach);
                    if (worker.in().readByte() == WorkerMain.FINE) {
                        T result = answer.from(worker);
                        keep = given == limits;
                        return result;
                    }
                    Problem problem = new Problem(
                            WorkerMain.text(worker.in()), WorkerMain.text(worker.in()), WorkerMain.text(worker.in()));
                    keep = given == limits;
                    throw problem.raise();
                } catch (IOException | RuntimeException | OutOfMemoryError e) {
                    throw Problem.of(request.path, reason(e, deadline, worker)).raise(e);
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

    private String reason(Throwable e, Worker.Deadline deadline, Worker worker) {
        if (deadline.expired() || worker.ranOutOfTime()) {
            return Phrase.of("worker.reading-it-took-longer-than", trimmed(limits.seconds()));
        }
        return e instanceof OutOfMemoryError
                ? Phrase.of("worker.it-needs-more-memory-than")
                : Phrase.of("worker.reading-it-broke-the-reader");
    }

    private static String trimmed(double seconds) {
        return seconds == Math.rint(seconds) ? String.valueOf((long) seconds) : String.valueOf(seconds);
    }

    /** A child kept from earlier, or for a file that needs more than usual, one of its own. */
    private Worker child(String path, Limits given) throws ProblemException {
        for (Worker worker = given == limits ? idle.poll() : null; worker != null; worker = idle.poll()) {
            if (worker.isAlive()) {
                return worker;
            }
            worker.close();
        }
        try {
            return Worker.start(given, log);
        } catch (IOException e) {
            throw Problem.of(path, Phrase.of("worker.the-process-that-reads-such", e.getMessage()))
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
