package yondershelf.app.shelf;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.app.Toolkit;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.work.Jobs;
import yondershelf.work.Work;

/** Previews come in view order, drafts before finals, and are kept for the next time. */
@SuppressWarnings("NullAway.Init")
class PreviewLoaderTest {
    @TempDir
    Path folder;

    private final IsolatedReader reader = new IsolatedReader();
    private final Jobs jobs = new Jobs();
    private final List<String> arrived = new CopyOnWriteArrayList<>();
    private Catalogue catalogue;
    private Library library;

    @BeforeEach
    void open() throws Exception {
        Toolkit.start();
        catalogue = Catalogue.open(Home.open(folder.resolve("home")), reader);
        Path props = Files.createDirectory(folder.resolve("props"));
        for (String name : List.of("a", "b", "c", "d")) {
            Files.writeString(props.resolve(name + ".obj"), "v 0 0 0\nv 1 0 0\nv 0 1 0\nv 0 0 1\nf 1 2 3\nf 1 4 2\n");
        }
        Files.writeString(props.resolve("empty.obj"), "");
        library = catalogue.add(props, "");
        catalogue.scanning().scan(library, Work.SILENT);
    }

    @AfterEach
    void close() {
        jobs.close();
        reader.close();
    }

    private Asset asset(String name) {
        return catalogue.shelf().asset(library.assetId(name + ".obj")).orElseThrow();
    }

    private PreviewLoader loader() {
        return new PreviewLoader(
                catalogue.contents(),
                jobs,
                id -> arrived.add(catalogue.shelf().asset(id).orElseThrow().name()));
    }

    private void settle(PreviewLoader loader, int arrivals) throws Exception {
        for (int i = 0; i < 1200 && !(loader.isSettled() && arrived.size() >= arrivals); i++) {
            Thread.sleep(50);
        }
        assertTrue(loader.isSettled(), "settled");
    }

    @Test
    void whatIsInViewComesFirstAndRoughly() throws Exception {
        PreviewLoader loader = loader();
        assertNull(loader.get(asset("c")));
        loader.want(List.of(asset("c"), asset("a")), List.of(asset("a"), asset("b"), asset("c"), asset("d")));
        settle(loader, 6);
        assertEquals(List.of("C", "A", "C", "A", "B", "D"), arrived, "drafts in view, finals in view, then the rest");
        PreviewLoader.Shown shown = loader.get(asset("c"));
        assertNotNull(shown);
        assertTrue(shown.isFinal());
        assertEquals(PreviewLoader.SIZE, Objects.requireNonNull(shown.image()).getWidth());
    }

    /** A preview taken once is there at once the next time, from the library itself. */
    @Test
    void keptPreviewsNeedNoDraft() throws Exception {
        PreviewLoader first = loader();
        first.want(List.of(asset("a")), List.of());
        settle(first, 2);
        arrived.clear();
        PreviewLoader second = loader();
        second.want(List.of(asset("a")), List.of());
        settle(second, 1);
        assertEquals(List.of("A"), arrived);
        assertTrue(Files.isDirectory(library.own().resolve("previews")));
    }

    /** A file that cannot be read shows its reason in place of a picture, and the others go on. */
    @Test
    void failuresSayWhy() throws Exception {
        PreviewLoader loader = loader();
        loader.want(List.of(asset("empty"), asset("b")), List.of());
        settle(loader, 3);
        PreviewLoader.Shown shown = loader.get(asset("empty"));
        assertNotNull(shown);
        assertEquals("the file is empty", shown.failure());
        assertNull(shown.image());
        assertNotNull(loader.get(asset("b")));
    }

    /** Stopped by hand it stays stopped, until something else is looked at; then nothing that is wanted is lost. */
    @Test
    void whatWasStoppedIsNotBegunAgainByItself() throws Exception {
        PreviewLoader loader = loader();
        AtomicBoolean busy = new AtomicBoolean(true);
        loader.showInRowsOf(0);
        loader.yieldTo(busy::get);
        loader.want(List.of(asset("a"), asset("b")), List.of());
        yondershelf.work.Job<?> job = jobs.list().get(0);
        job.cancel();
        // the list lets go of what a job resulted in once all who waited for it know how it ended
        for (int i = 0; i < 6000 && jobs.list().get(0) == job; i++) {
            Thread.sleep(10);
        }
        busy.set(false);
        loader.want(List.of(asset("a"), asset("b")), List.of());
        loader.want(List.of(asset("b")), List.of());
        assertEquals(1, jobs.list().size(), "it was begun again");
        assertFalse(loader.isSettled());
        loader.want(List.of(asset("a"), asset("b"), asset("c")), List.of());
        settle(loader, 3);
        for (String name : List.of("a", "b", "c")) {
            assertTrue(Objects.requireNonNull(loader.get(asset(name))).isFinal(), name);
        }
    }

