package yondershelf.format.worker;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** The child process that unpacks one RAR archive, entry after entry, to standard output. */
final class RarMain {
    static final byte ENTRY = 1;
    static final byte END = 2;
    static final byte FAILED = 3;
    /** Instead of a length, when the rest of an entry cannot be read. */
    static final int BROKEN = -1;

    static final byte FILE = 0;
    static final byte FOLDER = 1;
    static final byte LINK = 2;
    static final byte OTHER = 3;
    static final byte LOCKED = 4;

    private static final int KIND_FILE = 0x8000;
    private static final int KIND_FOLDER = 0x4000;
    private static final int KIND_LINK = 0xA000;

    private final LibArchive archive;
    private final DataOutputStream out;

    private RarMain(LibArchive archive, DataOutputStream out) {
        this.archive = archive;
        this.out = out;
    }

    public static void main(String[] args) throws IOException {
        DataInputStream in = new DataInputStream(new BufferedInputStream(System.in));
        DataOutputStream out = new DataOutputStream(new BufferedOutputStream(System.out, 1 << 16));
        System.setOut(new PrintStream(System.err, true, StandardCharsets.UTF_8));
        out.writeByte(WorkerMain.READY);
        out.flush();
        List<Path> volumes = new ArrayList<>();
        for (int left = in.readInt(); left > 0; left--) {
            volumes.add(Path.of(WorkerMain.text(in)));
        }
        Guard guard = Guard.watch(Long.parseLong(args[0]), Double.parseDouble(args[1]));
        guard.begin();
        try {
            LibArchive library = LibArchive.load().orElse(null);
            if (library == null) {
                fail(out, "the library that reads RAR, libarchive, is not on this system");
            } else {
                new RarMain(library, out).unpack(volumes);
            }
            out.flush();
        } catch (IOException e) {
            // the parent wants no more of it
            throw e;
        } catch (Throwable e) {
            throw new IOException(e);
        }
    }

    private static void fail(DataOutputStream out, String cause) throws IOException {
        out.writeByte(FAILED);
        WorkerMain.text(out, cause);
    }

    private void unpack(List<Path> volumes) throws Throwable {
        if (archive.open(volumes) != LibArchive.OK) {
            fail(out, archive.error());
            return;
        }
        while (true) {
            int told = archive.next();
            if (told == LibArchive.END) {
                out.writeByte(END);
                return;
            }
            if (told < LibArchive.WARN) {
                fail(out, archive.error());
                return;
            }
            byte kind = kind();
            out.writeByte(ENTRY);
            WorkerMain.text(out, archive.name());
            out.writeByte(kind);
            if (kind == FILE) {
                content();
            }
        }
    }

    private byte kind() throws Throwable {
        if (archive.isEncrypted()) {
            return LOCKED;
        }
        if (archive.isLink()) {
            return LINK;
        }
        return switch (archive.kind()) {
            case KIND_FILE -> FILE;
            case KIND_FOLDER -> FOLDER;
            case KIND_LINK -> LINK;
            default -> OTHER;
        };
    }

    private void content() throws Throwable {
        try {
            for (byte[] bytes = archive.read(); bytes.length > 0; bytes = archive.read()) {
                out.writeInt(bytes.length);
                out.write(bytes);
            }
            out.writeInt(0);
        } catch (IOException e) {
            out.writeInt(BROKEN);
            WorkerMain.text(out, String.valueOf(e.getMessage()));
        }
    }
}
