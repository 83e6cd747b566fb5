package yondershelf.mend;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.work.Work;

/** Faults are found with evidence, remedies work, and undo brings the old bytes back. */
class MendTest {
    @TempDir
    Path folder;

    private Library library;
    private final IsolatedReader reader = new IsolatedReader();

    @BeforeEach
    void open() throws Exception {
        library = Library.open(folder, "", "desk");
    }

    @AfterEach
    void close() {
        reader.close();
    }

    private static byte[] flat(int r, int g, int b) {
        return flat(r, g, b, 8, 8);
    }

    private static byte[] flat(int r, int g, int b, int w, int h) {
        byte[] p = new byte[w * h * 3];
        for (int i = 0; i < w * h; i++) {
            p[i * 3] = (byte) r;
            p[i * 3 + 1] = (byte) g;
            p[i * 3 + 2] = (byte) b;
        }
        return Formats.png(Picture.ofBytes(w, h, 3, p));
    }

    private void obj(String mtl) throws Exception {
        Files.createDirectories(folder.resolve("props"));
        Files.writeString(
                folder.resolve("props/crate.obj"),
                "mtllib crate.mtl\nv 0 0 0\nv 1 0 0\nv 0 1 0\nvt 0 0\nvt 1 0\nvt 0 1\nusemtl wood\nf 1/1 2/2 3/3\n");
        Files.writeString(folder.resolve("props/crate.mtl"), mtl);
    }

    private List<Finding> check() throws Exception {
        library.scan(reader, Work.SILENT);
        return Mend.check(library, reader, Work.SILENT);
    }

    @Test
    void aMovedTextureIsFoundByNameAndContent() throws Exception {
        obj("newmtl wood\nKd 1 1 1\nmap_Kd maps\\wood_color.png\nnorm maps\\wood_nrm.png\n");
        Files.createDirectories(folder.resolve("tidied/new place"));
        Files.createDirectories(folder.resolve("other"));
        Files.write(folder.resolve("tidied/new place/wood_color.png"), flat(120, 80, 40));
        // the right name, but no normals in it: must not be taken
        Files.write(folder.resolve("other/wood_nrm.png"), flat(10, 200, 30));
        Files.write(folder.resolve("tidied/new place/wood_nrm.png"), flat(128, 128, 255));
        byte[] before = Files.readAllBytes(folder.resolve("props/crate.mtl"));
        List<Finding> findings = check();
        assertEquals(2, findings.size(), findings.toString());
        for (Finding finding : findings) {
            assertEquals(Finding.Code.TEXTURE_MISSING, finding.code());
            Finding.Remedy remedy = finding.remedy();
            assertNotNull(remedy);
            assertTrue(java.util.Objects.requireNonNull(remedy.source()).startsWith("tidied/"), remedy.toString());
        }
        String run = Mend.apply(library, findings, Work.SILENT).orElseThrow();
        assertEquals(List.of(), check());
        String mtl = Files.readString(folder.resolve("props/crate.mtl"));
        assertEquals(
                "newmtl wood\nKd 1 1 1\nmap_Kd ../tidied/new place/wood_color.png\nnorm ../tidied/new place/wood_nrm.png\n",
                mtl);
        FileActs.undo(library, run);
        assertArrayEquals(before, Files.readAllBytes(folder.resolve("props/crate.mtl")));
        assertEquals(2, check().size());
    }

    /** A file of materials is checked like a model: with its pictures there it is sound, else they are found again. */
    @Test
    void picturesOfAMaterialFile() throws Exception {
        Files.createDirectories(folder.resolve("maps"));
        Files.write(folder.resolve("maps/wood_color.png"), flat(120, 80, 40));
        for (String prefix : List.of("", "maps/")) {
            Files.writeString(folder.resolve("wood.mtlx"), """
                    <materialx version="1.38" fileprefix="%s">
                    <image name="a" type="color3"><input name="file" type="filename" value="%swood_color.png"/></image>
                    <gltf_pbr name="S" type="surfaceshader"><input name="base_color" type="color3" nodename="a"/></gltf_pbr>
                    </materialx>
                    """.formatted(prefix, prefix.isEmpty() ? "maps/" : ""));
            assertEquals(List.of(), check(), prefix);
        }
        // the picture is tidied away: with a folder said once, it is copied back to where it is looked for
        Files.createDirectories(folder.resolve("tidied"));
        Files.move(folder.resolve("maps/wood_color.png"), folder.resolve("tidied/wood_color.png"));
        List<Finding> findings = check();
        assertEquals(1, findings.size(), findings.toString());
        assertEquals(Finding.Code.TEXTURE_MISSING, findings.get(0).code());
        assertTrue(Mend.apply(library, findings, Work.SILENT).isPresent());
        assertEquals(List.of(), check());
        Files.writeString(folder.resolve("wood.mtlx"), "<materialx>");
        assertEquals(Finding.Code.UNREADABLE, check().get(0).code());
    }

