package yondershelf.table;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Bounds;
import yondershelf.content.Transform;
import yondershelf.geometry.Ray;
import yondershelf.geometry.SceneBvh;
import yondershelf.render.Camera;
import yondershelf.render.RenderScene;

/** A scene ready to be looked at, picked and placed into. Made by {@link SceneBuilder}; immutable. */
public final class BuiltScene {
    private final Scene scene;
    private final RenderScene render;
    private final int[] placementOf;
    private final int[] placedOf;
    /** Items that nothing meets, from the first to before the last. */
    private final int passFrom;

    private final int passTo;

    /** What a ray from the eye meets. */
    public record Pick(
            @Nullable Placement placement,
            @Nullable PartRef part,
            double x,
            double y,
            double z,
            double normalX,
            double normalY,
            double normalZ) {}

    BuiltScene(Scene scene, RenderScene render, int[] placementOf, int[] placedOf) {
        this(scene, render, placementOf.clone(), placedOf.clone(), 0, 0);
    }

    private BuiltScene(Scene scene, RenderScene render, int[] placementOf, int[] placedOf, int passFrom, int passTo) {
        this.scene = scene;
        this.render = render;
        this.placementOf = placementOf;
        this.placedOf = placedOf;
        this.passFrom = passFrom;
        this.passTo = passTo;
    }

    /** The same scene for picking and placing as if an object were not there: for moving it, without building another scene. */
    public BuiltScene without(String placement) {
        int from = 0;
        while (from < placementOf.length && !isOf(from, placement)) {
            from++;
        }
        int to = from;
        while (to < placementOf.length && isOf(to, placement)) {
            to++;
        }
        return new BuiltScene(scene, render, placementOf, placedOf, from, to);
    }

    private boolean isOf(int item, String placement) {
        return scene.placements().get(placementOf[item]).id().equals(placement);
    }

    public Scene scene() {
        return scene;
    }

    public RenderScene render() {
        return render;
    }

    /** What lies at a place of the picture, 0 to 1 from the top left; null when it is the sky. */
    public @Nullable Pick pick(Camera camera, double x, double y, double aspect) {
        double[] d = camera.direction(x, y, aspect);
        return hit(camera.eyeX(), camera.eyeY(), camera.eyeZ(), d[0], d[1], d[2]);
    }

    /** The first surface from a point in a direction; the level ground counts. */
    @Nullable
    Pick hit(double ox, double oy, double oz, double dx, double dy, double dz) {
        Ray ray = new Ray().set(ox, oy, oz, dx, dy, dz, 0, 1e9).passing(passFrom, passTo);
        SceneBvh bvh = render.geometry();
        boolean hit = bvh.nearest(ray);
        double ground = dy < 0 && oy > 0 ? -oy / dy : Double.POSITIVE_INFINITY;
        if (!hit || ground < ray.tMax) {
            if (ground == Double.POSITIVE_INFINITY) {
                return null;
            }
            return new Pick(null, null, ox + dx * ground, 0, oz + dz * ground, 0, 1, 0);
        }
        double[] n = normal(ray);
        if (n[0] * dx + n[1] * dy + n[2] * dz > 0) {
            n = new double[] {-n[0], -n[1], -n[2]};
        }
        int part = render.items().get(ray.instance).mesh().partOf(ray.triangle);
        return new Pick(
                scene.placements().get(placementOf[ray.instance]),
                new PartRef(placedOf[ray.instance], part),
                ox + dx * ray.tMax,
                oy + dy * ray.tMax,
                oz + dz * ray.tMax,
                n[0],
                n[1],
                n[2]);
    }

