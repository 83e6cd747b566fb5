package yondershelf.intake;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import yondershelf.library.Unfinished;

/**
 * A take that was cut off, as it was noted when it began.
 *
 * @param cut the group of changes it left
 * @param sources what had been brought: absolute
 * @param folder below the library's root, where things went
 * @param flat true when folders that hold nothing but another were left out
 * @param replacing true when files of the same name were replaced
 * @param wanted the things that were to come, as {@link PlanText} says them
 */
public record CutTake(
        Unfinished cut, List<Path> sources, String folder, boolean flat, boolean replacing, JsonNode wanted) {
    private static final ObjectMapper JSON = new ObjectMapper();

    public CutTake {
        sources = List.copyOf(sources);
    }

    static CutTake of(List<Path> sources, String folder, boolean flat, boolean replacing, List<PlanItem> items) {
        return new CutTake(new Unfinished("", ""), sources, folder, flat, replacing, PlanText.of(items));
    }

    /** What was to come, in a plan of what had been brought. */
    IntakePlan in(IntakePlan fresh) {
        return PlanText.restored(wanted, fresh);
    }

    String text() {
        ObjectNode json =
                JSON.createObjectNode().put("take", folder).put("flat", flat).put("replacing", replacing);
        sources.forEach(s -> json.withArray("sources").add(s.toString()));
        json.set("wanted", wanted);
        return json.toString();
    }

    /** Empty for a group that is no take. */
    static Optional<CutTake> parse(Unfinished cut) {
        try {
            JsonNode json = JSON.readTree(cut.note());
            if (json == null || !json.has("take")) {
                return Optional.empty();
            }
            List<Path> sources = new ArrayList<>();
            json.path("sources").forEach(s -> sources.add(Path.of(s.asText())));
            return Optional.of(new CutTake(
                    cut,
                    sources,
                    json.path("take").asText(),
                    json.path("flat").asBoolean(),
                    json.path("replacing").asBoolean(),
                    json.path("wanted")));
        } catch (JsonProcessingException | InvalidPathException e) {
            // damaged: what came is among the library's runs all the same
            return Optional.empty();
        }
    }
}
