package yondershelf.cli;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Collectors;
import yondershelf.catalogue.Source;
import yondershelf.content.Excerpt;
import yondershelf.content.Kind;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Space;
import yondershelf.format.reading.ContentReader;
import yondershelf.sorting.Sorted;
import yondershelf.sorting.SortedItem;
import yondershelf.sorting.Sorter;
import yondershelf.words.Phrase;

/**
 * A single file given on the command line, or a node in it: {@code props.glb#Lantern}.
 *
 * @param node empty for all of the file
 */
record OneFile(Path file, String node) {

    /** What the text means: a file of just that name, else one with a node behind the mark. */
    static OneFile of(Path written) {
        String text = written.toString();
        int mark = text.lastIndexOf('#');
        return mark < 0 || Files.exists(written)
                ? new OneFile(written, "")
                : new OneFile(Path.of(text.substring(0, mark)), text.substring(mark + 1));
    }

    private static String names(Model model) {
        String names = model.nodes().stream()
                .map(Node::name)
                .filter(name -> !name.isEmpty())
                .distinct()
                .limit(MOST_NAMES)
                .collect(Collectors.joining(", "));
        return names.isEmpty() ? Phrase.of("cli.none-with-a-name") : names;
    }

    private static final int MOST_NAMES = 20;

    /** A thing of some kind. */
    record Thing(Kind kind, Source source) {}

    /**
     * What the file is.
     *
     * @throws ProblemException when it is nothing that is known, or holds no such node
     */
    Thing thing(ContentReader reader) throws ProblemException {
        Path whole = file.toAbsolutePath().normalize();
        Path folder = whole.getParent();
        if (!Files.isRegularFile(whole) || folder == null) {
            throw Problem.of(file, Phrase.of("cli.there-is-no-such-file")).raise();
        }
        Sorted sorted = Sorter.sort(folder, List.of(String.valueOf(whole.getFileName())), reader);
        if (sorted.items().isEmpty()) {
            throw Problem.of(file, sorted.skipped().get(0).reason()).raise();
        }
        SortedItem item = sorted.items().get(0);
        Kind kind = Excerpt.kind(node, item.kind());
        if (kind == Kind.MODEL && !node.isEmpty()) {
            requireNode(reader.readModel(file));
        }
        return new Thing(
                kind, new Source(folder, file.toString(), item.files(), Space.NONE, Excerpt.WHOLE.withNode(node)));
    }

    private void requireNode(Model whole) throws ProblemException {
        if (whole.below(node).isEmpty()) {
            throw Problem.of(file, Phrase.of("cli.there-is-no-node-in", node, names(whole)))
                    .raise();
        }
    }
}
