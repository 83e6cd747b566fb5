package yondershelf.catalogue;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.spy;
import static org.mockito.Mockito.verify;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Excerpt;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.facts.Facts;
import yondershelf.format.Formats;
import yondershelf.format.gltf.GltfTest;
import yondershelf.format.reading.ContentReader;
import yondershelf.format.reading.SceneNotes;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Library;
import yondershelf.render.Booth;
import yondershelf.search.Query;
import yondershelf.work.Work;

/** All libraries together: facts are kept, previews are kept, labels outlive the process. */
class CatalogueTest {
    @TempDir
    Path folder;

    private Path library() throws Exception {
        Path root = Files.createDirectories(folder.resolve("props"));
        Files.write(root.resolve("sample.glb"), Formats.glb(GltfTest.sample(), SceneNotes.none(), new Formats()));
        return root;
    }

    @Test
    void labelsAndFactsOutliveTheProcess() throws Exception {
        Path home = folder.resolve("home");
        Catalogue first = Catalogue.open(Home.open(home), new Formats());
        first.scanning().scan(first.add(library(), ""), Work.SILENT);
        Asset asset = first.shelf()
                .page(first.shelf().find(Query.EVERYTHING), 0, 1)
                .get(0)
                .asset();
        first.labelling()
                .edit(asset, List.of(Edit.set(asset.id(), Edit.Field.NAME, "Hero"), Edit.tag(asset.id(), "stone/wet")));
        Facts facts = first.contents().facts().of(asset);
        assertEquals(4, facts.model().triangles());
        first.close();

        ContentReader reader = spy(new Formats());
        Catalogue second = Catalogue.open(Home.open(home), reader);
        second.scanning().scanAll(Work.SILENT);
        assertEquals(
                "Hero",
                second.shelf()
                        .page(second.shelf().find(Query.EVERYTHING.withWords("wet")), 0, 1)
                        .get(0)
                        .name());
        assertEquals(
                facts,
                second.contents().facts().of(second.shelf().asset(asset.id()).orElseThrow()));
        verify(reader, never()).readModel(any(), any());
    }

    @Test
    void previewsAreKeptUntilTheFileChanges() throws Exception {
        Catalogue catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats());
        Library props = catalogue.add(library(), "");
        catalogue.scanning().scan(props, Work.SILENT);
        Asset asset = props.assets().get(0);
        assertEquals(null, catalogue.contents().previews().kept(asset, 64));
        Picture taken = catalogue.contents().previews().take(asset, 64, Booth.FINAL_SAMPLES, () -> false);
        assertNotNull(taken);
        Picture kept = catalogue.contents().previews().kept(asset, 64);
        assertNotNull(kept);
        assertEquals(java.util.Arrays.hashCode(taken.bytes()), java.util.Arrays.hashCode(kept.bytes()));
        Files.write(
                props.resolve("sample.glb"),
                Formats.glb(GltfTest.sample().withMaterials(List.of()), SceneNotes.none(), new Formats()));
        catalogue.scanning().scan(props, Work.SILENT);
        Asset changed = props.assets().get(0);
        assertFalse(changed.key().equals(asset.key()));
        assertEquals(null, catalogue.contents().previews().kept(changed, 64));
    }

    /** A reader that fails on one file costs that file only. */
    @Test
    void oneUnreadableFileCostsItselfOnly() throws Exception {
        Path root = library();
        Files.write(root.resolve("other.glb"), Files.readAllBytes(root.resolve("sample.glb")));
        ContentReader reader = spy(new Formats());
        doThrow(Problem.of("other.glb", "the drive made a strange noise").raise())
                .when(reader)
                .readModel(root.toAbsolutePath().resolve("other.glb"), Excerpt.WHOLE);
        Catalogue catalogue = Catalogue.open(Home.open(folder.resolve("home")), reader);
        Library library = catalogue.add(root, "");
        catalogue.scanning().scan(library, Work.SILENT);
        List<Asset> assets = library.assets();
        assertFalse(catalogue.contents().facts().of(assets.get(0)).readable());
        assertTrue(catalogue.contents().facts().of(assets.get(0)).reason().contains("strange noise"));
        assertTrue(catalogue.contents().facts().of(assets.get(1)).readable());
    }

    @Test
    void aLibraryThatIsAwayIsToldAndTheOthersOpen() throws Exception {
        Home home = Home.open(folder.resolve("home"));
        Catalogue first = Catalogue.open(home, new Formats());
        Path away = Files.createDirectory(folder.resolve("away"));
        first.add(library(), "");
        first.add(away, "Travel drive");
        Files.move(away, folder.resolve("unplugged"));
        Catalogue second = Catalogue.open(Home.open(folder.resolve("home")), new Formats());
        assertEquals(1, second.libraries().size());
        assertTrue(second.openingProblems().get(0).sentence().contains("away"));
    }

    @Test
    void hugePicturesAreRefusedBeforeTheyAreDecoded() throws Exception {
        byte[] png = Formats.png(Picture.ofBytes(2, 2, 1, new byte[4]));
        // IHDR's width becomes a million, its height two hundred thousand (PNG specification, 11.2.2)
        java.nio.ByteBuffer.wrap(png).putInt(16, 1_000_000).putInt(20, 200_000);
        java.util.zip.CRC32 crc = new java.util.zip.CRC32();
        crc.update(png, 12, 17);
        java.nio.ByteBuffer.wrap(png).putInt(29, (int) crc.getValue());
        Path file = folder.resolve("wide.png");
        Files.write(file, png);
        var e = org.junit.jupiter.api.Assertions.assertThrows(
                yondershelf.content.ProblemException.class, () -> new Formats().readPicture(ImageSource.at(file)));
        assertTrue(e.problem().cause().contains("1000000 x 200000"), e.problem().cause());
    }
}
