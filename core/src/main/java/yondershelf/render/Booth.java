package yondershelf.render;

import java.util.ArrayList;
import java.util.List;
import java.util.function.BooleanSupplier;
import yondershelf.content.Bounds;
import yondershelf.content.Environment;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.Staging;
import yondershelf.content.Transform;
import yondershelf.geometry.MainBody;
import yondershelf.geometry.MeshBvh;
import yondershelf.work.Parallel;

/** The fixed stage in which previews are taken. A change to how they look raises {@link #VERSION}. */
public final class Booth {
    /** Part of every preview's key. */
    public static final int VERSION = 12;

    /** Degrees: three-quarter view from slightly above. */
    private static final double TURN = Math.toRadians(32);

    private static final double RISE = Math.toRadians(20);
    private static final double FIELD_OF_VIEW = Math.toRadians(28);
    private static final double MARGIN = 0.07;

    /** Stored value of the backdrop, the same for red, green and blue. */
    private static final int BACKDROP = 66;

    /** Stops: a white thing just reaches white where it faces the large light, and what shines on it still stands out. */
    private static final double EXPOSURE = -0.6;

    private final Shaders shaders;
    private final EnvironmentLight light = EnvironmentLight.of(BoothLight.environment(), EXPOSURE, 0);

    /** So few samples or fewer ask for a draft. */
    public static final int DRAFT_SAMPLES = 2;

    /** How many samples a final preview usually gets. */
    public static final int FINAL_SAMPLES = 16;

    private final int finalSamples;

    public Booth(Shaders shaders) {
        this(shaders, FINAL_SAMPLES);
    }

    /** @param finalSamples how many samples a final preview gets in this booth */
    public Booth(Shaders shaders, int finalSamples) {
        this.shaders = shaders;
        this.finalSamples = finalSamples;
    }

    /** How many samples a final preview gets. */
    public int finalSamples() {
        return finalSamples;
    }

    /** How many pictures could not be loaded so far for reasons of the moment, as {@link Shaders#passingFailures}. */
    public long passingFailures() {
        return shaders.passingFailures();
    }

    /** A subject on the stage, ready to be turned and looked at. */
    public static final class Stage {
        final RenderScene scene;
        private final double[] extent;

        Stage(RenderScene scene, double[] extent) {
            this.scene = scene;
            this.extent = extent;
        }

        /** The scene, for measurements. */
        public RenderScene scene() {
            return scene;
        }

        /** What of it cannot be shown, each once: a map that is missing, say. */
        public List<Problem> problems() {
            return scene.items().stream()
                    .flatMap(item -> item.shaders().stream())
                    .flatMap(shader -> shader.problems().stream())
                    .distinct()
                    .toList();
        }

        /** The usual view, turned further by radians about the upright axis and raised. */
        public Camera camera(double turn, double rise, double aspect) {
            double up = Math.max(-1.2, Math.min(1.4, RISE + rise));
            return Camera.framing(extent, TURN + turn, up, FIELD_OF_VIEW, aspect, MARGIN);
        }
    }

    /** A model on the stage, its base on the ground. */
    public Stage stage(Model model) {
        return stage(model, Staging.NONE);
    }

    /** The same with signs where its lights and cameras stand, which do not count for the framing. */
    public Stage marked(Model model) {
        return stage(model, model.staging());
    }

    private Stage stage(Model model, Staging signs) {
        ReadyModel ready = ReadyModel.of(model, shaders);
        List<RenderScene.Item> items = new ArrayList<>();
        for (Model.Placed placed : model.placed()) {
            List<Shader> worn = model.meshes().get(placed.mesh()).parts().stream()
                    .map(ready::shader)
                    .toList();
            items.add(new RenderScene.Item(ready.meshes().get(placed.mesh()), placed.toModel(), worn));
        }
        Bounds body = MainBody.of(model);
        return stage(items, body, Markers.of(signs, body.radius(), shaders));
    }

    /** The swatch form wearing a material. */
    public Stage stage(Material material) {
        Shader shader = shaders.shader(material);
        Shader plinth = shaders.shader(Material.plain("plinth", 0.18, 0.18, 0.18, 0, 0.7));
        Mesh mesh = SwatchForm.mesh();
        RenderScene.Item item =
                new RenderScene.Item(MeshBvh.of(mesh), Transform.IDENTITY, List.of(shader, shader, plinth));
        return stage(List.of(item), mesh.bounds(), List.of());
    }