    @Test
    void withoutACandidateNoRemedyIsOffered() throws Exception {
        obj("newmtl wood\nmap_Kd gone.png\n");
        List<Finding> findings = check();
        assertEquals(1, findings.size());
        assertNull(findings.get(0).remedy());
    }

    @Test
    void wrongEndingsAndUnreadableFilesAreTold() throws Exception {
        Files.write(folder.resolve("really_png.jpg"), flat(1, 2, 3));
        byte[] cut = java.util.Arrays.copyOf(flat(1, 2, 3), 30);
        Files.write(folder.resolve("cut.png"), cut);
        Files.write(folder.resolve("empty.glb"), new byte[0]);
        List<Finding> findings = check();
        assertEquals(3, findings.size(), findings.toString());
        assertEquals(Finding.Code.UNREADABLE, findings.get(0).code());
        assertEquals(Finding.Code.UNREADABLE, findings.get(1).code());
        assertEquals(Finding.Code.ENDING_WRONG, findings.get(2).code());
    }

    /** Only the reference changes; every other byte of a GLB, JSON formatting included, stays. */
    @Test
    void rewritingAContainerKeepsTheRest() {
        byte[] json = "{\"asset\":{\"version\":\"2.0\"},\"images\":[{\"uri\":\"a.png\"}],  \"x\":[1,2]}  "
                .getBytes(java.nio.charset.StandardCharsets.UTF_8);
        java.nio.ByteBuffer glb =
                java.nio.ByteBuffer.allocate(20 + json.length + 8 + 4).order(java.nio.ByteOrder.LITTLE_ENDIAN);
        glb.putInt(0x46546C67)
                .putInt(2)
                .putInt(glb.capacity())
                .putInt(json.length)
                .putInt(0x4E4F534A)
                .put(json);
        glb.putInt(4).putInt(0x004E4942).putInt(0x01020304);
        byte[] out =
                Rewriter.rewrite(glb.array(), yondershelf.format.reading.FileType.GLB, "a.png", "some folder/b.png");
        assertNotNull(out);
        java.nio.ByteBuffer read = java.nio.ByteBuffer.wrap(out).order(java.nio.ByteOrder.LITTLE_ENDIAN);
        assertEquals(out.length, read.getInt(8));
        assertEquals(0, read.getInt(12) % 4);
        String text = new String(out, 20, read.getInt(12), java.nio.charset.StandardCharsets.UTF_8);
        assertTrue(text.startsWith(
                "{\"asset\":{\"version\":\"2.0\"},\"images\":[{\"uri\":\"some%20folder/b.png\"}],  \"x\":[1,2]}"));
        assertEquals(0x01020304, read.getInt(out.length - 4));
    }

    /** Two models share one material file: mending both changes it once and ends well. */
    @Test
    void aSharedMaterialFileIsMendedOnce() throws Exception {
        obj("newmtl wood\nmap_Kd wood_color.png\n");
        Files.copy(folder.resolve("props/crate.obj"), folder.resolve("props/lid.obj"));
        Files.createDirectories(folder.resolve("tidied"));
        Files.write(folder.resolve("tidied/wood_color.png"), flat(120, 80, 40));
        List<Finding> findings = check();
        assertEquals(2, findings.size(), findings.toString());
        Mend.apply(library, findings, Work.SILENT);
        assertEquals(List.of(), check());
    }

    /** When the last remedy of a group cannot be applied any more, the first ones are taken back. */
    @Test
    void aGroupIsAppliedWhollyOrNotAtAll() throws Exception {
        obj("newmtl wood\nmap_Kd wood_color.png\n");
        Files.writeString(
                folder.resolve("props/other.obj"),
                Files.readString(folder.resolve("props/crate.obj")).replace("crate.mtl", "other.mtl"));
        Files.writeString(folder.resolve("props/other.mtl"), "newmtl wood\nmap_Kd wood_color.png\n");
        Files.createDirectories(folder.resolve("tidied"));
        Files.write(folder.resolve("tidied/wood_color.png"), flat(120, 80, 40));
        List<Finding> findings = check();
        assertEquals(2, findings.size());
        byte[] first = Files.readAllBytes(folder.resolve("props/crate.mtl"));
        Files.writeString(folder.resolve("props/other.mtl"), "newmtl wood\nmap_Kd something_else.png\n");
        ProblemException e = assertThrows(ProblemException.class, () -> Mend.apply(library, findings, Work.SILENT));
        assertTrue(e.problem().sentence().contains("other.mtl"), e.problem().sentence());
        assertArrayEquals(first, Files.readAllBytes(folder.resolve("props/crate.mtl")));
        assertEquals(List.of(), FileActs.runs(library));
    }

