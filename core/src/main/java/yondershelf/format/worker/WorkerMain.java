package yondershelf.format.worker;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Path;
import yondershelf.content.ImageSource;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.ContentStream;
import yondershelf.format.Formats;

/** The child process: reads requests from standard input, answers on standard output, ends when the pipe closes. */
final class WorkerMain {
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
        System.setOut(new PrintStream(System.err, true, java.nio.charset.StandardCharsets.UTF_8));
        out.writeByte(READY);
        out.flush();
        Formats formats = new Formats();
        try {
            while (true) {
                byte request = in.readByte();
                answer(formats, request, in.readUTF(), in, out);
                out.flush();
            }
        } catch (EOFException e) {
            // the parent is gone or done: the normal end
            return;
        }
    }

    private static void answer(Formats formats, byte request, String path, DataInputStream in, DataOutputStream out)
            throws IOException {
        int length = in.readInt();
        byte[] bytes = length < 0 ? null : in.readNBytes(length);
        try {
            if (request == MODEL) {
                Model model = formats.readModel(Path.of(path));
                out.writeByte(FINE);
                ContentStream.write(model, out);
            } else {
                ImageSource source = bytes == null ? ImageSource.at(Path.of(path)) : ImageSource.embedded(path, bytes);
                Picture picture = formats.readPicture(source);
                out.writeByte(FINE);
                ContentStream.write(picture, out);
            }
        } catch (ProblemException e) {
            fail(out, e.problem());
        } catch (OutOfMemoryError e) {
            fail(out, Problem.of(path, "it needs more memory than reading one file may use"));
        }
    }

    private static void fail(DataOutputStream out, Problem problem) throws IOException {
        out.writeByte(FAILED);
        out.writeUTF(problem.file());
        out.writeUTF(problem.cause());
        out.writeUTF(problem.advice());
    }
}
