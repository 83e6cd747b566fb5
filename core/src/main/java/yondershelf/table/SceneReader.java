package yondershelf.table;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Environment;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.ProblemException;
import yondershelf.content.Transform;
import yondershelf.format.Formats;
import yondershelf.format.reading.ContentReader;
import yondershelf.format.reading.SceneNotes;

/** Makes placements of a glTF file's root nodes; what was saved here comes back as it was. */
final class SceneReader {
    private static final double MOST = 1000;

    private final Path file;
    private final ContentReader reader;
    private final SceneFile.EnvironmentFinder environments;
    private final Map<Integer, Model> sources = new TreeMap<>();

    SceneReader(Path file, ContentReader reader, SceneFile.EnvironmentFinder environments) {
        this.file = file;
        this.reader = reader;
        this.environments = environments;
    }

    SceneFile.Opened opened() throws ProblemException {
        SceneNotes notes = Formats.notes(file, reader.reach());
        boolean ours = SceneExtras.isIn(notes.scene());
        SceneExtras.OfScene own = SceneExtras.in(notes.scene(), SceneExtras.OfScene.class, SceneExtras.OfScene.NOTHING);
        Model whole = readOrBare(ours);
        String given = own.name();
        Scene scene = Scene.empty(given == null || given.isBlank() ? whole.name() : given);
        for (int root : whole.roots()) {
            scene = scene.with(placement(whole, root, notes.nodes().get(root), scene));
        }
        List<String> losses = ours ? List.of() : Formats.beyondScenes(file, reader.reach());
        Light light = light(own.environment(), scene).before(backdrop(own.backdrop()));
        return new SceneFile.Opened(scene.lit(light), ours, losses);
    }

    /** A scene of ours may be without any triangle: empty, or all its objects away. */
    private Model readOrBare(boolean ours) throws ProblemException {
        try {
            return reader.readModel(file);
        } catch (ProblemException e) {
            if (!ours) {
                throw e;
            }
            return Formats.tree(file, reader.reach());
        }
    }

    private static String said(@Nullable String text) {
        return text == null ? "" : text;
    }

    /** The environment the file names; where it is not at hand, daylight under its name. */
    private Light light(SceneExtras.@Nullable Surrounding told, Scene scene) {
        Light light = scene.light();
        if (told == null) {
            return light;
        }
        String asset = said(told.asset());
        String path = said(told.path());
        String name = said(told.name());
        if (!asset.isEmpty()) {
            Environment found = environments.find(asset, path, name);
            light = found != null ? new Light(asset, path, found, 0, 0) : Light.standingIn(asset, path, name);
        }
        return light.turned(finite(told.turn())).exposed(finite(told.exposure()));
    }

    /** Where it is not at hand, its name stays. */
    private @Nullable Backdrop backdrop(SceneExtras.@Nullable Surrounding told) {
        String asset = told == null ? "" : said(told.asset());
        return told == null || asset.isEmpty()
                ? null
                : new Backdrop(asset, said(told.path()), said(told.name()), environments.backdrop(asset));
    }

    private static double finite(@Nullable Double value) {
        return value != null && Double.isFinite(value) ? Math.max(-MOST, Math.min(MOST, value)) : 0;
    }

    /** Copies share one model; one that was changed elsewhere since it was saved is a thing of its own. */
    private Model shared(int source, Model extracted) {
        Model first = sources.putIfAbsent(source, extracted);
        return first != null && SameContent.of(first, extracted) ? first : extracted;
    }

    private Placement placement(Model whole, int root, @Nullable ObjectNode extras, Scene scene) {
        Node node = whole.nodes().get(root);
        SceneExtras.OfPlacement own =
                SceneExtras.in(extras, SceneExtras.OfPlacement.class, SceneExtras.OfPlacement.NOTHING);
        boolean ours = own.isOurs();
        Map<PartRef, Integer> was = new HashMap<>();
        List<SceneExtras.Dressed> dressed = own.dressed();
        for (SceneExtras.Dressed dress : dressed == null ? List.<SceneExtras.Dressed>of() : dressed) {
            was.put(new PartRef(dress.placed(), dress.part()), dress.was());
        }
        Extractor extractor = new Extractor(whole, was);
        Model extracted = extractor.model(node.name(), ours ? node.children() : List.of(root));
        if (ours && extracted.triangleCount() == 0) {
            extracted = StandIn.of(node.name(), own.bounds());
        }
        Model shared = ours && own.source() >= 0 ? shared(own.source(), extracted) : extracted;
        return new Placement(
                scene.freshId(),
                node.name().isEmpty() ? scene.freshName(whole.name()) : node.name(),
                said(own.asset()),
                shared,
                ours ? node.local() : Transform.IDENTITY,
                extractor.dressed,
                own.hidden(),
                own.locked());
    }
}
