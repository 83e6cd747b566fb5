package yondershelf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.EnumSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.Kind;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.Library;
import yondershelf.search.Entry;
import yondershelf.search.Hits;
import yondershelf.search.Query;

/** Searches all libraries. */
@Command(name = "find", description = "Search all libraries.", mixinStandardHelpOptions = true)
final class FindCommand extends Base {
    @Parameters(
            paramLabel = "WORDS",
            arity = "0..*",
            description = "Parts of names, tags, folders or notes; all must match.")
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

    @Option(names = "--limit", paramLabel = "N", description = "At most N hits; 0 for all.")
    int limit;

    @Override
    void run(IsolatedReader reader) throws ProblemException {
        Set<Kind> wanted = EnumSet.noneOf(Kind.class);
        for (String kind : kinds) {
            wanted.add(Kind.of(kind)
                    .orElseThrow(
                            () -> new CommandLine.ParameterException(spec.commandLine(), "There is no kind " + kind)));
        }
        Catalogue catalogue = catalogue(reader);
        Library only = library == null ? null : library(catalogue, library);
        if (only == null) {
            catalogue.scanAll(work);
        } else {
            catalogue.scan(only, work);
        }
        Hits hits = catalogue.find(new Query(
                String.join(" ", words),
                wanted,
                new LinkedHashSet<>(tags),
                only == null ? null : only.id(),
                null,
                false));
        ObjectNode node = object();
        node.put("total", hits.total());
        ArrayNode list = node.putArray("hits");
        List<Entry> shown = limit > 0 && limit < hits.total() ? hits.entries().subList(0, limit) : hits.entries();
        for (Entry entry : shown) {
            String name = catalogue.libraryOf(entry.id()).map(l -> l.name()).orElse("");
            ObjectNode hit = list.addObject();
            hit.put("id", entry.id())
                    .put("name", entry.name())
                    .put("kind", entry.kind().word());
            hit.put("library", name).put("path", entry.path());
            ArrayNode hitTags = hit.putArray("tags");
            entry.tags().stream().sorted().forEach(hitTags::add);
            if (!json) {
                say(entry.kind().word() + "  " + entry.name() + "  " + name + "/" + entry.path());
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
}
