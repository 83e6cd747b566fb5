package yondershelf.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.KeptSearch;
import yondershelf.catalogue.KnownLibrary;
import yondershelf.content.Kind;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.search.Hits;
import yondershelf.search.Order;
import yondershelf.search.Query;
import yondershelf.search.QueryText;

/** Searches all libraries. */
@Command(
        name = "find",
        description = "Search what is known of all libraries, those that are away too.",
        mixinStandardHelpOptions = true)
final class FindCommand extends Base {
    @Parameters(
            paramLabel = "WORDS",
            arity = "0..*",
            description = "Parts of names, tags, folders or notes, and conditions like size<50cm; all must match.")
    List<String> words = List.of();

    @Option(
            names = "--kind",
            paramLabel = "K",
            description = "model, material, hdri, texture or recipe; may be repeated.")
    List<String> kinds = List.of();

    @Option(names = "--tag", paramLabel = "T", description = "A tag, those nested below it included; may be repeated.")
    List<String> tags = List.of();

    @Option(names = "--library", paramLabel = "L", description = "Only in this library.")
    @Nullable
    String library;

    @Option(
            names = "--sort",
            paramLabel = "ORDER",
            description = "relevance, name, newest, best-rated, largest, smallest, most-triangles, fewest-triangles or"
                    + " highest-resolution or most-used.")
    String sort = Order.RELEVANCE.word();

    @Option(names = "--limit", paramLabel = "N", description = "At most N hits; 0 for all.")
    int limit;

    @Option(names = "--favourite", description = "Only favourites.")
    boolean favourite;

    @Option(names = "--kept", paramLabel = "NAME", description = "What a search finds that is kept under this name.")
    @Nullable
    String kept;

    @Option(names = "--fresh", description = "Look through the libraries first.")
    boolean fresh;

    @Override
    void run(IsolatedReader reader) throws ProblemException {
        Set<Kind> wanted = kinds(kinds);
        Catalogue catalogue = keptCatalogue(reader);
        if (fresh || !catalogue.known().stream().allMatch(KnownLibrary::isLookedThrough)) {
            catalogue.connect();
            catalogue.scanAll(work);
            catalogue.away().stream()
                    .filter(k -> fresh || !k.isLookedThrough())
                    .forEach(k -> report(new Problem(
                            k.root().toString(),
                            "the library is away" + (k.isLookedThrough() ? "" : " and was never looked through"),
                            "Connect its drive")));
        }
        KnownLibrary only = library == null ? null : known(catalogue, library);
        Query query = QueryText.parse(
                        typed(catalogue), word -> catalogue.named(word).map(KnownLibrary::id))
                .withKinds(wanted)
                .withTags(new LinkedHashSet<>(tags))
                .withOrder(Order.of(sort)
                        .orElseThrow(() ->
                                new CommandLine.ParameterException(spec.commandLine(), "There is no order " + sort)));
        Hits hits = catalogue.find(only == null ? query : query.in(only.id(), null));
        ObjectNode node = tell(catalogue, hits, limit);
        ObjectNode facets = node.putObject("facets");
        ObjectNode kindFacet = facets.putObject("kinds");
        hits.kinds().forEach((kind, count) -> kindFacet.put(kind.word(), count));
        ObjectNode tagFacet = facets.putObject("tags");
        hits.tags().forEach(tagFacet::put);
        if (json) {
            printJson(node);
        }
    }

    /** The shell has taken away the quotes that keep a value with blanks together. */
    private String typed(Catalogue catalogue) throws ProblemException {
        String name = kept;
        String more = name == null
                ? ""
                : KeptSearch.named(catalogue.home(), name)
                                .orElseThrow(() -> new Problem(name, "no search is kept under this name", "").raise())
                                .text()
                        + " ";
        return more
                + (favourite ? "favourite:yes " : "")
                + words.stream()
                        .map(word -> word.indexOf(' ') > 0 && word.matches("-?[a-z]+[:=].*") ? '"' + word + '"' : word)
                        .collect(Collectors.joining(" "));
    }
}
