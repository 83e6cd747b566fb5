package yondershelf.sorting;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import yondershelf.content.Kind;
import yondershelf.content.Picture;
import yondershelf.content.Role;
import yondershelf.format.Formats;

/** Which files belong together. Naming habits: common practice, no source. */
class SorterTest {
    @TempDir
    Path folder;

    @ParameterizedTest
    @CsvSource({
        "tarred_timber_BaseColor.png, baseColor, tarred timber",
        "TarredTimber_2K_Roughness.jpg, roughness, tarred timber",
        "tarred-timber-nrm.png, normal, tarred timber",
        "tarred_timber_1k_disp.png, height, tarred timber",
        "TarredTimber_Normal_GL.png, normal, tarred timber",
        "tarred timber ambient occlusion.tif, occlusion, tarred timber",
        "tarred_timber_ORM.tga, packed, tarred timber",
        "TarredTimber_Base_Color.png, baseColor, tarred timber",
        "tarred_timber_4096x4096_metalness.png, metallic, tarred timber",
        "tarred_timber_n.png, normal, tarred timber",
        "albedo.png, baseColor, ''",
        "tarred_timber_opacity.png, opacity, tarred timber",
        "tarredTimber_Emissive.png, emissive, tarred timber"
    })
    void rolesAndSetsByName(String file, String role, String set) {
        MapName name = MapName.of(file);
        assertEquals(Role.of(role), Optional.ofNullable(name.role()));
        assertEquals(set, name.set());
    }

    @ParameterizedTest
    @CsvSource({"compass_card.png", "harbour.jpg", "gull_prints.png", "d.png", "station_52.png"})
    void plainPicturesHaveNoRole(String file) {
        assertEquals(Optional.empty(), Optional.ofNullable(MapName.of(file).role()));
    }

    /** What is left out is left out for a true reason, whatever else lies there. */
    @Test
    void whatIsNotReadIsSaidTruly() throws Exception {
        Files.createDirectories(folder.resolve("META-INF"));
        Files.writeString(folder.resolve("META-INF/MANIFEST.MF"), "Manifest-Version: 1.0\n");
        Files.write(
                folder.resolve("rust.ktx"),
                "\u00abKTX 11\u00bb\r\n".getBytes(java.nio.charset.StandardCharsets.ISO_8859_1));
        Sorted sorted = Sorter.sort(folder, List.of("META-INF/MANIFEST.MF", "rust.ktx"), new Formats());
        assertEquals(List.of(), sorted.items());
        assertEquals(
                List.of(
                        "its format is not read here",
                        "it is a picture in KTX 1, which is not read; save it as KTX 2, DDS or PNG"),
                sorted.skipped().stream().map(Sorted.Skipped::reason).toList());
    }

    /** As systems that do not tell capitals from small letters take references. */
    @Test
    void referencesInAnotherCase() throws Exception {
        Files.writeString(folder.resolve("drum.obj"), "mtllib drum.mtl\nv 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n");
        Files.writeString(folder.resolve("drum.mtl"), "newmtl skin\nmap_Kd t_drum_d.PNG\nmap_Ks t_either.png\n");
        picture("T_Drum_D.png", 4, 4);
        picture("T_Either.png", 4, 4);
        picture("T_EITHER.png", 4, 4);
        Sorted sorted = sort();
        SortedItem drum = sorted.items().get(0);
        assertEquals(
                List.of("drum.obj", "drum.mtl", "T_Drum_D.png"),
                drum.files().stream().map(SortedItem.SortedFile::path).toList());
        // of two that differ in case alone none is meant
        assertEquals(Kind.TEXTURE, sorted.items().get(1).kind());
    }

    /** A grey relief twice as wide as high is no surroundings, whatever its format; one whose path says so, and one of colours, may be. */
    @Test
    void aReliefInFloatsIsNoSurroundings() throws Exception {
        int w = 256;
        float[] relief = new float[w * w / 2 * 3];
        float[] coloured = new float[relief.length];
        for (int i = 0; i < relief.length; i++) {
            int x = i / 3 % w;
            int y = i / 3 / w;
            relief[i] = (float) (0.5 + 0.2 * Math.sin(x * Math.PI / 16) * Math.cos(y * Math.PI / 16));
            coloured[i] = relief[i] * (1 + i % 3 * 0.1f);
        }
        Files.write(folder.resolve("dunes.hdr"), Formats.hdr(Picture.ofFloats(w, w / 2, 3, relief)));
        Files.write(folder.resolve("ripples.exr"), Formats.exr(Picture.ofFloats(w, w / 2, 3, relief)));
        Files.write(folder.resolve("bay.exr"), Formats.exr(Picture.ofFloats(w, w / 2, 3, coloured)));
        Files.write(folder.resolve("bay_sky.hdr"), Formats.hdr(Picture.ofFloats(w, w / 2, 3, relief)));
        assertEquals(
                List.of("hdri Bay", "hdri Bay sky", "texture Dunes", "texture Ripples"),
                sort().items().stream()
                        .map(i -> i.kind().word() + " " + i.name())
                        .toList());
    }