    /** A picture named by the absolute path of this machine works here only: the remedy names it by the way to it. */
    @Test
    void absoluteReferencesAreMadeRelative() throws Exception {
        Files.createDirectories(folder.resolve("maps"));
        Path map = Files.write(folder.resolve("maps/wood_color.png"), flat(120, 80, 40));
        obj("newmtl wood\nmap_Kd " + map + "\n");
        List<Finding> findings = check();
        assertEquals(1, findings.size(), findings.toString());
        assertEquals(Finding.Code.REFERENCE_ABSOLUTE, findings.get(0).code());
        assertEquals(Finding.Severity.WARNING, findings.get(0).severity());
        Mend.apply(library, findings, Work.SILENT);
        assertEquals(
                "newmtl wood\nmap_Kd ../maps/wood_color.png\n", Files.readString(folder.resolve("props/crate.mtl")));
        assertEquals(List.of(), check());
    }

    /** Formats whose references cannot be rewritten safely get the picture where they look for it. */
    @Test
    void whereNothingCanBeRewrittenThePictureIsCopied() throws Exception {
        Files.createDirectories(folder.resolve("props"));
        Files.createDirectories(folder.resolve("tidied"));
        Files.write(folder.resolve("tidied/shell.png"), flat(120, 80, 40));
        Files.writeString(folder.resolve("props/shell.ply"), """
                ply
                format ascii 1.0
                comment TextureFile maps/shell.png
                element vertex 3
                property float x
                property float y
                property float z
                property float s
                property float t
                element face 1
                property list uchar int vertex_indices
                end_header
                0 0 0 0 0
                1 0 0 1 0
                0 1 0 0 1
                3 0 1 2
                """);
        List<Finding> findings = check();
        assertEquals(1, findings.size(), findings.toString());
        Finding.Remedy remedy = findings.get(0).remedy();
        assertNotNull(remedy);
        String run = Mend.apply(library, findings, Work.SILENT).orElseThrow();
        assertEquals(-1, Files.mismatch(folder.resolve("tidied/shell.png"), folder.resolve("props/maps/shell.png")));
        FileActs.undo(library, run);
        assertEquals(1, check().size());
        assertTrue(Files.notExists(folder.resolve("props/maps")));
    }

    /** Cancelled half way, it leaves every file as it was and no run to undo. */
    @Test
    void aCancelledMendChangesNothing() throws Exception {
        java.util.List<Finding> findings = new java.util.ArrayList<>();
        for (int i = 0; i < 4; i++) {
            Files.writeString(folder.resolve("m" + i + ".mtl"), "newmtl m\nmap_Kd old.png\n");
            findings.add(new Finding(
                    Finding.Code.TEXTURE_MISSING,
                    Finding.Severity.ERROR,
                    "asset",
                    "m" + i + ".mtl",
                    "",
                    "",
                    new Finding.Remedy("", null, List.of(new Finding.Change("m" + i + ".mtl", "old.png", "new.png")))));
        }
        java.util.concurrent.atomic.AtomicInteger looks = new java.util.concurrent.atomic.AtomicInteger();
        Work impatient = new Work() {
            @Override
            public void progress(long done, long total, String what) {}

            @Override
            public boolean isCancelled() {
                return looks.incrementAndGet() > 2;
            }

            @Override
            public void problem(yondershelf.content.Problem problem) {}
        };
        assertEquals(java.util.Optional.empty(), Mend.apply(library, findings, impatient));
        assertTrue(looks.get() > 2);
        for (int i = 0; i < 4; i++) {
            assertEquals("newmtl m\nmap_Kd old.png\n", Files.readString(folder.resolve("m" + i + ".mtl")));
        }
        assertEquals(List.of(), FileActs.runs(library));
    }

    private static Finding only(List<Finding> findings) {
        assertEquals(1, findings.size(), findings.toString());
        return findings.get(0);
    }

    /** What has a rival of other content, a name anything could have, or another owner is proposed with its reason, never more. */
    @Test
    void strangersAreOnlyProposed() throws Exception {
        Files.createDirectories(folder.resolve("one"));
        Files.createDirectories(folder.resolve("two"));
        obj("newmtl wood\nmap_Kd maps/plank_oak.png\n");
        Files.write(folder.resolve("one/plank_oak.png"), flat(120, 80, 40));
        assertTrue(only(check()).mendsByItself());
        // the same bytes twice are no rival
        Files.write(folder.resolve("two/plank_oak.png"), flat(120, 80, 40));
        assertTrue(only(check()).mendsByItself());
        Files.write(folder.resolve("two/plank_oak.png"), flat(10, 20, 200));
        Finding rivals = only(check());
        assertFalse(rivals.mendsByItself());
        Finding.Remedy proposed = rivals.remedy();
        assertNotNull(proposed);
        assertTrue(proposed.doubt().contains("others of its name"), proposed.doubt());
        // applied by word, it is as any other
        assertTrue(Mend.apply(library, List.of(rivals), Work.SILENT).isPresent());
        assertEquals(List.of(), check());
    }