    /** Wishes that come while the last one is being fulfilled, over and over: each is. */
    @Test
    void noWishIsLost() throws Exception {
        PreviewLoader loader = loader();
        for (int round = 0; round < 40; round++) {
            String name = List.of("a", "b", "c", "d").get(round % 4);
            loader.want(List.of(asset(name)), List.of());
            if (round >= 4) {
                loader.forgetFailures();
            }
            for (int i = 0; i < 1200 && loader.get(asset(name)) == null; i++) {
                Thread.sleep(5);
            }
            assertNotNull(loader.get(asset(name)), name + " in round " + round);
        }
    }

    /** A changed file's preview is no longer its preview. */
    @Test
    void changedFilesAreTakenAgain() throws Exception {
        PreviewLoader loader = loader();
        loader.want(List.of(asset("a")), List.of());
        settle(loader, 2);
        Files.writeString(library.resolve("a.obj"), "v 0 0 0\nv 9 0 0\nv 0 1 0\nf 1 2 3\n");
        catalogue.scanning().scan(library, Work.SILENT);
        assertNull(loader.get(asset("a")));
        assertFalse(loader.isSettled() && arrived.size() > 2);
        loader.want(List.of(asset("a")), List.of());
        settle(loader, 4);
        assertNotNull(loader.get(asset("a")));
    }

    /** A reader with a defect of its own: the asset it meets fails once and for all, the others are taken. */
    @Test
    void aDefectInReadingIsNotTriedForEver() throws Exception {
        java.util.concurrent.atomic.AtomicInteger tries = new java.util.concurrent.atomic.AtomicInteger();
        yondershelf.format.reading.ContentReader odd =
                (yondershelf.format.reading.ContentReader) java.lang.reflect.Proxy.newProxyInstance(
                        getClass().getClassLoader(),
                        new Class<?>[] {yondershelf.format.reading.ContentReader.class},
                        (proxy, method, arguments) -> {
                            if (method.getName().equals("readModel")
                                    && arguments[0].toString().endsWith("a.obj")) {
                                tries.incrementAndGet();
                                throw new IllegalStateException("a defect");
                            }
                            try {
                                return method.invoke(reader, arguments);
                            } catch (java.lang.reflect.InvocationTargetException e) {
                                throw e.getCause();
                            }
                        });
        Catalogue other = Catalogue.open(Home.open(library.root().resolveSibling("other home")), odd);
        other.add(library.root(), "");
        other.scanning().scanAll(Work.SILENT);
        PreviewLoader loader = new PreviewLoader(
                other.contents(),
                jobs,
                id -> arrived.add(other.shelf().asset(id).orElseThrow().name()));
        loader.want(
                List.of(
                        other.shelf().asset(library.assetId("a.obj")).orElseThrow(),
                        other.shelf().asset(library.assetId("b.obj")).orElseThrow()),
                List.of());
        settle(loader, 3);
        PreviewLoader.Shown failed =
                loader.get(other.shelf().asset(library.assetId("a.obj")).orElseThrow());
        assertNotNull(failed);
        assertTrue(failed.failure() != null && failed.isFinal());
        assertNotNull(loader.get(other.shelf().asset(library.assetId("b.obj")).orElseThrow()));
        assertTrue(tries.get() <= 2, "tries: " + tries.get());
    }

    @Test
    void beyondTheFirstRowItWaitsForWhatGoesFirst() throws Exception {
        AtomicBoolean table = new AtomicBoolean(true);
        PreviewLoader loader = loader();
        loader.yieldTo(table::get);
        loader.showInRowsOf(2);
        loader.want(List.of(asset("a"), asset("b"), asset("c"), asset("d")), List.of());
        for (int i = 0; i < 1200 && arrived.size() < 2; i++) {
            Thread.sleep(50);
        }
        // several looks long
        Thread.sleep(300);
        assertNull(loader.get(asset("c")));
        assertNull(loader.get(asset("d")));
        table.set(false);
        settle(loader, 8);
        assertNotNull(loader.get(asset("d")));
    }

    @Test
    void imagesAreHeldAtTheSizeTheyAreShown() throws Exception {
        PreviewLoader loader = loader();
        loader.showAt(104);
        loader.want(List.of(asset("a"), asset("b")), List.of());
        settle(loader, 4);
        assertEquals(104, width(loader, "a"));
        loader.enlarge(asset("b"));
        loader.want(List.of(asset("a"), asset("b")), List.of());
        settle(loader, 5);
        assertEquals(104, width(loader, "a"));
        assertEquals(PreviewLoader.SIZE, width(loader, "b"));
        loader.showAt(200);
        loader.want(List.of(asset("a"), asset("b")), List.of());
        settle(loader, 6);
        assertEquals(200, width(loader, "a"));
    }

    private double width(PreviewLoader loader, String name) {
        PreviewLoader.Shown shown = loader.get(asset(name));
        assertNotNull(shown);
        assertNotNull(shown.image());
        return shown.image().getWidth();
    }
}
