package yondershelf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
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
@Command(name = "facts", description = "Measure one file.", mixinStandardHelpOptions = true)
final class FactsCommand extends Base {
    @Parameters(paramLabel = "FILE", description = "A model, material or picture; FILE#NODE for a part of a model.")
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
        node.put("readable", facts.readable());
        node.put("reason", facts.reason());
        ArrayNode size = node.putArray("sizeMetres");
        facts.sizeMetres().forEach(size::add);
        node.put("triangles", facts.triangles());
        node.put("vertices", facts.vertices());
        node.put("parts", facts.parts());
        node.put("nodes", facts.scene().nodes());
        facts.scene().lights().forEach(node.putArray("lights")::add);
        facts.scene().cameras().forEach(node.putArray("cameras")::add);
        node.put("scenes", facts.scene().scenes());
        ArrayNode materials = node.putArray("materials");
        for (Facts.MaterialFacts material : facts.materials()) {
            ObjectNode m = materials.addObject();
            m.put("name", material.name());
            ArrayNode maps = m.putArray("maps");
            for (Facts.MapFacts map : material.maps()) {
                ObjectNode n = maps.addObject();
                n.put("role", map.role().word()).put("path", map.path());
                n.put("width", map.width()).put("height", map.height());
                if (map.problem() != null) {
                    n.put("problem", map.problem());
                    report(Problem.of(map.path(), map.problem()));
                }
            }
        }
        node.put("width", facts.width());
        node.put("height", facts.height());
        if (Double.isNaN(facts.stops())) {
            node.putNull("stops");
        } else {
            node.put("stops", facts.stops());
        }
        node.put("bytes", facts.bytes());
        facts.remarks().notShown().forEach(node.putArray("notShown")::add);
        facts.remarks().assumed().forEach(node.putArray("assumed")::add);
        if (!facts.readable()) {
            report(Problem.of(file, facts.reason()));
        }
        if (json) {
            printJson(node);
        } else {
            node.properties().forEach(e -> say(e.getKey() + ": " + e.getValue()));
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
