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

/** A command that does something to assets: to those that files belong to, or to all that a query finds. */
abstract class OnAssets extends Base {
    @Parameters(paramLabel = "PATH", arity = "0..*", description = "Files of assets in open libraries.")
    List<Path> paths = List.of();

    @Option(
            names = "--where",
            paramLabel = "QUERY",
            description = "All assets found by words and conditions, as find takes them.")
    @Nullable
    String where;

    final List<Key> keys(Catalogue catalogue) throws ProblemException {
        String query = where;
        if (paths.isEmpty() == (query == null)) {
            throw new CommandLine.ParameterException(spec.commandLine(), "Say which assets: paths or --where");
        }
        return query == null ? named(catalogue) : found(catalogue, query);
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
            key(catalogue, file)
                    .ifPresentOrElse(
                            out::add,
                            () -> report(new Problem(
                                    path.toString(),
                                    "it belongs to no asset of an open library",
                                    "Scan its library first")));
        }
        return new ArrayList<>(out);
    }
}
