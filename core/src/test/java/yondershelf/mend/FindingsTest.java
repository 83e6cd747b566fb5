package yondershelf.mend;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.AdditionalAnswers.delegatesTo;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.argThat;
import static org.mockito.Mockito.atMost;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.format.reading.ContentReader;
import yondershelf.library.Library;
import yondershelf.references.Reach;
import yondershelf.work.Work;

/** What a check says of each kind of fault: code, severity, words, and whose fault it is; and what it looks at again. */
@SuppressWarnings("NullAway.Init")
class FindingsTest {
    @TempDir
    Path folder;

    private Path root;
    private Library library;
    private final Reach reach = new Reach();
    private final Formats formats = new Formats(reach);

    @BeforeEach
    void open() throws Exception {
        root = Files.createDirectory(folder.resolve("library"));
        library = Library.open(root, "", "desk");
        reach.set(List.of(root), List.of());
    }

    private static byte[] wood() {
        return Formats.png(Picture.ofBytes(8, 8, 3, new byte[8 * 8 * 3]));
    }

    private void crate(String name, String mtl) throws Exception {
        Files.writeString(
                root.resolve(name + ".obj"),
                "mtllib " + name
                        + ".mtl\nv 0 0 0\nv 1 0 0\nv 0 1 0\nvt 0 0\nvt 1 0\nvt 0 1\nusemtl wood\nf 1/1 2/2 3/3\n");
        Files.writeString(root.resolve(name + ".mtl"), "newmtl wood\n" + mtl);
    }

    private List<Finding> check(ContentReader reader) throws Exception {
        library.scan(formats, Work.SILENT);
        return Mend.check(library, reader, Work.SILENT);
    }

    private Finding only() throws Exception {
        List<Finding> found = check(formats);
        assertEquals(1, found.size(), found.toString());
        return found.get(0);
    }

    private void assertSays(
            Finding finding, Finding.Code code, Finding.Severity severity, String summary, String evidence) {
        assertEquals(code, finding.code());
        assertEquals(severity, finding.severity());
        assertEquals(summary, finding.summary());
        assertEquals(evidence, finding.evidence());
        assertTrue(library.asset(finding.asset()).isPresent(), "whose fault it is");
    }

    @Test
    void aMissingPictureIsNamedWithItsUse() throws Exception {
        crate("crate", "map_Kd planks.png\n");
        Finding finding = only();
        assertSays(
                finding,
                Finding.Code.TEXTURE_MISSING,
                Finding.Severity.ERROR,
                "wood, base color is missing",
                "wood, base color: planks.png is not where the model looks for it");
        assertEquals("crate.obj", finding.path());
        assertNull(finding.remedy());
    }

    @Test
    void aPictureOutsideIsRefusedAndFoundWithin() throws Exception {
        Files.createDirectories(folder.resolve("elsewhere"));
        Files.write(folder.resolve("elsewhere/planks_oak.png"), wood());
        crate("crate", "map_Kd ../elsewhere/planks_oak.png\n");
        Finding bare = only();
        assertEquals(Finding.Code.REFERENCE_OUTSIDE, bare.code());
        assertEquals(Finding.Severity.ERROR, bare.severity());
        assertEquals("wood, base color lies outside", bare.summary());
        assertTrue(
                bare.evidence().startsWith("wood, base color: ../elsewhere/planks_oak.png: it lies outside"),
                bare.evidence());
        assertNull(bare.remedy());
        Files.createDirectories(root.resolve("maps"));
        Files.write(root.resolve("maps/planks_oak.png"), wood());
        Finding.Remedy remedy = only().remedy();
        assertNotNull(remedy);
        assertEquals("maps/planks_oak.png", remedy.source());
        assertTrue(remedy.sentence().startsWith("Point the model at maps/planks_oak.png ("), remedy.sentence());
        assertEquals(
                List.of(new Finding.Change("crate.mtl", "../elsewhere/planks_oak.png", "maps/planks_oak.png")),
                remedy.changes());
    }

