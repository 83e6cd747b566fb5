package yondershelf.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.KnownLibrary;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.search.Hits;
import yondershelf.search.Key;
import yondershelf.search.Query;
import yondershelf.search.QueryText;
import yondershelf.words.Phrase;

/** A command that does something to assets: to those that files belong to, or to all that a query finds. */
abstract class OnAssets extends Base {
    @Parameters(paramLabel = "PATH", arity = "0..*", description = "${bundle:cli.files-of-assets-in-open}")
    List<Path> paths = List.of();

    @Option(names = "--where", paramLabel = "QUERY", description = "${bundle:cli.all-assets-found-by-words}")
    @Nullable
    String where;

    final List<Key> keys(Catalogue catalogue) throws ProblemException {
        String query = where;
        if (paths.isEmpty() == (query == null)) {
            throw new CommandLine.ParameterException(spec.commandLine(), Phrase.of("cli.say-which-assets-paths-or"));
        }
        return query == null ? named(catalogue) : found(catalogue, query);
    }

    private List<Key> found(Catalogue catalogue, String where) throws ProblemException {
        lookFirst(catalogue, false);
        Query query = QueryText.parse(where, word -> catalogue.named(word).map(KnownLibrary::id));
        Hits hits = catalogue.shelf().find(query);
        return hits.page(0, hits.total());
    }

    /** Each asset once, whichever of its files are named; a file of none is told. */
    private List<Key> named(Catalogue catalogue) {
        Set<Key> out = new LinkedHashSet<>();
        for (Path path : paths) {
            Path file = path.toAbsolutePath().normalize();
            key(catalogue, file)
                    .ifPresentOrElse(
                            out::add,
                            () -> report(new Problem(
                                    path.toString(),
                                    Phrase.of("cli.it-belongs-to-no-asset"),
                                    Phrase.of("cli.scan-its-library-first"))));
        }
        return new ArrayList<>(out);
    }
}
