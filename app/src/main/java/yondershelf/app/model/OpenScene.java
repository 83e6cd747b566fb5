package yondershelf.app.model;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.Consumer;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.ProblemException;
import yondershelf.table.Recovery;
import yondershelf.table.Scene;
import yondershelf.table.SceneFile;
import yondershelf.table.Table;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/**
 * The scene on the table and the file it belongs to: saving, opening, what is not saved yet, and what is kept of it for the
 * case that the program is killed. Used from the interface thread.
 */
public final class OpenScene {
    private static final int LAST_SECONDS = 120;
    private static final long LONGEST_COMING_NANOS = 15_000_000_000L;

    /**
     * What belongs to the scene beside itself; undoing an opening brings the former one back.
     *
     * @param file where it is saved to, or null
     * @param saved the scene as the file holds it
     * @param foreign true when something else wrote the file as it is now
     * @param losses what writing into a foreign file would lose, in words
     * @param changed when the file was written or read last, to see whether somebody else changed it
     */
    private record Document(
            @Nullable Path file,
            Scene saved,
            boolean foreign,
            List<String> losses,
            @Nullable FileTime changed) {
        static Document fresh(Scene scene) {
            return new Document(null, scene, false, List.of(), null);
        }
    }

    /** A question whose answer decides whether and where the scene is saved. */
    public record SaveQuestion(Path file, String words, boolean mayWrite, Runnable writeAnyway) {}

    private final Catalogue catalogue;
    private final Background background;
    private final Table table;
    private final Recovery recovery;
    private final SceneSaving writing;
    private final SceneThings shelved;
    private final ObjectProperty<@Nullable Path> file = new SimpleObjectProperty<>();
    private final ReadOnlyBooleanWrapper unsaved = new ReadOnlyBooleanWrapper();
    private final ObjectProperty<@Nullable SaveQuestion> question = new SimpleObjectProperty<>();
    private final List<Runnable> opened = new ArrayList<>();
    private Document document;
    private @Nullable Scene keptLast;
    /** When the scene that is being opened was asked for, in the clock's nanoseconds; 0 when none is. */
    private volatile long coming;
    /** It came, and is not drawn yet. */
    private @Nullable Scene arrived;

    private CompletableFuture<?> saving = CompletableFuture.completedFuture(true);

    OpenScene(Catalogue catalogue, Background background, Table table) {
        this.catalogue = catalogue;
        this.background = background;
        this.table = table;
        this.recovery = new Recovery(catalogue.home().folder().resolve("recovery"));
        this.writing = new SceneSaving(catalogue, recovery);
        this.shelved = new SceneThings(catalogue);
        this.document = Document.fresh(table.scene());
        table.onChange(this::mark);
    }

    /** Where the scene was saved or opened last; null for one never saved. */
    public ObjectProperty<@Nullable Path> file() {
        return file;
    }

    /** True while the scene holds what its file does not. */
    public ReadOnlyBooleanProperty unsaved() {
        return unsaved.getReadOnlyProperty();
    }

    /** Asked before a file is written into that this program did not write, or not last. */
    public ObjectProperty<@Nullable SaveQuestion> question() {
        return question;
    }

    private void become(Document other) {
        document = other;
        file.set(other.file);
        mark();
    }

    private void mark() {
        unsaved.set(table.scene() != document.saved);
    }

    /** Where scenes go when no other place was chosen. */
    public Path folder() {
        return catalogue.home().folder().resolve("scenes");
    }

    /** Saves the scene; without a file yet, under its name in {@link #folder()}, or that with a number when it is taken. */
    public void save() {
        save(done -> {});
    }

