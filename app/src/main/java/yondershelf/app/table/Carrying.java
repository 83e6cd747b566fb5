package yondershelf.app.table;

import java.util.Map;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Workspace;
import yondershelf.content.Environment;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.library.Asset;
import yondershelf.render.Camera;
import yondershelf.table.BuiltScene;
import yondershelf.table.Light;
import yondershelf.table.PartRef;
import yondershelf.table.Placement;
import yondershelf.table.Placing;
import yondershelf.table.Scene;

/** What a carried asset would do to the table where it is now, before it is let go. */
final class Carrying {
    private final Workspace workspace;
    private final Outline outline;

    /** A place of the picture: shares from the top left. */
    private record Place(Camera camera, double x, double y, double aspect) {}

    Carrying(Workspace workspace, Outline outline) {
        this.workspace = workspace;
        this.outline = outline;
    }

    static String rests(Placing.Rest rest) {
        return rest.on().isEmpty() ? "stands on the ground" : "rests on " + rest.on();
    }

    /** What letting go here would do: one sentence, the scene it makes, and what the act is called. */
    record Preview(String sentence, @Nullable Scene scene, String act) {}

    private @Nullable BuiltScene carryBase;

    private BuiltScene carryBase() {
        BuiltScene base = carryBase;
        if (base == null || base.scene() != workspace.table().scene()) {
            base = workspace.builder().build(workspace.table().scene());
            carryBase = base;
        }
        return base;
    }

    Preview preview(Asset asset, Camera camera, double x, double y, double aspect) {
        Place at = new Place(camera, x, y, aspect);
        Scene scene = workspace.table().scene();
        return switch (asset.kind()) {
            case MODEL -> {
                Model model = workspace.model(asset).getNow(null);
                yield model == null
                        ? waiting(asset, workspace.model(asset).isCompletedExceptionally())
                        : carryModel(asset, model, scene, at);
            }
            case MATERIAL -> {
                Material material = workspace.material(asset).getNow(null);
                yield material == null ? waiting(asset, false) : carryMaterial(material, scene, at);
            }
            case HDRI -> {
                Environment light = workspace.environment(asset).getNow(null);
                yield light == null
                        ? waiting(asset, workspace.environment(asset).isCompletedExceptionally())
                        : carryLight(asset, light, scene);
            }
            default -> new Preview("a " + asset.kind().word() + " has no place on the table by itself", null, "");
        };
    }

    private static Preview waiting(Asset asset, boolean failed) {
        return new Preview(failed ? asset.name() + " cannot be read" : "reading " + asset.name(), null, "");
    }

    private Preview carryModel(Asset asset, Model model, Scene scene, Place at) {
        Placing.Rest rest = Placing.under(carryBase(), at.camera, at.x, at.y, at.aspect, model.bounds(), 0);
        if (rest == null) {
            return new Preview("nothing to stand on here", scene, "");
        }
        boolean again = scene.placements().stream().anyMatch(p -> p.model() == model);
        String label = workspace.catalogue().labels(asset).name();
        String title = scene.freshName(label.isEmpty() ? asset.name() : label);
        Placement placement = new Placement(scene.freshId(), title, asset.id(), model, rest.toWorld(), Map.of());
        return new Preview(
                rests(rest) + (again ? ", shared geometry" : ""),
                scene.with(placement),
                "put " + title + " on the table");
    }

    private Preview carryMaterial(Material material, Scene scene, Place at) {
        BuiltScene base = carryBase();
        BuiltScene.Pick pick = base.pick(at.camera, at.x, at.y, at.aspect);
        Placement hit = pick == null ? null : pick.placement();
        PartRef part = pick == null ? null : pick.part();
        if (hit == null || part == null) {
            outline.clear();
            return new Preview("carry it over the part that should wear it", scene, "");
        }
        outline.show(base, at.camera, hit.id(), part, true);
        int mesh = hit.model().placed().get(part.placed()).mesh();
        int parts = hit.model().meshes().get(mesh).parts().size();
        String which = parts == 1 ? hit.name() : "this one of " + parts + " parts of " + hit.name();
        return new Preview(
                which + " will wear " + material.name(),
                scene.change(hit.id(), p -> p.dress(part, material)),
                "dress " + hit.name() + " in " + material.name());
    }

    private static Preview carryLight(Asset asset, Environment environment, Scene scene) {
        Light before = scene.light();
        Light light = new Light(asset.id(), asset.path(), environment, 0, before.exposure());
        return new Preview(
                "lights everything, in place of " + before.environment().name(),
                scene.lit(light),
                "light with " + environment.name());
    }
}
