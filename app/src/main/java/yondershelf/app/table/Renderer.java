package yondershelf.app.table;

import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.render.Camera;
import yondershelf.render.Draft;
import yondershelf.render.Film;
import yondershelf.render.PathTracer;
import yondershelf.render.Reconstruction;
import yondershelf.table.BuiltScene;
import yondershelf.table.Scene;
import yondershelf.table.SceneBuilder;
import yondershelf.words.Phrase;
import yondershelf.work.Parallel;
import yondershelf.work.ProgramLog;

/**
 * Draws the table on a thread of its own: a draft at once, at a size that keeps the view moving, then, when nothing changes
 * any more, light traced at growing size and number of samples. A newer request stops the work on an older one.
 */
final class Renderer implements AutoCloseable {
    /** A moving picture should take no longer than this, in nanoseconds. */
    private static final long MOVING_NANOS = 70_000_000;

    private static final long REST_NANOS = 160_000_000;
    /** The first picture is of an empty table, while the shelf fills: that comes first. */
    private static final long START_NANOS = 2_500_000_000L;

    private static final int FINE_SAMPLES = 64;

    /** What is to be seen. */
    record Request(Scene scene, Camera camera, int width, int height) {}

    /** A picture that was drawn: opaque pixels, and the scene as it was built for it. */
    record Frame(int width, int height, int[] pixels, BuiltScene built, Camera camera, boolean draft, int samples) {}

    private final SceneBuilder builder;
    private final Consumer<Frame> show;
    private final Consumer<Problem> trouble;
    private final Thread thread = new Thread(this::loop, "table");
    private final AtomicInteger version = new AtomicInteger();
    private final Object lock = new Object();
    private @Nullable Request wanted;
    private boolean closed;
    private boolean starting = true;
    private double scale = 0.5;
    private @Nullable Scene builtFrom;
    private @Nullable BuiltScene built;

    /**
     * @param show gets each picture, on the renderer's thread
     * @param trouble told there when a scene could not be drawn
     */
    Renderer(SceneBuilder builder, Consumer<Frame> show, Consumer<Problem> trouble) {
        this.builder = builder;
        this.show = show;
        this.trouble = trouble;
        thread.setDaemon(true);
        thread.start();
    }

    void request(Request request) {
        synchronized (lock) {
            wanted = request;
            version.incrementAndGet();
            lock.notifyAll();
        }
    }

    private void loop() {
        int drawn = -1;
        while (true) {
            Request request;
            int number;
            synchronized (lock) {
                while (!closed && (wanted == null || version.get() == drawn)) {
                    try {
                        lock.wait();
                    } catch (InterruptedException e) {
                        return;
                    }
                }
                if (closed || wanted == null) {
                    return;
                }
                request = wanted;
                number = version.get();
            }
            drawn = number;
            try {
                draw(request, number);
            } catch (RuntimeException | Error e) {
                // what one scene does to the renderer costs that picture; the next is drawn like any other
                ProgramLog.note(Phrase.of("table.drawing-the-table"), e);
                trouble.accept(Problem.of(
                        request.scene.name(),
                        Phrase.of("table.it-could-not-be-drawn", e.getClass().getSimpleName())));
                forget();
            }
        }
    }

    private void draw(Request request, int number) {
        BuiltScene scene = build(request.scene);
        draft(request, scene);
        boolean empty = request.scene.placements().isEmpty();
        long until = System.nanoTime() + (starting && empty ? START_NANOS : REST_NANOS);
        while (System.nanoTime() < until) {
            if (version.get() != number || !pause()) {
                return;
            }
        }
        starting = false;
        refine(request, scene, number, 4, 2);
        if (version.get() == number) {
            refine(request, scene, number, 1, FINE_SAMPLES);
        }
    }

    private void forget() {
        built = null;
        builtFrom = null;
    }

    private static boolean pause() {
        try {
            Thread.sleep(8);
            return true;
        } catch (InterruptedException e) {
            return false;
        }
    }

    private BuiltScene build(Scene scene) {
        BuiltScene known = built;
        if (known == null || builtFrom != scene) {
            known = builder.build(scene);
            built = known;
            builtFrom = scene;
        }
        return known;
    }

    private void draft(Request request, BuiltScene scene) {
        int w = Math.max(16, (int) (request.width * scale));
        int h = Math.max(16, (int) (request.height * scale));
        int[] pixels = new int[w * h];
        long start = System.nanoTime();
        Draft.render(scene.render(), request.camera, w, h, pixels, true, Parallel.threads(), () -> false);
        long took = System.nanoTime() - start;
        scale = Math.max(0.2, Math.min(1, scale * Math.sqrt(MOVING_NANOS / (double) Math.max(took, 1_000_000))));
        show.accept(new Frame(w, h, pixels, scene, request.camera, true, 0));
    }

    private void refine(Request request, BuiltScene scene, int number, int shrink, int samples) {
        Film film = new Film(Math.max(8, request.width / shrink), Math.max(8, request.height / shrink));
        int step = shrink == 1 ? 2 : samples;
        while (film.samples() < samples) {
            boolean whole = PathTracer.render(
                    scene.render(),
                    request.camera,
                    film,
                    step,
                    PathTracer.Quality.TABLE,
                    Parallel.threads(),
                    () -> version.get() != number);
            if (!whole) {
                return;
            }
            step = Math.min(step * 2, 16);
            show.accept(new Frame(
                    film.width(),
                    film.height(),
                    argb(film.developed(Reconstruction.FILTERED)),
                    scene,
                    request.camera,
                    false,
                    film.samples()));
        }
    }

    private static int[] argb(Picture p) {
        byte[] in = p.bytes();
        int[] out = new int[p.width() * p.height()];
        for (int i = 0; i < out.length; i++) {
            out[i] = 0xff000000 | (in[i * 4] & 0xff) << 16 | (in[i * 4 + 1] & 0xff) << 8 | in[i * 4 + 2] & 0xff;
        }
        return out;
    }

    @Override
    public void close() {
        synchronized (lock) {
            closed = true;
            version.incrementAndGet();
            lock.notifyAll();
        }
    }
}
