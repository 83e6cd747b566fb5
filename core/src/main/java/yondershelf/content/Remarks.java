package yondershelf.content;

import java.util.List;
import yondershelf.words.Phrase;

/**
 * What a reader has to say of a file beside its content, in a few words each.
 *
 * @param notShown what the file holds and nothing here shows: "iridescence"
 * @param assumed what the file does not say and had to be taken for granted: "millimetres"
 */
public record Remarks(List<String> notShown, List<String> assumed) {
    public static final Remarks NONE = new Remarks(List.of(), List.of());

    public Remarks {
        notShown = List.copyOf(notShown);
        assumed = List.copyOf(assumed);
    }

    /** In the language that is spoken. */
    @Override
    public List<String> notShown() {
        return Phrase.said(notShown);
    }

    /** In the language that is spoken. */
    @Override
    public List<String> assumed() {
        return Phrase.said(assumed);
    }

    /** As it is handed on and kept. */
    public List<String> keptNotShown() {
        return notShown;
    }

    /** As it is handed on and kept. */
    public List<String> keptAssumed() {
        return assumed;
    }
}
