package yondershelf.catalogue;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.format.Formats;
import yondershelf.library.Library;
import yondershelf.library.Looked;
import yondershelf.work.Work;

/** Previews kept in two places, and looks through several libraries. */
class PreviewStoreTest {
    private static final String KEY = "abcdef0123";

    @TempDir
    Path folder;

    private Library library;
    private PreviewStore store;

    @BeforeEach
    void open() throws Exception {
        library = Library.open(Files.createDirectories(folder.resolve("shelf")), "", "desk");
        store = new PreviewStore(folder.resolve("cache"));
    }

    private static Picture picture(int width, int height) {
        byte[] pixels = new byte[width * height];
        pixels[0] = 77;
        return Picture.ofBytes(width, height, 1, pixels);
    }

    private Path inCache() {
        return folder.resolve("cache/previews/ab").resolve(KEY + ".png");
    }

    private Path inLibrary() {
        return PreviewStore.inLibrary(library).resolve("ab").resolve(KEY + ".png");
    }

    @Test
    void theyComeBackFromEitherPlace() throws Exception {
        assertNull(store.load(library, KEY));
        store.save(library, KEY, picture(8, 4));
        assertTrue(Files.exists(inCache()) && Files.exists(inLibrary()));
        Files.delete(inCache());
        Picture back = Objects.requireNonNull(store.load(library, KEY));
        assertEquals(8, back.width());
        assertEquals(77 / 255.0, back.value(0, 0, 0), 1e-6);
        assertTrue(Files.exists(inCache()), "quicker the next time");
        Files.delete(inLibrary());
        assertNotNull(store.load(library, KEY));
        assertNotNull(store.load(null, KEY), "while the drive is away");
        assertFalse(Files.exists(inLibrary()));
    }

    /** What lies in a library is anybody's: larger than any preview it is none. */
    @Test
    void whatIsTooLargeIsNoPreview() throws Exception {
        Files.createDirectories(inLibrary().getParent());
        for (int[] size : new int[][] {{2049, 1}, {1, 2049}}) {
            Files.write(inLibrary(), Formats.png(picture(size[0], size[1])));
            assertNull(store.load(library, KEY));
            assertFalse(Files.exists(inCache()));
        }
        Files.write(inLibrary(), Formats.png(picture(2048, 2048)));
        assertEquals(2048, Objects.requireNonNull(store.load(library, KEY)).height());
    }

    @Test
    void nothingIsWrittenThroughALink() throws Exception {
        Path elsewhere = Files.createDirectories(folder.resolve("elsewhere"));
        Files.createDirectories(PreviewStore.inLibrary(library));
        Files.createSymbolicLink(PreviewStore.inLibrary(library).resolve("ab"), elsewhere);
        store.save(library, KEY, picture(8, 4));
        assertTrue(Files.exists(inCache()));
        try (var list = Files.list(elsewhere)) {
            assertEquals(0, list.count());
        }
    }

    private static final class Telling implements Work {
        private final List<String> steps = new ArrayList<>();
        private final List<Problem> problems = new ArrayList<>();

        @Override
        public void progress(long done, long total, String what) {
            if (what.startsWith("shelf")) {
                steps.add(done + "/" + total + " " + what);
            }
        }

        @Override
        public boolean isCancelled() {
            return false;
        }

        @Override
        public void problem(Problem problem) {
            problems.add(problem);
        }
    }

    /** One that fails is told and costs itself only. */
    @Test
    void allLibrariesAreLookedThrough() throws Exception {
        Path second = Files.createDirectories(folder.resolve("shelf 2"));
        Files.write(second.resolve("sign.png"), Formats.png(picture(5, 4)));
        Files.write(library.root().resolve("oak.png"), Formats.png(picture(4, 4)));
        try (Catalogue catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats())) {
            Library one = catalogue.add(library.root(), "shelf");
            Library two = catalogue.add(second, "shelf 2");
            Telling work = new Telling();
            AtomicInteger came = new AtomicInteger();
            Map<Library, Looked> looked = catalogue.scanning().scanAll(work, came::incrementAndGet);
            assertEquals(Set.of(one, two), looked.keySet());
            assertEquals(1, Objects.requireNonNull(looked.get(two)).arrived());
            assertEquals(
                    List.of("0/2 shelf", "1/2 shelf 2"),
                    work.steps.stream()
                            .distinct()
                            .filter(s -> s.matches("\\d/2 .*"))
                            .toList());
            assertEquals(List.of(), work.problems);
            assertFalse(catalogue.scanning().catchUp(Work.SILENT), "nobody said anything");
            assertFalse(catalogue.scanning().follow());
            assertTrue(
                    catalogue.scanning().scanAll(Work.SILENT).values().stream().allMatch(Looked::isUnchanged));
            // what moved from one library to the other is the same asset there
            String id = two.assetId("sign.png");
            catalogue.libraries();
            two.labels().edit(List.of(yondershelf.library.Edit.set(id, yondershelf.library.Edit.Field.NOTE, "kept")));
            Files.move(second.resolve("sign.png"), library.root().resolve("sign.png"));
            catalogue.scanning().scanAll(Work.SILENT);
            assertEquals(id, one.assetId("sign.png"));
            assertEquals("kept", one.labels().of(id).note());
            // others spoke of it
            Library other = Library.open(library.root(), "", "laptop");
            other.labels().edit(List.of(yondershelf.library.Edit.set(id, yondershelf.library.Edit.Field.NOTE, "new")));
            assertTrue(catalogue.scanning().catchUp(Work.SILENT));
            assertFalse(catalogue.scanning().catchUp(Work.SILENT));
        }
    }

    @Test
    void thisComputerTellsFoldersApart() throws Exception {
        Path a = Files.createDirectories(folder.resolve("a"));
        String mark = ThisComputer.mark(a);
        assertEquals(mark, ThisComputer.mark(a));
        assertFalse(mark.equals(ThisComputer.mark(Files.createDirectories(folder.resolve("b")))));
        Files.createSymbolicLink(folder.resolve("link"), a);
        assertEquals(mark, ThisComputer.mark(folder.resolve("link")), "it is the same place");
    }
}