    /** @param then told whether it was saved */
    public void save(Consumer<Boolean> then) {
        Path known = document.file;
        boolean gltf =
                known != null && !known.toString().toLowerCase(Locale.ROOT).endsWith(".glb");
        if (known != null && (document.foreign || gltf)) {
            String losses = document.losses.isEmpty()
                    ? ""
                    : Phrase.of("model.lost-would-be", String.join(", ", document.losses));
            String words = Phrase.of("model.was-not-written-by-this", known.getFileName(), losses);
            question.set(new SaveQuestion(known, words, !gltf, () -> write(known, then)));
            then.accept(false);
            return;
        }
        write(new SceneSaving.Wish(table.scene(), known, folder(), document.changed, false), then);
    }

    /** Saves the scene to a file the user chose, which is its own from then on. */
    public void save(Path to) {
        write(to, done -> {});
    }

    private void write(Path to, Consumer<Boolean> then) {
        // one question at a time
        boolean asked = question.get() != null;
        write(new SceneSaving.Wish(table.scene(), to, folder(), null, asked), then);
    }

    private void write(SceneSaving.Wish wish, Consumer<Boolean> then) {
        Path to = wish.to();
        saving = background
                .run(
                        Phrase.of("model.saving", to == null ? wish.scene().name() : to.getFileName()),
                        work -> writing.save(wish, work),
                        outcome -> {
                            switch (outcome) {
                                case SceneSaving.Saved saved -> saved(wish.scene(), saved);
                                case SceneSaving.Asked asked -> ask(wish, asked, then);
                            }
                            then.accept(outcome instanceof SceneSaving.Saved);
                        },
                        () -> then.accept(false))
                .result();
    }

    private void saved(Scene scene, SceneSaving.Saved saved) {
        become(new Document(saved.file(), scene, false, List.of(), saved.changed()));
        // what was changed while it was being saved is kept anew
        keptLast = null;
        keep();
    }

    private void ask(SceneSaving.Wish wish, SceneSaving.Asked asked, Consumer<Boolean> then) {
        Path to = asked.file();
        Runnable anyway = asked.changedByOthers()
                ? () -> write(to, then)
                : () -> write(new SceneSaving.Wish(wish.scene(), to, wish.folder(), null, true), then);
        question.set(new SaveQuestion(to, asked.words(), true, anyway));
    }

    /** The scene belongs to no file from now on. */
    public void detach() {
        become(Document.fresh(table.scene()));
    }

    /** Clears the table for a new scene; undo brings the present one back, with its file. */
    public void begin() {
        Scene empty = Scene.empty(Phrase.of("model.untitled-scene"));
        put(Phrase.of("model.begin-a-new-scene"), empty, Document.fresh(empty));
    }

    /** Opens a scene file in place of the present scene; undo brings that back, with its file. */
    public void open(Path from) {
        comes();
        background.run(
                Phrase.of("model.opening", from.getFileName()),
                work -> document(from, work),
                its -> {
                    arrived = its.saved;
                    put(Phrase.of("model.open", its.saved.name()), its.saved, its);
                    this.opened.forEach(Runnable::run);
                },
                this::comesNoMore);
    }

    /** The same at the start, in place of the table's first, empty scene: nothing that could be undone. A file that is gone is passed over. */
    public void resume(Path from) {
        comes();
        background.run(
                Phrase.of("model.opening", from.getFileName()),
                work -> Files.isRegularFile(from) ? Optional.of(document(from, work)) : Optional.<Document>empty(),
                there -> there.ifPresentOrElse(
                        its -> {
                            arrived = its.saved;
                            table.amend(its.saved);
                            become(its);
                            this.opened.forEach(Runnable::run);
                        },
                        this::comesNoMore),
                this::comesNoMore);
    }

    private Document document(Path from, Work work) throws ProblemException {
        SceneFile.Opened read = shelved.open(from, work);
        return new Document(from, read.scene(), !read.ours(), read.losses(), SceneSaving.changed(from));
    }

    /** True from when a scene is asked for until it is drawn, or takes too long. From any thread. */
    public boolean isComing() {
        long since = coming;
        return since != 0 && System.nanoTime() - since < LONGEST_COMING_NANOS;
    }

