package yondershelf.demo;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.content.Environment;
import yondershelf.content.Kind;
import yondershelf.content.Picture;
import yondershelf.facts.Facts;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.Asset;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.mend.Finding;
import yondershelf.mend.Mend;
import yondershelf.table.Placement;
import yondershelf.table.Placing;
import yondershelf.table.Scene;
import yondershelf.table.SceneFile;
import yondershelf.work.Work;

/** The demo holds what it promises, reads back, and is the same every time. */
class DemoLibraryTest {
    @TempDir
    Path folder;

    private static Map<String, String> hashes(Path root) throws Exception {
        TreeMap<String, String> out = new TreeMap<>();
        try (Stream<Path> walk = Files.walk(root)) {
            for (Path file : walk.filter(Files::isRegularFile).toList()) {
                String path = root.relativize(file).toString();
                // journals and the scene name assets by ids, which each library gives anew
                if (!path.contains(".yondershelf") && !path.startsWith("scenes")) {
                    out.put(path, yondershelf.library.ContentHash.of(file));
                }
            }
        }
        return out;
    }

    /** Mean difference of red and blue over what stands in an asset's preview: next to nothing while its wood is lost. */
    private static double colourfulness(Catalogue catalogue, String path) throws Exception {
        Library library = catalogue.library("Station props").orElseThrow();
        Asset asset = catalogue.shelf().asset(library.assetId(path)).orElseThrow();
        Picture picture = catalogue.contents().previews().take(asset, 48, 4, () -> false);
        assertNotNull(picture);
        double sum = 0;
        int seen = 0;
        for (int i = 0; i < 48 * 48; i++) {
            if (picture.value(i % 48, i / 48, 3) > 0.9) {
                sum += Math.abs(picture.value(i % 48, i / 48, 0) - picture.value(i % 48, i / 48, 2));
                seen++;
            }
        }
        return sum / seen;
    }

    /** The scene opens whole: each object knows its asset, rests on something, and none but the mast is higher than the hut. */
    private static void yard(Path root, Catalogue catalogue) throws Exception {
        Scene scene = SceneFile.open(root.resolve(Diorama.FILE), catalogue.reader(), (asset, path, name) -> {
                    assertTrue(catalogue.shelf().asset(asset).isPresent(), name);
                    return new Environment(name, Skies.clearNoon());
                })
                .scene();
        assertTrue(
                scene.placements().size() >= 12, "objects " + scene.placements().size());
        assertEquals("Clear noon", scene.light().environment().name());
        int dressed = 0;
        int raised = 0;
        for (Placement placement : scene.placements()) {
            assertTrue(catalogue.shelf().asset(placement.asset()).isPresent(), placement.name());
            double base = Placing.base(placement)[1];
            assertTrue(base > -0.01 && base < 1.2, placement.name() + " stands at " + base + " m");
            dressed += placement.dressed().isEmpty() ? 0 : 1;
            raised += base > 0.5 ? 1 : 0;
        }
        assertEquals(2, dressed, "the bench and the chest");
        assertEquals(3, raised, "what stands on the bench");
    }

    @Test
    void theDemoIsWhole() throws Exception {
        Path root = folder.resolve("demo");
        DemoLibrary.write(root);
        Path again = folder.resolve("again");
        DemoLibrary.write(again);
        assertEquals(hashes(root), hashes(again), "the same bytes every time");
        try (IsolatedReader reader = new IsolatedReader()) {
            Catalogue catalogue = Catalogue.open(Home.open(folder.resolve("home")), reader);
            Library props = catalogue.add(root.resolve(DemoLibrary.PROPS), "");
            Library surfaces = catalogue.add(root.resolve(DemoLibrary.SURFACES), "");
            catalogue.scanning().scanAll(Work.SILENT);
            yard(root, catalogue);
            List<Asset> all = new ArrayList<>(props.assets());
            all.addAll(surfaces.assets());
            int models = 0;
            int materials = 0;
            int skies = 0;
            int textures = 0;
            List<String> unreadable = new ArrayList<>();
            for (Asset asset : all) {
                Facts facts = catalogue.contents().facts().of(asset);
                if (!facts.readable()) {
                    unreadable.add(asset.path());
                    continue;
                }
                models += asset.kind() == Kind.MODEL ? 1 : 0;
                textures += asset.kind() == Kind.TEXTURE ? 1 : 0;
                if (asset.kind() == Kind.MATERIAL && asset.folder().indexOf("tidied") < 0) {
                    materials++;
                    assertTrue(facts.largestMap() >= 512 && facts.brokenMaps() == 0, asset.path());
                }
                if (asset.kind() == Kind.HDRI) {
                    skies++;
                    assertTrue(
                            facts.picture().stops() >= 12,
                            asset.path() + " has " + facts.picture().stops() + " stops");
                }
                if (asset.kind() == Kind.MODEL) {
                    double tallest = facts.model().sizeMetres().stream()
                            .mapToDouble(d -> d)
                            .max()
                            .orElse(0);
                    assertTrue(tallest > 0.1 && tallest < 6, asset.path() + " is " + tallest + " m");
                }
            }
            assertTrue(models >= 24, "models " + models);
            assertTrue(materials >= 16, "materials " + materials);
            assertTrue(skies >= 6, "HDRIs " + skies);
            assertTrue(textures >= 20, "textures " + textures);
            assertEquals(List.of("instruments/barograph_draft.glb", "rigging/snatch_block.obj"), unreadable);
            List<Finding> findings = Mend.check(props, reader, Work.SILENT);
            assertTrue(
                    findings.stream()
                            .anyMatch(f -> f.code() == Finding.Code.TEXTURE_MISSING
                                    && f.path().equals("workshop/plank_crate.gltf")
                                    && f.remedy() != null),
                    "the tidied textures are found again");
            double grey = colourfulness(catalogue, "workshop/plank_crate.gltf");
            String run = Mend.apply(props, findings, Work.SILENT).orElseThrow();
            catalogue.scanning().scan(props, Work.SILENT);
            double wooden = colourfulness(catalogue, "workshop/plank_crate.gltf");
            assertTrue(wooden > grey + 0.05, "the preview turns right: " + grey + " before, " + wooden + " after");
            assertEquals(2, Mend.check(props, reader, Work.SILENT).size(), "only the unreadable files are left");
            FileActs.undo(props, run);
            assertEquals(hashes(again), hashes(root), "undo brings the old bytes back");
        }
    }
}
