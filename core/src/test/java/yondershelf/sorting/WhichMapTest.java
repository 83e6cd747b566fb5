package yondershelf.sorting;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import yondershelf.format.reading.FileType;

/** Which map of a set is used, what is said of the others, and what names tell besides. Naming habits: common practice, no source. */
class WhichMapTest {
    private static final Lore NAMES_ONLY = new Lore() {
        @Override
        public Set<String> references(String path) {
            return Set.of();
        }

        @Override
        public Optional<FileType> type(String path) {
            return Optional.empty();
        }

        @Override
        public int shape(String path) {
            return 1000;
        }

        @Override
        public Shows shows(String path) {
            return Shows.UNDECIDED;
        }

        @Override
        public boolean areFrames(List<String> paths) {
            return false;
        }
    };

    private static String text(SortedItem item) {
        return item.kind().word() + " " + item.name() + ": "
                + item.files().stream()
                        .map(f -> f.path()
                                + (f.role() == null ? "" : "=" + f.role().word())
                                + (f.variant().isEmpty() ? "" : " (" + f.variant() + ")"))
                        .sorted()
                        .collect(Collectors.joining(", "));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "drum_color.png drum_normal_object.png drum_normal.png | material Drum: drum_color.png=baseColor,"
                        + " drum_normal.png=normal, drum_normal_object.png=normal (object)",
                "drum_color.png drum_normal_os.png | material Drum: drum_color.png=baseColor, drum_normal_os.png=normal (os)",
                "drum_color.png drum_orm.png drum_roughness.png drum_metallic.png | material Drum: drum_color.png=baseColor,"
                        + " drum_metallic.png=metallic, drum_orm.png=packed (packed), drum_roughness.png=roughness",
                "drum_color.png drum_orm.png drum_roughness.png | material Drum: drum_color.png=baseColor,"
                        + " drum_orm.png=packed, drum_roughness.png=roughness",
                "drum_color.jpg drum_color.png drum_normal.png | material Drum: drum_color.jpg=baseColor (jpg),"
                        + " drum_color.png=baseColor, drum_normal.png=normal",
                "drum_1k_color.png drum_4k_color.jpg drum_normal.png | material Drum: drum_1k_color.png=baseColor (1k png),"
                        + " drum_4k_color.jpg=baseColor, drum_normal.png=normal",
                "drum_512_color.png drum_1k_color.png drum_normal.png | material Drum: drum_1k_color.png=baseColor,"
                        + " drum_512_color.png=baseColor (512), drum_normal.png=normal",
                "drum_color.1002.png drum_color.1001.png drum_normal.1001.png | material Drum: drum_color.1001.png=baseColor,"
                        + " drum_color.1002.png=baseColor (1002), drum_normal.1001.png=normal",
                "drum_color.png drum_normal_dx.png drum_normal_gl.png | material Drum: drum_color.png=baseColor,"
                        + " drum_normal_dx.png=normal (green down), drum_normal_gl.png=normal",
                "drum_color.png drum_gloss.png drum_roughness.png | material Drum: drum_color.png=baseColor,"
                        + " drum_gloss.png=roughness (smoothness), drum_roughness.png=roughness",
                "drum_color.png drum_gloss.png | material Drum: drum_color.png=baseColor, drum_gloss.png=roughness",
                "planksdiffuse.png planksnormal.png planksroughness.png | material Planks: planksdiffuse.png=baseColor,"
                        + " planksnormal.png=normal, planksroughness.png=roughness",
                "plankd.png plankn.png plankr.png | material Plank: plankd.png=baseColor, plankn.png=normal,"
                        + " plankr.png=roughness",
                "plankd.png plankn.png | texture Plankd: plankd.png + texture Plankn: plankn.png",
                "drum_color.png drum_roughnes.png drum_nromal.png | material Drum: drum_color.png=baseColor,"
                        + " drum_nromal.png=normal, drum_roughnes.png=roughness",
                "drum_color.png drum_normal.png drum_norway.png | material Drum: drum_color.png=baseColor,"
                        + " drum_normal.png=normal, drum_norway.png (norway)",
                "crate_ver1.glb crate_ver2.glb | model Crate: crate_ver1.glb (v1), crate_ver2.glb",
                "crate_version1.glb crate_version3.glb | model Crate: crate_version1.glb (v1), crate_version3.glb",
                "crate_x1.glb crate_x3.glb | model Crate x1: crate_x1.glb + model Crate x3: crate_x3.glb",
                "lantern.glb lantern.scene | model Lantern: lantern.glb, lantern.scene (for other programs)",
                "lantern.glb Lantern_4k.scene | model Lantern: Lantern_4k.scene (for other programs), lantern.glb",
                "rig/lantern.glb lantern.scene | model Lantern: rig/lantern.glb",
                "lantern.glb lantern.txt | model Lantern: lantern.glb",
                "lantern.png lantern.scene | texture Lantern: lantern.png",
                "a/drum_color.png b/drum_normal.png | texture Drum color: a/drum_color.png=baseColor"
                        + " + texture Drum normal: b/drum_normal.png=normal",
                "4k/drum_color.png 1k/drum_color.png 4k/drum_normal.png | material Drum: 1k/drum_color.png=baseColor (1k),"
                        + " 4k/drum_color.png=baseColor, 4k/drum_normal.png=normal",
                "textures/drum_color.png textures/drum_normal.png | material Drum: textures/drum_color.png=baseColor,"
                        + " textures/drum_normal.png=normal",
                "drum_color.png drum_normal_os.png drum_normal_wet.png | material Drum: drum_color.png=baseColor,"
                        + " drum_normal_os.png=normal (os), drum_normal_wet.png=normal",
                "drum_color.png drum_normal_dry.jpg drum_normal_wet.png | material Drum: drum_color.png=baseColor,"
                        + " drum_normal_dry.jpg=normal, drum_normal_wet.png=normal (wet png)",
                "drum_color.png drum_normal_v2.png drum_normal_v10.jpg | material Drum: drum_color.png=baseColor,"
                        + " drum_normal_v10.jpg=normal, drum_normal_v2.png=normal (v2 png)",
                "drum_color.tif drum_color.tga drum_normal.png | material Drum: drum_color.tga=baseColor,"
                        + " drum_color.tif=baseColor (tif), drum_normal.png=normal",
                "drum_1k_color.png drum_color.png drum_normal.png | material Drum: drum_1k_color.png=baseColor,"
                        + " drum_color.png=baseColor (another), drum_normal.png=normal",
                "drum_color.png drum_normla.png drum_hieght.png drum_metalic.png | material Drum: drum_color.png=baseColor,"
                        + " drum_hieght.png=height, drum_metalic.png=metallic, drum_normla.png=normal",
                "2k/drum_color.png drum_normal.png | material Drum: 2k/drum_color.png=baseColor, drum_normal.png=normal",
                "drum/normal/a.png drum/color/a.png | material A: drum/color/a.png=baseColor, drum/normal/a.png=normal",
                "drum/textures/4k/color.png drum/textures/4k/normal.png | material Drum: drum/textures/4k/color.png=baseColor,"
                        + " drum/textures/4k/normal.png=normal"
            })
    void ofSeveralMapsTheBestIsUsed(String files, String expected) {
        assertEquals(
                List.of(expected.split(" \\+ ")),
                Sorter.sort(List.of(files.split(" ")), NAMES_ONLY).items().stream()
                        .map(WhichMapTest::text)
                        .toList());
    }

    @ParameterizedTest
    @CsvSource({
        "oak_2k.png, 2048",
        "oak_16k.png, 16384",
        "oak_0k.png, 0",
        "oak_64k.png, 0",
        "oak_256.png, 256",
        "oak_64.png, 0",
        "oak_1000.png, 0",
        "oak_8192px.png, 8192",
        "oak_4096x2048.png, 4096",
        "oak_2048x4096.png, 4096",
        "oak_2048x.png, 0",
        "oak_12kg.png, 0",
        "oak.png, 0"
    })
    void sizesInNames(String path, int pixels) {
        assertEquals(pixels, Sorter.size(path));
    }

    @ParameterizedTest
    @CsvSource({
        "albedo0.png, true",
        "texture_01.jpg, true",
        "Untitled.png, true",
        "map-2.tif, true",
        "7.png, true",
        "diffuse.png, true",
        "oak_01.jpg, false",
        "texture_oak.jpg, false",
        "oak.png, false"
    })
    void namesThatAnyThingMayHave(String name, boolean generic) {
        assertEquals(generic, GenericName.isOne(name));
    }

    @ParameterizedTest
    @CsvSource({
        "shore/.cache/oak.png, true",
        ".cache/oak.png, true",
        "shore/.oak.png, true",
        ".oak.png, true",
        "shore/Thumbs.db, true",
        "shore/oak.png, false",
        "shore.old/oak.png, false",
        "oak.png, false"
    })
    void hiddenPaths(String path, boolean hidden) {
        assertEquals(hidden, FolderFiles.isHidden(path));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "shore/TarredTimber_4k_Chêne.png | tarred timber chene",
                "oak.v2.png | oak v2",
                "oak0Bark9Wet.png | oak0 bark9 wet",
                "OAKBark ÉtéÀLaMer.png | oak bark ete a la mer",
                "A~b;c=d+e@f,g[h](i).png | a b c d e f g h i",
                ".hidden | hidden",
                "4096.png | ''"
            })
    void wordsOfNames(String path, String words) {
        assertEquals(words, String.join(" ", Sorter.words(path)));
    }

    /** Folders that only say how the maps in them are, and those that are things. */
    @ParameterizedTest
    @CsvSource({
        "velvet/textures, velvet",
        "velvet/Textures/2K, velvet",
        "velvet/normal, velvet",
        "velvet_2k, ''",
        "velvet/velvet_2k, velvet",
        "capstan/LOD0, capstan",
        "capstan/lod_1, capstan",
        "capstan, capstan",
        "capstan/__, capstan/__",
        "capstan/n, capstan/n",
        "capstan/textures old, capstan/textures old",
        "'', ''"
    })
    void foldersThatArePartOfNames(String folder, String unit) {
        assertEquals(unit, MapFolders.unit(folder));
        assertEquals(!folder.equals(unit), MapFolders.isPart(folder));
    }

    @ParameterizedTest
    @CsvSource({"shore/oak.1012.png, 1012", "1012/oak.png, 0", "oak.png, 0"})
    void squaresInNames(String path, int tile) {
        assertEquals(tile, Sorter.tile(path));
    }
}
