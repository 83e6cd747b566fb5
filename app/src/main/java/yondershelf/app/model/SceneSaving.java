package yondershelf.app.model;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.HashSet;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.ProblemException;
import yondershelf.library.Library;
import yondershelf.table.Backdrop;
import yondershelf.table.Recovery;
import yondershelf.table.Scene;
import yondershelf.table.SceneFile;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/** Writes a scene into a file, unless something about the file is to be asked first. In the background. */
final class SceneSaving {
    private final Catalogue catalogue;
    private final Recovery recovery;

    SceneSaving(Catalogue catalogue, Recovery recovery) {
        this.catalogue = catalogue;
        this.recovery = recovery;
    }

    /**
     * What is to be saved.
     *
     * @param to the file; null for one under the scene's name in {@code folder}, or that with a number when it is taken
     * @param seen when the file was changed as far as is known: a change since then is asked about; null to ask nothing
     * @param mayLeaveOut true when pictures that cannot be read now may be left out of it
     */
    record Wish(
            Scene scene,
            @Nullable Path to,
            Path folder,
            @Nullable FileTime seen,
            boolean mayLeaveOut) {}

    /** What became of it. */
    sealed interface Outcome {
        Path file();
    }

    /** @param changed when the file says it was changed; null when it does not say */
    record Saved(Path file, @Nullable FileTime changed) implements Outcome {}

    /** Nothing was written: these words are to be asked first. */
    record Asked(Path file, String words, boolean changedByOthers) implements Outcome {}

    Outcome save(Wish wish, Work work) throws ProblemException {
        Path wanted = wish.to;
        Path to = wanted == null ? free(wish.folder, plain(wish.scene.name())) : wanted;
        boolean there = Files.exists(to);
        if (wish.seen != null && there && !wish.seen.equals(changed(to))) {
            return new Asked(to, Phrase.of("model.was-changed-by-something-else", to.getFileName()), true);
        }
        if (!wish.mayLeaveOut && there) {
            int away = SceneFile.picturesAway(
                            wish.scene,
                            catalogue.libraries().stream().map(Library::root).toList())
                    .size();
            if (away > 0) {
                return new Asked(to, Phrase.of("model.the-drive-with-of-this", Words.plural(away, "picture")), false);
            }
        }
        SceneFile.save(wish.scene, to, catalogue.reader());
        recovery.clear();
        beside(work, () -> catalogue.remember(assets(wish.scene)));
        beside(work, () -> catalogue.used(to, assets(wish.scene)));
        return new Saved(to, changed(to));
    }

    static @Nullable FileTime changed(Path file) {
        try {
            return Files.getLastModifiedTime(file);
        } catch (IOException e) {
            return null;
        }
    }

    private static Path free(Path folder, String name) {
        Path wanted = folder.resolve(name + ".glb");
        for (int n = 2; Files.exists(wanted); n++) {
            wanted = folder.resolve(name + " " + n + ".glb");
        }
        return wanted;
    }

    private static String plain(String name) {
        String plain = name.replaceAll("[^\\p{L}\\p{N} ._-]", "").strip();
        return plain.isEmpty() ? "scene" : plain;
    }

    private interface Beside {
        void run() throws ProblemException;
    }

    /** What goes with saving, but is not the point of it: the scene is saved, whatever becomes of this. */
    private static void beside(Work work, Beside act) {
        try {
            act.run();
        } catch (ProblemException e) {
            work.problem(e.problem());
        }
    }

    private static Set<String> assets(Scene scene) {
        Set<String> out = new HashSet<>();
        scene.placements().forEach(p -> out.add(p.asset()));
        out.add(scene.light().asset());
        Backdrop backdrop = scene.light().backdrop();
        if (backdrop != null) {
            out.add(backdrop.asset());
        }
        return out;
    }
}
