package yondershelf.table;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Environment;
import yondershelf.content.Material;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.TextureUse;
import yondershelf.disk.Disk;
import yondershelf.format.reading.ContentReader;
import yondershelf.words.Phrase;

/**
 * Scenes as GLB files that any glTF program opens. Each placement is a root node; {@code extras.yonderShelf} keeps what
 * glTF has no place for, described in docs/scene-file.md.
 */
public final class SceneFile {
    private static final long DEBRIS_MILLIS = 60L * 60 * 1000;

    private SceneFile() {}

    /** Finds an environment again by the asset's id and the file's path; null when it is not at hand. */
    public interface EnvironmentFinder {
        @Nullable
        Environment find(String asset, String path, String name);

        /** Likewise a panorama that stands behind everything. */
        default @Nullable Picture backdrop(String asset) {
            return null;
        }
    }

    /** The scene as the bytes of a GLB file. */
    public static byte[] write(Scene scene, ContentReader pictures) throws ProblemException {
        return new SceneWriter(scene).glb(pictures);
    }

    /**
     * Saves a scene; the file appears whole or not at all, and is on the disk when this returns.
     *
     * @throws ProblemException when it could not be written; what was there before is untouched
     */
    public static void save(Scene scene, Path file, ContentReader pictures) throws ProblemException {
        byte[] bytes = write(scene, pictures);
        try {
            Path folder = file.toAbsolutePath().getParent();
            if (folder != null) {
                Disk.REAL.makeFolders(folder);
                Disk.sweep(folder, DEBRIS_MILLIS);
            }
            Disk.REAL.write(file.toAbsolutePath(), out -> out.write(bytes));
        } catch (IOException e) {
            throw new Problem(
                            file.toString(),
                            Phrase.of("table.the-scene-could-not-be", e.getMessage()),
                            Phrase.of("table.choose-a-folder-that-can"))
                    .raise(e);
        }
    }

    /**
     * Pictures that a scene's objects wear and that cannot be reached now because a whole folder is away: saving would leave
     * them out of the file.
     *
     * @param roots folders that may be away, those of libraries
     */
    public static List<String> picturesAway(Scene scene, List<Path> roots) {
        Set<String> out = new TreeSet<>();
        for (Placement placement : scene.placements()) {
            for (Material material : placement.materials()) {
                for (TextureUse use : material.maps().values()) {
                    Path file = use.image().file();
                    boolean away = file != null
                            && use.image().bytes() == null
                            && roots.stream().anyMatch(r -> file.startsWith(r) && !Files.isDirectory(r));
                    if (away && !Files.exists(file)) {
                        out.add(use.image().shownName());
                    }
                }
            }
        }
        return List.copyOf(out);
    }

    /**
     * A scene as it was opened.
     *
     * @param ours true for a file that was saved here; others are only read
     * @param losses what the file holds that saving it here would lose, in words; empty for ours
     */
    public record Opened(Scene scene, boolean ours, List<String> losses) {
        public Opened {
            losses = List.copyOf(losses);
        }
    }

    /**
     * Opens a scene saved here, or any glTF file, whose root nodes become placements. Ids are given afresh: nodes copied
     * elsewhere bear their originals' ids.
     */
    public static Opened open(Path file, ContentReader reader, EnvironmentFinder environments) throws ProblemException {
        try {
            return new SceneReader(file, reader, environments).opened();
        } catch (RuntimeException | OutOfMemoryError | StackOverflowError e) {
            throw Problem.of(
                            file,
                            Phrase.of("table.the-scene-is-broken", e.getClass().getSimpleName()))
                    .raise(e);
        }
    }
}
