package yondershelf.library;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.words.Phrase;

/** Whether a library's folder is there and still its own, and what lies in it. */
final class Presence {
    private Presence() {}

    /** True when a library of an id lies in a folder. */
    static boolean isAt(Path folder, String id) {
        try {
            return Description.read(Opening.ownOf(folder), Disk.REAL)
                    .filter(d -> d.id().equals(id))
                    .isPresent();
        } catch (IOException | ProblemException e) {
            return false;
        }
    }

    /** A drive that was pulled out, or an empty mount point in its place, is not an empty library: what is known stays. */
    static void require(Library library) throws ProblemException {
        Path root = library.root();
        if (!Files.isDirectory(root)) {
            throw new Problem(
                            root.toString(),
                            Phrase.of("library.the-folder-is-not-there"),
                            Phrase.of("library.connect-its-drive-then-try"))
                    .raise();
        }
        try {
            Optional<Description> now = Description.read(Opening.ownOf(root), library.disk());
            if (now.isEmpty()) {
                throw Opening.away(root);
            }
            if (!now.get().id().equals(library.id())) {
                throw Problem.of(
                                root,
                                Phrase.of(
                                        "library.another-library-stands-there-now",
                                        now.get().name()))
                        .raise();
            }
        } catch (IOException e) {
            throw Problem.of(root, Phrase.of("library.the-library-cannot-be-read", Refused.reason(e)))
                    .raise(e);
        }
    }

    /** The place meant by a path, which must lie in the library, links followed, and not among the program's own data. */
    static Path inside(Library library, Path file) throws ProblemException {
        Path root = library.root();
        Path target = root.resolve(file).normalize();
        boolean within = target.startsWith(root) && !target.equals(root) && !target.startsWith(library.own());
        try {
            Path there = target.getParent();
            while (within && there != null && !Files.exists(there)) {
                there = there.getParent();
            }
            within = within && there != null && there.toRealPath().startsWith(root.toRealPath());
        } catch (IOException e) {
            within = false;
        }
        if (!within) {
            throw Problem.of(file, Phrase.of("library.it-lies-outside-the-library"))
                    .raise();
        }
        return target;
    }
}
