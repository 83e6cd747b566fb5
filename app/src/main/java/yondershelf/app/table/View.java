package yondershelf.app.table;

import java.util.List;
import yondershelf.content.Bounds;
import yondershelf.render.Camera;

/** Where the table is looked at from: a point, a turn and rise in radians, a distance in metres. Immutable. */
record View(double x, double y, double z, double turn, double rise, double distance) {
    static final double FIELD_OF_VIEW = Math.toRadians(38);
    private static final double LOWEST = Math.toRadians(-2);
    private static final double HIGHEST = Math.toRadians(88);

    static final View START = new View(0, 0.35, 0, Math.toRadians(28), Math.toRadians(16), 3.6);

    Camera camera() {
        return Camera.around(x, y, z, turn, rise, distance, FIELD_OF_VIEW);
    }

    View orbit(double dTurn, double dRise) {
        return new View(x, y, z, turn + dTurn, Math.max(LOWEST, Math.min(HIGHEST, rise + dRise)), distance);
    }

    View zoom(double factor) {
        return new View(x, y, z, turn, rise, Math.max(0.05, Math.min(500, distance * factor)));
    }

    /** Moves the point looked at across the picture: shares of the picture's height. */
    View pan(double right, double up) {
        double span = 2 * Math.tan(FIELD_OF_VIEW / 2) * distance;
        double cx = Math.cos(turn);
        double sx = Math.sin(turn);
        double forward = Math.sin(rise);
        return new View(
                x + right * span * cx - up * span * sx * forward,
                Math.max(-1, y + up * span * Math.cos(rise)),
                z - right * span * sx - up * span * cx * forward,
                turn,
                rise,
                distance);
    }

    /** The same direction, near enough to hold all boxes; back to the start when there are none. */
    View frame(List<Bounds> boxes, double aspect) {
        if (boxes.isEmpty()) {
            return new View(START.x, START.y, START.z, turn, rise, START.distance);
        }
        Camera c = Camera.framing(boxes, turn, rise, FIELD_OF_VIEW, aspect, 0.1);
        return new View(c.targetX(), c.targetY(), c.targetZ(), turn, rise, c.distance());
    }
}
