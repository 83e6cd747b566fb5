package yondershelf.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import yondershelf.content.Kind;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.facts.Facts;
import yondershelf.facts.FactsMeter;
import yondershelf.format.worker.IsolatedReader;

/** Measures one file. */
@Command(name = "facts", description = "${bundle:cli.measure-one-file}", mixinStandardHelpOptions = true)
final class FactsCommand extends Base {
    @Parameters(paramLabel = "FILE", description = "${bundle:cli.a-model-material-or-picture}")
    @SuppressWarnings("NullAway.Init")
    Path file;

    @Override
    void run(IsolatedReader reader) {
        Kind kind = null;
        Facts facts;
        try {
            OneFile one = OneFile.of(file);
            kind = one.kind(reader);
            facts = measured(one, kind, reader);
        } catch (ProblemException e) {
            facts = Facts.unreadable(Kind.MODEL, e.problem().cause(), 0);
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
        }
        if (json) {
            printJson(node);
        } else if (facts.readable()) {
            FactsText.lines(facts).forEach(this::say);
        }
    }

    private static Facts measured(OneFile one, Kind kind, IsolatedReader reader) throws ProblemException {
        FactsMeter meter = new FactsMeter(reader);
        Path at = one.file();
        return switch (kind) {
            case MODEL ->
                one.node().isEmpty()
                        ? meter.model(at, List.of(at))
                        : meter.of(one.model(reader), at, at.toFile().length());
            case MATERIAL -> meter.materials(at, List.of(at));
            case HDRI -> meter.hdri(at);
            default -> meter.texture(at);
        };
    }
}
