package yondershelf.app.model;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.content.Material;
import yondershelf.content.Model;
import yondershelf.format.Formats;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.table.SceneBuilder;
import yondershelf.work.Jobs;
import yondershelf.work.Work;

/** What assets hold is read once, shared, let go when much else was asked for, and read again when its file changed. */
@SuppressWarnings("NullAway.Init")
class LoadedTest {
    @TempDir
    Path folder;

    private final IsolatedReader reader = new IsolatedReader();
    private final Jobs jobs = new Jobs();
    private final List<String> read = new ArrayList<>();
    private Catalogue catalogue;
    private Library library;
    private Loaded loaded;

    @BeforeEach
    void open() throws Exception {
        catalogue = Catalogue.open(Home.open(folder.resolve("home")), reader);
        Path props = Files.createDirectory(folder.resolve("props"));
        for (int i = 0; i < 2; i++) {
            Files.writeString(props.resolve("m" + i + ".obj"), "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n");
        }
        Files.writeString(props.resolve("broken.obj"), "v 0 0 0\n");
        library = catalogue.add(props, "");
        catalogue.scanning().scan(library, Work.SILENT);
        loaded = new Loaded(catalogue, new SceneBuilder(catalogue.shaders()), new Loaded.Runner() {
            @Override
            public <T> CompletableFuture<T> run(String title, Jobs.Body<T> body) {
                read.add(title);
                return jobs.start(title, body).result();
            }
        });
    }

    @AfterEach
    void close() {
        jobs.close();
        reader.close();
    }

    private Asset asset(String path) {
        return catalogue.shelf().asset(library.assetId(path)).orElseThrow();
    }

    @Test
    void aModelIsReadOnceAndShared() throws Exception {
        Object first = loaded.any(asset("m0.obj")).get();
        assertSame(first, loaded.any(asset("m0.obj")).get());
        assertEquals(List.of("Reading M0"), read);
    }

    @Test
    void aFileThatChangedIsReadAgain() throws Exception {
        Model before = (Model) loaded.any(asset("m0.obj")).get();
        Files.writeString(library.resolve("m0.obj"), "v 0 0 0\nv 5 0 0\nv 0 1 0\nv 1 1 1\nf 1 2 3\nf 1 2 4\n");
        catalogue.scanning().scan(library, Work.SILENT);
        Model after = (Model) loaded.any(asset("m0.obj")).get();
        assertEquals(1, before.triangleCount());
        assertEquals(2, after.triangleCount());
    }

    /** While a thing is carried it is asked for at every movement: a file that fails is not read each time. */
    @Test
    void whatFailedIsNotTriedAtEveryMovement() throws Exception {
        Asset broken = asset("broken.obj");
        for (int i = 0; i < 50; i++) {
            CompletableFuture<Object> model = loaded.any(broken);
            model.exceptionally(e -> null).thenAccept(m -> {}).get();
            assertTrue(model.isCompletedExceptionally());
        }
        assertEquals(1, read.size());
        loaded.forget();
        loaded.any(broken);
        assertEquals(2, read.size());
    }

    @Test
    void materialsAndTheirModelsAreKeptApart() throws Exception {
        byte[] png = Formats.png(yondershelf.content.Picture.ofBytes(4, 4, 1, new byte[16]));
        Files.write(library.resolve("oak_color.png"), png);
        Files.write(library.resolve("oak_normal.png"), png);
        catalogue.scanning().scan(library, Work.SILENT);
        assertEquals(
                2, ((Material) loaded.any(asset("oak_color.png")).get()).maps().size());
    }
}
