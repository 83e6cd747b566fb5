package yondershelf.app.shelf;

import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Workspace;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Labels;
import yondershelf.library.Licences;
import yondershelf.library.Relabel;
import yondershelf.words.Phrase;

/** What is said of one asset, a change at a time, each to be undone by itself. */
final class LabelActs {
    private final Workspace workspace;
    private @Nullable Asset asset;
    private boolean filling;

    LabelActs(Workspace workspace) {
        this.workspace = workspace;
    }

    /** Of this asset from now on; what filling the fields sets off is nobody's act. */
    void of(Asset thing, Runnable filled) {
        asset = thing;
        filling = true;
        filled.run();
        filling = false;
    }

    /** Keeps what was typed or clicked, when it says something else than before. */
    void commit(Edit.Field field, String typed) {
        Asset thing = asset;
        if (thing == null || filling) {
            return;
        }
        Labels said = workspace.catalogue().labels(thing);
        String before = Relabel.text(said, field);
        String meant = field == Edit.Field.LICENCE ? Licences.named(typed) : typed.strip();
        String after = field == Edit.Field.NAME && meant.equals(thing.name()) ? "" : meant;
        if (!after.equals(before)) {
            workspace
                    .labelling()
                    .edit(
                            thing,
                            Phrase.of("shelf.change", Phrase.name(field)),
                            List.of(Edit.set(thing.id(), field, after)),
                            List.of(Edit.set(thing.id(), field, before)));
        }
    }

    void addTag(String tag) {
        Asset thing = asset;
        if (thing != null) {
            workspace
                    .labelling()
                    .edit(
                            thing,
                            Phrase.of("shelf.add-tag", tag),
                            List.of(Edit.tag(thing.id(), tag)),
                            List.of(Edit.untag(thing.id(), tag)));
        }
    }

    void removeTag(String tag) {
        Asset thing = asset;
        if (thing != null) {
            workspace
                    .labelling()
                    .edit(
                            thing,
                            Phrase.of("shelf.take-away-tag", tag),
                            List.of(Edit.untag(thing.id(), tag)),
                            List.of(Edit.tag(thing.id(), tag)));
        }
    }
}