    /** One picture used twice by a model is one fault. */
    @Test
    void aBrokenPictureIsNamedOnce() throws Exception {
        Files.write(root.resolve("planks.png"), java.util.Arrays.copyOf(wood(), 40));
        crate("crate", "map_Kd planks.png\nmap_Pr planks.png\n");
        List<Finding> found = new ArrayList<>(check(formats));
        found.removeIf(f -> f.code() == Finding.Code.UNREADABLE);
        assertEquals(1, found.size(), found.toString());
        assertEquals(Finding.Code.TEXTURE_BROKEN, found.get(0).code());
        assertEquals(Finding.Severity.ERROR, found.get(0).severity());
        assertTrue(
                found.get(0).summary().endsWith(" cannot be read"), found.get(0).summary());
        assertTrue(
                found.get(0).evidence().contains(": planks.png: "), found.get(0).evidence());
        assertNull(found.get(0).remedy());
    }

    @Test
    void endingsThatLie() throws Exception {
        Files.write(root.resolve("stone.jpg"), wood());
        assertSays(
                only(),
                Finding.Code.ENDING_WRONG,
                Finding.Severity.WARNING,
                "The ending says JPG, the bytes are PNG",
                "The ending says JPG, the bytes are PNG");
        Files.delete(root.resolve("stone.jpg"));
        Files.write(root.resolve("stone.png"), wood());
        assertEquals(List.of(), check(formats));
    }

    /** ".usd" is an ending for both of its forms (as OpenUSD has it). */
    @Test
    void oneEndingForTwoForms() throws Exception {
        Files.writeString(
                root.resolve("a.usd"),
                "#usda 1.0\ndef Mesh \"m\" { int[] faceVertexCounts = [3] int[] faceVertexIndices"
                        + " = [0,1,2] point3f[] points = [(0,0,0),(1,0,0),(0,1,0)] }\n");
        assertEquals(List.of(), check(formats));
    }

    @Test
    void whatGoesWrongWhileCheckingIsAFinding() throws Exception {
        crate("crate", "");
        library.scan(formats, Work.SILENT);
        ContentReader broken = mock(ContentReader.class);
        org.mockito.Mockito.when(broken.readModel(any(Path.class))).thenThrow(new IllegalStateException("a bug"));
        org.mockito.Mockito.when(broken.reach()).thenReturn(reach);
        List<Finding> found = Mend.check(library, broken, Work.SILENT);
        assertEquals(1, found.size());
        assertEquals(Finding.Code.UNREADABLE, found.get(0).code());
        assertEquals(
                "It cannot be checked (IllegalStateException)", found.get(0).summary());
        // what had a finding is looked at again
        assertEquals(List.of(), Mend.check(library, formats, Work.SILENT));
    }

    /** Sixty models share a picture: it is looked at once; what is sound is not looked at again; findings stand in the order of their paths. */
    @Test
    void whatIsSharedIsLookedAtOnce() throws Exception {
        Files.write(root.resolve("shared.png"), wood());
        for (int i = 0; i < 60; i++) {
            crate("crate " + (100 - i), "map_Kd shared.png\n" + (i % 20 == 0 ? "norm gone.png\n" : ""));
        }
        ContentReader counting = mock(ContentReader.class, delegatesTo(formats));
        List<String> told = new ArrayList<>();
        library.scan(formats, Work.SILENT);
        List<Finding> found = Mend.check(library, counting, new Listening(told, Integer.MAX_VALUE));
        assertEquals(
                List.of("crate 100.obj", "crate 60.obj", "crate 80.obj"),
                found.stream().map(Finding::path).toList());
        verify(counting, atMost(2)).verify(argThat(i -> i.reference().endsWith("shared.png")));
        assertTrue(told.size() >= 60, "told of " + told.size());
        assertEquals(found, Mend.known(library));
        ContentReader again = mock(ContentReader.class, delegatesTo(formats));
        Mend.check(library, again, Work.SILENT);
        verify(again, atMost(3)).readModel(any(Path.class));
    }

