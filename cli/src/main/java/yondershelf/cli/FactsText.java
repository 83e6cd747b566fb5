package yondershelf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Kind;
import yondershelf.facts.Facts;
import yondershelf.words.Phrase;

/** Facts as people read them, and as JSON. */
final class FactsText {
    private static final double CENTIMETRES = 100;
    private static final double METRES_FROM = 10;
    private static final int MICROMETRES = 6;

    private FactsText() {}

    /** A sentence of what people compare, then a line for each map, in columns. */
    static List<String> lines(Facts facts) {
        List<String> out = new ArrayList<>();
        List<String> first = new ArrayList<>();
        if (!facts.model().sizeMetres().isEmpty()) {
            first.add(size(facts.model().sizeMetres()));
        }
        if (facts.model().triangles() > 0) {
            first.add(Phrase.of(
                    "cli.in",
                    Phrase.count(facts.model().triangles(), "triangle"),
                    Phrase.count(facts.model().parts(), "part")));
        }
        if (facts.picture().width() > 0) {
            first.add(Phrase.of(
                    "cli.x-px",
                    count(facts.picture().width()),
                    count(facts.picture().height())));
        }
        if (!Double.isNaN(facts.picture().stops())) {
            first.add(String.format(
                    Phrase.language(),
                    Phrase.of("cli.1f-stops"),
                    facts.picture().stops()));
        }
        if (facts.mapCount() > 0) {
            String at = facts.largestMap() > 0 ? Phrase.of("cli.at-px", count(facts.largestMap())) : "";
            first.add(Phrase.count(facts.mapCount(), "map") + at);
        }
        out.add(first.isEmpty() ? facts.kind().word() : String.join(", ", first));
        Facts.SceneFacts scene = facts.model().scene();
        List<String> held = new ArrayList<>();
        if (scene.nodes() > 1) {
            held.add(Phrase.count(scene.nodes(), "node"));
        }
        named(held, Phrase.count(scene.lights().size(), "light"), scene.lights());
        named(held, Phrase.count(scene.cameras().size(), "camera"), scene.cameras());
        if (!held.isEmpty()) {
            out.add(String.join(", ", held));
        }
        List<String[]> maps = new ArrayList<>();
        for (Facts.MaterialFacts material : facts.materials()) {
            for (Facts.MapFacts map : material.maps()) {
                maps.add(new String[] {
                    material.name(),
                    map.role().word(),
                    map.width() > 0 ? map.width() + " x " + map.height() : "-",
                    map.path(),
                    map.problem() == null ? "" : map.problem()
                });
            }
        }
        out.addAll(Columns.of(maps));
        if (!facts.remarks().notShown().isEmpty()) {
            out.add(Phrase.of("cli.not-shown", String.join(", ", facts.remarks().notShown())));
        }
        if (!facts.remarks().assumed().isEmpty()) {
            out.add(Phrase.of("cli.assumed", String.join(", ", facts.remarks().assumed())));
        }
        return out;
    }

    /** Width, height and depth in the unit that suits the largest of them. */
    private static String size(List<Double> metres) {
        double largest = metres.stream().mapToDouble(d -> d).max().orElse(0);
        boolean small = largest < METRES_FROM;
        return metres.stream()
                        .map(d ->
                                String.format(Phrase.language(), small ? "%.1f" : "%.2f", small ? d * CENTIMETRES : d))
                        .collect(Collectors.joining(" x "))
                + (small ? " cm" : " m");
    }

    private static void named(List<String> out, String counted, List<String> names) {
        if (!names.isEmpty()) {
            out.add(counted + " (" + String.join(", ", names) + ")");
        }
    }

    private static String count(long number) {
        return String.format(Phrase.language(), "%,d", number);
    }

    /** Fields of which none applies are null; lengths are rounded to micrometres. */
    static void write(Facts facts, @Nullable Kind kind, ObjectNode node) {
        boolean model = facts.readable() && kind == Kind.MODEL;
        boolean picture = facts.readable() && facts.picture().width() > 0;
        node.put("readable", facts.readable());
        node.put("reason", facts.reason().isEmpty() ? null : facts.reason());
        ArrayNode size = node.putArray("sizeMetres");
        for (double metres : facts.model().sizeMetres()) {
            size.add(rounded(metres));
        }
        node.put("triangles", model ? facts.model().triangles() : null);
        node.put("vertices", model ? facts.model().vertices() : null);
        node.put("parts", model ? (Integer) facts.model().parts() : null);
        node.put("nodes", model ? (Integer) facts.model().scene().nodes() : null);
        facts.model().scene().lights().forEach(node.putArray("lights")::add);
        facts.model().scene().cameras().forEach(node.putArray("cameras")::add);
        node.put("scenes", model ? (Integer) facts.model().scene().scenes() : null);
        ArrayNode materials = node.putArray("materials");
        for (Facts.MaterialFacts material : facts.materials()) {
            ObjectNode m = materials.addObject();
            m.put("name", material.name());
            ArrayNode maps = m.putArray("maps");
            for (Facts.MapFacts map : material.maps()) {
                ObjectNode n = maps.addObject();
                n.put("role", map.role().word()).put("path", map.path());
                // of a picture that is missing there is no size
                n.put("width", map.width() > 0 ? (Integer) map.width() : null);
                n.put("height", map.height() > 0 ? (Integer) map.height() : null);
                if (map.problem() != null) {
                    n.put("problem", map.problem());
                }
            }
        }
        node.put("width", picture ? (Integer) facts.picture().width() : null);
        node.put("height", picture ? (Integer) facts.picture().height() : null);
        node.put(
                "stops",
                Double.isNaN(facts.picture().stops())
                        ? null
                        : rounded(facts.picture().stops()));
        node.put("bytes", facts.bytes());
        facts.remarks().notShown().forEach(node.putArray("notShown")::add);
        facts.remarks().assumed().forEach(node.putArray("assumed")::add);
    }

    private static BigDecimal rounded(double value) {
        BigDecimal out = new BigDecimal(value)
                .setScale(MICROMETRES, RoundingMode.HALF_EVEN)
                .stripTrailingZeros();
        return out.scale() < 0 ? out.setScale(0, RoundingMode.UNNECESSARY) : out;
    }
}
