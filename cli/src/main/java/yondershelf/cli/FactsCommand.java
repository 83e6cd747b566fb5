package yondershelf.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import yondershelf.catalogue.Kinds;
import yondershelf.content.Kind;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.facts.Facts;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.render.Booth;
import yondershelf.render.Shaders;

/** Measures files. */
@Command(name = "facts", description = "${bundle:cli.measure-one-file}", mixinStandardHelpOptions = true)
final class FactsCommand extends Base {
    @Parameters(paramLabel = "FILE", arity = "1..*", description = "${bundle:cli.a-model-material-or-picture}")
    List<Path> files = List.of();

    @Override
    void run(IsolatedReader reader) {
        Kinds kinds = new Kinds(reader, new Booth(new Shaders(reader)));
        List<ObjectNode> all = new ArrayList<>();
        for (Path file : files) {
            work.progress(all.size(), files.size(), file.toString());
            all.add(facts(file, kinds, reader));
        }
        if (json && files.size() == 1) {
            printJson(all.get(0));
        } else if (json) {
            ObjectNode node = object();
            all.forEach(node.putArray("files")::add);
            printJson(node);
        }
    }

    private ObjectNode facts(Path file, Kinds kinds, IsolatedReader reader) {
        Kind kind = null;
        Facts facts;
        try {
            OneFile.Thing thing = OneFile.of(file).thing(reader);
            kind = thing.kind();
            facts = kinds.of(kind).measure(thing.source());
        } catch (ProblemException e) {
            facts = Facts.unreadable(Kind.MODEL, e.problem(), file.toFile().length());
        }
        ObjectNode node = object();
        node.put("file", file.toString());
        node.put("kind", kind == null ? null : kind.word());
        FactsText.write(facts, kind, node);
        for (Facts.MaterialFacts material : facts.materials()) {
            for (Facts.MapFacts map : material.maps()) {
                if (map.problem() != null) {
                    report(Problem.of(map.path(), map.problem()));
                }
            }
        }
        if (!facts.readable()) {
            report(Problem.of(file, facts.reason()));
        } else if (!json) {
            if (files.size() > 1) {
                say(file.toString());
            }
            FactsText.lines(facts).forEach(this::say);
        }
        return node;
    }
}