    /** Of two of the name the one as large as the material's other maps is meant, in width and height, though another lies nearer. */
    @Test
    void theOneAsLargeAsItsSiblingsIsMeant() throws Exception {
        obj("newmtl wood\nmap_Kd maps/plank_oak.png\nnorm plank_oak_nrm.png\n");
        Files.write(folder.resolve("props/plank_oak_nrm.png"), flat(128, 128, 255, 16, 8));
        for (int[] size : new int[][] {{16, 16}, {8, 8}, {4, 16}}) {
            Files.createDirectories(folder.resolve("props/near"));
            Files.createDirectories(folder.resolve("far/away"));
            Files.write(folder.resolve("props/near/plank_oak.png"), flat(10, 20, 200, size[0], size[1]));
            Files.write(folder.resolve("far/away/plank_oak.png"), flat(120, 80, 40, 16, 8));
            Finding.Remedy proposed = only(check()).remedy();
            assertNotNull(proposed);
            assertEquals("far/away/plank_oak.png", proposed.source(), size[0] + " x " + size[1]);
        }
        Files.write(folder.resolve("props/near/plank_oak.png"), flat(10, 20, 200, 16, 8));
        Finding.Remedy proposed = only(check()).remedy();
        assertNotNull(proposed);
        assertEquals("props/near/plank_oak.png", proposed.source(), "of two as large the nearer one");
    }

    @Test
    void namesOfAnythingAreOnlyProposed() throws Exception {
        Files.createDirectories(folder.resolve("one"));
        for (String name : List.of("albedo0.png", "texture_01.png", "3.png", "BaseColor.png", "T_normal_2k.png")) {
            obj("newmtl wood\nmap_Kd maps/" + name + "\n");
            Files.write(folder.resolve("one").resolve(name), flat(120, 80, 40));
            assertFalse(only(check()).mendsByItself(), name);
            Files.delete(folder.resolve("one").resolve(name));
        }
    }

    @Test
    void whatAnotherModelOwnsIsOnlyProposed() throws Exception {
        Files.createDirectories(folder.resolve("boat"));
        obj("newmtl wood\nmap_Kd maps/plank_oak.png\n");
        Files.writeString(folder.resolve("boat/boat.obj"), "mtllib boat.mtl\nv 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n");
        Files.writeString(folder.resolve("boat/boat.mtl"), "newmtl hull\nmap_Kd plank_oak.png\n");
        Files.write(folder.resolve("boat/plank_oak.png"), flat(120, 80, 40));
        Finding owned = only(check());
        assertFalse(owned.mendsByItself());
        assertTrue(java.util.Objects.requireNonNull(owned.remedy()).doubt().contains("boat/"), owned.toString());
    }

    /** Without its library of materials a model is grey: that is said, and mended where only the capitals differ. */
    @Test
    void missingLibrariesOfMaterialsAreTold() throws Exception {
        obj("newmtl wood\nKd 1 0 0\n");
        assertEquals(List.of(), check());
        Files.move(folder.resolve("props/crate.mtl"), folder.resolve("props/Crate.MTL"));
        Finding cased = only(check());
        assertEquals(Finding.Code.MATERIALS_MISSING, cased.code());
        String run = Mend.apply(library, List.of(cased), Work.SILENT).orElseThrow();
        assertEquals(List.of(), check());
        assertTrue(Files.readString(folder.resolve("props/crate.obj")).contains("mtllib Crate.MTL\n"));
        FileActs.undo(library, run);
        Files.delete(folder.resolve("props/Crate.MTL"));
        Finding gone = only(check());
        assertEquals(Finding.Code.MATERIALS_MISSING, gone.code());
        assertNull(gone.remedy());
        // several on one line, one of them with a blank in its name
        Files.writeString(folder.resolve("props/my crate.mtl"), "newmtl wood\n");
        Files.writeString(folder.resolve("props/b.mtl"), "newmtl b\n");
        String model = Files.readString(folder.resolve("props/crate.obj"));
        for (String line : List.of("mtllib my crate.mtl", "mtllib b.mtl", "mtllib b.mtl b.mtl")) {
            Files.writeString(folder.resolve("props/crate.obj"), model.replaceAll("(?m)^mtllib.*$", line));
            assertEquals(List.of(), check(), line);
        }
        Files.writeString(folder.resolve("props/crate.obj"), model.replaceAll("(?m)^mtllib.*$", "mtllib b.mtl c.mtl"));
        assertTrue(only(check()).summary().contains("c.mtl"));
    }
}
