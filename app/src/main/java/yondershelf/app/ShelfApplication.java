package yondershelf.app;

import java.nio.file.Path;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.beans.binding.Bindings;
import javafx.stage.Stage;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.words.Phrase;
import yondershelf.work.ProgramLog;

/**
 * The desktop application. Parameters: {@code --home=DIR}, {@code --demo=DIR} to open the demo's libraries,
 * {@code --demo-maker=NUMBER} of the process that is still making them, {@code --picture=PNG} to save a picture of the settled window and
 * end.
 */
public class ShelfApplication extends Application {
    private static final long PAINTED_MILLIS = 300;
    private @Nullable IsolatedReader reader;
    private @Nullable Catalogue catalogue;
    private @Nullable DemoArrival demo;
    private @Nullable Workspace workspace;
    private @Nullable ShelfWindow window;

    /** Beside the interface thread, which gets the toolkit ready meanwhile. */
    @Override
    public void init() throws ProblemException {
        Map<String, String> named = getParameters().getNamed();
        Path folder = named.containsKey("home") ? Path.of(Objects.requireNonNull(named.get("home"))) : Home.usual();
        Home home = Home.open(folder);
        speak(language().orElseGet(home::language));
        ProgramLog.begin(home.log());
        Thread.setDefaultUncaughtExceptionHandler(
                (thread, e) -> ProgramLog.note(Phrase.of("app.in", thread.getName()), e));
        IsolatedReader files = new IsolatedReader(home::readerLimits, home.log());
        reader = files;
        Catalogue made = Catalogue.openKept(home, files);
        catalogue = made;
        String demoFolder = named.get("demo");
        if (demoFolder != null) {
            DemoArrival arrival = new DemoArrival(Path.of(demoFolder), named.get("demo-maker"));
            arrival.add(made);
            demo = arrival;
        }
    }

    @Override
    public void start(Stage stage) {
        Map<String, String> named = getParameters().getNamed();
        Workspace made = new Workspace(Objects.requireNonNull(catalogue));
        workspace = made;
        ShelfWindow root = new ShelfWindow(made);
        window = root;
        stage.setScene(root.scene(1280, 800));
        stage.setMinWidth(1060);
        stage.setMinHeight(640);
        boolean pictured = isPictured();
        if (pictured) {
            // pictures do not depend on the machine they are taken on
            root.setLight(false);
        } else {
            root.surroundings().restore();
        }
        LeftAs before = new LeftAs(made.catalogue().home());
        if (!pictured) {
            before.restore(stage, root, made);
            stage.setOnHiding(e -> before.keep(stage, root, made));
        }
        stage.setOnCloseRequest(e -> {
            if (!root.mayClose(stage::close)) {
                e.consume();
            }
        });
        stage.titleProperty()
                .bind(Bindings.createStringBinding(
                        () -> made.openScene().unsaved().get() ? "● Yonder Shelf" : "Yonder Shelf",
                        made.openScene().unsaved()));
        made.shelf().showKnown();
        // drawn once beforehand: what is drawn for the first time would keep the window from answering
        root.getScene().snapshot(null);
        stage.show();
        // what changes the window while its first picture is being painted would have to wait for it
        CompletableFuture.delayedExecutor(PAINTED_MILLIS, TimeUnit.MILLISECONDS, Platform::runLater)
                .execute(() -> {
                    if (stage.isShowing()) {
                        begin(made, root, named);
                        DemoArrival arrival = demo;
                        if (!pictured) {
                            before.openScene(made, arrival == null ? null : arrival.scene());
                        } else if (arrival != null) {
                            made.openScene().resume(arrival.scene());
                        }
                        if (arrival != null) {
                            arrival.follow(made);
                        }
                    }
                });
    }

    /** The toolkit's own words, in menus of text fields, follow. */
    private static void speak(Locale language) {
        Phrase.speak(language);
        if (!Locale.getDefault().getLanguage().equals(language.getLanguage())) {
            Locale.setDefault(language);
        }
    }

    private void begin(Workspace workspace, ShelfWindow root, Map<String, String> named) {
        workspace.catalogue().openingProblems().forEach(workspace::tell);
        workspace.begin();
        root.askAboutTheLastTime();
        begun(workspace, root, named);
    }

    /** The language it is spoken in whatever was chosen; empty for the one that was. */
    Optional<Locale> language() {
        return Optional.empty();
    }

    /** True when pictures of it are taken, which are not to depend on the machine. */
    boolean isPictured() {
        return getParameters().getNamed().containsKey("picture");
    }

    /** Called when the window is there and everything it shows is on its way. */
    void begun(Workspace workspace, ShelfWindow window, Map<String, String> named) {
        String picture = named.get("picture");
        if (picture != null) {
            new WindowPicture(workspace, window, Path.of(picture)).take();
        }
    }

    @Override
    public void stop() {
        // whatever else goes wrong, what was found out is kept and no process is left behind
        try {
            if (window != null) {
                window.stop();
            }
        } finally {
            closeAll();
        }
    }

    private void closeAll() {
        try {
            if (workspace != null) {
                workspace.close();
            }
        } finally {
            if (reader != null) {
                reader.close();
            }
        }
    }
}
