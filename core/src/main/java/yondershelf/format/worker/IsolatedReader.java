package yondershelf.format.worker;

import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.ConcurrentLinkedDeque;
import java.util.concurrent.Semaphore;
import yondershelf.content.ImageSource;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.ContentReader;
import yondershelf.format.ContentStream;
import yondershelf.format.Formats;

/**
 * Reads like {@link Formats}, with everything native done in child processes that are kept for the next file. Close it
 * to end them.
 */
public final class IsolatedReader implements ContentReader, AutoCloseable {
    private static final int MOST_CHILDREN = 2;

    private final Formats here = new Formats();
    private final Limits limits;
    private final Semaphore room = new Semaphore(MOST_CHILDREN);
    private final ConcurrentLinkedDeque<Worker> idle = new ConcurrentLinkedDeque<>();
    private volatile boolean closed;

    public IsolatedReader() {
        this(Limits.USUAL);
    }

    public IsolatedReader(Limits limits) {
        this.limits = limits;
    }

    @Override
    public Model readModel(Path file) throws ProblemException {
        if (!Formats.needsNative(file)) {
            return here.readModel(file);
        }
        return inChild(
                WorkerMain.MODEL,
                file.toAbsolutePath().toString(),
                null,
                worker -> ContentStream.readModel(worker.in()));
    }

    @Override
    public Picture readPicture(ImageSource source) throws ProblemException {
        if (!Formats.needsNative(source)) {
            return here.readPicture(source);
        }
        Path file = source.file();
        if (source.bytes() == null && file == null) {
            return here.readPicture(source);
        }
        String name = file == null ? source.reference() : file.toAbsolutePath().toString();
        return inChild(WorkerMain.PICTURE, name, source.bytes(), worker -> ContentStream.readPicture(worker.in()));
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

    private interface Answer<T> {
        T from(Worker worker) throws IOException;
    }

    private <T> T inChild(byte request, String path, byte @org.jspecify.annotations.Nullable [] bytes, Answer<T> answer)
            throws ProblemException {
        room.acquireUninterruptibly();
        try {
            Worker worker = child(path);
            boolean keep = false;
            try (Worker.Deadline deadline = worker.deadline((long) (limits.seconds() * 1000))) {
                try {
                    worker.out().writeByte(request);
                    worker.out().writeUTF(path);
                    worker.out().writeInt(bytes == null ? -1 : bytes.length);
                    if (bytes != null) {
                        worker.out().write(bytes);
                    }
                    worker.out().flush();
                    if (worker.in().readByte() == WorkerMain.FINE) {
                        T result = answer.from(worker);
                        keep = true;
                        return result;
                    }
                    Problem problem = new Problem(
                            worker.in().readUTF(),
                            worker.in().readUTF(),
                            worker.in().readUTF());
                    keep = true;
                    throw problem.raise();
                } catch (IOException e) {
                    throw Problem.of(
                                    path,
                                    deadline.expired()
                                            ? "reading it took longer than " + trimmed(limits.seconds())
                                                    + " seconds and was stopped"
                                            : "reading it broke the reader, or used more memory than one file may")
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

    private static String trimmed(double seconds) {
        return seconds == Math.rint(seconds) ? String.valueOf((long) seconds) : String.valueOf(seconds);
    }

    private Worker child(String path) throws ProblemException {
        for (Worker worker = idle.poll(); worker != null; worker = idle.poll()) {
            if (worker.isAlive()) {
                return worker;
            }
            worker.close();
        }
        try {
            return Worker.start(limits);
        } catch (IOException e) {
            throw Problem.of(path, "the process that reads such files could not be started (" + e.getMessage() + ")")
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
