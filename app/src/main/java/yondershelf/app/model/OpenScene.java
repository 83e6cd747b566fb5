package yondershelf.app.model;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.Environment;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.table.Backdrop;
import yondershelf.table.Placement;
import yondershelf.table.Recovery;
import yondershelf.table.Scene;
import yondershelf.table.SceneFile;
import yondershelf.table.StandIn;
import yondershelf.table.Table;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/**
 * The scene on the table and the file it belongs to: saving, opening, what is not saved yet, and what is kept of it for the
 * case that the program is killed. Used from the interface thread.
 */
public final class OpenScene {
    private static final int LAST_SECONDS = 120;

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
    private final ObjectProperty<@Nullable Path> file = new SimpleObjectProperty<>();
    private final ReadOnlyBooleanWrapper unsaved = new ReadOnlyBooleanWrapper();
    private final ObjectProperty<@Nullable SaveQuestion> question = new SimpleObjectProperty<>();
    private final List<Runnable> opened = new ArrayList<>();
    private Document document;
    private @Nullable Scene keptLast;
    private CompletableFuture<?> saving = CompletableFuture.completedFuture(true);

    OpenScene(Catalogue catalogue, Background background, Table table) {
        this.catalogue = catalogue;
        this.background = background;
        this.table = table;
        this.recovery = new Recovery(catalogue.home().folder().resolve("recovery"));
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
    public void save(java.util.function.Consumer<Boolean> then) {
        Path known = document.file;
        if (known == null) {
            write(free(plain(table.scene().name())), then);
            return;
        }
        boolean gltf = !known.toString().toLowerCase(java.util.Locale.ROOT).endsWith(".glb");
        if (document.foreign || gltf) {
            String losses = document.losses.isEmpty()
                    ? ""
                    : Phrase.of("model.lost-would-be", String.join(", ", document.losses));
            ask(known, Phrase.of("model.was-not-written-by-this", known.getFileName(), losses), !gltf, then);
        } else if (isChangedByOthers(known)) {
            ask(known, Phrase.of("model.was-changed-by-something-else", known.getFileName()), true, then);
        } else {
            write(known, then);
        }
    }

    private void ask(Path known, String words, boolean mayWrite, java.util.function.Consumer<Boolean> then) {
        question.set(new SaveQuestion(known, words, mayWrite, () -> write(known, then)));
        then.accept(false);
    }

    private boolean isChangedByOthers(Path known) {
        FileTime seen = document.changed;
        return seen != null && Files.exists(known) && !seen.equals(changed(known));
    }

    private static @Nullable FileTime changed(Path file) {
        try {
            return Files.getLastModifiedTime(file);
        } catch (IOException e) {
            return null;
        }
    }

    private Path free(String name) {
        Path wanted = folder().resolve(name + ".glb");
        for (int n = 2; Files.exists(wanted); n++) {
            wanted = folder().resolve(name + " " + n + ".glb");
        }
        return wanted;
    }

    /** Saves the scene to a file the user chose, which is its own from then on. */
    public void save(Path to) {
        write(to, done -> {});
    }

    private void write(Path to, java.util.function.Consumer<Boolean> then) {
        Scene scene = table.scene();
        List<String> away = SceneFile.picturesAway(
                scene, catalogue.libraries().stream().map(Library::root).toList());
        if (!away.isEmpty() && question.get() == null && Files.exists(to)) {
            question.set(new SaveQuestion(
                    to,
                    Phrase.of("model.the-drive-with-of-this", Words.plural(away.size(), "picture")),
                    true,
                    () -> write(scene, to, then)));
            then.accept(false);
            return;
        }
        write(scene, to, then);
    }

    private void write(Scene scene, Path to, java.util.function.Consumer<Boolean> then) {
        saving = background
                .run(
                        Phrase.of("model.saving", to.getFileName()),
                        work -> {
                            SceneFile.save(scene, to, catalogue.reader());
                            recovery.clear();
                            beside(work, () -> catalogue.remember(assets(scene)));
                            beside(work, () -> catalogue.used(to, assets(scene)));
                            return Optional.ofNullable(changed(to));
                        },
                        time -> {
                            become(new Document(to, scene, false, List.of(), time.orElse(null)));
                            // what was changed while it was being saved is kept anew
                            keptLast = null;
                            keep();
                            then.accept(true);
                        },
                        () -> then.accept(false))
                .result();
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

    private static String plain(String name) {
        String plain = name.replaceAll("[^\\p{L}\\p{N} ._-]", "").strip();
        return plain.isEmpty() ? "scene" : plain;
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
        background.run(Phrase.of("model.opening", from.getFileName()), work -> read(from, work), opened -> {
            Scene scene = opened.scene();
            put(
                    Phrase.of("model.open", scene.name()),
                    scene,
                    new Document(from, scene, !opened.ours(), opened.losses(), changed(from)));
            this.opened.forEach(Runnable::run);
        });
    }

    /** The same at the start, in place of the table's first, empty scene: nothing that could be undone. */
    public void resume(Path from) {
        background.run(Phrase.of("model.opening", from.getFileName()), work -> read(from, work), opened -> {
            Scene scene = opened.scene();
            table.amend(scene);
            become(new Document(from, scene, !opened.ours(), opened.losses(), changed(from)));
            this.opened.forEach(Runnable::run);
        });
    }

    /** Called when another scene was opened. */
    public void onOpened(Runnable listener) {
        opened.add(listener);
    }

    private SceneFile.Opened read(Path from, Work work) throws ProblemException {
        return SceneFile.open(from, catalogue.reader(), new SceneFile.EnvironmentFinder() {
            @Override
            public @Nullable Environment find(String asset, String path, String name) {
                return environment(asset, work);
            }

            @Override
            public @Nullable Picture backdrop(String asset) {
                return OpenScene.this.backdrop(asset, work);
            }
        });
    }

    private void put(String what, Scene scene, Document itsDocument) {
        Document before = document;
        table.act(what, scene, () -> become(itsDocument), () -> become(before));
    }

    private @Nullable Environment environment(String asset, Work work) {
        try {
            Optional<Asset> found = catalogue.asset(asset);
            return found.isEmpty() ? null : catalogue.contents().environment(found.get());
        } catch (ProblemException e) {
            work.problem(e.problem());
            return null;
        }
    }

    private @Nullable Picture backdrop(String asset, Work work) {
        try {
            Optional<Asset> found = catalogue.asset(asset);
            return found.isEmpty()
                    ? null
                    : catalogue.contents().texture(found.get()).picture();
        } catch (ProblemException e) {
            work.problem(e.problem());
            return null;
        }
    }

    private boolean isBackdropBack(Scene scene) {
        Backdrop backdrop = scene.light().backdrop();
        return backdrop != null
                && backdrop.picture() == null
                && catalogue.asset(backdrop.asset()).isPresent();
    }

    /** Takes back what stood in for things that were away, now that libraries were looked through. */
    void complete() {
        Scene scene = table.scene();
        boolean light =
                scene.light().away() && catalogue.asset(scene.light().asset()).isPresent();
        List<Placement> boxes = scene.placements().stream()
                .filter(p -> StandIn.is(p) && catalogue.asset(p.asset()).isPresent())
                .toList();
        if (!light && !isBackdropBack(scene) && boxes.isEmpty()) {
            return;
        }
        background.quietly(Phrase.of("model.taking-back-what-was-away"), work -> completed(scene, boxes, work), now -> {
            if (table.scene() == scene && now != scene) {
                boolean clean = !unsaved.get();
                table.amend(now);
                if (clean) {
                    document = new Document(document.file, now, document.foreign, document.losses, document.changed);
                    mark();
                }
            }
        });
    }

    private Scene completed(Scene scene, List<Placement> boxes, Work work) throws ProblemException {
        Scene now = scene;
        if (scene.light().away()) {
            Environment found = environment(scene.light().asset(), work);
            now = found == null ? now : now.lit(now.light().found(found));
        }
        Backdrop backdrop = scene.light().backdrop();
        if (backdrop != null && backdrop.picture() == null) {
            now = now.lit(now.light().before(backdrop.with(backdrop(backdrop.asset(), work))));
        }
        for (Placement box : boxes) {
            Optional<Asset> asset = catalogue.asset(box.asset());
            if (asset.isPresent()) {
                Model model = catalogue.contents().model(asset.get());
                now = now.change(box.id(), p -> p.withModel(model));
            }
        }
        return now;
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
        background.run(Phrase.of("model.opening", left.title()), work -> read(left.scene(), work), opened -> {
            Path its = left.file();
            Scene empty = Scene.empty(opened.scene().name());
            put(
                    Phrase.of("model.open", left.title()),
                    opened.scene(),
                    new Document(its, empty, false, List.of(), its == null ? null : changed(its)));
            keptLast = null;
            keep();
            forget(left);
        });
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
        try {
            recovery.clear();
        } catch (ProblemException e) {
            yondershelf.work.ProgramLog.note(e.problem());
        }
    }
}
