package yondershelf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
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
import yondershelf.catalogue.Shown;
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
    private static final int PAGE = 500;

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
                    + " highest-resolution.")
    String sort = Order.RELEVANCE.word();

    @Option(names = "--limit", paramLabel = "N", description = "At most N hits; 0 for all.")
    int limit;

    @Option(names = "--kept", paramLabel = "NAME", description = "What a search finds that is kept under this name.")
    @Nullable
    String kept;

    @Option(names = "--fresh", description = "Look through the libraries first.")
    boolean fresh;

    @Override
    void run(IsolatedReader reader) throws ProblemException {
        Set<Kind> wanted = EnumSet.noneOf(Kind.class);
        for (String kind : kinds) {
            wanted.add(Kind.of(kind)
                    .orElseThrow(
                            () -> new CommandLine.ParameterException(spec.commandLine(), "There is no kind " + kind)));
        }
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
        Map<String, String> names = new HashMap<>();
        catalogue.known().forEach(k -> names.put(k.id(), k.name()));
        ObjectNode node = object();
        node.put("total", hits.total());
        ArrayNode list = node.putArray("hits");
        int shown = limit > 0 ? Math.min(limit, hits.total()) : hits.total();
        for (int from = 0; from < shown; from += PAGE) {
            for (Shown hit : catalogue.page(hits, from, Math.min(PAGE, shown - from))) {
                tell(hit, names.getOrDefault(hit.library(), ""), list);
            }
        }
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
                + words.stream()
                        .map(word -> word.indexOf(' ') > 0 && word.matches("-?[a-z]+[:=].*") ? '"' + word + '"' : word)
                        .collect(Collectors.joining(" "));
    }

    private void tell(Shown hit, String libraryName, ArrayNode list) {
        ObjectNode node = list.addObject();
        node.put("id", hit.asset().id())
                .put("name", hit.name())
                .put("kind", hit.asset().kind().word());
        node.put("library", libraryName).put("path", hit.asset().path());
        ArrayNode hitTags = node.putArray("tags");
        hit.labels().tags().forEach(hitTags::add);
        if (!json) {
            say(hit.asset().kind().word() + "  " + hit.name() + "  " + libraryName + "/"
                    + hit.asset().path());
        }
    }
}
