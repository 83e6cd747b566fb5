package yondershelf.geometry;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import yondershelf.content.Bounds;
import yondershelf.content.Kind;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.Part;
import yondershelf.content.Picture;
import yondershelf.content.Transform;
import yondershelf.facts.Facts;
import yondershelf.facts.FactsMeter;
import yondershelf.format.Formats;
import yondershelf.render.Booth;
import yondershelf.render.Shaders;

/** What a model is a picture of when its pieces lie far apart, and sizes that are none. */
class MainBodyTest {
    private static final Material GREY = Material.plain("grey", 0.5, 0.5, 0.5, 0, 0.5);

    /** A ball of triangles of a radius, in rings. */
    private static Part ball(double x, double y, double z, double radius) {
        int rings = 12;
        float[] p = new float[(rings + 1) * (rings + 1) * 3];
        int[] faces = new int[rings * rings * 6];
        int v = 0;
        int f = 0;
        for (int i = 0; i <= rings; i++) {
            for (int k = 0; k <= rings; k++) {
                double t = Math.PI * i / rings;
                double a = 2 * Math.PI * k / rings;
                p[v++] = (float) (x + radius * Math.sin(t) * Math.cos(a));
                p[v++] = (float) (y + radius * Math.cos(t));
                p[v++] = (float) (z + radius * Math.sin(t) * Math.sin(a));
                if (i < rings && k < rings) {
                    int q = i * (rings + 1) + k;
                    for (int n : new int[] {q, q + 1, q + rings + 2, q, q + rings + 2, q + rings + 1}) {
                        faces[f++] = n;
                    }
                }
            }
        }
        return new Part(p, null, null, null, faces, 0);
    }

    private static Model model(Part... parts) {
        return Model.of("m", new Mesh("m", List.of(parts)), List.of(GREY));
    }

    private static double shown(Model model) {
        Booth booth = new Booth(new Shaders(new Formats()));
        Picture picture = java.util.Objects.requireNonNull(booth.preview(booth.stage(model), 64, 64, 2, () -> false));
        int covered = 0;
        for (int i = 3; i < picture.bytes().length; i += 4) {
            covered += (picture.bytes()[i] & 0xff) > 200 ? 1 : 0;
        }
        return covered / (64.0 * 64);
    }

    @Test
    void twoThingsFarApartShowTheLarger() {
        Model far = model(ball(0, 0, 0, 0.5), ball(500, 0, 3, 0.8));
        Bounds seen = MainBody.of(far);
        assertEquals(500, seen.centreX(), 0.01);
        assertEquals(1.6, seen.sizeX(), 0.01);
        assertTrue(shown(far) > 0.2, "share of the picture: " + shown(far));
        Facts facts = new FactsMeter(new Formats()).of(far, java.nio.file.Path.of("m"), 0);
        assertTrue(facts.readable());
        assertTrue(facts.reason().contains("apart"), facts.reason());
        assertTrue(facts.model().sizeMetres().get(0) > 500, "its size is told as it is");
    }

    /** Long, thin, hollow and scattered things are whole: nothing of them is left out of the picture. */
    @Test
    void whatCanBeSeenTogetherIsShownTogether() {
        List<Model> whole = new ArrayList<>();
        float[] pole = {0, 0, 0, 0.02f, 0, 0, 0.02f, 500, 0, 0, 500, 0};
        whole.add(model(new Part(pole, null, null, null, new int[] {0, 1, 2, 0, 2, 3}, 0)));
        float[] quad = {0, 0, 0, 5, 0, 0, 5, 0, 5, 0, 0, 5};
        whole.add(model(new Part(quad, null, null, null, new int[] {0, 2, 1, 0, 3, 2}, 0)));
        whole.add(model(ball(0, 0, 0, 1)));
        whole.add(model(ball(0, 0, 0, 1), ball(9, 0, 0, 1)));
        SplittableRandom random = new SplittableRandom(3);
        Part[] grass = new Part[60];
        for (int i = 0; i < grass.length; i++) {
            grass[i] = ball(random.nextDouble(50), 0, random.nextDouble(50), 0.1);
        }
        whole.add(model(grass));
        for (Model model : whole) {
            assertEquals(model.bounds().radius(), MainBody.of(model).radius(), 1e-3);
            assertEquals(
                    "",
                    new FactsMeter(new Formats())
                            .of(model, java.nio.file.Path.of("m"), 0)
                            .reason());
        }
    }

    @Test
    void sizesThatAreNoneAreNoFacts() {
        Part ball = ball(0, 0, 0, 1);
        Mesh mesh = new Mesh("m", List.of(ball));
        for (Transform broken : new Transform[] {
            Transform.scale(0),
            Transform.scale(Double.POSITIVE_INFINITY),
            Transform.scale(Double.NaN),
            Transform.scale(1e39)
        }) {
            Model model = new Model(
                    "m", List.of(mesh), List.of(new Node("n", broken, 0, List.of())), List.of(0), List.of(GREY));
            Facts facts = new FactsMeter(new Formats()).of(model, java.nio.file.Path.of("m"), 0);
            assertFalse(facts.readable(), broken.toString());
            assertEquals(Kind.MODEL, facts.kind());
            assertTrue(facts.reason().contains("size") || facts.reason().contains("one point"), facts.reason());
        }
    }
}
