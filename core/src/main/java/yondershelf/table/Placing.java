package yondershelf.table;

import org.jspecify.annotations.Nullable;
import yondershelf.content.Bounds;
import yondershelf.content.Transform;
import yondershelf.render.Camera;

/** Where a carried model comes to rest: upright, its base down, at true size, on whatever is under the pointer. */
public final class Placing {
    /** Surfaces steeper than this (cosine) carry nothing: the model stands in front of them. */
    private static final double LEVEL = 0.5;

    private static final int GRID = 7;
    private static final int MOST_RAISES = 8;
    /** Share of the box that counts as footprint: most things are slimmer than their box at the rim. */
    private static final double FOOTPRINT = 0.8;

    /** Cosine from which on an object counts as standing upright. */
    private static final double UPRIGHT = 0.999;

    private static final double LEVEL_SIDE = 0.1;
    private static final double GAP = 1.15;
    private static final double STEP_UP = 0.25;

    private Placing() {}

    /**
     * A resting place.
     *
     * @param toWorld the model's placement
     * @param on name of what carries it, empty for the level ground
     */
    public record Rest(Transform toWorld, String on) {}

    /**
     * The resting place under a point of the picture, or null when the pointer is in the sky.
     *
     * @param built the scene without the carried model
     * @param model the carried model's box in its own space
     * @param turn degrees about the upright axis
     */
    public static @Nullable Rest under(
            BuiltScene built, Camera camera, double x, double y, double aspect, Bounds model, double turn) {
        BuiltScene.Pick pick = built.pick(camera, x, y, aspect);
        if (pick == null) {
            return null;
        }
        double px = pick.x();
        double pz = pick.z();
        double half = Math.max(model.sizeX(), model.sizeZ()) / 2;
        double top = pick.y();
        if (pick.normalY() < LEVEL) {
            // against a wall: in front of it, as far as the model is deep
            double across = Math.sqrt(pick.normalX() * pick.normalX() + pick.normalZ() * pick.normalZ());
            if (across > 0) {
                px += pick.normalX() / across * half * 1.02;
                pz += pick.normalZ() / across * half * 1.02;
            }
        }
        BuiltScene.Pick under = built.hit(px, top + 1e-4 + Math.abs(top) * 1e-6, pz, 0, -1, 0);
        if (pick.normalY() >= LEVEL) {
            under = pick;
        }
        double height = under == null ? 0 : under.y();
        String on = under == null || under.placement() == null
                ? ""
                : under.placement().name();
        double raised = highestUnder(built, px, pz, height, model, turn);
        return new Rest(stand(model, px, Math.max(height, raised), pz, turn), on);
    }

    /**
     * Seated on the face under a point of the picture: the model's base against it, its upright axis along the face's
     * normal, whatever way that points; null when the pointer is in the sky.
     */
    public static @Nullable Rest seated(
            BuiltScene built, Camera camera, double x, double y, double aspect, Bounds model, double turn) {
        BuiltScene.Pick pick = built.pick(camera, x, y, aspect);
        if (pick == null) {
            return null;
        }
        Transform onFace = Transform.translation(pick.x(), pick.y(), pick.z())
                .after(turned(pick.normalX(), pick.normalY(), pick.normalZ()))
                .after(stand(model, 0, 0, 0, turn));
        return new Rest(onFace, pick.placement() == null ? "" : pick.placement().name());
    }

    /**
     * Where a placed object comes to rest when it is moved to a point of the picture. It keeps its scale and how it is turned:
     * one that stands upright stays so, one that is seated on a face is seated on the face there.
     *
     * @param built the scene without it
     */
    public static @Nullable Rest moved(
            BuiltScene built, Camera camera, double x, double y, double aspect, Placement placement) {
        Transform t = placement.toWorld();
        double[] up = up(t);
        Transform turned = Transform.translation(-t.tx(), -t.ty(), -t.tz()).after(t);
        if (up[1] > UPRIGHT) {
            Bounds box = placement.model().bounds().transformed(turned);
            Rest rest = under(built, camera, x, y, aspect, box, 0);
            return rest == null ? null : new Rest(rest.toWorld.after(turned), rest.on);
        }
        BuiltScene.Pick pick = built.pick(camera, x, y, aspect);
        if (pick == null) {
            return null;
        }
        Transform toFace = turned(pick.normalX(), pick.normalY(), pick.normalZ())
                .after(turned(up[0], up[1], up[2]).inverse());
        Transform seated = toFace.after(turned);
        double[] base = base(placement.model().bounds(), seated);
        Transform there = Transform.translation(pick.x() - base[0], pick.y() - base[1], pick.z() - base[2]);
        return new Rest(
                there.after(seated),
                pick.placement() == null ? "" : pick.placement().name());
    }

