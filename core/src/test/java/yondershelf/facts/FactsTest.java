package yondershelf.facts;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.Role;
import yondershelf.format.Formats;
import yondershelf.format.GltfTest;
import yondershelf.format.SceneNotes;

/** Facts come from the bytes. */
class FactsTest {
    @TempDir
    Path folder;

    private final FactsMeter meter = new FactsMeter(new Formats());

    /** A stop is a doubling (ISO 2720): 16384 times brighter is 14 stops, by the definition of the logarithm. */
    @Test
    void stopsAreDoublings() throws Exception {
        float[] p = new float[64 * 32 * 3];
        java.util.Arrays.fill(p, 0.25f);
        for (int c = 0; c < 3; c++) {
            p[300 + c] = 0.25f * 16384;
        }
        assertEquals(14, DynamicRange.stops(Picture.ofFloats(64, 32, 3, p)), 1e-6);
        assertTrue(Double.isNaN(DynamicRange.stops(Picture.ofFloats(2, 1, 3, new float[6]))));
        Path file = Files.write(folder.resolve("sky.hdr"), Formats.hdr(Picture.ofFloats(64, 32, 3, p)));
        Facts facts = meter.hdri(file);
        assertEquals(14, facts.stops(), 0.02);
        assertEquals(64, facts.width());
    }

    @Test
    void modelsCountWhatIsPlaced() throws Exception {
        Path file =
                Files.write(folder.resolve("m.glb"), Formats.glb(GltfTest.sample(), SceneNotes.none(), new Formats()));
        Facts facts = meter.model(file, List.of(file));
        assertEquals(4, facts.triangles(), "two parts, placed twice");
        assertEquals(4, facts.parts());
        assertEquals(12, facts.vertices());
        assertEquals(2, facts.materials().size());
        assertEquals(4, facts.largestMap());
        assertEquals(0, facts.brokenMaps());
        assertEquals(Files.size(file), facts.bytes());
    }

    @Test
    void missingAndBrokenMapsAreCounted() throws Exception {
        Path good = Files.write(folder.resolve("good.png"), Formats.png(Picture.ofBytes(8, 8, 1, new byte[64])));
        Path bad = Files.write(folder.resolve("bad.png"), new byte[] {1, 2, 3});
        Path gone = folder.resolve("gone.png");
        Facts facts = meter.material(
                "m",
                Map.of(
                        Role.BASE_COLOR,
                        ImageSource.at(good),
                        Role.NORMAL,
                        ImageSource.at(bad),
                        Role.ROUGHNESS,
                        ImageSource.at(gone)),
                List.of(good, bad, gone));
        assertTrue(facts.readable());
        assertEquals(2, facts.brokenMaps());
        Facts none = meter.material("m", Map.of(Role.BASE_COLOR, ImageSource.at(gone)), List.of(gone));
        assertFalse(none.readable());
        assertTrue(none.reason().contains("gone.png"));
    }
}
