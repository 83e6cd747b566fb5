package yondershelf.format.wavefront;

import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.format.model.Ints;

/** The faces of one object in one material as a Wavefront file has them: corners of up to three numbers. */
final class WavefrontFaces {
    final String object;
    final String material;

    final WavefrontCorners corners = new WavefrontCorners();

    /** How many corners each face has. */
    final Ints counts = new Ints();

    /** Positions of points, and two each of lines. */
    final Ints points = new Ints();

    final Ints lines = new Ints();
    int triangles;

    /** True until a face is to be smooth, or nothing is said of it. */
    private boolean flat = true;

    /** True when some face is as what was said before decides. */
    private boolean asBefore;

    WavefrontFaces(String object, String material) {
        this.object = object;
        this.material = material;
    }

    /** True when no face has more than three corners. */
    boolean isTriangles() {
        return triangles * 3 == corners.size() && triangles == counts.size();
    }

    boolean isFlat() {
        return flat;
    }

    /** @param said whether the latest face is to be flat, null when that was said before these faces */
    void shade(@Nullable Boolean said) {
        asBefore |= said == null;
        flat &= said == null || said;
    }

    /** Makes room for others that are about to be added. */
    void reserve(List<WavefrontFaces> others) {
        corners.reserve(others.stream().mapToInt(f -> f.corners.size()).sum());
        counts.reserve(others.stream().mapToInt(f -> f.counts.size()).sum());
    }

    /** @param before whether faces of which it was said before are flat */
    void addAll(WavefrontFaces more, boolean before) {
        corners.addAll(more.corners);
        counts.addAll(more.counts);
        points.addAll(more.points);
        lines.addAll(more.lines);
        triangles += more.triangles;
        flat &= more.flat && (before || !more.asBefore);
    }
}
