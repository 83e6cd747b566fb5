package yondershelf.catalogue;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.spy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.render.Booth;
import yondershelf.render.Shaders;
import yondershelf.work.Work;

/** Content is read once for all who ask at once, and kept only as far as there is room. */
@SuppressWarnings("NullAway.Init")
class ContentsTest {
    private static final int EDGE = 512;
    private static final int MANY = 20;
    private static final long ROOM = 5L * EDGE * EDGE;

    @TempDir
    Path folder;

    private final AtomicInteger read = new AtomicInteger();
    private final CountDownLatch mayRead = new CountDownLatch(1);
    private List<Asset> assets;
    private Contents contents;

    @BeforeEach
    void open() throws Exception {
        Path root = Files.createDirectories(folder.resolve("pictures"));
        for (int i = 0; i < MANY; i++) {
            byte[] pixels = new byte[EDGE * EDGE];
            pixels[0] = (byte) i;
            Files.write(root.resolve("tide " + i + ".png"), Formats.png(Picture.ofBytes(EDGE, EDGE, 1, pixels)));
        }
        Home home = Home.open(folder.resolve("home"));
        Formats formats = spy(new Formats());
        doAnswer(call -> {
                    mayRead.await();
                    read.incrementAndGet();
                    return call.callRealMethod();
                })
                .when(formats)
                .readColours(any());
        try (Catalogue catalogue = Catalogue.open(home, formats)) {
            Library library = catalogue.add(root, "");
            catalogue.scanning().scan(library, Work.SILENT);
            assets = library.assets();
        }
        Libraries libraries = new Libraries(home, formats);
        libraries.connect(problem -> {});
        Kinds kinds = new Kinds(formats, new Booth(new Shaders(formats)));
        contents = new Contents(libraries, kinds, new PreviewStore(home.cache()), ROOM);
    }

    private CompletableFuture<Object> load(Asset asset) {
        return contents.loaded(
                asset,
                reading -> CompletableFuture.supplyAsync(() -> {
                    try {
                        return reading.read();
                    } catch (ProblemException e) {
                        throw new IllegalStateException(e);
                    }
                }));
    }

    @Test
    void whoeverAsksMeanwhileGetsTheSame() throws Exception {
        List<CompletableFuture<Object>> all = new ArrayList<>();
        for (int i = 0; i < 30; i++) {
            all.add(load(assets.get(0)));
        }
        mayRead.countDown();
        Object first = all.get(0).get();
        for (CompletableFuture<Object> other : all) {
            assertSame(first, other.get());
        }
        assertEquals(1, read.get());
    }

    @Test
    void whatFindsNoRoomIsLetGoAndReadAgain() throws Exception {
        mayRead.countDown();
        for (Asset asset : assets) {
            load(asset).get();
            assertTrue(contents.keptBytes() <= ROOM, "kept " + contents.keptBytes());
        }
        assertTrue(contents.keptBytes() >= ROOM / 2, "kept " + contents.keptBytes());
        assertEquals(MANY, read.get());
        for (Asset asset : assets) {
            load(asset).get();
        }
        assertTrue(read.get() >= MANY * 2 - 5, "read " + read.get());
        contents.forget();
        assertEquals(0, contents.keptBytes());
    }
}
