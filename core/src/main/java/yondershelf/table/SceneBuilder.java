package yondershelf.table;

import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Picture;
import yondershelf.render.EnvironmentLight;
import yondershelf.render.ReadyModel;
import yondershelf.render.RenderScene;
import yondershelf.render.Shader;
import yondershelf.render.Shaders;

/** Builds scenes for looking at, keeping what stays the same from one to the next. Safe for use from several threads. */
public final class SceneBuilder {
    private static final double GROUND_ALBEDO = 0.32;
    private static final double LEAST_GROUND = 6;
    /** What models that stand nowhere any more may hold, ready to stand again. */
    private static final long MOST_BYTES = 40L << 20;
    /** A dress holds its pictures. */
    private static final int MOST_DRESSES = 24;

    private final Shaders shaders;
    /** The latest used last. Known by identity: comparing models by value would compare all their vertices. */
    private final List<ReadyModel> prepared = new ArrayList<>();

    private final Map<Material, Shader> dresses = new LinkedHashMap<>(16, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<Material, Shader> eldest) {
            return size() > MOST_DRESSES;
        }
    };
    private @Nullable Light litBy;
    private @Nullable EnvironmentLight light;

    public SceneBuilder(Shaders shaders) {
        this.shaders = shaders;
    }

    public synchronized BuiltScene build(Scene scene) {
        List<RenderScene.Item> items = new ArrayList<>();
        List<Integer> placementOf = new ArrayList<>();
        List<Integer> placedOf = new ArrayList<>();
        double reach = LEAST_GROUND;
        for (int p = 0; p < scene.placements().size(); p++) {
            Placement placement = scene.placements().get(p);
            ReadyModel ready = prepare(placement.model());
            List<Model.Placed> placed = placement.model().placed();
            for (int i = 0; i < placed.size(); i++) {
                int mesh = placed.get(i).mesh();
                List<Shader> list = new ArrayList<>();
                List<Part> parts = placement.model().meshes().get(mesh).parts();
                for (int k = 0; k < parts.size(); k++) {
                    Material dress = placement.dressed().get(new PartRef(i, k));
                    list.add(dress != null ? dress(dress) : ready.shader(parts.get(k)));
                }
                items.add(new RenderScene.Item(
                        ready.meshes().get(mesh),
                        placement.toWorld().after(placed.get(i).toModel()),
                        list));
                placementOf.add(p);
                placedOf.add(i);
            }
            double x = placement.toWorld().tx();
            double z = placement.toWorld().tz();
            reach = Math.max(reach, 4 * Math.sqrt(x * x + z * z));
        }
        letGo(scene);
        RenderScene.Ground ground = new RenderScene.Ground(0, false, GROUND_ALBEDO, reach);
        RenderScene render = RenderScene.of(items, light(scene.light()), ground);
        return new BuiltScene(
                scene,
                render,
                placementOf.stream().mapToInt(i -> i).toArray(),
                placedOf.stream().mapToInt(i -> i).toArray());
    }

    /** Makes a model ready ahead of the first scene that shows it, so that building that scene is quick. */
    public void prepareAhead(Model model) {
        prepare(model);
    }

    private ReadyModel prepare(Model model) {
        ReadyModel known = known(model);
        if (known != null) {
            return known;
        }
        // not under the lock: the scene on the table must not wait for a large model that only might come
        return keep(ReadyModel.of(model, shaders));
    }

    private synchronized @Nullable ReadyModel known(Model model) {
        for (int i = 0; i < prepared.size(); i++) {
            if (prepared.get(i).model() == model) {
                ReadyModel known = prepared.remove(i);
                prepared.add(known);
                return known;
            }
        }
        return null;
    }

    private synchronized ReadyModel keep(ReadyModel fresh) {
        ReadyModel other = known(fresh.model());
        if (other != null) {
            return other;
        }
        prepared.add(fresh);
        return fresh;
    }

    /** Lets go of the models used longest ago; a scene's own stay. */
    private void letGo(Scene scene) {
        Set<Model> standing = Collections.newSetFromMap(new IdentityHashMap<>());
        scene.placements().forEach(p -> standing.add(p.model()));
        long held = 0;
        for (int i = prepared.size() - 1; i >= 0; i--) {
            ReadyModel ready = prepared.get(i);
            if (!standing.contains(ready.model())) {
                held += ready.weight();
                if (held > MOST_BYTES) {
                    prepared.remove(i);
                }
            }
        }
    }

    private Shader dress(Material material) {
        return dresses.computeIfAbsent(material, shaders::shader);
    }

    private EnvironmentLight light(Light wanted) {
        Light before = litBy;
        EnvironmentLight known = light;
        double turn = Math.toRadians(wanted.turn());
        Backdrop backdrop = wanted.backdrop();
        Picture behind = backdrop == null ? null : backdrop.picture();
        if (known == null
                || before == null
                || before.environment() != wanted.environment()
                || !Objects.equals(before.backdrop(), backdrop)) {
            known = EnvironmentLight.of(wanted.environment(), wanted.exposure(), turn);
            known = behind == null ? known : known.behind(behind);
        } else if (before.turn() != wanted.turn() || before.exposure() != wanted.exposure()) {
            known = known.with(wanted.exposure(), turn);
        }
        light = known;
        litBy = wanted;
        return known;
    }
}
