package yondershelf.app.model;

import java.nio.file.Path;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Shown;
import yondershelf.content.Problem;
import yondershelf.library.Asset;
import yondershelf.search.Query;
import yondershelf.words.Phrase;
import yondershelf.work.Job;
import yondershelf.work.Work;

/** Looking for what is like an asset, like a picture from anywhere, or of a colour. What nobody has looked at yet is looked at meanwhile. */
public final class MoreLike {
    private static final long AGAIN_NANOS = 3_000_000_000L;

    private final Workspace workspace;
    private final Catalogue catalogue;
    private final ReadOnlyIntegerWrapper unseen = new ReadOnlyIntegerWrapper();
    private Path picture = Path.of("");
    private String pictureLike = "";
    private Optional<Job<Boolean>> looking = Optional.empty();

    MoreLike(Workspace workspace) {
        this.workspace = workspace;
        this.catalogue = workspace.catalogue();
        workspace.shelf().query().addListener((o, before, now) -> {
            if (before.like().isEmpty()
                    && !now.like().isEmpty()
                    && looking.filter(job -> !job.isOver()).isEmpty()) {
                look();
            }
        });
    }

    /** How many assets nobody has looked at yet: they are not found. */
    public ReadOnlyIntegerProperty unseen() {
        return unseen.getReadOnlyProperty();
    }

    /** Shows what is like an asset, of its kind. */
    public void like(Asset asset) {
        workspace
                .background()
                .run(
                        Phrase.of("model.looking-at", asset.name()),
                        work -> {
                            catalogue.alike().look(asset, work);
                            return true;
                        },
                        done -> show(
                                Query.EVERYTHING.withKinds(Set.of(asset.kind())).withLike(asset.id())));
    }

    /** Shows what is like a picture that need be no asset. */
    public void like(Path file) {
        workspace
                .background()
                .run(
                        Phrase.of("model.looking-at", file.getFileName()),
                        work -> catalogue.alike().picture(file),
                        like -> {
                            picture = file;
                            pictureLike = like;
                            show(Query.EVERYTHING.withLike(like));
                        });
    }

    /** @param colour as {@code #rrggbb} */
    public void ofColour(String colour) {
        show(workspace.shelf().query().get().withLike(colour));
    }

    public void nothing() {
        workspace.shelf().query().set(workspace.shelf().query().get().withLike(""));
    }

    /** What is looked for, for a person; an asset's name is looked up in the background. */
    public void title(String like, Consumer<String> then) {
        if (like.startsWith("#")) {
            then.accept(Phrase.of("model.of-the-colour", like));
        } else if (like.startsWith(Query.LOOK)) {
            then.accept(
                    like.equals(pictureLike)
                            ? Phrase.of("model.like", picture.getFileName())
                            : Phrase.of("model.like-a-picture"));
        } else {
            workspace
                    .background()
                    .quietly(
                            Phrase.of("model.fetching-what-is-shown"),
                            work -> catalogue
                                    .shelf()
                                    .shown(like)
                                    .map(Shown::name)
                                    .orElse(Phrase.of("model.something-that-is-gone")),
                            name -> then.accept(Phrase.of("model.like", name)));
        }
    }

    private void show(Query query) {
        workspace.view().set(Workspace.View.SHELF);
        workspace.shelf().query().set(query);
    }

    /** Goes on in the background; the answer is asked for again as more is seen. */
    private void look() {
        looking = Optional.of(workspace
                .background()
                .housekeeping(
                        Phrase.of("model.looking-what-things-look-like"),
                        work -> {
                            int left = catalogue.alike().unseen();
                            tell(left);
                            if (left > 0) {
                                catalogue.alike().look(telling(work));
                                tell(catalogue.alike().unseen());
                            }
                            return true;
                        },
                        done -> {}));
    }

    /** The answer is asked for again now and then. */
    private Work telling(Work work) {
        return new Work() {
            private long told = System.nanoTime();

            @Override
            public synchronized void progress(long done, long total, String what) {
                work.progress(done, total, what);
                if (System.nanoTime() - told > AGAIN_NANOS) {
                    told = System.nanoTime();
                    tell((int) (total - done));
                }
            }

            @Override
            public boolean isCancelled() {
                return work.isCancelled();
            }

            @Override
            public void problem(Problem problem) {
                work.problem(problem);
            }
        };
    }

    private void tell(int left) {
        Platform.runLater(() -> {
            unseen.set(left);
            if (!workspace.shelf().query().get().like().isEmpty()) {
                workspace.shelf().search();
            }
        });
    }
}
