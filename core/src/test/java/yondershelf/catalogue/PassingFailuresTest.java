package yondershelf.catalogue;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.spy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.format.worker.Limits;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.render.Booth;
import yondershelf.work.Work;

/** Only verdicts on bytes are kept; what failed for want of time or memory is tried again. */
@SuppressWarnings("NullAway.Init")
class PassingFailuresTest {
    private static final int EDGE = 64;

    @TempDir
    Path folder;

    private final AtomicBoolean busy = new AtomicBoolean(true);
    private final AtomicInteger models = new AtomicInteger();
    private Catalogue catalogue;
    private Library library;
    private Path root;

    @BeforeEach
    void open() throws Exception {
        root = Files.createDirectories(folder.resolve("props"));
        Files.writeString(
                root.resolve("plate.obj"),
                "mtllib plate.mtl\nusemtl m\nv 0 0 0\nv 1 0 0\nv 1 1 0\nvt 0 0\nvt 1 0\nvt 1 1\nf 1/1 2/2 3/3\n");
        Files.writeString(root.resolve("plate.mtl"), "newmtl m\nmap_Kd plate.png\n");
        Files.write(root.resolve("plate.png"), Formats.png(Picture.ofBytes(2, 2, 1, new byte[] {1, 2, 3, 4})));
        Files.writeString(root.resolve("broken.glb"), "glTF and nothing else", StandardCharsets.UTF_8);
        Formats formats = spy(new Formats());
        doAnswer(call -> {
                    models.incrementAndGet();
                    return fails(call.getArgument(0, Path.class), "model", call::callRealMethod);
                })
                .when(formats)
                .readModel(any(), any());
        doAnswer(call -> fails(call.getArgument(0, ImageSource.class).shownName(), "picture", call::callRealMethod))
                .when(formats)
                .readColours(any());
        catalogue = Catalogue.open(Home.open(folder.resolve("home")), formats);
        library = catalogue.add(root, "");
        catalogue.scanning().scan(library, Work.SILENT);
    }

    @AfterEach
    void close() {
        catalogue.close();
    }

    private String failing = "model";

    private interface Real {
        Object read() throws Throwable;
    }

    private Object fails(Object file, String what, Real real) throws Throwable {
        if (busy.get() && what.equals(failing) && file.toString().contains("plate")) {
            throw Problem.of(file, "it took longer than allowed").ofTheMoment().raise();
        }
        return real.read();
    }

    private Asset asset(String file) {
        return library.assets().stream()
                .filter(a -> a.path().equals(file))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void whatFailedForTheMomentIsTriedAgain() throws Exception {
        Asset plate = asset("plate.obj");
        assertFalse(catalogue.contents().facts().of(plate).readable());
        assertFalse(catalogue.contents().facts().of(plate).readable());
        assertEquals(1, models.get(), "not at each glance");
        assertTrue(catalogue.contents().facts().known(plate).isEmpty(), "it is no verdict");
        assertThrows(
                ProblemException.class,
                () -> catalogue.contents().previews().take(plate, EDGE, Booth.FINAL_SAMPLES, () -> false));
        busy.set(false);
        // as somebody asks for who looks again
        catalogue.contents().forgetFailures();
        catalogue.scanning().scan(library, Work.SILENT);
        assertTrue(catalogue.contents().facts().of(plate).readable());
        assertNotNull(catalogue.contents().previews().take(plate, EDGE, Booth.FINAL_SAMPLES, () -> false));
    }

    @Test
    void otherLimitsAreTriedAtOnce() throws Exception {
        Asset plate = asset("plate.obj");
        assertFalse(catalogue.contents().facts().of(plate).readable());
        busy.set(false);
        assertFalse(catalogue.contents().facts().of(plate).readable());
        // as another process sets it
        Home.open(folder.resolve("home")).setSetting("reader-megabytes", "9000");
        assertTrue(catalogue.contents().facts().of(plate).readable());
    }

    @Test
    void verdictsOnBytesAreKept() throws Exception {
        Asset broken = asset("broken.glb");
        assertFalse(catalogue.contents().facts().of(broken).readable());
        int before = models.get();
        catalogue.scanning().scan(library, Work.SILENT);
        assertFalse(catalogue.contents().facts().of(broken).readable());
        assertEquals(before, models.get());
    }

    @Test
    void aPictureThatLacksAMapForTheMomentIsNotKept() throws Exception {
        failing = "picture";
        Asset plate = asset("plate.obj");
        assertNotNull(catalogue.contents().previews().take(plate, EDGE, Booth.FINAL_SAMPLES, () -> false));
        assertEquals(null, catalogue.contents().previews().kept(plate, EDGE));
        busy.set(false);
        assertNotNull(catalogue.contents().previews().take(plate, EDGE, Booth.FINAL_SAMPLES, () -> false));
        assertNotNull(catalogue.contents().previews().kept(plate, EDGE));
    }

    /** A real file under a real limit: too little time, then enough, for the same reader. */
    @Tag("long")
    @Test
    void theReaderSaysWhatIsOfTheMoment() throws Exception {
        Path stl = folder.resolve("many.stl");
        StringBuilder text = new StringBuilder("solid s\n");
        for (int i = 0; i < 60_000; i++) {
            text.append("facet normal 0 0 1\nouter loop\nvertex 0 0 ")
                    .append(i)
                    .append("\nvertex 1 0 0\nvertex 0 1 0\n");
            text.append("endloop\nendfacet\n");
        }
        Files.writeString(stl, text.append("endsolid s\n"));
        Limits[] now = {new Limits(0.005, 512, 3000)};
        try (IsolatedReader reader = new IsolatedReader(() -> now[0], folder)) {
            ProblemException late = assertThrows(ProblemException.class, () -> reader.readModel(stl));
            assertTrue(late.problem().passing(), late.problem().sentence());
            now[0] = Limits.USUAL;
            assertEquals(60_000, reader.readModel(stl).triangleCount());
            Path bad = Files.writeString(folder.resolve("bad.fbx"), "no model at all");
            ProblemException broken = assertThrows(ProblemException.class, () -> reader.readModel(bad));
            assertFalse(broken.problem().passing(), broken.problem().sentence());
        }
    }
}
