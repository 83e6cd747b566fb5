package yondershelf.format.worker;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import yondershelf.content.Excerpt;
import yondershelf.content.ImageSource;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.words.Phrase;

/** The child process: reads requests from standard input, answers on standard output, ends when the pipe closes. */
final class WorkerMain {
    private static final int LONGEST_TEXT = 16 << 20;

    static final byte READY = 42;
    static final byte MODEL = 1;
    static final byte PICTURE = 2;
    static final byte FINE = 0;
    static final byte FAILED = 1;

    private WorkerMain() {}

    public static void main(String[] args) throws IOException {
        DataInputStream in = new DataInputStream(new BufferedInputStream(System.in));
        DataOutputStream out = new DataOutputStream(new BufferedOutputStream(System.out, 1 << 16));
        // native libraries may print; keep that out of the answers
        System.setOut(new PrintStream(System.err, true, StandardCharsets.UTF_8));
        out.writeByte(READY);
        out.flush();
        Formats formats = new Formats();
        Guard guard = Guard.watch(Long.parseLong(args[0]), Double.parseDouble(args[1]));
        try {
            while (true) {
                byte request = in.readByte();
                String path = text(in);
                formats.reach().set(paths(in), paths(in));
                guard.begin();
                answer(formats, request, path, in, out);
                out.flush();
                guard.end();
            }
        } catch (EOFException e) {
            // the parent is gone or done: the normal end
            return;
        }
    }

    /** Longer than the 64 KiB that {@code readUTF} takes: references and messages may be. */
    static String text(DataInputStream in) throws IOException {
        int length = in.readInt();
        if (length < 0 || length > LONGEST_TEXT) {
            throw new IOException("a text of " + length + " bytes");
        }
        return new String(in.readNBytes(length), StandardCharsets.UTF_8);
    }

    static void text(DataOutputStream out, String text) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        out.writeInt(bytes.length);
        out.write(bytes);
    }

    private static List<Path> paths(DataInputStream in) throws IOException {
        List<Path> out = new ArrayList<>();
        for (int left = in.readInt(); left > 0; left--) {
            out.add(Path.of(text(in)));
        }
        return out;
    }

    static void paths(DataOutputStream out, List<Path> paths) throws IOException {
        out.writeInt(paths.size());
        for (Path path : paths) {
            text(out, path.toString());
        }
    }

    private static void answer(Formats formats, byte request, String path, DataInputStream in, DataOutputStream out)
            throws IOException {
        Excerpt excerpt = Excerpt.parse(text(in));
        int step = in.readInt();
        int length = in.readInt();
        byte[] bytes = length < 0 ? null : in.readNBytes(length);
        try {
            if (request == MODEL) {
                Model model = formats.readModel(Path.of(path), excerpt);
                out.writeByte(FINE);
                ContentStream.write(model, out);
            } else {
                ImageSource source = bytes == null ? ImageSource.at(Path.of(path)) : ImageSource.embedded(path, bytes);
                Picture picture = formats.readReduced(source, step);
                out.writeByte(FINE);
                ContentStream.write(picture, out);
            }
        } catch (ProblemException e) {
            fail(out, e.problem());
        } catch (OutOfMemoryError e) {
            fail(
                    out,
                    Problem.of(path, Phrase.kept("worker.it-needs-more-memory-than-reading"))
                            .ofTheMoment());
        } catch (RuntimeException | StackOverflowError e) {
            fail(
                    out,
                    Problem.of(
                            path,
                            Phrase.kept(
                                    "worker.the-file-is-broken", e.getClass().getSimpleName())));
        }
    }

    private static void fail(DataOutputStream out, Problem problem) throws IOException {
        out.writeByte(FAILED);
        text(out, problem.file());
        text(out, problem.keptCause());
        text(out, problem.keptAdvice());
        out.writeBoolean(problem.passing());
    }

    /** What {@link #fail} wrote, without the byte before it. */
    static Problem problem(DataInputStream in) throws IOException {
        return new Problem(text(in), text(in), text(in), in.readBoolean());
    }
}
