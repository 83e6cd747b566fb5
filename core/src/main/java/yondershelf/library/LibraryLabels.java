package yondershelf.library;

import java.util.ArrayList;
import java.util.List;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Space;
import yondershelf.store.AssetRow;
import yondershelf.words.Phrase;

/** What was said of a library's assets, by whom ever: its labels. Safe for several threads. */
public final class LibraryLabels {
    private final Library library;
    private final Journal journal;
    private final Identities identities;

    LibraryLabels(Library library, Journal journal, Identities identities) {
        this.library = library;
        this.journal = journal;
        this.identities = identities;
    }

    /** Of one asset; {@link Labels#NONE} when nothing was said. */
    public Labels of(String asset) {
        return journal.labels(asset);
    }

    /** Saves edits of labels; when this returns they are on the disk. */
    public void edit(List<Edit> edits) throws ProblemException {
        library.requireWritable();
        List<String> ids = edits.stream().map(Edit::asset).distinct().toList();
        remember(ids);
        requireRecorded(ids);
        journal.append(edits);
        new Sayings(journal, library.store()).keep(ids);
    }

    /**
     * What is said of something is kept with its place. Whose file went before its place was ever recorded cannot be found again: saying
     * something of it is refused rather than lost.
     */
    private void requireRecorded(List<String> ids) throws ProblemException {
        List<String> whole = ids.stream().map(Apart::whole).distinct().toList();
        for (AssetRow row : library.store().assets(whole).values()) {
            if (!identities.journal().speaksOf(row.id())) {
                throw new Problem(
                                library.resolve(row.path()).toString(),
                                Phrase.of("library.it-is-not-there-any-more"),
                                Phrase.of("library.look-through-it-again"))
                        .raise();
            }
        }
    }

    /** True when what an edit says is so now. */
    public boolean isSaid(Edit edit) {
        return edit.isTag()
                ? journal.labels(edit.asset()).tags().contains(edit.value()) == edit.added()
                : edit.says(journal.text(edit.asset(), edit.field()));
    }

    /** Edits that say again what some others are about to overrule. */
    public List<Edit> opposite(List<Edit> edits) {
        List<Edit> out = new ArrayList<>();
        for (Edit edit : edits) {
            if (!edit.isTag()) {
                out.add(new Edit(edit.asset(), edit.field(), journal.text(edit.asset(), edit.field()), true));
            } else if (!isSaid(edit)) {
                out.add(new Edit(edit.asset(), edit.field(), edit.value(), !edit.added()));
            }
        }
        return out;
    }

    /** What was told of the units and the upright of one asset, or of {@link Edit#ofFolder a folder}, and of nothing around it. */
    public Space told(String subject) {
        return journal.labels(subject).space();
    }

    /** Makes sure that assets are known again wherever their files go: those in scenes, say. */
    public void remember(List<String> ids) throws ProblemException {
        List<String> whole = ids.stream().map(Apart::whole).distinct().toList();
        // what another machine recorded meanwhile is not to be overruled by what was seen here before
        identities.journal().catchUp();
        List<Edit> records = identities.records(
                library.store().assets(whole).values().stream().map(Asset::of).toList());
        if (!records.isEmpty()) {
            library.requireWritable();
            identities.journal().append(records);
        }
    }

    /** What was said of an asset, and of its units and its upright by the folders it lies in, the nearest first. */
    Labels said(String id, String folder) {
        return new Sayings(journal, library.store()).of(id, folder);
    }

    /** Assets with labels are to be known again wherever their files go. */
    void recordPlaces(List<String> spoken) {
        try {
            remember(spoken);
        } catch (ProblemException readOnly) {
            // nothing is lost by it: where they are is seen again, and recorded, at the next change
            return;
        }
    }
}