    private double[] normal(Ray ray) {
        RenderScene.Item item = render.items().get(ray.instance);
        var part = item.mesh().mesh().parts().get(item.mesh().partOf(ray.triangle));
        int t = item.mesh().triangleInPart(ray.triangle) * 3;
        double[][] p = new double[3][];
        Transform w = item.toWorld();
        for (int i = 0; i < 3; i++) {
            int v = part.indices()[t + i] * 3;
            float[] q = part.positions();
            p[i] = new double[] {
                w.pointX(q[v], q[v + 1], q[v + 2]),
                w.pointY(q[v], q[v + 1], q[v + 2]),
                w.pointZ(q[v], q[v + 1], q[v + 2])
            };
        }
        double ax = p[1][0] - p[0][0];
        double ay = p[1][1] - p[0][1];
        double az = p[1][2] - p[0][2];
        double bx = p[2][0] - p[0][0];
        double by = p[2][1] - p[0][1];
        double bz = p[2][2] - p[0][2];
        double nx = ay * bz - az * by;
        double ny = az * bx - ax * bz;
        double nz = ax * by - ay * bx;
        double l = Math.sqrt(nx * nx + ny * ny + nz * nz);
        return l > 0 ? new double[] {nx / l, ny / l, nz / l} : new double[] {0, 1, 0};
    }

    /** The box of one placement in the world. */
    private Bounds boundsOf(String placement) {
        Bounds out = Bounds.EMPTY;
        for (int i = 0; i < placementOf.length; i++) {
            if (scene.placements().get(placementOf[i]).id().equals(placement)) {
                RenderScene.Item item = render.items().get(i);
                out = out.union(item.mesh().bounds().transformed(item.toWorld()));
            }
        }
        return out;
    }

    /** Instances of one part, for outlining it: the item's number and the part, or -1. */
    public int itemOf(String placement, PartRef part) {
        for (int i = 0; i < placementOf.length; i++) {
            if (scene.placements().get(placementOf[i]).id().equals(placement) && placedOf[i] == part.placed()) {
                return i;
            }
        }
        return -1;
    }

    /** True for each pixel of a picture that shows the part. */
    public boolean[] mask(Camera camera, int width, int height, String placement, @Nullable PartRef part) {
        boolean[] out = new boolean[width * height];
        double aspect = width / (double) height;
        List<Integer> items = new ArrayList<>();
        for (int i = 0; i < placementOf.length; i++) {
            boolean same = scene.placements().get(placementOf[i]).id().equals(placement);
            if (same && (part == null || placedOf[i] == part.placed())) {
                items.add(i);
            }
        }
        int[] window = window(camera, width, height, boundsOf(placement));
        if (items.isEmpty() || window[0] > window[2]) {
            return out;
        }
        Ray ray = new Ray();
        SceneBvh bvh = render.geometry();
        for (int y = window[1]; y <= window[3]; y++) {
            for (int x = window[0]; x <= window[2]; x++) {
                double[] d = camera.direction((x + 0.5) / width, (y + 0.5) / height, aspect);
                ray.set(camera.eyeX(), camera.eyeY(), camera.eyeZ(), d[0], d[1], d[2], 0, 1e9);
                if (bvh.nearest(ray) && items.contains(ray.instance)) {
                    int hitPart = render.items().get(ray.instance).mesh().partOf(ray.triangle);
                    out[y * width + x] = part == null || hitPart == part.part();
                }
            }
        }
        return out;
    }

    /** The pixels a box can cover: left, top, right, bottom; everything when it reaches behind the camera. */
    private static int[] window(Camera camera, int width, int height, Bounds box) {
        int[] out = {width, height, -1, -1};
        for (int i = 0; i < 8; i++) {
            double[] p = camera.project(
                    (i & 1) == 0 ? box.minX() : box.maxX(),
                    (i & 2) == 0 ? box.minY() : box.maxY(),
                    (i & 4) == 0 ? box.minZ() : box.maxZ(),
                    width / (double) height);
            if (p[2] <= 1e-6) {
                return new int[] {0, 0, width - 1, height - 1};
            }
            out[0] = Math.min(out[0], (int) Math.floor(p[0] * width) - 1);
            out[1] = Math.min(out[1], (int) Math.floor(p[1] * height) - 1);
            out[2] = Math.max(out[2], (int) Math.ceil(p[0] * width) + 1);
            out[3] = Math.max(out[3], (int) Math.ceil(p[1] * height) + 1);
        }
        return new int[] {
            Math.max(0, out[0]), Math.max(0, out[1]), Math.min(width - 1, out[2]), Math.min(height - 1, out[3])
        };
    }
}
