package yondershelf.format.worker;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import yondershelf.content.ImageSource;
import yondershelf.content.ProblemException;
import yondershelf.format.reading.ContentReader;

/**
 * What reading one file may use.
 *
 * @param seconds time for one file, on the clock and of the processor
 * @param heapMegabytes the child's Java heap for files of usual size
 * @param addressMegabytes the child's whole address space for these, where the system can limit it
 * @param mostMegabytes what a single large file may be given beyond that: heap and native memory together
 */
public record Limits(double seconds, int heapMegabytes, int addressMegabytes, int mostMegabytes) {
    /** Measured to hold every sound file of the sample sets while stopping the ones that run away. */
    public static final Limits USUAL = new Limits(60, 512, 3000, 4096);

    private static final int FLOAT_BYTES = 4;
    private static final int CHANNELS = 4;
    /** Java's own needs beside the heap: code, classes, threads' stacks, libraries. */
    private static final int BESIDE_MEGABYTES = 1600;

    private static final int LEAST_SPARE_MEGABYTES = 64;

    public Limits(double seconds, int heapMegabytes, int addressMegabytes) {
        this(seconds, heapMegabytes, addressMegabytes, Math.max(heapMegabytes, USUAL.mostMegabytes));
    }

    /** The same room, and so many seconds. */
    Limits within(double longer) {
        return new Limits(longer, heapMegabytes, addressMegabytes, mostMegabytes);
    }

    /** What a picture needs: so much heap, so much native memory, in MiB. */
    record Need(long heap, long nativeMemory) {
        long total() {
            return heap + nativeMemory;
        }
    }

    /**
     * Floats of all channels natively, and the result in the heap.
     *
     * @param step so many pixels each way become one in the result
     */
    static Need of(ImageSource source, ContentReader here, int step) throws ProblemException {
        ContentReader.PictureSize size = here.measure(source);
        long planes = (long) size.width() * size.height() * FLOAT_BYTES * CHANNELS >> 20;
        long file = bytes(source) >> 20;
        long result = planes / ((long) step * step);
        long embedded = source.bytes() == null ? 0 : file;
        // the result is one array, which must fit into the older part of the heap: two thirds of it
        return new Need(LEAST_SPARE_MEGABYTES + result * 8 / 5 + embedded, planes + file);
    }

    private static long bytes(ImageSource source) {
        byte[] there = source.bytes();
        Path file = source.file();
        try {
            return there != null ? there.length : file == null ? 0 : Files.size(file);
        } catch (IOException e) {
            // gone: reading it says so
            return 0;
        }
    }

    boolean holds(Need need) {
        return need.heap <= heapMegabytes && need.total() + BESIDE_MEGABYTES <= addressMegabytes;
    }

    boolean allows(Need need) {
        return need.total() <= mostMegabytes;
    }

    /** The same time, and room for one large file. */
    Limits grown(Need need) {
        int heap = (int) Math.max(heapMegabytes, need.heap);
        return new Limits(
                seconds,
                heap,
                (int) Math.max(addressMegabytes, heap + need.nativeMemory + BESIDE_MEGABYTES),
                mostMegabytes);
    }
}
