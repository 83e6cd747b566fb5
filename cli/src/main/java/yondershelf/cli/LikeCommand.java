package yondershelf.cli;

import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.KnownLibrary;
import yondershelf.catalogue.Shown;
import yondershelf.content.Kind;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.search.Hits;
import yondershelf.search.Key;
import yondershelf.search.Query;

/** What looks like something. */
@Command(name = "like", description = "${bundle:cli.find-what-looks-most-like}", mixinStandardHelpOptions = true)
final class LikeCommand extends Base {
    @Parameters(paramLabel = "THING", description = "${bundle:cli.a-file-of-an-asset}")
    @SuppressWarnings("NullAway.Init")
    private String thing;

    @Option(names = "--kind", paramLabel = "K", description = "${bundle:cli.only-these-may-be-repeated}")
    List<String> kinds = List.of();

    @Option(names = "--limit", paramLabel = "N", description = "${bundle:cli.at-most-n-hits-default}")
    int limit = 20;

    @Option(names = "--library", paramLabel = "L", description = "${bundle:cli.only-in-this-library}")
    @Nullable
    String library;

    @Option(names = "--known", description = "${bundle:cli.look-at-nothing-that-nobody}")
    boolean knownOnly;

    @Override
    void run(IsolatedReader reader) throws ProblemException {
        Set<Kind> wanted = kinds(kinds);
        Catalogue catalogue = catalogue(reader);
        KnownLibrary only = library == null ? null : known(catalogue, library);
        Key asked = null;
        if (!knownOnly) {
            catalogue.alike().look(work);
        }
        String like = thing;
        if (!thing.startsWith("#")) {
            Path file = Path.of(thing).toAbsolutePath().normalize();
            Shown asset = key(catalogue, file).flatMap(catalogue.shelf()::shown).orElse(null);
            like = asset == null
                    ? catalogue.alike().picture(file)
                    : asset.asset().id();
            if (asset != null) {
                asked = asset.key();
            }
            if (asset != null && wanted.isEmpty()) {
                wanted.add(asset.asset().kind());
            }
        }
        Query query = Query.EVERYTHING.withKinds(wanted).withLike(like);
        Hits hits = catalogue.shelf().find(only == null ? query : query.in(only.id(), null));
        var node = tell(catalogue, hits, limit, asked);
        if (json) {
            printJson(node);
        }
    }
}
