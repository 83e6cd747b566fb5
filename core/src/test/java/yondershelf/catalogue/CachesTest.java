package yondershelf.catalogue;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Picture;
import yondershelf.facts.Facts;
import yondershelf.format.Formats;
import yondershelf.format.gltf.GltfTest;
import yondershelf.format.reading.SceneNotes;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Library;
import yondershelf.render.Booth;
import yondershelf.search.Query;
import yondershelf.work.Work;

/** Caches hold nothing that cannot be made again: damage to them costs time and never a wrong answer. */
@SuppressWarnings("NullAway.Init")
class CachesTest {
    @TempDir
    Path folder;

    private Path root;
    private Catalogue catalogue;
    private Library library;
    private Asset asset;

    @BeforeEach
    void open() throws Exception {
        root = Files.createDirectories(folder.resolve("props"));
        Files.write(root.resolve("mast.glb"), Formats.glb(GltfTest.sample(), SceneNotes.none(), new Formats()));
        reopen();
    }

    @AfterEach
    void close() {
        catalogue.close();
    }

    /** As a program started later sees it. */
    private void reopen() throws Exception {
        if (catalogue != null) {
            catalogue.close();
        }
        catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats());
        library = catalogue.add(root, "");
        catalogue.scanning().scan(library, Work.SILENT);
        asset = library.assets().get(0);
    }

    private List<Path> files(Path below, String ending) throws Exception {
        try (Stream<Path> walk = Files.walk(below)) {
            return walk.filter(p -> p.toString().endsWith(ending)).toList();
        }
    }

    /** The store cut short or overwritten anywhere: what it held is found out again, and it is a sound database afterwards. */
    @Test
    void aDamagedStoreIsMadeAnew() throws Exception {
        Facts facts = catalogue.contents().facts().of(asset);
        catalogue.close();
        Path store = files(folder.resolve("home/cache/catalogue"), ".db").get(0);
        byte[] whole = Files.readAllBytes(store);
        SplittableRandom random = new SplittableRandom(23);
        for (int i = 0; i < 40; i++) {
            byte[] damaged = Arrays.copyOf(whole, i % 2 == 0 ? random.nextInt(whole.length) : whole.length);
            for (int k = 0; k < Math.min(damaged.length, 3000) && i % 2 == 1; k++) {
                damaged[random.nextInt(damaged.length)] = (byte) random.nextInt();
            }
            Files.write(store, damaged);
            reopen();
            assertEquals(facts, catalogue.contents().facts().of(asset));
            catalogue.close();
        }
        reopen();
        assertEquals(facts, catalogue.contents().facts().known(asset).orElse(null));
    }

    /** Taken away under the running program: found out again, labels untouched. */
    @Test
    void aStoreThatIsTakenAwayIsMadeAnew() throws Exception {
        catalogue.labelling().edit(asset, List.of(Edit.tag(asset.id(), "kept")));
        Path cache = folder.resolve("home/cache/catalogue");
        for (Path file : files(cache, "")) {
            if (Files.isRegularFile(file)) {
                Files.delete(file);
            }
        }
        catalogue.scanning().scan(library, Work.SILENT);
        assertEquals(
                1,
                catalogue
                        .shelf()
                        .find(Query.EVERYTHING.withTags(Set.of("kept")))
                        .total());
        assertEquals(1, files(cache, ".db").size());
        assertEquals(Set.of("kept"), catalogue.shelf().labels(asset).tags());
    }

    @Test
    void aDamagedPreviewIsTakenAgain() throws Exception {
        Picture taken = catalogue.contents().previews().take(asset, 64, Booth.DRAFT_SAMPLES, () -> false);
        assertNotNull(taken);
        assertNull(catalogue.contents().previews().kept(asset, 64), "drafts are not kept");
        Picture last = catalogue.contents().previews().take(asset, 64, Booth.FINAL_SAMPLES, () -> false);
        assertNotNull(last);
        List<Path> kept = files(root.resolve(".yondershelf/previews"), ".png");
        assertEquals(1, kept.size());
        assertTrue(files(root.resolve(".yondershelf"), ".part").isEmpty());
        Files.write(kept.get(0), new byte[] {1, 2, 3});
        Files.write(files(folder.resolve("home/cache/previews"), ".png").get(0), new byte[] {1, 2, 3});
        assertNull(catalogue.contents().previews().kept(asset, 64));
        Picture again = catalogue.contents().previews().take(asset, 64, Booth.FINAL_SAMPLES, () -> false);
        assertNotNull(again);
        assertArrayEquals(last.bytes(), again.bytes());
        Picture found = catalogue.contents().previews().kept(asset, 64);
        assertNotNull(found);
        assertArrayEquals(last.bytes(), found.bytes());
    }

    /** A file moved within the library, and its copy, keep the picture that belongs to their bytes. */
    @Test
    void previewsBelongToContent() throws Exception {
        Picture taken = catalogue.contents().previews().take(asset, 64, Booth.FINAL_SAMPLES, () -> false);
        assertNotNull(taken);
        Files.createDirectories(root.resolve("rigging"));
        Files.move(root.resolve("mast.glb"), root.resolve("rigging/signal mast.glb"));
        Files.copy(root.resolve("rigging/signal mast.glb"), root.resolve("spare mast.glb"));
        catalogue.scanning().scan(library, Work.SILENT);
        List<Asset> moved = library.assets();
        assertEquals(2, moved.size());
        for (Asset one : moved) {
            Picture kept = catalogue.contents().previews().kept(one, 64);
            assertNotNull(kept, one.path());
            assertArrayEquals(taken.bytes(), kept.bytes());
        }
    }

    /** A drive that was away and is back shows its things as they are, though no file has changed. */
    @Test
    void whatWasAwayIsNotRememberedAsUnreadable() throws Exception {
        Path away = folder.resolve("away.glb");
        Files.move(root.resolve("mast.glb"), away);
        assertFalse(catalogue.contents().facts().of(asset).readable());
        Files.move(away, root.resolve("mast.glb"));
        assertTrue(catalogue.contents().facts().of(asset).readable());
        reopen();
        assertTrue(catalogue.contents().facts().of(asset).readable());
        assertNotNull(catalogue.contents().previews().take(asset, 64, Booth.DRAFT_SAMPLES, () -> false));
    }

    private Path kept(Path previews) throws Exception {
        return files(previews, ".png").get(0);
    }

    /** Previews of former booths and rows of what is gone are let go of, once; everything else stays. */
    @Test
    void whatPilesUpIsSwept() throws Exception {
        assertNotNull(catalogue.contents().previews().take(asset, 64, Booth.FINAL_SAMPLES, () -> false));
        Path inLibrary = library.own().resolve("previews");
        for (Path previews : List.of(inLibrary, folder.resolve("home/cache/previews"))) {
            Path now = kept(previews);
            String former = now.getFileName().toString().replace("-" + Booth.VERSION + "-", "-1-");
            Files.copy(now, now.resolveSibling(former));
            Files.writeString(now.resolveSibling("mine.png"), "no preview of the program's");
        }
        long rows = library.store().folders().signatures().size();
        library.store().write(batch -> {
            batch.learned("long gone/lamp.obj", yondershelf.store.Learned.nothing("1@2"));
            batch.look(4_711, "key", 1, new byte[4]);
        });
        long size = Files.size(kept(inLibrary));
        assertTrue(catalogue.scanning().sweep(Work.SILENT) >= 2 * Math.min(size, 100));
        for (Path previews : List.of(inLibrary, folder.resolve("home/cache/previews"))) {
            assertEquals(2, files(previews, ".png").size(), previews.toString());
        }
        assertNotNull(catalogue.contents().previews().kept(asset, 64));
        assertEquals(rows, library.store().folders().signatures().size());
        assertEquals(0, catalogue.scanning().sweep(Work.SILENT), "nothing is looked through twice");
        assertTrue(Scanning.previewRoom(library) > 0);
    }

    /** What lies among a library's previews may be anybody's: nothing large is unpacked, and nothing is written through a link. */
    @Tag("long")
    @Test
    void previewsOfAStrangerAreHarmless() throws Exception {
        assertNotNull(catalogue.contents().previews().take(asset, 64, Booth.FINAL_SAMPLES, () -> false));
        Path preview = kept(library.own().resolve("previews"));
        for (Path cached : files(folder.resolve("home/cache/previews"), ".png")) {
            Files.delete(cached);
        }
        int edge = 12_000;
        Files.write(preview, Formats.png(Picture.ofBytes(edge, edge, 1, new byte[edge * edge])));
        assertEquals(null, catalogue.contents().previews().ready(asset, 64));
        // the folder of its key leads out of the library
        Path outside = Files.createDirectory(folder.resolve("outside"));
        Files.delete(preview);
        Path place = java.util.Objects.requireNonNull(preview.getParent());
        for (Path other : files(place, "")) {
            if (Files.isRegularFile(other)) {
                Files.delete(other);
            }
        }
        Files.delete(place);
        Files.createSymbolicLink(place, outside);
        assertNotNull(catalogue.contents().previews().take(asset, 64, Booth.FINAL_SAMPLES, () -> false));
        try (Stream<Path> list = Files.list(outside)) {
            assertEquals(0, list.count());
        }
    }
}
