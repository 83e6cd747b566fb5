package yondershelf.app;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import javafx.application.Platform;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/** The demo's libraries and its scene, which another process may still be making while the window is there: each comes when it is whole. */
final class DemoArrival {
    private static final List<String> LIBRARIES = List.of("Station props", "Coast surfaces");
    private static final String SCENE = "scenes/Station yard.glb";
    private static final long LOOK_MILLIS = 250;

    private final Path folder;
    private final @Nullable String maker;
    /** Not opened yet, in their order. */
    private final List<String> missing = new CopyOnWriteArrayList<>(LIBRARIES);

    /** @param maker number of the process that makes it; null when nobody does */
    DemoArrival(Path folder, @Nullable String maker) {
        this.folder = folder;
        this.maker = maker;
    }

    /** The scene that is opened at the very first start. */
    Path scene() {
        return folder.resolve(SCENE);
    }

    /** Opens the libraries that are there. */
    void add(Catalogue catalogue) throws ProblemException {
        for (String name : List.copyOf(missing)) {
            if (Files.isDirectory(folder.resolve(name))) {
                catalogue.add(folder.resolve(name), "");
                missing.remove(name);
            }
        }
    }

    /** Opens the others as they come, then the scene when nothing else was opened meanwhile. */
    void follow(Workspace workspace) {
        if (maker == null) {
            return;
        }
        workspace.background().run(Phrase.of("app.making-the-demo"), work -> awaited(workspace, work), scene -> {
            boolean bare = !workspace.openScene().unsaved().get()
                    && workspace.openScene().file().get() == null;
            if (scene && bare) {
                workspace.openScene().resume(scene());
            }
        });
    }

    /** True when the scene came just now. */
    private boolean awaited(Workspace workspace, Work work) throws ProblemException {
        boolean scene = Files.isRegularFile(scene());
        boolean waited = !scene;
        while (!missing.isEmpty() || !scene) {
            // asked for before what came is: the last of it may come as the maker ends
            boolean ended = isEnded();
            work.progress(
                    LIBRARIES.size() - missing.size(), LIBRARIES.size() + 1, missing.isEmpty() ? "" : missing.get(0));
            int before = missing.size();
            add(workspace.catalogue());
            if (missing.size() < before) {
                Platform.runLater(workspace.libraries()::scan);
            }
            scene = Files.isRegularFile(scene());
            if (ended && (!missing.isEmpty() || !scene)) {
                throw new Problem(
                                folder.toString(),
                                Phrase.of("app.the-demo-was-not-made-whole"),
                                Phrase.of("app.start-the-demo-once-more"))
                        .raise();
            }
            if (work.isCancelled() || !slept()) {
                return false;
            }
        }
        return waited;
    }

    private boolean isEnded() {
        return maker == null
                || !maker.matches("[0-9]{1,18}")
                || !ProcessHandle.of(Long.parseLong(maker))
                        .map(ProcessHandle::isAlive)
                        .orElse(false);
    }

    private static boolean slept() {
        try {
            Thread.sleep(LOOK_MILLIS);
            return true;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }
}
