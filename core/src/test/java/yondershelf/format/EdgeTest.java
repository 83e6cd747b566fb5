package yondershelf.format;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.DisabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.mend.Mend;
import yondershelf.references.Reach;
import yondershelf.work.Work;

/** Whatever a file holds is that file's problem: nothing it does ends work on the others. */
class EdgeTest {
    @TempDir
    Path folder;

    /** A chunk that says it is almost 4 GiB long, at the beginning, in the middle and in place of the pixels. */
    private static List<byte[]> lyingPictures() {
        List<byte[]> out = new ArrayList<>();
        byte[] sound = Formats.png(Picture.ofBytes(8, 8, 3, new byte[192]));
        // the closing chunk is not among them: behind it nothing counts
        for (int at = 8; at + 12 < sound.length; ) {
            int length = ByteBuffer.wrap(sound).getInt(at);
            for (int lie : new int[] {0xf0000000, 0x7fffffff, 0x80000000}) {
                byte[] lying = sound.clone();
                ByteBuffer.wrap(lying).putInt(at, lie);
                out.add(lying);
            }
            at += 12 + length;
        }
        return out;
    }

    @Test
    void lyingLengthsAreAPictureProblem() {
        List<byte[]> pictures = lyingPictures();
        assertTrue(pictures.size() >= 6);
        for (byte[] bytes : pictures) {
            ImageSource image = ImageSource.embedded("lie", bytes);
            assertTimeoutPreemptively(Duration.ofSeconds(100), () -> {
                assertThrows(ProblemException.class, () -> new Formats().readPicture(image));
                assertThrows(ProblemException.class, () -> new Formats().measure(image));
                assertThrows(ProblemException.class, () -> new Formats().verify(image));
            });
        }
    }

    /** The model beside the broken one is looked at, measured and shown as if nothing were. */
    @Test
    void oneDamagedPictureEndsNoScanCheckOrPreview() throws Exception {
        Path root = Files.createDirectory(folder.resolve("library"));
        int n = 0;
        for (byte[] bytes : lyingPictures()) {
            String uri = "data:image/png;base64," + Base64.getEncoder().encodeToString(bytes);
            Files.writeString(root.resolve("a" + n++ + ".gltf"), triangle(uri));
        }
        Files.writeString(root.resolve("deep.gltf"), "{\"asset\":".repeat(200_000) + "1" + "}".repeat(200_000));
        Files.writeString(root.resolve("z sound.gltf"), triangle("missing.png"));
        Catalogue catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats());
        Library library = catalogue.add(root, "");
        List<Problem> problems = new ArrayList<>();
        catalogue.scanning().scanAll(Work.telling(problems::add));
        assertEquals(n + 2, library.assets().size());
        for (Asset asset : library.assets()) {
            catalogue.contents().facts().of(asset);
        }
        Asset sound = library.assets().get(library.assets().size() - 1);
        assertTrue(catalogue.contents().facts().of(sound).readable());
        assertEquals(1, catalogue.contents().facts().of(sound).model().triangles());
        assertTrue(Mend.check(library, new Formats(), Work.SILENT).size() >= n);
        assertTrue(catalogue.contents().previews().take(sound, 16, 1, () -> false) != null);
    }

    private static String triangle(String picture) {
        ByteBuffer positions = ByteBuffer.allocate(36).order(java.nio.ByteOrder.LITTLE_ENDIAN);
        for (float f : new float[] {0, 0, 0, 1, 0, 0, 0, 1, 0}) {
            positions.putFloat(f);
        }
        return "{\"asset\":{\"version\":\"2.0\"},\"buffers\":[{\"byteLength\":36,\"uri\":"
                + "\"data:application/octet-stream;base64,"
                + Base64.getEncoder().encodeToString(positions.array())
                + "\"}],\"bufferViews\":[{\"buffer\":0,\"byteLength\":36}],\"accessors\":[{\"bufferView\":0,"
                + "\"componentType\":5126,\"count\":3,\"type\":\"VEC3\"}],\"images\":[{\"uri\":\"" + picture
                + "\"}],\"textures\":[{\"source\":0}],\"materials\":[{\"pbrMetallicRoughness\":{"
                + "\"baseColorTexture\":{\"index\":0}}}],\"meshes\":[{\"primitives\":[{\"attributes\":{\"POSITION\":0},"
                + "\"material\":0}]}],\"nodes\":[{\"mesh\":0}],\"scenes\":[{\"nodes\":[0]}]}";
    }

    @Test
    @DisabledOnOs(OS.WINDOWS)
    void pipesAndDevicesAreNeverOpened() throws Exception {
        Path pipe = folder.resolve("pipe.png");
        assertEquals(0, new ProcessBuilder("mkfifo", pipe.toString()).start().waitFor());
        for (Path odd : List.of(pipe, Path.of("/dev/zero"))) {
            assertTimeoutPreemptively(Duration.ofSeconds(100), () -> {
                assertThrows(ProblemException.class, () -> new Formats().readPicture(ImageSource.at(odd)));
                assertThrows(ProblemException.class, () -> new Formats().measure(ImageSource.at(odd)));
                assertThrows(ProblemException.class, () -> new Formats().readModel(odd));
                assertThrows(ProblemException.class, () -> Formats.notes(odd, new Reach()));
            });
        }
    }
}
