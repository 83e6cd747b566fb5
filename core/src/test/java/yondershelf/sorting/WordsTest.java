package yondershelf.sorting;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import yondershelf.content.Coding;
import yondershelf.content.Role;
import yondershelf.format.reading.FileType;
import yondershelf.sorting.SortedItem.SortedFile;

/** What single words of names are taken for, and what is left open. Words of roles and how they are shortened: common practice, no source. */
class WordsTest {
    @TempDir
    Path folder;

    private static String word(MapWords.@Nullable Meaning meaning) {
        Role role = meaning == null ? null : meaning.role();
        return role == null
                ? ""
                : role.word()
                        + (java.util.Objects.requireNonNull(meaning).coding().isPlain()
                                ? ""
                                : " " + meaning.coding().word());
    }

    @ParameterizedTest
    @CsvSource({
        "roughness, roughness",
        "rghnss, roughness",
        "roughn, roughness",
        "roughnes, roughness",
        "roughnness, roughness",
        "ruoghness, roughness",
        "roughnsse, ''",
        "rouhgnes, ''",
        "nrml, normal",
        "nromal, normal",
        "norway, ''",
        "albdo, baseColor",
        "dsp, height",
        "metlalic, metallic",
        "xyzzy, ''",
        "ab, ''",
        "oak, ''",
        "timber, ''"
    })
    void shortenedAndMisspeltWords(String written, String role) {
        assertEquals(role, word(RoleGuess.of(written)));
    }

    @Test
    void lettersBesideOthers() {
        assertEquals("baseColor", word(RoleGuess.letter("a", false, false)));
        assertEquals("baseColor", word(RoleGuess.letter("b", false, true)));
        assertNull(RoleGuess.letter("a", true, false));
        assertNull(RoleGuess.letter("b", true, false));
        MapWords.Meaning gloss = RoleGuess.letter("g", true, false);
        assertEquals(Role.ROUGHNESS, gloss == null ? null : gloss.role());
        assertEquals(Coding.INVERTED, gloss == null ? null : gloss.coding());
        assertNull(RoleGuess.letter("g", true, true));
        assertEquals("normal", word(RoleGuess.letter("n", false, false)));
        assertNull(RoleGuess.letter("q", false, false));
    }

    @ParameterizedTest
    @CsvSource({
        "1k, 1024", "32k, 32768", "33k, 0", "128, 128", "64, 0", "127, 0", "32768, 32768", "65536, 0", "99999, 0",
        "100000, 0", "512px, 512", "500px, 0", "19x1, 19", "1x90, 90", "1x100000, 0", "2kx, 0", "k, 0",
                "8192x4096, 8192"
    })
    void sizes(String word, int pixels) {
        assertEquals(pixels, MapSize.of(word));
    }

    /** Roles, codings and variants as stores keep them. */
    @Test
    void filesComeBackByTheirMarks() {
        for (Role role : new @Nullable Role[] {null, Role.NORMAL, Role.ROUGHNESS}) {
            for (Coding coding : List.of(Coding.PLAIN, Coding.GREEN_DOWN)) {
                for (String variant : List.of("", "1k", "green down", SortedItem.FRAME + "7")) {
                    if (role == null && !coding.isPlain()) {
                        continue;
                    }
                    SortedFile file = new SortedFile("a/b.png", role, coding, variant);
                    assertEquals(file, SortedFile.of("a/b.png", file.mark()));
                    assertEquals(variant.startsWith(SortedItem.FRAME), file.isFrame());
                    assertEquals(role != null && variant.isEmpty(), file.isUsed());
                    assertEquals("c.png", file.at("c.png").path());
                }
            }
        }
        assertEquals(
                "normal:" + Coding.GREEN_DOWN.word() + "|1k",
                new SortedFile("a", Role.NORMAL, Coding.GREEN_DOWN, "1k").mark());
        assertNull(SortedFile.of("a", "nothing|1k").role());
        assertEquals("1k", SortedFile.of("a", "nothing|1k").variant());
    }

    @ParameterizedTest
    @CsvSource({
        "crate_lod2.glb, crate_lod0.glb, level 2",
        "crate_v12.glb, crate_v13.glb, v12",
        "crate.glb, crate_v3.glb, unnumbered",
        "crate_4k.glb, crate_2k.glb, 4k",
        "crate_512.glb, crate_2k.glb, 512",
        "crate.glb, crate_2k.glb, unsized",
        "crate.glb, crate.obj, glb",
        "crate_v12345.glb, crate_v12345.glb, another",
        "crate_level3.glb, crate_lod1.obj, level 3 glb"
    })
    void whatTellsOneOfAFamily(String path, String shown, String told) {
        assertEquals(told, FamilyName.of(path).unlike(FamilyName.of(shown)));
    }

    /** XML writes some signs as words (XML 1.0, 4.6). */
    @Test
    void namesInXmlAreRead() throws Exception {
        Path file = Files.writeString(
                folder.resolve("a.mtlx"),
                "<materialx version=\"1.38\" fileprefix=\"maps/\"><input type=\"filename\" value=\"salt &amp; tar.png\"/>"
                        + "</materialx>");
        Set<String> found = References.of(file, FileType.MATERIALX);
        assertTrue(found.contains("salt & tar.png"), found.toString());
        assertTrue(found.contains("maps/salt & tar.png"), found.toString());
    }

    /** The description of a GLB is its first chunk (glTF 2.0, 4.4); one that is cut off refers to nothing. */
    @Test
    void onlyTheDescriptionOfAGlbIsLookedThrough() throws Exception {
        byte[] json = "{\"images\":[{\"uri\":\"maps/tar.png\"}]}".getBytes(StandardCharsets.UTF_8);
        byte[] more = "not/this.png ".getBytes(StandardCharsets.UTF_8);
        ByteBuffer out = ByteBuffer.allocate(28 + json.length + more.length).order(ByteOrder.LITTLE_ENDIAN);
        out.putInt(0x46546C67).putInt(2).putInt(out.capacity());
        out.putInt(json.length).putInt(0x4E4F534A).put(json);
        out.putInt(more.length).putInt(0x004E4942).put(more);
        Path file = Files.write(folder.resolve("a.glb"), out.array());
        assertEquals(Set.of("maps/tar.png"), References.of(file, FileType.GLB));
        assertEquals(Set.of(), References.of(Files.write(folder.resolve("b.glb"), new byte[19]), FileType.GLB));
        assertEquals(Set.of(), References.of(folder.resolve("no.glb"), FileType.GLB));
    }

    /** Hidden folders are not entered, whatever the root itself is called; links are told. */
    @Test
    void whatIsBelowAFolder() throws Exception {
        Path root = Files.createDirectories(folder.resolve(".root"));
        Files.createDirectories(root.resolve("a/.cache"));
        Files.writeString(root.resolve("a/oak.png"), "x");
        Files.writeString(root.resolve("a/.cache/oak.png"), "x");
        Files.writeString(root.resolve(".hidden"), "x");
        Files.writeString(root.resolve("Thumbs.db"), "x");
        Files.createSymbolicLink(root.resolve("link.png"), root.resolve("a/oak.png"));
        FolderFiles below = FolderWalk.below(root);
        assertEquals(List.of("a/oak.png"), below.paths());
        assertEquals(
                List.of("link.png"),
                below.closed().stream().map(Sorted.Skipped::path).toList());
        org.junit.jupiter.api.Assertions.assertThrows(
                java.io.IOException.class, () -> FolderWalk.below(root.resolve("no")));
        assertFalse(FolderFiles.isHidden("a/oak.png"));
    }
}
