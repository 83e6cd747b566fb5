package yondershelf.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
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
import yondershelf.words.Phrase;

/** Searches all libraries. */
@Command(name = "find", description = "${bundle:cli.search-what-is-known-of}", mixinStandardHelpOptions = true)
final class FindCommand extends Base {
    /** Fields whose values may hold blanks. */
    private static final Pattern ONE_VALUE =
            Pattern.compile("-?(tag|folder|library|author|licence|job)[:=].*", Pattern.DOTALL);

    private static final Pattern FURTHER = Pattern.compile("\\s-?[a-z]+(:|<=|>=|=|<|>)\\S");

    @Parameters(paramLabel = "WORDS", arity = "0..*", description = "${bundle:cli.parts-of-names-tags-folders}")
    List<String> words = List.of();

    @Option(names = "--kind", paramLabel = "K", description = "${bundle:cli.model-material-hdri-texture-or}")
    List<String> kinds = List.of();

    @Option(names = "--tag", paramLabel = "T", description = "${bundle:cli.a-tag-those-nested-below}")
    List<String> tags = List.of();

    @Option(names = "--library", paramLabel = "L", description = "${bundle:cli.only-in-this-library}")
    @Nullable
    String library;

    @Option(names = "--sort", paramLabel = "ORDER", description = "${bundle:cli.relevance-name-newest-best-rated}")
    String sort = Order.RELEVANCE.word();

    @Option(names = "--limit", paramLabel = "N", description = "${bundle:cli.at-most-n-hits-0}")
    int limit;

    @Option(names = "--favourite", description = "${bundle:cli.only-favourites}")
    boolean favourite;

    @Option(names = "--kept", paramLabel = "NAME", description = "${bundle:cli.what-a-search-finds-that}")
    @Nullable
    String kept;

    @Option(names = "--fresh", description = "${bundle:cli.look-through-the-libraries-first}")
    boolean fresh;

    @Override
    void run(IsolatedReader reader) throws ProblemException {
        Set<Kind> wanted = kinds(kinds);
        refuseOptions();
        Catalogue catalogue = keptCatalogue(reader);
        lookFirst(catalogue, fresh);
        KnownLibrary only = library == null ? null : known(catalogue, library);
        Query query = QueryText.parse(
                        typed(catalogue), word -> catalogue.named(word).map(KnownLibrary::id))
                .withKinds(wanted)
                .withTags(new LinkedHashSet<>(tags))
                .withOrder(Order.of(sort)
                        .orElseThrow(() -> new CommandLine.ParameterException(
                                spec.commandLine(), Phrase.of("cli.there-is-no-order", sort))));
        Hits hits = catalogue.shelf().find(only == null ? query : query.in(only.id(), null));
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
                                .orElseThrow(
                                        () -> new Problem(name, Phrase.of("cli.no-search-is-kept-under"), "").raise())
                                .text()
                        + " ";
        return more
                + (favourite ? "favourite:yes " : "")
                + words.stream().map(FindCommand::asTyped).collect(Collectors.joining(" "));
    }

    /** A value with blanks was in quotes; several conditions, or a condition and words, are read as they stand. */
    private static String asTyped(String word) {
        boolean one = word.indexOf(' ') > 0
                && word.indexOf('"') < 0
                && ONE_VALUE.matcher(word).matches()
                && !FURTHER.matcher(word).find();
        return one ? '"' + word + '"' : word;
    }

    /** Conditions may begin with a dash; what begins with two, or is one letter, is an option nobody knows. */
    private void refuseOptions() {
        for (String word : words) {
            if (word.startsWith("--") || word.matches("-[A-Za-z]?")) {
                throw new CommandLine.ParameterException(spec.commandLine(), Phrase.of("cli.there-is-no-option", word));
            }
        }
    }
}