    private void picture(String path, int w, int h) throws Exception {
        Path file = folder.resolve(path);
        Files.createDirectories(file.getParent());
        Files.write(
                file,
                path.endsWith("hdr")
                        ? Formats.hdr(Picture.ofFloats(w, h, 3, new float[w * h * 3]))
                        : Formats.png(Picture.ofBytes(w, h, 1, new byte[w * h])));
    }

    private Sorted sort() throws Exception {
        return Sorter.sort(folder, Sorter.filesBelow(folder), new Formats());
    }

    @Test
    void aMixedFolder() throws Exception {
        picture("wood/oak_albedo.png", 4, 4);
        picture("wood/oak_normal.png", 4, 4);
        picture("wood/oak_rough.png", 4, 4);
        picture("stone/basecolor.png", 4, 4);
        picture("stone/normal.png", 4, 4);
        picture("sky/dawn.hdr", 8, 4);
        picture("sky/square_light.hdr", 4, 4);
        picture("signs/notice.png", 4, 4);
        picture("lonely_roughness.png", 4, 4);
        picture("props/maps/rust.png", 4, 4);
        picture("props/maps/rust_normal.png", 4, 4);
        Files.writeString(folder.resolve("props/anchor.obj"), "mtllib anchor.mtl\nv 0 0 0\n");
        Files.writeString(
                folder.resolve("props/anchor.mtl"),
                "newmtl a\nmap_Kd maps/rust.png\nnorm -bm 1 maps\\rust_normal.png\n");
        Files.writeString(folder.resolve("readme.txt"), "words");
        Sorted sorted = sort();
        SortedItem anchor = only(sorted, Kind.MODEL);
        assertEquals(4, anchor.files().size(), anchor.toString());
        List<SortedItem> materials =
                sorted.items().stream().filter(i -> i.kind() == Kind.MATERIAL).toList();
        assertEquals(2, materials.size(), materials.toString());
        assertTrue(materials.stream()
                .anyMatch(m -> m.name().equals("Oak") && m.files().size() == 3));
        assertTrue(materials.stream()
                .anyMatch(m -> m.name().equals("Stone") && m.files().size() == 2));
        assertEquals("Dawn", only(sorted, Kind.HDRI).name());
        assertEquals(
                3, sorted.items().stream().filter(i -> i.kind() == Kind.TEXTURE).count());
        assertEquals(1, sorted.skipped().size());
        assertEquals("readme.txt", sorted.skipped().get(0).path());
    }

    /** A file of materials takes the pictures it names, wherever it says they lie, and what else is of their set. */
    @Test
    void aFileOfMaterialsTakesItsPictures() throws Exception {
        picture("wood/maps/oak_albedo.png", 4, 4);
        picture("wood/maps/oak_rough.png", 4, 4);
        picture("wood/oak_normal.png", 4, 4);
        Files.writeString(folder.resolve("wood/oak.mtlx"), """
                <materialx version="1.38" fileprefix="maps/">
                <image name="a" type="color3"><input name="file" type="filename" value="oak_albedo.png"/></image>
                <image name="b" type="float"><input name="file" type="filename" value="oak_rough.png"/></image>
                </materialx>
                """);
        Sorted sorted = sort();
        SortedItem oak = only(sorted, Kind.MATERIAL);
        assertEquals("wood/oak.mtlx", oak.files().get(0).path());
        assertEquals(4, oak.files().size(), oak.toString());
        assertEquals(
                "normal|not used",
                oak.files().stream()
                        .filter(f -> f.path().equals("wood/oak_normal.png"))
                        .findFirst()
                        .orElseThrow()
                        .mark());
        assertEquals(1, sorted.items().size());
    }

    /** Two packs in one folder, each a model that names {@code textures/diffuse.png}: each has its own. */
    @Test
    void packsDoNotTakeEachOthersPictures() throws Exception {
        for (String pack : List.of("buoy", "crate", "crate/lid", "rope")) {
            picture("packs/" + pack + "/textures/diffuse.png", 4, 4);
            Files.writeString(
                    folder.resolve("packs/" + pack + "/model.gltf"),
                    "{\"asset\":{\"version\":\"2.0\"},\"images\":[{\"uri\":\"textures/diffuse.png\"}]}");
        }
        Files.writeString(
                folder.resolve("packs/elsewhere.gltf"),
                "{\"images\":[{\"uri\":\"diffuse.png\"},{\"uri\":\"rope/../rope/textures/d%69ffuse.png\"}]}");
        Sorted sorted = sort();
        assertEquals(5, sorted.items().size(), sorted.toString());
        for (SortedItem item : sorted.items()) {
            assertEquals(Kind.MODEL, item.kind());
            String its = item.folder().equals("packs") ? "packs/rope" : item.folder();
            assertEquals(its + "/textures/diffuse.png", item.files().get(1).path());
        }
    }

