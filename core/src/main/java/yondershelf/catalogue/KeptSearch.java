package yondershelf.catalogue;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import yondershelf.content.ProblemException;
import yondershelf.search.Query;
import yondershelf.search.QueryText;

/**
 * A search that is kept as a place.
 *
 * @param name for a person; no two have the same
 * @param text as {@link QueryText} reads it
 */
public record KeptSearch(String name, String text) {
    private static final String SETTING = "searches";
    private static final ObjectMapper JSON = new ObjectMapper();

    /** The query, while all it speaks of is known. */
    public Query query(Catalogue catalogue) throws ProblemException {
        return QueryText.parse(text, word -> catalogue.named(word).map(KnownLibrary::id));
    }

    /** One for what is looked for now. */
    public static KeptSearch of(String name, Query query, Catalogue catalogue) {
        return new KeptSearch(
                name.strip(),
                QueryText.whole(
                        query, id -> catalogue.named(id).map(KnownLibrary::name).orElse(id)));
    }

    /** Those that are kept on this machine, in their order. */
    public static List<KeptSearch> all(Home home) {
        List<KeptSearch> out = new ArrayList<>();
        try {
            for (JsonNode each : JSON.readTree(home.setting(SETTING, "[]"))) {
                out.add(new KeptSearch(
                        each.path("name").asText(), each.path("text").asText()));
            }
        } catch (JsonProcessingException e) {
            // somebody wrote into the settings by hand: there are none then
            return List.of();
        }
        return out;
    }

    public static Optional<KeptSearch> named(Home home, String name) {
        return all(home).stream()
                .filter(s -> s.name.equalsIgnoreCase(name.strip()))
                .findFirst();
    }

    /** Keeps these instead. */
    public static void keep(Home home, List<KeptSearch> searches) throws ProblemException {
        ArrayNode all = JSON.createArrayNode();
        searches.forEach(s -> all.addObject().put("name", s.name).put("text", s.text));
        home.setSetting(SETTING, all.toString());
    }
}
