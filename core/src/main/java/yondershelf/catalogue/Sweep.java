package yondershelf.catalogue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.List;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.library.Library;
import yondershelf.render.Booth;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/** Lets go of what piles up and nobody will ask for again: previews of former booths, rows of files long gone. */
final class Sweep {
    /** Says for which booth a folder of previews was swept last. */
    private static final String MARK = "swept";

    private Sweep() {}

    /**
     * Sweeps this machine's cache and the libraries that are there.
     *
     * @return how many bytes of previews went
     */
    static long run(Path cache, List<Library> libraries, Work work) {
        long freed = previews(cache.resolve("previews"), work);
        for (Library library : libraries) {
            if (work.isCancelled()) {
                return freed;
            }
            if (!library.isNewer()) {
                freed += previews(PreviewStore.inLibrary(library), work);
            }
            try {
                library.store().write(batch -> batch.tidy());
            } catch (ProblemException e) {
                work.problem(e.problem());
            }
        }
        return freed;
    }

    /** How much room previews take in a library, in bytes. */
    static long room(Library library) throws ProblemException {
        Path folder = PreviewStore.inLibrary(library);
        long[] bytes = new long[1];
        try {
            each(folder, file -> bytes[0] += Files.size(file));
        } catch (IOException e) {
            throw Problem.of(folder, Phrase.of("catalogue.previews-cannot-be-looked-at"))
                    .raise(e);
        }
        return bytes[0];
    }

    private interface Each {
        void at(Path file) throws IOException;
    }

    private static void each(Path previews, Each each) throws IOException {
        if (!Files.isDirectory(previews, LinkOption.NOFOLLOW_LINKS)) {
            return;
        }
        try (DirectoryStream<Path> folders = Files.newDirectoryStream(previews, "??")) {
            for (Path folder : folders) {
                if (!Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
                    continue;
                }
                try (DirectoryStream<Path> files = Files.newDirectoryStream(folder, "*.png")) {
                    for (Path file : files) {
                        each.at(file);
                    }
                }
            }
        } catch (java.nio.file.DirectoryIteratorException e) {
            throw e.getCause();
        }
    }

    private static long previews(Path folder, Work work) {
        String now = String.valueOf(Booth.VERSION);
        Path mark = folder.resolve(MARK);
        long[] freed = new long[1];
        try {
            if (!Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS) || isMarked(mark, now)) {
                return 0;
            }
            each(folder, file -> {
                if (!work.isCancelled() && isOfFormerBooth(String.valueOf(file.getFileName()))) {
                    long size = Files.size(file);
                    Files.deleteIfExists(file);
                    freed[0] += size;
                }
            });
            if (!work.isCancelled()) {
                Disk.REAL.writeLazily(mark, now.getBytes(StandardCharsets.UTF_8));
            }
        } catch (IOException e) {
            work.problem(Problem.of(folder, Phrase.of("catalogue.previews-cannot-be-looked-at")));
        }
        return freed[0];
    }

    private static boolean isMarked(Path mark, String now) throws IOException {
        return Files.isRegularFile(mark, LinkOption.NOFOLLOW_LINKS)
                && Files.readString(mark, StandardCharsets.UTF_8).equals(now);
    }

    /** Keys end with the booth's version and the size, as {@link Contents} makes them; what is no key is left alone. */
    private static boolean isOfFormerBooth(String name) {
        return name.matches("[0-9a-f]{32}-\\d+-\\d+\\.png") && !name.contains("-" + Booth.VERSION + "-");
    }
}
