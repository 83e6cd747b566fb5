package yondershelf.app.shelf;

import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Labelling;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Licences;
import yondershelf.words.Phrase;

/** What is said of one asset, a change at a time, each to be undone by itself. */
final class LabelActs {
    private final Labelling labelling;
    private @Nullable Asset asset;
    private boolean filling;

    LabelActs(Labelling labelling) {
        this.labelling = labelling;
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
        String meant = field == Edit.Field.LICENCE ? Licences.named(typed) : typed.strip();
        String after = field == Edit.Field.NAME && meant.equals(thing.name()) ? "" : meant;
        labelling.say(thing, Phrase.of("shelf.change", Phrase.name(field)), field, after);
    }

    void addTag(String tag) {
        Asset thing = asset;
        if (thing != null) {
            edit(thing, Phrase.of("shelf.add-tag", tag), Edit.tag(thing.id(), tag), Edit.untag(thing.id(), tag));
        }
    }

    void removeTag(String tag) {
        Asset thing = asset;
        if (thing != null) {
            edit(thing, Phrase.of("shelf.take-away-tag", tag), Edit.untag(thing.id(), tag), Edit.tag(thing.id(), tag));
        }
    }

    private void edit(Asset thing, String what, Edit wanted, Edit undo) {
        labelling.edit(thing, what, List.of(wanted), List.of(undo));
    }
}
