package yondershelf.catalogue;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * Where drives turn up on the usual systems: letters, and folders below those where they are mounted (Filesystem Hierarchy
 * Standard 3.0, 3.11 and 3.12; common practice for the others, no source).
 */
final class Mounts {
    private static final int DEEPEST = 12;

    private Mounts() {}

    /** All places at which a drive may be mounted now. */
    static List<Path> all() {
        List<Path> out = new ArrayList<>();
        FileSystems.getDefault().getRootDirectories().forEach(out::add);
        String user = System.getProperty("user.name");
        for (String parent : List.of("/media/" + user, "/run/media/" + user, "/media", "/mnt", "/Volumes")) {
            out.addAll(foldersIn(Path.of(parent)));
        }
        return out;
    }

    private static List<Path> foldersIn(Path parent) {
        List<Path> out = new ArrayList<>();
        if (Files.isDirectory(parent)) {
            try (DirectoryStream<Path> list = Files.newDirectoryStream(parent, Files::isDirectory)) {
                list.forEach(out::add);
            } catch (IOException e) {
                // closed to this user: no drive of theirs is there
                return out;
            }
        }
        return out;
    }

    /** A folder seen last at one place, at another: the same last steps below another mount. */
    static Optional<Path> elsewhere(Path seen, List<Path> mounts, Predicate<Path> isIt) {
        int steps = seen.getNameCount();
        for (Path mount : mounts) {
            for (int from = Math.max(0, steps - DEEPEST); from <= steps; from++) {
                Path candidate = from == steps
                        ? mount
                        : mount.resolve(seen.subpath(from, steps).toString());
                if (!candidate.equals(seen) && Files.isDirectory(candidate) && isIt.test(candidate)) {
                    return Optional.of(candidate);
                }
            }
        }
        return Optional.empty();
    }
}
