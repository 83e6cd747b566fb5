package yondershelf.render;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Bounds;
import yondershelf.content.Transform;
import yondershelf.geometry.MeshBvh;
import yondershelf.geometry.Ray;
import yondershelf.geometry.SceneBvh;

/** Everything a picture is made of except the camera. Immutable. */
public final class RenderScene {

    /** A mesh placed in the world, with a shader for each of its parts. */
    public record Item(MeshBvh mesh, Transform toWorld, List<Shader> shaders) {}

    /**
     * A level ground.
     *
     * @param height its place along +Y
     * @param catcher true for a ground that shows nothing of itself but the shadows on it
     * @param albedo share of light it throws back
     * @param radius where it has faded into the distance, metres from the origin
     */
    public record Ground(double height, boolean catcher, double albedo, double radius) {
        /** How much of the ground is left at a place, 1 near the origin to 0 at its radius. */
        float seenAt(double x, double z) {
            double far = Math.sqrt(x * x + z * z) / radius;
            double fade = Math.max(0, Math.min(1, (far - 0.35) / 0.65));
            return (float) (1 - fade * fade * (3 - 2 * fade));
        }
    }

    /** Above a ground the surroundings begin a little above the horizon, so that ground and sky meet without an edge. */
    private static final double HORIZON = 0.035;

    final SceneBvh bvh;
    final List<Item> items;
    final EnvironmentLight light;
    final @Nullable Ground ground;
    final boolean transparent;
    /** Light thrown back by the unshadowed ground, for rays that leave downwards. */
    final float[] groundGlow = new float[3];

    /** True when light may pass through a body. */
    final boolean clear;
    /** How many metres a unit of the scene stands for. */
    final float metres;

    private final Shading shading;
    private final @Nullable HorizonRing horizon;

    private RenderScene(List<Item> items, EnvironmentLight light, @Nullable Ground ground, double metres) {
        this.items = List.copyOf(items);
        this.light = light;
        this.ground = ground;
        this.horizon = ground == null ? null : new HorizonRing(light, HORIZON);
        List<SceneBvh.Instance> instances = new ArrayList<>();
        boolean anyTransparent = false;
        boolean anyClear = false;
        for (Item item : items) {
            instances.add(new SceneBvh.Instance(item.mesh, item.toWorld));
            for (Shader shader : item.shaders) {
                anyTransparent |= shader.transparent;
                anyClear |= shader.isClear();
            }
        }
        this.shading = new Shading(this.items);
        this.clear = anyClear;
        this.metres = (float) metres;
        this.bvh = SceneBvh.of(instances);
        this.transparent = anyTransparent;
        if (ground != null) {
            light.ambient(0, 1, 0, groundGlow);
            for (int c = 0; c < 3; c++) {
                groundGlow[c] *= (float) ground.albedo;
            }
        }
    }

    public static RenderScene of(List<Item> items, EnvironmentLight light, @Nullable Ground ground) {
        return of(items, light, ground, 1);
    }

    /** @param metres how many metres a unit stands for, by which bodies absorb light */
    static RenderScene of(List<Item> items, EnvironmentLight light, @Nullable Ground ground, double metres) {
        return new RenderScene(items, light, ground, metres);
    }

    /** The opacity at a hit, without the rest of the surface. */
    float opacity(Ray ray, Surface s) {
        return shading.opacity(ray, s);
    }

    /** Fills in the surface at a hit, its normals turned towards the ray's origin. */
    Shader surface(Ray ray, Surface s) {
        return shading.surface(ray, s);
    }

    public Bounds bounds() {
        return bvh.bounds();
    }

    /** The hierarchy, for picking and placing. */
    public SceneBvh geometry() {
        return bvh;
    }

    public List<Item> items() {
        return items;
    }

    /** What is seen beyond everything, the ground included, along a unit direction. */
    void beyond(double dx, double dy, double dz, float[] out) {
        if (horizon == null) {
            light.background(dx, dy, dz, out);
        } else {
            horizon.seen(dx, dy, dz, out);
        }
    }
}
