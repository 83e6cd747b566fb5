package yondershelf.intake;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import yondershelf.library.Unfinished;

/**
 * A take that was cut off, as it was noted when it began.
 *
 * @param cut the group of changes it left
 * @param sources what had been brought: absolute
 * @param folder below the library's root, where things went
 * @param wanted the items that were to come: the kind and the file that names each, below its source
 */
public record CutTake(Unfinished cut, List<Path> sources, String folder, Set<String> wanted) {
    private static final ObjectMapper JSON = new ObjectMapper();

    public CutTake {
        sources = List.copyOf(sources);
        wanted = Set.copyOf(wanted);
    }

    static CutTake of(List<Path> sources, String folder, List<IntakePlan.Item> items) {
        Set<String> wanted = new HashSet<>();
        items.forEach(i -> wanted.add(key(i)));
        return new CutTake(new Unfinished("", ""), sources, folder, wanted);
    }

    private static String key(IntakePlan.Item item) {
        return item.kind().word() + " " + item.files().get(0).path();
    }

    boolean wants(IntakePlan.Item item) {
        return wanted.contains(key(item));
    }

    String text() {
        ObjectNode json = JSON.createObjectNode().put("take", folder);
        sources.forEach(s -> json.withArray("sources").add(s.toString()));
        wanted.stream().sorted().forEach(w -> json.withArray("wanted").add(w));
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
            Set<String> wanted = new HashSet<>();
            json.path("wanted").forEach(w -> wanted.add(w.asText()));
            return Optional.of(new CutTake(cut, sources, json.path("take").asText(), wanted));
        } catch (JsonProcessingException | java.nio.file.InvalidPathException e) {
            // damaged: what came is among the library's runs all the same
            return Optional.empty();
        }
    }
}
