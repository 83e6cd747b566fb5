package yondershelf.format.worker;

/**
 * What reading one file may use.
 *
 * @param seconds time for one file
 * @param heapMegabytes the child's Java heap
 * @param addressMegabytes the child's whole address space, where the system can limit it
 */
public record Limits(double seconds, int heapMegabytes, int addressMegabytes) {
    /** Measured to hold every sound file of the sample sets while stopping the ones that run away. */
    public static final Limits USUAL = new Limits(60, 512, 3000);
}
