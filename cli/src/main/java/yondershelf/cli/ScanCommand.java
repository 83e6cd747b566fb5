package yondershelf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Map;
import java.util.TreeMap;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.Kind;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.Library;
import yondershelf.sorting.Sorted;
import yondershelf.words.Phrase;

/** Looks through a library and measures what is new in it. */
@Command(name = "scan", description = "${bundle:cli.look-through-a-library-and}", mixinStandardHelpOptions = true)
final class ScanCommand extends OnLibrary {
    @Option(names = "--fresh", description = "${bundle:cli.forget-what-is-known-of}")
    boolean fresh;

    @Override
    void run(IsolatedReader reader, Catalogue catalogue, Library library) throws ProblemException {
        if (fresh) {
            catalogue.forget(library);
        }
        catalogue.scanning().scan(library, work);
        ObjectNode node = object();
        node.put("library", library.name());
        Map<String, Integer> counts = library.kinds();
        int all = counts.values().stream().mapToInt(n -> n).sum();
        node.put("assets", all);
        ObjectNode kinds = node.putObject("kinds");
        for (Kind kind : Kind.values()) {
            kinds.put(kind.word(), counts.getOrDefault(kind.word(), 0));
        }
        ArrayNode unreadable = node.putArray("unreadable");
        new TreeMap<>(catalogue.contents().facts().all(library, work)).forEach((path, reason) -> {
            unreadable.addObject().put("path", path).put("reason", reason);
            report(Problem.of(path, reason));
        });
        ArrayNode skipped = node.putArray("skipped");
        for (Sorted.Skipped file : library.skipped()) {
            skipped.addObject().put("path", file.path()).put("reason", file.reason());
        }
        if (json) {
            printJson(node);
        } else {
            say(Phrase.of("cli.assets", library.name(), Phrase.count(all, "asset"), kinds));
        }
    }
}