    private record Listening(List<String> told, int most) implements Work {
        @Override
        public void progress(long done, long total, String what) {
            told.add(done + " of " + total + " " + what);
        }

        @Override
        public boolean isCancelled() {
            return told.size() >= most;
        }

        @Override
        public void problem(Problem problem) {}
    }

    /** Cancelled, it keeps what it found out so far; the next check goes on from there. */
    @Test
    void aCancelledCheckIsGoneOnWith() throws Exception {
        for (int i = 10; i < 20; i++) {
            crate("crate " + i, "map_Kd gone.png\n");
        }
        library.scan(formats, Work.SILENT);
        List<String> told = new ArrayList<>();
        assertEquals(4, Mend.check(library, formats, new Listening(told, 4)).size());
        assertEquals("0 of 10 Crate 10", told.get(0));
        assertEquals("4 of 4 ", told.get(4));
        assertEquals(10, Mend.check(library, formats, Work.SILENT).size());
    }

    @Test
    void progressOfRemediesIsTold() throws Exception {
        Files.createDirectories(root.resolve("maps"));
        Files.write(root.resolve("maps/planks_oak.png"), wood());
        crate("crate", "map_Kd planks_oak.png\n");
        crate("lid", "map_Kd planks_oak.png\n");
        List<Finding> found = check(formats);
        List<String> told = new ArrayList<>();
        String run = Mend.apply(library, found, new Listening(told, Integer.MAX_VALUE))
                .orElseThrow();
        assertTrue(told.containsAll(List.of("0 of 2 crate.obj", "1 of 2 lid.obj")), told.toString());
        assertNotEquals("", run);
        assertEquals(List.of(), check(formats));
        Files.delete(root.resolve("crate.mtl"));
        ProblemException gone =
                assertThrows(ProblemException.class, () -> Mend.apply(library, found.subList(0, 1), Work.SILENT));
        assertEquals("crate.mtl: it cannot be read any more.", gone.problem().sentence());
    }

    /** Of what most of a normal map is near to, (0.5, 0.5, 1): on each side of each bound; common practice, no source. */
    @Test
    void aPictureOfTheNameMayHoldNoNormals() throws Exception {
        Files.createDirectories(root.resolve("maps"));
        crate("crate", "norm planks_nrm.png\n");
        Path map = root.resolve("maps/planks_nrm.png");
        int[][] normals = {{128, 128, 255}, {155, 128, 255}, {128, 100, 255}, {128, 128, 182}};
        int[][] others = {{163, 128, 255}, {128, 163, 255}, {92, 128, 255}, {128, 92, 255}, {128, 128, 175}};
        for (int[] colour : normals) {
            Files.write(map, flat(colour));
            Finding.Remedy remedy = only().remedy();
            assertNotNull(remedy, java.util.Arrays.toString(colour));
            assertTrue(remedy.sentence().contains("8 x 8, holding normals"), remedy.sentence());
        }
        for (int[] colour : others) {
            Files.write(map, flat(colour));
            assertNull(only().remedy(), java.util.Arrays.toString(colour));
        }
        Files.write(map, Formats.png(Picture.ofBytes(8, 8, 1, new byte[64])));
        assertNull(only().remedy(), "of one channel");
        Files.write(map, new byte[] {1, 2});
        assertTrue(check(formats).stream().allMatch(f -> f.remedy() == null), "it cannot be read");
    }

    private static byte[] flat(int[] colour) {
        byte[] p = new byte[8 * 8 * 3];
        for (int i = 0; i < p.length; i++) {
            p[i] = (byte) colour[i % 3];
        }
        return Formats.png(Picture.ofBytes(8, 8, 3, p));
    }

