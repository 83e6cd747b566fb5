package yondershelf.catalogue;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import yondershelf.format.reading.FileType;
import yondershelf.work.Work;

/**
 * Folders of this machine that look like libraries: models, materials and HDRIs lie in them. Looked for where people keep things, not
 * deep and not long; loose pictures alone, such as photographs, make no library.
 */
public final class LikelyFolders {
    private static final int DEEPEST = 5;
    private static final int MOST_ENTRIES = 40_000;
    private static final long MOST_MILLIS = 4_000;
    private static final int MOST_FOUND = 5;
    private static final int LEAST_THINGS = 3;
    /** A folder of which one child holds so much is a way to that child. */
    private static final double NEARLY_ALL = 0.9;

    private static final Set<String> NOT_HERE =
            Set.of("node_modules", "target", "build", "library", "windows", "appdata");

    /**
     * A folder and what lies in and below it, as far as was looked.
     *
     * @param things models, materials and HDRIs
     */
    public record Likely(Path folder, int things) {}

    private final Work work;
    private final long end = System.currentTimeMillis() + MOST_MILLIS;
    private int entries;

    private LikelyFolders(Work work) {
        this.work = work;
    }

    /** Where people keep things: in their own folder, and on drives that are plugged in. */
    public static List<Path> usualPlaces() {
        List<Path> out = new ArrayList<>(children(Path.of(System.getProperty("user.home", "/"))));
        for (String mounts : List.of("/media", "/run/media", "/mnt", "/Volumes")) {
            for (Path mount : children(Path.of(mounts))) {
                // some systems put drives below the name of the user
                List<Path> below = children(mount);
                out.add(mount);
                out.addAll(below);
            }
        }
        if (System.getProperty("os.name", "").toLowerCase(Locale.ROOT).contains("win")) {
            FileSystems.getDefault().getRootDirectories().forEach(out::add);
        }
        return out;
    }

    private static List<Path> children(Path folder) {
        List<Path> out = new ArrayList<>();
        try (DirectoryStream<Path> all = Files.newDirectoryStream(folder)) {
            for (Path path : all) {
                if (isLookedInto(path)) {
                    out.add(path);
                }
            }
        } catch (IOException | SecurityException e) {
            // not there, or not for us: nothing is proposed from it
            return out;
        }
        out.sort(Comparator.naturalOrder());
        return out;
    }

    private static boolean isLookedInto(Path path) {
        String name = String.valueOf(path.getFileName());
        return !name.startsWith(".")
                && !NOT_HERE.contains(name.toLowerCase(Locale.ROOT))
                && Files.isDirectory(path, LinkOption.NOFOLLOW_LINKS);
    }

    /**
     * The likeliest, those with most in them first; none of them lies in another.
     *
     * @param places where to look, each and below it
     */
    public static List<Likely> find(List<Path> places, Work work) {
        LikelyFolders search = new LikelyFolders(work);
        List<Likely> found = new ArrayList<>();
        for (Path place : places) {
            Likely best = search.look(place, 0);
            boolean known = found.stream().anyMatch(f -> best.folder.startsWith(f.folder));
            if (best.things >= LEAST_THINGS && !known) {
                found.removeIf(f -> f.folder.startsWith(best.folder));
                found.add(best);
            }
        }
        found.sort(Comparator.comparingInt(Likely::things).reversed().thenComparing(Likely::folder));
        return found.subList(0, Math.min(MOST_FOUND, found.size()));
    }

    private boolean isOver() {
        return work.isCancelled() || entries > MOST_ENTRIES || System.currentTimeMillis() > end;
    }

    /** A folder, or the one below it that holds nearly all of its things. */
    private Likely look(Path folder, int depth) {
        int things = 0;
        Likely most = new Likely(folder, 0);
        try (DirectoryStream<Path> all = Files.newDirectoryStream(folder)) {
            for (Path path : all) {
                entries++;
                if (isOver()) {
                    break;
                }
                if (isThing(path)) {
                    things++;
                } else if (depth < DEEPEST && isLookedInto(path)) {
                    Likely below = look(path, depth + 1);
                    things += below.things;
                    most = below.things > most.things ? below : most;
                }
            }
        } catch (IOException | SecurityException e) {
            // what may not be read is nobody's library
            return new Likely(folder, 0);
        }
        return most.things >= LEAST_THINGS && most.things >= things * NEARLY_ALL
                ? new Likely(most.folder, things)
                : new Likely(folder, things);
    }

    private static boolean isThing(Path path) {
        return FileType.byName(String.valueOf(path.getFileName()))
                .filter(t -> t.hasCompanions() || t.group() == FileType.Group.RADIANCE)
                .isPresent();
    }
}
