package yondershelf.intake;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import yondershelf.content.Kind;
import yondershelf.content.Substance;
import yondershelf.sorting.SortedItem.SortedFile;

/** Things of a plan as text, with all somebody said of them: what was brought is planned again, and they are found in it. */
final class PlanText {
    private static final ObjectMapper JSON = new ObjectMapper();

    private PlanText() {}

    static ArrayNode of(List<PlanItem> items) {
        ArrayNode out = JSON.createArrayNode();
        for (PlanItem item : items) {
            ObjectNode each = out.addObject();
            each.put("kind", item.kind().word()).put("name", item.name()).put("base", item.base());
            if (!item.isTicked()) {
                each.put("ticked", false);
            }
            if (item.given().edited()) {
                each.put("edited", true);
            }
            if (item.given().substance() != Substance.GENERAL) {
                each.put("substance", item.given().substance().word());
            }
            texts(each, "tags", item.given().tags());
            texts(each, "apart", item.given().apart());
            ArrayNode files = each.putArray("files");
            item.files().forEach(f -> files.addArray().add(f.path()).add(f.mark()));
        }
        return out;
    }

    private static void texts(ObjectNode into, String name, SortedSet<String> texts) {
        if (!texts.isEmpty()) {
            ArrayNode all = into.putArray(name);
            texts.forEach(all::add);
        }
    }

    private static SortedSet<String> texts(JsonNode from) {
        SortedSet<String> out = new TreeSet<>();
        from.forEach(t -> out.add(t.asText()));
        return out;
    }

    /**
     * The same things among what was planned anew. What is not there any more is left out, and so is what was not said.
     *
     * @param saved as {@link #of} gave it
     */
    static IntakePlan restored(JsonNode saved, IntakePlan fresh) {
        Map<String, PlanItem> byFile = new HashMap<>();
        for (PlanItem item : fresh.items()) {
            item.files().forEach(f -> byFile.putIfAbsent(key(item.base(), f.path()), item));
            byFile.put(item.kind().word() + "\0" + key(item.base(), item.main().path()), item);
        }
        List<PlanItem> out = new ArrayList<>();
        for (JsonNode each : saved) {
            List<SortedFile> files = new ArrayList<>();
            each.path("files")
                    .forEach(f -> files.add(
                            SortedFile.of(f.path(0).asText(), f.path(1).asText())));
            Kind kind = Kind.of(each.path("kind").asText()).orElse(Kind.TEXTURE);
            String base = each.path("base").asText();
            String main = files.isEmpty() ? "" : key(base, files.get(0).path());
            PlanItem found = byFile.getOrDefault(kind.word() + "\0" + main, byFile.get(main));
            if (found == null || files.stream().anyMatch(f -> !byFile.containsKey(key(base, f.path())))) {
                continue;
            }
            Given given = found.given()
                    .withTags(texts(each.path("tags")))
                    .withApart(texts(each.path("apart")))
                    .of(Substance.of(each.path("substance").asText()).orElse(Substance.GENERAL))
                    .withTick(each.path("ticked").asBoolean(true));
            out.add(new PlanItem(
                    0,
                    kind,
                    each.path("name").asText(),
                    found.placing(),
                    found.folder(),
                    files,
                    found.duplicateOf(),
                    found.reason(),
                    found.notes(),
                    kind == found.kind() ? found.laidOut() : null,
                    found.credit(),
                    each.path("edited").asBoolean() ? given.byHand() : given));
        }
        return fresh.with(IntakePlan.numbered(out));
    }

    /** The same, and behind it what was not there, or not said, when it was saved. */
    static IntakePlan again(JsonNode saved, IntakePlan fresh) {
        List<PlanItem> out = new ArrayList<>(restored(saved, fresh).items());
        Set<String> there = new HashSet<>();
        out.forEach(item -> item.files().forEach(f -> there.add(key(item.base(), f.path()))));
        fresh.items().stream()
                .filter(item -> item.files().stream().noneMatch(f -> there.contains(key(item.base(), f.path()))))
                .forEach(out::add);
        return fresh.with(IntakePlan.numbered(out));
    }

    private static String key(String base, String path) {
        return base + "\0" + path;
    }
}
