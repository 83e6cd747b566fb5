package yondershelf.app.model;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.KeptAct;
import yondershelf.content.Excerpt;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Space;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Labels;
import yondershelf.library.Library;
import yondershelf.library.Relabel;
import yondershelf.words.Phrase;

/** What is said of one asset, each change an act that can be undone, also after the next start. */
public final class Labelling {
    private final Catalogue catalogue;
    private final SerialExecutor inOrder;
    private final KeptHistory keptHistory;
    private final Runnable search;
    private final Runnable measuredAnew;

    /**
     * @param search finds anew what labels may have changed
     * @param measuredAnew tells those who show things that they may be others now, though nothing is counted otherwise
     */
    Labelling(
            Catalogue catalogue,
            SerialExecutor inOrder,
            KeptHistory keptHistory,
            Runnable search,
            Runnable measuredAnew) {
        this.catalogue = catalogue;
        this.inOrder = inOrder;
        this.keptHistory = keptHistory;
        this.search = search;
        this.measuredAnew = measuredAnew;
    }

    /** Changes labels of an asset, as one act, which can be undone as soon as it is on the disk. */
    public void edit(Asset asset, String what, List<Edit> edits, List<Edit> undo) {
        perform(asset, () -> Optional.of(new Change(what, edits, undo)), () -> {});
    }

    /**
     * Says something in place of what was said before.
     *
     * @param what the act, in words
     * @param value as it is kept
     */
    public void say(Asset asset, String what, Edit.Field field, String value) {
        perform(
                asset,
                () -> {
                    String before = Relabel.text(catalogue.shelf().labels(asset), field);
                    return value.equals(before)
                            ? Optional.empty()
                            : Optional.of(new Change(
                                    what,
                                    List.of(Edit.set(asset.id(), field, value)),
                                    List.of(Edit.set(asset.id(), field, before))));
                },
                () -> {});
    }

    /** What an act says, and what takes it back. */
    private record Change(String what, List<Edit> edits, List<Edit> undo) {}

    /** Looks what was said so far, beside the interface thread; empty when there is nothing to change. */
    private interface Looking {
        Optional<Change> look() throws ProblemException;
    }

    private void perform(Asset asset, Looking looking, Runnable then) {
        inOrder.run(
                asset.name(),
                () -> {
                    Optional<Change> change = looking.look();
                    if (change.isEmpty()) {
                        // of something that has gone meanwhile too: nobody asked for anything
                        return Optional.<KeptAct>empty();
                    }
                    Library library = catalogue
                            .shelf()
                            .libraryOf(asset.id())
                            .orElseThrow(() -> new Problem(
                                            asset.path(),
                                            Phrase.of("model.its-library-is-away"),
                                            Phrase.of("model.connect-its-drive-then-try"))
                                    .raise());
                    KeptAct act = KeptAct.of(change.get().what, library, change.get().edits, change.get().undo);
                    catalogue.history().perform(act);
                    return Optional.of(act);
                },
                done -> done.ifPresent(act -> {
                    keptHistory.remember(act, then);
                    then.run();
                    search.run();
                }));
    }

    /**
     * Tells the units or the upright of model files that do not say them.
     *
     * @param subject the asset's id, or {@link Edit#ofFolder a folder} of its library
     */
    public void tellSpace(Asset asset, String subject, Edit.Field field, String value) {
        perform(
                asset,
                () -> {
                    Space told = catalogue.labelling().told(asset, subject);
                    String before = field == Edit.Field.UNITS ? told.units() : told.up();
                    return Optional.of(new Change(
                            Phrase.of("model.tell", Phrase.name(field)),
                            List.of(Edit.set(subject, field, value)),
                            List.of(Edit.set(subject, field, before))));
                },
                measuredAnew);
    }

    /** Makes a node of a model file an asset of its own, or no longer. */
    public void takeApart(Asset file, String node, boolean apart) {
        perform(file, () -> Optional.of(apart(file.id(), catalogue.shelf().labels(file), node, apart)), () -> {});
    }

    /** Puts a node that is an asset of its own back into its file. */
    void putBack(Asset part) {
        perform(
                part,
                () -> catalogue
                        .shelf()
                        .shown(part.wholeId())
                        .map(whole -> apart(
                                part.wholeId(), whole.labels(), part.excerpt().node(), false)),
                () -> {});
    }

    private static Change apart(String file, Labels said, String node, boolean apart) {
        List<String> before = said.apart();
        List<String> after = new ArrayList<>(before);
        after.remove(node);
        if (apart) {
            after.add(node);
        }
        return new Change(
                apart ? Phrase.of("model.take-apart", node) : Phrase.of("model.put-back-into-its-file", node),
                List.of(Edit.set(file, Edit.Field.APART, String.join("\n", after))),
                List.of(Edit.set(file, Edit.Field.APART, String.join("\n", before))));
    }

    /** Says what of a model file is meant. */
    public void tellExcerpt(Asset asset, Excerpt wanted) {
        Excerpt before = asset.excerpt();
        if (!wanted.equals(before)) {
            perform(
                    asset,
                    () -> Optional.of(new Change(
                            Phrase.of("model.show", wanted.isWhole() ? Phrase.of("model.all-of-it") : wanted.text()),
                            List.of(Edit.set(asset.id(), Edit.Field.EXCERPT, wanted.text())),
                            List.of(Edit.set(asset.id(), Edit.Field.EXCERPT, before.text())))),
                    measuredAnew);
        }
    }
}
