package yondershelf.table;

import com.github.benmanes.caffeine.cache.Cache;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Environment;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.Picture;
import yondershelf.render.EnvironmentLight;
import yondershelf.render.ReadyModel;
import yondershelf.render.RenderScene;
import yondershelf.render.Shader;
import yondershelf.render.Shaders;
import yondershelf.work.Cached;

/** Builds scenes for looking at, keeping what stays the same from one to the next. Safe for use from several threads. */
public final class SceneBuilder {
    private static final double GROUND_ALBEDO = 0.5;
    private static final double LEAST_GROUND = 6;
    private static final double MOST_STOPS = 6;
    /** What models that stand nowhere may hold, ready to stand. */
    private static final long MOST_BYTES = 40L << 20;

    private final Shaders shaders;
    /** Weak keys are known by identity: comparing models by value would compare all their vertices. */
    private final Cache<Model, ReadyModel> prepared = Cached.<Model, ReadyModel>upTo(
                    MOST_BYTES, (model, ready) -> ready.weight())
            .weakKeys()
            .build();
    /** What the latest scene is made of. */
    private Map<Model, ReadyModel> standing = new IdentityHashMap<>();

    private Map<Material, Shader> worn = Map.of();
    /** However heavy it is: the latest that was made ready is about to stand. */
    private @Nullable ReadyModel ahead;

    /** Environments as they light without being turned or exposed. */
    private final Cache<Environment, EnvironmentLight> lights = Cached.<Environment, EnvironmentLight>upTo(
                    MOST_BYTES, (environment, ready) -> ready.weight())
            .weakKeys()
            .build();

    private @Nullable Light litBy;
    private @Nullable EnvironmentLight light;

    public SceneBuilder(Shaders shaders) {
        this.shaders = shaders;
    }

    public synchronized BuiltScene build(Scene scene) {
        Map<Model, ReadyModel> models = new IdentityHashMap<>();
        Map<Material, Shader> dresses = new HashMap<>();
        List<RenderScene.Item> items = new ArrayList<>();
        List<Integer> placementOf = new ArrayList<>();
        List<Integer> placedOf = new ArrayList<>();
        double reach = LEAST_GROUND;
        for (int p = 0; p < scene.placements().size(); p++) {
            Placement placement = scene.placements().get(p);
            ReadyModel ready = prepare(placement.model());
            models.put(placement.model(), ready);
            if (placement.hidden()) {
                continue;
            }
            List<Model.Placed> placed = placement.model().placed();
            for (int i = 0; i < placed.size(); i++) {
                int mesh = placed.get(i).mesh();
                List<Shader> list = new ArrayList<>();
                List<Part> parts = placement.model().meshes().get(mesh).parts();
                for (int k = 0; k < parts.size(); k++) {
                    Material dress = placement.dressed().get(new PartRef(i, k));
                    list.add(dress != null ? dresses.computeIfAbsent(dress, this::dress) : ready.shader(parts.get(k)));
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
        standing.forEach(prepared::put);
        ReadyModel soon = ahead;
        if (soon != null) {
            prepared.put(soon.model(), soon);
            ahead = null;
        }
        standing = models;
        worn = dresses;
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

    /**
     * Makes an environment ready ahead of the first scene it lights.
     *
     * @return the exposure, in tenths of a stop and at most six either way, with which a level white surface just reaches white under it
     */
    public double prepareAhead(Environment environment) {
        double level = ready(environment).level();
        double stops = level > 0 ? -Math.log(level) / Math.log(2) : 0;
        return Math.rint(Math.max(-MOST_STOPS, Math.min(MOST_STOPS, stops)) * 10) / 10 + 0.0;
    }

    private EnvironmentLight ready(Environment environment) {
        EnvironmentLight known = lights.getIfPresent(environment);
        if (known == null) {
            // not under the lock either
            known = EnvironmentLight.of(environment, 0, 0);
            lights.put(environment, known);
        }
        return known;
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
        ReadyModel soon = ahead;
        if (soon != null && soon.model() == model) {
            return soon;
        }
        ReadyModel stands = standing.get(model);
        return stands != null ? stands : prepared.getIfPresent(model);
    }

    private synchronized ReadyModel keep(ReadyModel fresh) {
        ReadyModel other = known(fresh.model());
        if (other != null) {
            return other;
        }
        ReadyModel before = ahead;
        if (before != null) {
            prepared.put(before.model(), before);
        }
        ahead = fresh;
        return fresh;
    }

    /** Pictures of a dress that is taken off and put on again are kept by the shaders. */
    private Shader dress(Material material) {
        Shader known = worn.get(material);
        return known != null ? known : shaders.shader(material);
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
            known = ready(wanted.environment()).with(wanted.exposure(), turn);
            known = behind == null ? known : known.behind(behind);
        } else if (before.turn() != wanted.turn() || before.exposure() != wanted.exposure()) {
            known = known.with(wanted.exposure(), turn);
        }
        light = known;
        litBy = wanted;
        return known;
    }
}
