package yondershelf.app.model;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import javafx.application.Platform;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import yondershelf.catalogue.Watching;
import yondershelf.content.Problem;
import yondershelf.library.Library;
import yondershelf.library.Looked;
import yondershelf.search.Query;
import yondershelf.words.Phrase;

/** Watches the libraries, takes in what others change in them, and announces quietly what came. */
public final class Arrived implements AutoCloseable {
    private final Workspace workspace;
    private final ObjectProperty<Map<String, News>> news = new SimpleObjectProperty<>(Map.of());
    private @Nullable Watching watching;
    private boolean closed;

    /**
     * What came to one library since somebody looked.
     *
     * @param since when the first of it came, in seconds since 1970
     */
    public record News(String library, int count, long since) {}

    Arrived(Workspace workspace) {
        this.workspace = workspace;
    }

    /** What came, by library. */
    public ObjectProperty<Map<String, News>> news() {
        return news;
    }

    /** Begins to watch; once is enough. */
    void watch() {
        if (watching != null || closed) {
            return;
        }
        watching = new Watching(workspace.catalogue(), new Watching.Listener() {
            @Override
            public void changed(Library library, Set<String> folders) {
                Platform.runLater(() -> look(library, folders));
            }

            @Override
            public void connected() {
                Platform.runLater(workspace.libraries()::scan);
            }

            @Override
            public void followed() {
                Platform.runLater(workspace.libraries()::refreshed);
            }

            @Override
            public void deaf(Library library) {
                Problem deaf = new Problem(
                        library.root().toString(),
                        Phrase.of("app.changes-are-not-heard"),
                        Phrase.of("app.let-it-watch-more"));
                Platform.runLater(() -> workspace.problems().add(deaf));
            }
        });
    }

    private void look(Library library, Set<String> folders) {
        workspace
                .background()
                .quietly(
                        Phrase.of("model.looking-what-changed-in", library.name()),
                        work -> {
                            Looked looked = folders.isEmpty()
                                    ? workspace.catalogue().scanning().scan(library, work)
                                    : workspace.catalogue().scanning().scan(library, folders, work);
                            heard(Map.of(library, looked));
                            return looked;
                        },
                        looked -> {
                            if (!looked.isUnchanged()) {
                                workspace.libraries().refreshed();
                            }
                        });
    }

    /** Takes in what a look found; from any thread. What was there at the very first look did not arrive. */
    void heard(Map<Library, Looked> looked) {
        looked.forEach((library, l) -> {
            if (!l.first() && l.arrived() > 0) {
                Platform.runLater(() -> announce(library, l));
            }
        });
    }

    private void announce(Library library, Looked looked) {
        Map<String, News> now = new LinkedHashMap<>(news.get());
        News before = now.get(library.id());
        now.put(
                library.id(),
                before == null
                        ? new News(library.id(), looked.arrived(), looked.since())
                        : new News(library.id(), before.count + looked.arrived(), before.since));
        news.set(now);
    }

    /** Shows just what came to a library, and is quiet about it from then on. */
    public void show(News came) {
        forget(came);
        workspace.view().set(Workspace.View.SHELF);
        workspace.shelf().query().set(Query.EVERYTHING.in(came.library, null).withSince(came.since));
    }

    /** Is quiet about what came to a library. */
    public void forget(News came) {
        Map<String, News> now = new LinkedHashMap<>(news.get());
        now.remove(came.library);
        news.set(now);
    }

    @Override
    public void close() {
        closed = true;
        if (watching != null) {
            watching.close();
        }
    }
}