    /** A scene was drawn on the table. */
    public void drawn(Scene scene) {
        if (scene == arrived) {
            comesNoMore();
        }
    }

    private void comes() {
        coming = Math.max(1, System.nanoTime());
    }

    private void comesNoMore() {
        coming = 0;
        arrived = null;
    }

    /** Called when another scene was opened. */
    public void onOpened(Runnable listener) {
        opened.add(listener);
    }

    private void put(String what, Scene scene, Document itsDocument) {
        Document before = document;
        table.act(what, scene, () -> become(itsDocument), () -> become(before));
    }

    /** Takes back what stood in for things that were away, now that libraries were looked through. */
    void complete() {
        Scene scene = table.scene();
        if (!shelved.isBack(scene)) {
            return;
        }
        background.quietly(
                Phrase.of("model.taking-back-what-was-away"), work -> shelved.completed(scene, work), now -> {
                    if (table.scene() == scene && now != scene) {
                        boolean clean = !unsaved.get();
                        table.amend(now);
                        if (clean) {
                            document = new Document(
                                    document.file, now, document.foreign, document.losses, document.changed);
                            mark();
                        }
                    }
                });
    }

    /** Keeps the scene for the case that the program is killed, when it holds anything new since the last time. */
    public void keep() {
        Scene scene = table.scene();
        if (!unsaved.get() || scene == keptLast) {
            return;
        }
        keptLast = scene;
        Path its = document.foreign ? null : document.file;
        background.quietly(
                Phrase.of("model.keeping-the-unsaved-scene"),
                work -> {
                    recovery.keep(scene, its, catalogue.reader());
                    return true;
                },
                done -> {});
    }

    /** Scenes that killed programs left unsaved, latest first. */
    public List<Recovery.Left> left() throws ProblemException {
        return recovery.left();
    }

    /** Opens a scene that was left; it counts as not saved. */
    public void recover(Recovery.Left left) {
        background.run(
                Phrase.of("model.opening", left.title()),
                work -> recovered(left, shelved.open(left.scene(), work)),
                found -> {
                    put(Phrase.of("model.open", left.title()), found.scene, found.its);
                    keptLast = null;
                    keep();
                    forget(left);
                });
    }

    private record Recovered(Scene scene, Document its) {}

    /** With a file that holds nothing of it yet. */
    private static Recovered recovered(Recovery.Left left, SceneFile.Opened opened) {
        Path its = left.file();
        Scene empty = Scene.empty(opened.scene().name());
        return new Recovered(
                opened.scene(),
                new Document(its, empty, false, List.of(), its == null ? null : SceneSaving.changed(its)));
    }

    /** Lets a scene that was left go. */
    public void forget(Recovery.Left left) {
        background.quietly(
                Phrase.of("model.tidying-up"),
                work -> {
                    recovery.forget(left);
                    return true;
                },
                done -> {});
    }

    /** True when closing now would lose something. */
    public boolean wouldLose() {
        return unsaved.get() && !(document.file == null && isBare(table.scene()));
    }

    private static boolean isBare(Scene scene) {
        return scene.placements().isEmpty()
                && scene.light().asset().isEmpty()
                && scene.light().backdrop() == null;
    }

    /** Waits for a save under way: it is never cut off. */
    void close() {
        try {
            saving.get(LAST_SECONDS, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (ExecutionException | TimeoutException e) {
            // it was told when it failed; its file is whole either way
            Objects.requireNonNull(e);
        }
    }

    /** The program ends by the user's will: what was not to be saved is not to be offered either. */
    public void letGo() {
        CompletableFuture<?> gone = background
                .quietly(
                        Phrase.of("model.tidying-up"),
                        work -> {
                            recovery.clear();
                            return true;
                        },
                        done -> {})
                .result();
        saving = CompletableFuture.allOf(saving, gone);
    }
}
