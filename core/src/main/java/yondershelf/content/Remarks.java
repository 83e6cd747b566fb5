package yondershelf.content;

import java.util.List;

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
}