    @Test
    void codesHaveStableNames() {
        List<String> words = java.util.Arrays.stream(Finding.Code.values())
                .map(Finding.Code::word)
                .toList();
        assertEquals(
                List.of(
                        "materials-missing",
                        "texture-missing",
                        "texture-broken",
                        "reference-absolute",
                        "reference-outside",
                        "unreadable",
                        "ending-wrong"),
                words,
                "scripts go by them");
        for (Finding.Code code : Finding.Code.values()) {
            assertEquals(java.util.Optional.of(code), Finding.Code.of(code.word()));
            assertTrue(code.title().length() > 5, code.title());
        }
        assertEquals(java.util.Optional.empty(), Finding.Code.of("nothing"));
        assertEquals("warning", Finding.Severity.WARNING.word());
    }

    /** Verdicts that were reached by other rules are reached anew; those by these are not. */
    @Test
    void otherRulesLookAgain() throws Exception {
        crate("crate", "");
        assertEquals(List.of(), check(formats));
        ContentReader again = mock(ContentReader.class, delegatesTo(formats));
        Mend.check(library, again, Work.SILENT);
        verify(again, atMost(0)).readModel(any(Path.class));
        library.store().write(batch -> batch.meta("rules", "of another version"));
        ContentReader anew = mock(ContentReader.class, delegatesTo(formats));
        Mend.check(library, anew, Work.SILENT);
        verify(anew, org.mockito.Mockito.times(1)).readModel(any(Path.class));
        ContentReader last = mock(ContentReader.class, delegatesTo(formats));
        Mend.check(library, last, Work.SILENT);
        verify(last, atMost(0)).readModel(any(Path.class));
    }

    /** The name of a library of materials may stand there in codes (RFC 3986, 2.1). */
    @Test
    void librariesOfMaterialsNamedInCodes() throws Exception {
        crate("crate", "");
        Files.move(root.resolve("crate.mtl"), root.resolve("my crate.mtl"));
        String model = Files.readString(root.resolve("crate.obj"));
        Files.writeString(root.resolve("crate.obj"), model.replace("crate.mtl", "my%20crate.mtl"));
        assertEquals(List.of(), check(formats));
        Files.delete(root.resolve("my crate.mtl"));
        assertEquals("my%20crate.mtl is missing: no materials", only().summary());
    }

    /** The chunk of text in a container is filled up with blanks to a multiple of four bytes (glTF 2.0, 4.4.3.2). */
    @Test
    void containersAreFilledUpWithBlanks() {
        for (String to : List.of("b.png", "bc.png", "bcd.png", "bcde.png", "bcdef.png")) {
            byte[] json = "{\"images\":[{\"uri\":\"a.png\"}]}  ".getBytes(java.nio.charset.StandardCharsets.UTF_8);
            java.nio.ByteBuffer glb =
                    java.nio.ByteBuffer.allocate(20 + json.length).order(java.nio.ByteOrder.LITTLE_ENDIAN);
            glb.putInt(0x46546C67)
                    .putInt(2)
                    .putInt(glb.capacity())
                    .putInt(json.length)
                    .putInt(0x4E4F534A);
            glb.put(json);
            byte[] out = Rewriter.rewrite(glb.array(), yondershelf.format.reading.FileType.GLB, "a.png", to);
            assertNotNull(out);
            String text = "{\"images\":[{\"uri\":\"" + to + "\"}]}";
            int padded = (text.length() + 3) / 4 * 4;
            assertEquals(20 + padded, out.length, to);
            assertEquals(
                    text + " ".repeat(padded - text.length()),
                    new String(out, 20, padded, java.nio.charset.StandardCharsets.UTF_8));
        }
    }

    @Test
    void waysFromModelsToFiles() {
        assertEquals("maps/a.png", Mend.relative("crate.obj", "maps/a.png"));
        assertEquals("../maps/a.png", Mend.relative("props/crate.obj", "maps/a.png"));
        assertEquals("a.png", Mend.relative("props/crate.obj", "props/a.png"));
        assertEquals("../../a.png", Mend.relative("props/deep/crate.obj", "a.png"));
    }
}
