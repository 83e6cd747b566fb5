package yondershelf.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.KnownLibrary;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.Edit;
import yondershelf.library.Labels;
import yondershelf.library.Library;
import yondershelf.library.Relabel;
import yondershelf.search.Hits;
import yondershelf.search.Key;
import yondershelf.search.Query;
import yondershelf.search.QueryText;
import yondershelf.store.AssetRow;

/** Says something of many assets in one act. */
@Command(
        name = "label",
        description = "Say something of assets: of those that files belong to, or of all that a query finds.",
        mixinStandardHelpOptions = true)
final class LabelCommand extends Base {
    @Parameters(paramLabel = "PATH", arity = "0..*", description = "Files of assets in open libraries.")
    List<Path> paths = List.of();

    @Option(
            names = "--where",
            paramLabel = "QUERY",
            description = "All assets found by words and conditions, as find takes them.")
    @Nullable
    String where;

    @Option(
            names = "--name",
            paramLabel = "TEXT",
            description =
                    "Its name; {name} stands for the one there is, {n} for a number. Empty brings the file's back.")
    @Nullable
    String name;

    @Option(names = "--note", paramLabel = "TEXT", description = "A note.")
    @Nullable
    String note;

    @Option(names = "--author", paramLabel = "TEXT", description = "Who made it.")
    @Nullable
    String author;

    @Option(names = "--licence", paramLabel = "ID", description = "How it may be used: an SPDX identifier, or words.")
    @Nullable
    String licence;

    @Option(names = "--version", paramLabel = "TEXT", description = "Its version.")
    @Nullable
    String version;

    @Option(names = "--rating", paramLabel = "N", description = "How good it is, 1 to 5; 0 for nothing said.")
    @Nullable
    Integer rating;

    @Option(names = "--favourite", negatable = true, description = "A favourite, or not any more.")
    @Nullable
    Boolean favourite;

    @Option(names = "--tag", paramLabel = "T", description = "A tag all of them get, nested with /; may be repeated.")
    List<String> tags = List.of();

    @Option(names = "--untag", paramLabel = "T", description = "A tag none of them keeps; may be repeated.")
    List<String> untags = List.of();

    @Override
    void run(IsolatedReader reader) throws ProblemException {
        Relabel wanted = wanted();
        if (wanted.isNothing() || paths.isEmpty() == (where == null)) {
            throw new CommandLine.ParameterException(
                    spec.commandLine(), "Say what of which assets: paths or --where, and at least one label");
        }
        Catalogue catalogue = catalogue(reader);
        List<Key> keys = where == null ? named(catalogue) : found(catalogue, where);
        tellChanged(catalogue.relabel(keys, wanted).changed());
    }

    private Relabel wanted() {
        Relabel out = Relabel.NOTHING;
        out = with(out, Edit.Field.NAME, name);
        out = with(out, Edit.Field.NOTE, note);
        out = with(out, Edit.Field.AUTHOR, author);
        out = with(out, Edit.Field.LICENCE, licence);
        out = with(out, Edit.Field.VERSION, version);
        out = with(out, Edit.Field.FAVOURITE, favourite == null ? null : favourite.toString());
        if (rating != null && (rating < 0 || rating > Labels.BEST)) {
            throw new CommandLine.ParameterException(
                    spec.commandLine(), "A rating is a number from 0 to " + Labels.BEST);
        }
        out = with(out, Edit.Field.RATING, rating == null ? null : rating.toString());
        for (String tag : tags) {
            out = out.tagged(tag);
        }
        for (String tag : untags) {
            out = out.untagged(tag);
        }
        return out;
    }

    private static Relabel with(Relabel wanted, Edit.Field field, @Nullable String text) {
        return text == null ? wanted : wanted.with(field, text);
    }

    private static List<Key> found(Catalogue catalogue, String where) throws ProblemException {
        Query query = QueryText.parse(where, word -> catalogue.named(word).map(KnownLibrary::id));
        Hits hits = catalogue.find(query);
        return hits.page(0, hits.total());
    }

    /** Each asset once, whichever of its files are named; a file of none is told. */
    private List<Key> named(Catalogue catalogue) {
        Set<Key> out = new LinkedHashSet<>();
        for (Path path : paths) {
            Path file = path.toAbsolutePath().normalize();
            Optional<Key> key = catalogue.libraries().stream()
                    .filter(library -> file.startsWith(library.root()))
                    .findFirst()
                    .flatMap(library -> key(library, file));
            key.ifPresentOrElse(
                    out::add,
                    () -> report(new Problem(
                            path.toString(), "it belongs to no asset of an open library", "Scan its library first")));
        }
        return new ArrayList<>(out);
    }

    private static Optional<Key> key(Library library, Path file) {
        String id = library.assetId(library.relative(file));
        return library.store().asset(id).map(AssetRow::row).map(row -> new Key(library.id(), row));
    }
}
