package yondershelf.app.model;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.Environment;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.library.Asset;
import yondershelf.table.Backdrop;
import yondershelf.table.Placement;
import yondershelf.table.Scene;
import yondershelf.table.SceneFile;
import yondershelf.table.StandIn;
import yondershelf.work.Work;

/** Things of the shelf that scene files only name: found when a scene is opened, or later, when a library that was away is back. */
record SceneThings(Catalogue catalogue) {
    /** Opens a scene file. What cannot be read of its light is told to the work; the rest of the scene opens without it. */
    SceneFile.Opened open(Path from, Work work) throws ProblemException {
        return SceneFile.open(from, catalogue.reader(), new SceneFile.EnvironmentFinder() {
            @Override
            public @Nullable Environment find(String asset, String path, String name) {
                return environment(asset, work);
            }

            @Override
            public @Nullable Picture backdrop(String asset) {
                return SceneThings.this.backdrop(asset, work);
            }
        });
    }

    private @Nullable Environment environment(String asset, Work work) {
        try {
            Optional<Asset> found = catalogue.shelf().asset(asset);
            return found.isEmpty() ? null : catalogue.contents().environment(found.get());
        } catch (ProblemException e) {
            work.problem(e.problem());
            return null;
        }
    }

    private @Nullable Picture backdrop(String asset, Work work) {
        try {
            Optional<Asset> found = catalogue.shelf().asset(asset);
            return found.isEmpty()
                    ? null
                    : catalogue.contents().texture(found.get()).picture();
        } catch (ProblemException e) {
            work.problem(e.problem());
            return null;
        }
    }

    private boolean isThere(String asset) {
        return catalogue.shelf().asset(asset).isPresent();
    }

    /** True when something a scene lacks can be had now. */
    boolean isBack(Scene scene) {
        Backdrop backdrop = scene.light().backdrop();
        return scene.light().away() && isThere(scene.light().asset())
                || backdrop != null && backdrop.picture() == null && isThere(backdrop.asset())
                || !boxes(scene).isEmpty();
    }

    /** What stands in for models that can be had now. */
    private List<Placement> boxes(Scene scene) {
        return scene.placements().stream()
                .filter(p -> StandIn.is(p) && isThere(p.asset()))
                .toList();
    }

    /** The scene with all of that in its place. */
    Scene completed(Scene scene, Work work) throws ProblemException {
        Scene now = scene;
        if (scene.light().away()) {
            Environment found = environment(scene.light().asset(), work);
            now = found == null ? now : now.lit(now.light().found(found));
        }
        Backdrop backdrop = scene.light().backdrop();
        if (backdrop != null && backdrop.picture() == null) {
            now = now.lit(now.light().before(backdrop.with(backdrop(backdrop.asset(), work))));
        }
        for (Placement box : boxes(scene)) {
            Optional<Asset> asset = catalogue.shelf().asset(box.asset());
            if (asset.isPresent()) {
                Model model = catalogue.contents().model(asset.get());
                now = now.change(box.id(), p -> p.withModel(model));
            }
        }
        return now;
    }
}