    /**
     * A placed object a step further along the ground: where it comes to rest there, on something up to {@value #STEP_UP} m higher or on
     * whatever is below.
     *
     * @param built the scene without it
     * @param dx metres along +X
     * @param dz metres along +Z
     */
    public static @Nullable Rest stepped(BuiltScene built, Placement placement, double dx, double dz) {
        double[] base = base(placement);
        double x = base[0] + dx;
        double z = base[2] + dz;
        Camera above = new Camera(x, base[1] + STEP_UP, z, x, base[1] - 1, z, 0.1);
        return moved(built, above, 0.5, 0.5, 1, placement);
    }

    /** The same object larger or smaller about the middle of its base, which stays where it is. */
    public static Transform sized(Placement placement, double factor) {
        double[] base = base(placement);
        return Transform.translation(base[0], base[1], base[2])
                .after(Transform.scale(factor))
                .after(Transform.translation(-base[0], -base[1], -base[2]))
                .after(placement.toWorld());
    }

    /** Where the middle of a placed object's base is in the world: what follows the pointer when it is moved. */
    public static double[] base(Placement placement) {
        return base(placement.model().bounds(), placement.toWorld());
    }

    private static double[] base(Bounds model, Transform t) {
        double x = model.centreX();
        double y = model.minY();
        double z = model.centreZ();
        return new double[] {t.pointX(x, y, z), t.pointY(x, y, z), t.pointZ(x, y, z)};
    }

    private static double[] up(Transform t) {
        double l = Math.sqrt(t.xy() * t.xy() + t.yy() * t.yy() + t.zy() * t.zy());
        return l > 0 ? new double[] {t.xy() / l, t.yy() / l, t.zy() / l} : new double[] {0, 1, 0};
    }

    /**
     * The same object once more beside itself: along whichever of its own sides lies level, as far as it is wide there, so
     * that the two never overlap however it is turned.
     */
    public static Transform beside(Placement placement) {
        Transform t = placement.toWorld();
        Bounds box = placement.model().bounds();
        double[][] sides = {
            {t.xx() * box.sizeX(), t.yx() * box.sizeX(), t.zx() * box.sizeX()},
            {t.xz() * box.sizeZ(), t.yz() * box.sizeZ(), t.zz() * box.sizeZ()},
            {t.xy() * box.sizeY(), t.yy() * box.sizeY(), t.zy() * box.sizeY()}
        };
        double[] best = sides[0];
        for (double[] side : sides) {
            double l = length(side);
            boolean level = l > 0 && Math.abs(side[1]) / l < LEVEL_SIDE;
            boolean bestLevel = length(best) > 0 && Math.abs(best[1]) / length(best) < LEVEL_SIDE;
            if (level && (!bestLevel || l < length(best) * 0.999)) {
                best = side;
            }
        }
        return Transform.translation(best[0] * GAP, best[1] * GAP, best[2] * GAP)
                .after(t);
    }

    private static double length(double[] v) {
        return Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
    }

    /** The shortest turn that brings +Y to a unit direction. */
    private static Transform turned(double x, double y, double z) {
        double across = Math.sqrt(x * x + z * z);
        if (across < 1e-9) {
            return y > 0 ? Transform.IDENTITY : Transform.rotation(1, 0, 0, Math.PI);
        }
        return Transform.rotation(z / across, 0, -x / across, Math.atan2(across, y));
    }

    /**
     * The lowest height at which nothing reaches into the model from below: surfaces under its footprint that are lower
     * than its top carry it instead, a tray's rim, a second plank, the bench it would otherwise stand in. Looked for on a
     * grid of rays from its top down, again from each new height.
     */
    private static double highestUnder(
            BuiltScene built, double px, double pz, double height, Bounds model, double turn) {
        double c = Math.cos(Math.toRadians(turn));
        double s = Math.sin(Math.toRadians(turn));
        double resting = height;
        for (int attempt = 0; attempt < MOST_RAISES; attempt++) {
            double highest = resting;
            for (int i = 0; i < GRID; i++) {
                for (int k = 0; k < GRID; k++) {
                    double lx = (i / (GRID - 1.0) - 0.5) * model.sizeX() * FOOTPRINT;
                    double lz = (k / (GRID - 1.0) - 0.5) * model.sizeZ() * FOOTPRINT;
                    double wx = px + lx * c + lz * s;
                    double wz = pz - lx * s + lz * c;
                    BuiltScene.Pick pick = built.hit(wx, resting + model.sizeY() * 0.98, wz, 0, -1, 0);
                    if (pick != null && pick.normalY() >= LEVEL) {
                        highest = Math.max(highest, pick.y());
                    }
                }
            }
            if (highest <= resting) {
                break;
            }
            resting = highest;
        }
        return resting;
    }

    /** The transform that stands a model's base centre on a point. */
    public static Transform stand(Bounds model, double x, double y, double z, double turn) {
        return Transform.translation(x, y, z)
                .after(Transform.rotation(0, 1, 0, Math.toRadians(turn)))
                .after(Transform.translation(-model.centreX(), -model.minY(), -model.centreZ()));
    }
}
