package yondershelf.format;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** Hands out what {@link HostileCounts} makes to tests of other rooms. */
public final class HostileFiles {
    private static final long SEED = 1917;

    private HostileFiles() {}

    /** @param each how many of each of the twenty kinds */
    public static List<Path> write(Path folder, int each) throws IOException {
        return new HostileCounts(folder, SEED, each).write();
    }
}
