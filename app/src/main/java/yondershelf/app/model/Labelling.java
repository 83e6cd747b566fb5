package yondershelf.app.model;

import java.util.ArrayList;
import java.util.List;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.KeptAct;
import yondershelf.content.Excerpt;
import yondershelf.content.Problem;
import yondershelf.content.Space;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Library;
import yondershelf.words.Phrase;

/** What is said of one asset, each change an act that can be undone, also after the next start. */
public final class Labelling {
    private final Catalogue catalogue;
    private final InOrder inOrder;
    private final KeptHistory keptHistory;
    private final Runnable search;
    private final Runnable measuredAnew;

    /**
     * @param search finds anew what labels may have changed
     * @param measuredAnew tells those who show things that they may be others now, though nothing is counted otherwise
     */
    Labelling(Catalogue catalogue, InOrder inOrder, KeptHistory keptHistory, Runnable search, Runnable measuredAnew) {
        this.catalogue = catalogue;
        this.inOrder = inOrder;
        this.keptHistory = keptHistory;
        this.search = search;
        this.measuredAnew = measuredAnew;
    }

    /** Changes labels of an asset, as one act, which can be undone as soon as it is on the disk. */
    public void edit(Asset asset, String what, List<Edit> edits, List<Edit> undo) {
        perform(asset, what, edits, undo, () -> {});
    }

    private void perform(Asset asset, String what, List<Edit> edits, List<Edit> undo, Runnable then) {
        inOrder.run(
                asset.name(),
                () -> {
                    Library library = catalogue
                            .libraryOf(asset.id())
                            .orElseThrow(() -> new Problem(
                                            asset.path(),
                                            Phrase.of("model.its-library-is-away"),
                                            Phrase.of("model.connect-its-drive-then-try"))
                                    .raise());
                    KeptAct act = KeptAct.of(what, library, edits, undo);
                    catalogue.perform(act);
                    return act;
                },
                act -> {
                    keptHistory.remember(act, then);
                    then.run();
                    search.run();
                });
    }

    /**
     * Tells the units or the upright of model files that do not say them.
     *
     * @param subject the asset's id, or {@link Edit#ofFolder a folder} of its library
     */
    public void tellSpace(Asset asset, String subject, Edit.Field field, String value) {
        inOrder.run(
                asset.name(),
                () -> {
                    Space before = catalogue.told(asset, subject);
                    return field == Edit.Field.UNITS ? before.units() : before.up();
                },
                before -> perform(
                        asset,
                        Phrase.of("model.tell", Phrase.name(field)),
                        List.of(Edit.set(subject, field, value)),
                        List.of(Edit.set(subject, field, before)),
                        measuredAnew));
    }

    /** Makes a node of a model file an asset of its own, or no longer. */
    public void takeApart(Asset file, String node, boolean apart) {
        List<String> before = catalogue.labels(file).apart();
        List<String> after = new ArrayList<>(before);
        after.remove(node);
        if (apart) {
            after.add(node);
        }
        edit(
                file,
                apart ? Phrase.of("model.take-apart", node) : Phrase.of("model.put-back-into-its-file", node),
                List.of(Edit.set(file.id(), Edit.Field.APART, String.join("\n", after))),
                List.of(Edit.set(file.id(), Edit.Field.APART, String.join("\n", before))));
    }

    /** Says what of a model file is meant. */
    public void tellExcerpt(Asset asset, Excerpt wanted) {
        Excerpt before = asset.excerpt();
        if (!wanted.equals(before)) {
            perform(
                    asset,
                    Phrase.of("model.show", wanted.isWhole() ? Phrase.of("model.all-of-it") : wanted.text()),
                    List.of(Edit.set(asset.id(), Edit.Field.EXCERPT, wanted.text())),
                    List.of(Edit.set(asset.id(), Edit.Field.EXCERPT, before.text())),
                    measuredAnew);
        }
    }
}
