package yondershelf.content;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What a file holds of a scene beside its meshes. Lights and cameras look along -Z of their own space (glTF 2.0, 3.10;
 * KHR_lights_punctual).
 *
 * @param scenes how many scenes the file has, of which one is shown
 * @param animations how many it has, of which none is played
 */
public record Staging(List<Light> lights, List<Viewpoint> viewpoints, int scenes, int animations) {
    public static final Staging NONE = new Staging(List.of(), List.of(), 1, 0);

    /** Where a light's rays come from. */
    public enum Shape {
        DIRECTIONAL,
        POINT,
        SPOT,
        AREA,
        SURROUNDINGS
    }

    /**
     * A light.
     *
     * @param red of its colour, linear, as green and blue
     * @param toModel from its own space to the model's
     */
    public record Light(
            String name, Shape shape, double red, double green, double blue, Emission emission, Transform toModel) {}

    /**
     * How much a light gives, and where to. Files measure in units of their own: lights of one file can be compared, those of two
     * cannot.
     *
     * @param strength of a directional light the illuminance of what faces it; of surroundings their radiance; of the others the
     *     intensity along the axis
     * @param inner radians from the axis up to which nothing is lost
     * @param outer radians from the axis from which on there is nothing
     * @param radius of what shines, in metres; of a directional light half the angle it is seen under, in radians
     * @param picture of the surroundings, equirectangular; null when they are even, and for other lights
     */
    public record Emission(
            double strength,
            double inner,
            double outer,
            double radius,
            @Nullable ImageSource picture) {
        /** Something small that shines to all sides. */
        public static Emission of(double strength) {
            return new Emission(strength, Math.PI, Math.PI, 0, null);
        }
    }

    /**
     * A camera.
     *
     * @param fieldOfView upright, radians; 0 for one that does not foreshorten
     * @param toModel from its own space to the model's
     */
    public record Viewpoint(String name, double fieldOfView, Transform toModel) {}

    public Staging {
        lights = List.copyOf(lights);
        viewpoints = List.copyOf(viewpoints);
    }

    public boolean isNone() {
        return lights.isEmpty() && viewpoints.isEmpty() && scenes < 2 && animations == 0;
    }

    /** The same in another space. */
    public Staging after(Transform change) {
        List<Light> moved = new ArrayList<>();
        lights.forEach(l ->
                moved.add(new Light(l.name, l.shape, l.red, l.green, l.blue, l.emission, change.after(l.toModel))));
        List<Viewpoint> seen = new ArrayList<>();
        viewpoints.forEach(v -> seen.add(new Viewpoint(v.name, v.fieldOfView, change.after(v.toModel))));
        return new Staging(moved, seen, scenes, animations);
    }
}