    private static SortedItem only(Sorted sorted, Kind kind) {
        List<SortedItem> items =
                sorted.items().stream().filter(i -> i.kind() == kind).toList();
        assertEquals(1, items.size(), items.toString());
        return items.get(0);
    }

    /** Every file ends up in exactly one item or among the skipped. */
    @Test
    void nothingIsLostOrTakenTwice() throws Exception {
        String[] words = {
            "oak", "oak_n", "oak_normal", "oak_normal_2k", "oak_color", "oak", "rock_ao", "rock", "x_d", "x"
        };
        for (int i = 0; i < words.length; i++) {
            picture("f" + i % 3 + "/" + words[i] + (i == 5 ? "_2" : "") + ".png", 2, 2);
        }
        List<String> files = Sorter.filesBelow(folder).paths();
        Sorted sorted = sort();
        List<String> seen = sorted.items().stream()
                .flatMap(i -> i.files().stream())
                .map(SortedItem.SortedFile::path)
                .sorted()
                .toList();
        assertEquals(files.stream().sorted().toList(), seen);
    }

    /** Files whose names say nothing are told by their first bytes; the rest is told of in the order of their paths. */
    @Test
    void filesWithoutEndingsAreToldByTheirBytes() throws Exception {
        picture("z/sign.png", 4, 4);
        Files.move(folder.resolve("z/sign.png"), folder.resolve("z/sign"));
        Files.writeString(folder.resolve("z/plan"), "words");
        Files.writeString(folder.resolve("b.txt"), "words");
        Files.writeString(folder.resolve("a.txt"), "words");
        Sorted sorted = sort();
        assertEquals(
                List.of("texture Sign z/sign"),
                sorted.items().stream()
                        .map(i -> i.kind().word() + " " + i.name() + " "
                                + i.files().get(0).path())
                        .toList());
        assertEquals(
                List.of("a.txt", "b.txt", "z/plan"),
                sorted.skipped().stream().map(Sorted.Skipped::path).toList());
    }

    /** What is found is told by kind, then folder, then name. */
    @Test
    void itemsComeInOrder() throws Exception {
        for (String path : List.of("b/oak.png", "b/ash.png", "a/yew.png", "lamp.obj", "a/post.obj")) {
            Files.createDirectories(folder.resolve(path).getParent());
            if (path.endsWith("png")) {
                picture(path, 4, 4);
            } else {
                Files.writeString(folder.resolve(path), "v 0 0 0\n");
            }
        }
        assertEquals(
                List.of("lamp.obj", "a/post.obj", "a/yew.png", "b/ash.png", "b/oak.png"),
                sort().items().stream().map(i -> i.files().get(0).path()).toList());
    }

    /** Numbered pictures are one that moves where each is like the one before; others of their like are things. */
    @Test
    void numberedPicturesAreLookedAt() throws Exception {
        Files.createDirectories(folder.resolve("surf"));
        Files.createDirectories(folder.resolve("signs"));
        java.util.SplittableRandom random = new java.util.SplittableRandom(4);
        for (int n = 0; n < 12; n++) {
            byte[] wave = new byte[64 * 64];
            byte[] other = new byte[64 * 64];
            random.nextBytes(other);
            for (int i = 0; i < wave.length; i++) {
                wave[i] = (byte) (127 + 60 * Math.sin((i % 64 + n) * 0.2) + 50 * Math.cos(i / 64 * 0.3));
            }
            String name = String.format("%04d.png", n + 1);
            Files.write(folder.resolve("surf").resolve(name), Formats.png(Picture.ofBytes(64, 64, 1, wave)));
            Files.write(folder.resolve("signs").resolve(name), Formats.png(Picture.ofBytes(64, 64, 1, other)));
        }
        List<SortedItem> items = sort().items();
        assertEquals(13, items.size(), items.toString());
        SortedItem surf = items.stream()
                .filter(i -> i.folder().equals("surf"))
                .findFirst()
                .orElseThrow();
        assertEquals(12, surf.files().size());
        assertEquals("Surf", surf.name());
        assertEquals("surf/0001.png", surf.files().get(0).path());
        assertEquals(SortedItem.FRAME + "12", surf.files().get(11).variant());
    }
}
