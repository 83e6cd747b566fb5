package yondershelf.app.model;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import org.jspecify.annotations.Nullable;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Common;
import yondershelf.catalogue.KeptAct;
import yondershelf.catalogue.Shown;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Labels;
import yondershelf.library.Relabel;
import yondershelf.search.Hits;
import yondershelf.search.Key;
import yondershelf.search.Selection;
import yondershelf.words.Phrase;
import yondershelf.work.Job;

/** What is chosen on the shelf, shared by its grid, its cards, menus, drags and commands; and what is done to all of it in one act. */
public final class Chosen {
    /** Of very many the first: no program opens all of a library at once. */
    private static final int MOST_CARRIED = 100;

    private final Catalogue catalogue;
    private final Background background;
    private final SerialExecutor inOrder;
    private final KeptHistory history;
    private final ObjectProperty<Hits> hits;
    private final Runnable changed;
    private @Nullable Labels copied;
    private List<File> carried = List.of();
    private final ObjectProperty<Selection> selection = new SimpleObjectProperty<>(Selection.NONE);

    /** @param changed called when labels are other than they were */
    Chosen(
            Catalogue catalogue,
            Background background,
            SerialExecutor inOrder,
            KeptHistory history,
            ObjectProperty<Hits> hits,
            Runnable changed) {
        this.catalogue = catalogue;
        this.background = background;
        this.inOrder = inOrder;
        this.history = history;
        this.hits = hits;
        this.changed = changed;
        selection.addListener((o, before, now) -> chosen(now));
    }

    public ObjectProperty<Selection> selection() {
        return selection;
    }

    /** True when several are chosen. */
    public boolean isMany() {
        return selection.get().size() > 1;
    }

    /** Chooses everything that is found. */
    public void all() {
        Selection now = selection.get();
        Hits found = hits.get();
        background.quietly(Phrase.of("model.choosing-everything"), work -> now.all(found), all -> {
            if (selection.get() == now && hits.get() == found) {
                selection.set(all);
            }
        });
    }

    /** Looks what all that is chosen has in common. */
    public Job<Common> common(Consumer<Common> then) {
        Selection now = selection.get();
        Hits found = hits.get();
        return background.quietly(
                Phrase.of("model.looking-at-what-is-chosen"),
                work -> catalogue.labelling().common(now.in(found), work),
                then);
    }

    /** Says the same of all that is chosen, as one act. */
    public void label(String what, Relabel wanted) {
        Selection now = selection.get();
        Hits found = hits.get();
        label(what, () -> now.in(found), wanted);
    }

    /**
     * Gives a tag and those below it another name everywhere.
     *
     * @param to the other name; empty to take the tag away
     * @param merging true when the other may be there already
     */
    public void retag(String tag, String to, boolean merging) {
        String what = to.isEmpty()
                ? Phrase.of("model.delete-tag", tag)
                : (merging ? Phrase.of("model.merge-tag") : Phrase.of("model.rename-tag")) + tag;
        inOrder.run(what, () -> catalogue.labelling().retag(tag, to, merging, count -> what), this::done);
    }

    /**
     * The files that an asset is made of, or all that is chosen when it stands for that, as far as they were looked up; of very many the
     * first.
     *
     * @param many true when it stands for all that is chosen
     */
    List<File> files(Shown shown, boolean many) {
        return many ? carried : files(List.of(shown));
    }

    private List<File> files(List<Shown> all) {
        return all.stream()
                .flatMap(shown -> catalogue.known().stream()
                        .filter(known -> known.id().equals(shown.library()))
                        .flatMap(known -> known.library().stream())
                        .flatMap(library -> shown.asset().files().stream()
                                .map(f -> library.resolve(f.path()).toFile())))
                .distinct()
                .toList();
    }

    /** Looked up when they are chosen: when they are picked up, the toolkit wants all files at once. */
    private void chosen(Selection now) {
        carried = List.of();
        if (now.size() < 2) {
            return;
        }
        Hits found = hits.get();
        background.quietly(
                Phrase.of("model.looking-at-what-is-chosen"),
                work -> files(now.in(found).stream()
                        .limit(MOST_CARRIED)
                        .flatMap(key -> catalogue.shelf().shown(key).stream())
                        .toList()),
                files -> {
                    if (selection.get() == now) {
                        carried = files;
                    }
                });
    }

    /** Reads all that is chosen, for something that is to be done to it. */
    void assets(Consumer<List<Asset>> then) {
        Selection now = selection.get();
        Hits found = hits.get();
        background.run(
                Phrase.of("model.looking-at-what-is-chosen"),
                work -> now.in(found).stream()
                        .flatMap(key -> catalogue.shelf().shown(key).stream())
                        .map(Shown::asset)
                        .toList(),
                then);
    }

    /** Keeps tags, author, licence, version and job of an asset, to be given to others. */
    public void copyLabels(Asset asset) {
        background.quietly(
                Phrase.of("model.copying-labels"), work -> catalogue.shelf().labels(asset), labels -> copied = labels);
    }

    /** Gives all that is chosen the labels that were copied; what they do not say stays as it is. */
    public void pasteLabels() {
        Labels from = copied;
        if (from == null) {
            return;
        }
        Relabel wanted = Relabel.NOTHING;
        for (String tag : from.tags()) {
            wanted = wanted.tagged(tag);
        }
        Map<Edit.Field, String> texts = Map.of(
                Edit.Field.AUTHOR, from.author(),
                Edit.Field.LICENCE, from.licence(),
                Edit.Field.VERSION, from.version(),
                Edit.Field.JOB, from.job());
        for (Map.Entry<Edit.Field, String> text : texts.entrySet()) {
            wanted = text.getValue().isEmpty() ? wanted : wanted.with(text.getKey(), text.getValue());
        }
        if (!wanted.isNothing()) {
            label(Phrase.of("model.labels"), wanted);
        }
    }

    /** True when labels were copied. */
    public boolean hasLabels() {
        return copied != null;
    }

    /** Puts the files that name what is chosen, and their paths as text, where other programs paste from. */
    public void copy() {
        Selection now = selection.get();
        Hits found = hits.get();
        background.run(
                Phrase.of("model.copying-what-is-chosen"),
                work -> now.in(found).stream()
                        .flatMap(key -> catalogue.shelf().shown(key).stream())
                        .flatMap(shown -> catalogue
                                .shelf()
                                .libraryOf(shown.asset().id())
                                .map(library -> library.resolve(
                                        shown.asset().files().get(0).path()))
                                .stream())
                        .distinct()
                        .toList(),
                paths -> {
                    if (!paths.isEmpty()) {
                        ClipboardContent content = new ClipboardContent();
                        content.putFiles(paths.stream().map(Path::toFile).toList());
                        content.putString(paths.stream().map(Path::toString).collect(Collectors.joining("\n")));
                        Clipboard.getSystemClipboard().setContent(content);
                    }
                });
    }

    private interface Keys {
        List<Key> now();
    }

    private void label(String what, Keys keys, Relabel wanted) {
        inOrder.run(
                what,
                () -> catalogue
                        .labelling()
                        .relabel(
                                keys.now(), wanted, count -> Phrase.of("model.of", what, Words.plural(count, "asset"))),
                this::done);
    }

    private void done(Optional<KeptAct> act) {
        if (act.isPresent()) {
            history.remember(act.get());
            changed.run();
        }
    }
}
