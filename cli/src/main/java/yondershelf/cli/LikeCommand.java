package yondershelf.cli;

import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Shown;
import yondershelf.content.Kind;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.search.Hits;
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

    @Option(names = "--known", description = "${bundle:cli.look-at-nothing-that-nobody}")
    boolean known;

    @Override
    void run(IsolatedReader reader) throws ProblemException {
        Set<Kind> wanted = kinds(kinds);
        Catalogue catalogue = catalogue(reader);
        if (!known) {
            catalogue.look(work);
        }
        String like = thing;
        if (!thing.startsWith("#")) {
            Path file = Path.of(thing).toAbsolutePath().normalize();
            Shown asset = key(catalogue, file).flatMap(catalogue::shown).orElse(null);
            like = asset == null ? catalogue.likePicture(file) : asset.asset().id();
            if (asset != null && wanted.isEmpty()) {
                wanted.add(asset.asset().kind());
            }
        }
        Hits hits = catalogue.find(Query.EVERYTHING.withKinds(wanted).withLike(like));
        var node = tell(catalogue, hits, limit);
        if (json) {
            printJson(node);
        }
    }
}