    private Stage stage(List<RenderScene.Item> items, Bounds bounds, List<RenderScene.Item> signs) {
        Bounds box = bounds.isEmpty() ? new Bounds(-0.5, 0, -0.5, 0.5, 1, 0.5) : bounds;
        // to a common size around the origin, so that the light and the fading ground suit any subject
        double scale = 1 / Math.max(box.radius(), 1e-9);
        Transform toStage =
                Transform.scale(scale).after(Transform.translation(-box.centreX(), -box.minY(), -box.centreZ()));
        List<RenderScene.Item> placed = new ArrayList<>();
        for (RenderScene.Item item : items) {
            placed.add(new RenderScene.Item(item.mesh(), toStage.after(item.toWorld()), item.shaders()));
        }
        RenderScene.Ground ground = new RenderScene.Ground(0, true, 0.4, 6);
        // what lies outside, pieces left far away, is not what the picture is of
        double[] extent = Extent.of(placed, box.transformed(toStage));
        for (RenderScene.Item item : signs) {
            placed.add(new RenderScene.Item(item.mesh(), toStage.after(item.toWorld()), item.shaders()));
        }
        return new Stage(
                RenderScene.of(placed, light, ground, 1 / scale),
                extent.length == 0 ? new double[] {0, 0, 0, 0, 1, 0} : extent);
    }

    /**
     * Takes a preview: sRGB with a transparent background and a contact shadow.
     *
     * @param samples {@link #DRAFT_SAMPLES}, {@link #finalSamples} or any other number
     * @return null when cancelled
     */
    public @org.jspecify.annotations.Nullable Picture preview(
            Stage stage, int width, int height, int samples, BooleanSupplier cancelled) {
        Camera camera = stage.camera(0, 0, width / (double) height);
        return samples <= DRAFT_SAMPLES
                ? draft(stage, camera, width, height, cancelled)
                : view(stage, camera, width, height, samples, cancelled);
    }

    /** Calm, without noise or shadow: the quick picture of a moving view, four rays a pixel. */
    private static @org.jspecify.annotations.Nullable Picture draft(
            Stage stage, Camera camera, int width, int height, BooleanSupplier cancelled) {
        int w = width * 2;
        int h = height * 2;
        int[] pixels = new int[w * h];
        if (!Draft.render(stage.scene, camera, w, h, pixels, false, Parallel.threads(), cancelled)) {
            return null;
        }
        byte[] bytes = new byte[pixels.length * 4];
        for (int i = 0; i < pixels.length; i++) {
            bytes[i * 4] = (byte) (pixels[i] >> 16);
            bytes[i * 4 + 1] = (byte) (pixels[i] >> 8);
            bytes[i * 4 + 2] = (byte) pixels[i];
            bytes[i * 4 + 3] = (byte) (pixels[i] >>> 24);
        }
        return Reduction.of(Picture.ofBytes(w, h, 4, bytes), width, height);
    }

    /** The same from another camera. */
    public @org.jspecify.annotations.Nullable Picture view(
            Stage stage, Camera camera, int width, int height, int samples, BooleanSupplier cancelled) {
        Film film = new Film(width, height);
        boolean whole = PathTracer.render(
                stage.scene, camera, film, samples, PathTracer.Quality.PREVIEW, Parallel.threads(), cancelled);
        return whole ? fadedAtTheEdge(film.developed(Reconstruction.FILTERED)) : null;
    }

    /** The subject keeps clear of the edge, so what reaches it is shadow: that fades out instead of being cut off. */
    private static Picture fadedAtTheEdge(Picture picture) {
        int w = picture.width();
        int h = picture.height();
        double band = MARGIN * 0.9 * Math.min(w, h);
        byte[] bytes = picture.bytes().clone();
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                double off = Math.min(Math.min(x, w - 1 - x), Math.min(y, h - 1 - y)) / band;
                if (off < 1) {
                    int i = (y * w + x) * 4 + 3;
                    bytes[i] = (byte) Math.round((bytes[i] & 0xff) * off * off * (3 - 2 * off));
                }
            }
        }
        return Picture.ofBytes(w, h, 4, bytes);
    }

    /** A loose texture: made small, centred, transparent around. */
    public Picture preview(Picture texture, int size) {
        return Thumbnail.of(texture, size);
    }

    /** A preview laid on the booth's own backdrop, an exactly neutral grey of about L* 28. */
    public Picture onBackdrop(Picture preview) {
        byte[] in = preview.bytes();
        byte[] out = new byte[preview.width() * preview.height() * 3];
        for (int i = 0; i < out.length / 3; i++) {
            int a = in[i * 4 + 3] & 0xff;
            for (int c = 0; c < 3; c++) {
                out[i * 3 + c] = (byte) (((in[i * 4 + c] & 0xff) * a + BACKDROP * (255 - a) + 127) / 255);
            }
        }
        return Picture.ofBytes(preview.width(), preview.height(), 3, out);
    }

    /** An environment as a picture: tone-mapped, and what a mirror ball and a matt ball under it look like. */
    public Picture preview(Environment environment, int width, int height) {
        return EnvironmentPreview.of(environment, width, height);
    }
}
