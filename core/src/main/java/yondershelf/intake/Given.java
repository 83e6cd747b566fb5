package yondershelf.intake;

import java.util.Collections;
import java.util.List;
import java.util.SortedSet;
import java.util.TreeSet;
import yondershelf.content.Excerpt;
import yondershelf.content.Kind;
import yondershelf.content.Substance;

/**
 * What a person, or a proposal nobody has refused, gives to something that is to be taken in.
 *
 * @param ticked true when it is to come
 * @param edited true when somebody changed it by hand: what is found out later does not change that
 * @param tags it will bear
 * @param substance what a material of maps is made of
 * @param pieces top-level nodes of its file
 * @param apart names of those that become assets of their own
 */
public record Given(
        boolean ticked,
        boolean edited,
        SortedSet<String> tags,
        Substance substance,
        List<Piece> pieces,
        SortedSet<String> apart) {
    public static final Given NOTHING =
            new Given(true, false, new TreeSet<>(), Substance.GENERAL, List.of(), new TreeSet<>());

    /**
     * A top-level node of a model file, one of its materials or lights, or all its lights together.
     *
     * @param word as an {@link Excerpt} has it for what is meant of a file
     * @param triangles of it and all below it, or those that wear it; 0 for lights
     */
    public record Piece(String word, long triangles) {
        /** What it becomes: a model, a material, or surroundings that give light. */
        public Kind kind() {
            return Excerpt.kind(word, Kind.MODEL);
        }

        public String name() {
            return Excerpt.title(word);
        }
    }

    public Given {
        tags = Collections.unmodifiableSortedSet(new TreeSet<>(tags));
        pieces = List.copyOf(pieces);
        apart = Collections.unmodifiableSortedSet(new TreeSet<>(apart));
    }

    Given withTick(boolean other) {
        return new Given(other, edited, tags, substance, pieces, apart);
    }

    Given byHand() {
        return new Given(ticked, true, tags, substance, pieces, apart);
    }

    Given withTags(SortedSet<String> other) {
        return new Given(ticked, edited, other, substance, pieces, apart);
    }

    Given of(Substance other) {
        return new Given(ticked, edited, tags, other, pieces, apart);
    }

    Given withPieces(List<Piece> other) {
        return new Given(ticked, edited, tags, substance, other, apart);
    }

    Given withApart(SortedSet<String> other) {
        return new Given(ticked, edited, tags, substance, pieces, other);
    }
}
