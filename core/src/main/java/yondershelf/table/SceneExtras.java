package yondershelf.table;

import com.fasterxml.jackson.annotation.JsonIgnoreProperties;
import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Bounds;
import yondershelf.content.Environment;

/**
 * What a scene file keeps in {@code extras.yonderShelf} (docs/scene-file.md), said once for writing and reading. Whatever a file holds in
 * these places that is not of the right kind counts as not there.
 */
final class SceneExtras {
    private static final String OWN = "yonderShelf";
    private static final ObjectMapper JSON = new ObjectMapper();

    private SceneExtras() {}

    /** The environment or the backdrop; the figures mean nothing for the latter. */
    @JsonIgnoreProperties(ignoreUnknown = true)
    @JsonInclude(JsonInclude.Include.NON_NULL)
    record Surrounding(
            @Nullable String asset,
            @Nullable String name,
            @Nullable String path,
            @Nullable Double turn,
            @Nullable Double exposure) {}

    /** Of the scene as a whole. */
    @JsonIgnoreProperties(ignoreUnknown = true)
    @JsonInclude(JsonInclude.Include.NON_NULL)
    record OfScene(
            @Nullable String name,
            @Nullable Surrounding environment,
            @Nullable Surrounding backdrop) {
        static final OfScene NOTHING = new OfScene(null, null, null);

        static OfScene of(Scene scene) {
            Light light = scene.light();
            Environment environment = light.environment();
            Backdrop behind = light.backdrop();
            return new OfScene(
                    scene.name(),
                    new Surrounding(light.asset(), environment.name(), light.path(), light.turn(), light.exposure()),
                    behind == null ? null : new Surrounding(behind.asset(), behind.name(), behind.path(), null, null));
        }
    }

    /** A part that wears another material than its model's: the number of the one it had. */
    @JsonIgnoreProperties(ignoreUnknown = true)
    record Dressed(int placed, int part, int was) {}

    /** Of one placement. */
    @JsonIgnoreProperties(ignoreUnknown = true)
    @JsonInclude(JsonInclude.Include.NON_DEFAULT)
    record OfPlacement(
            @Nullable String placement,
            @JsonInclude @Nullable String asset,
            @JsonInclude int source,
            boolean hidden,
            boolean locked,
            double @Nullable [] box,
            @Nullable List<Dressed> dressed) {
        static final OfPlacement NOTHING = new OfPlacement(null, null, -1, false, false, null, null);

        static OfPlacement of(Placement placement, int source, List<Dressed> dressed) {
            Bounds b = placement.model().bounds();
            return new OfPlacement(
                    placement.id(),
                    placement.asset(),
                    source,
                    placement.hidden(),
                    placement.locked(),
                    new double[] {b.minX(), b.minY(), b.minZ(), b.maxX(), b.maxY(), b.maxZ()},
                    dressed.isEmpty() ? null : dressed);
        }

        /** True for what was saved here. */
        boolean isOurs() {
            return placement != null;
        }

        /** The model's box; empty when the file holds none that makes sense. */
        Bounds bounds() {
            double[] v = box;
            if (v == null || v.length != 6) {
                return Bounds.EMPTY;
            }
            Bounds out = new Bounds(v[0], v[1], v[2], v[3], v[4], v[5]);
            return Double.isFinite(out.radius()) ? out : Bounds.EMPTY;
        }
    }

    /** As extras of a scene or node. */
    static ObjectNode of(Object said) {
        ObjectNode out = JSON.createObjectNode();
        out.set(OWN, JSON.valueToTree(said));
        return out;
    }

    /** True when extras hold anything of ours. */
    static boolean isIn(@Nullable JsonNode extras) {
        return extras != null && extras.has(OWN);
    }

    /** What extras hold of ours, or what stands for nothing. */
    static <T> T in(@Nullable JsonNode extras, Class<T> kind, T nothing) {
        JsonNode own = extras == null ? null : extras.get(OWN);
        if (own == null || !own.isObject()) {
            return nothing;
        }
        try {
            return JSON.treeToValue(own, kind);
        } catch (JsonProcessingException e) {
            // somebody else wrote it: it is as if it were not there
            return nothing;
        }
    }
}
