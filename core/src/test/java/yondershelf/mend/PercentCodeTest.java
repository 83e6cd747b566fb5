package yondershelf.mend;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import yondershelf.Rounds;
import yondershelf.content.ImageSource;
import yondershelf.content.Model;
import yondershelf.content.Picture;
import yondershelf.content.Role;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.references.PercentCode;
import yondershelf.sorting.SortedItem;
import yondershelf.work.Work;

/** Codes in references mean the same to who reads, sorts, mends and writes. */
class PercentCodeTest {
    @TempDir
    Path folder;

    /** RFC 3986, 2.1 and 2.4: decoded once, and not where the code is broken. */
    @ParameterizedTest
    @CsvSource({
        "Stein%20%281%29.png, Stein (1).png",
        "100%25.png, 100%.png",
        "100%2525.png, 100%25.png",
        "h%C3%B6he.png, h\u00f6he.png",
        "a+b%20c.png, a+b c.png"
    })
    void decodedOnce(String written, String meant) {
        assertEquals(Optional.of(meant), PercentCode.decoded(written));
    }

    @Test
    void brokenCodesAreNone() {
        for (String text : List.of("100%.png", "%g0.png", "%2", "plain.png")) {
            assertEquals(Optional.empty(), PercentCode.decoded(text));
        }
    }

    /** What is written is a URI reference by the JDK's reading, and means the path again. */
    @Test
    void encodedMeansTheSame() throws Exception {
        SplittableRandom r = new SplittableRandom(9);
        for (int i = 0; i < Rounds.of(2_000); i++) {
            StringBuilder path = new StringBuilder("p");
            for (int k = r.nextInt(12); k > 0; k--) {
                path.append((char) (r.nextInt(8) == 0 ? 0x00e0 + r.nextInt(500) : ' ' + r.nextInt(95)));
            }
            String encoded = PercentCode.encoded(path.toString());
            assertEquals(path.toString(), PercentCode.decoded(encoded).orElse(encoded));
            assertEquals(path.toString(), new URI(encoded).getPath());
        }
    }

    /** One model, four readers of its reference: all mean the same file. */
    @ParameterizedTest
    @CsvSource({"Stein%20%281%29.png, Stein (1).png", "100%25.png, 100%.png", "a%23b.png, a#b.png"})
    void everyoneMeansTheSameFile(String written, String meant) throws Exception {
        Path props = Files.createDirectories(folder.resolve("props"));
        Files.write(props.resolve(meant), Formats.png(Picture.ofBytes(2, 2, 1, new byte[] {1, 2, 3, 4})));
        String json = "{\"asset\":{\"version\":\"2.0\"},\"nodes\":[{\"mesh\":0}],\"meshes\":[{\"primitives\":[{"
                + "\"attributes\":{\"POSITION\":0},\"material\":0}]}],\"materials\":[{\"pbrMetallicRoughness\":{"
                + "\"baseColorTexture\":{\"index\":0}}}],\"textures\":[{\"source\":0}],\"images\":[{\"uri\":\""
                + written
                + "\"}],\"accessors\":[{\"componentType\":5126,\"count\":3,\"type\":\"VEC3\"}]}";
        Path file = props.resolve("stone.gltf");
        Files.writeString(file, json);
        Model model = new Formats().readModel(file);
        ImageSource image = Objects.requireNonNull(
                        model.materials().get(0).maps().get(Role.BASE_COLOR))
                .image();
        assertEquals(props.resolve(meant), image.file());
        Library library = Library.open(props, "Props", "desk");
        library.scan(new Formats(), Work.SILENT);
        List<Asset> assets = library.assets();
        assertEquals(1, assets.size(), "the picture belongs to the model");
        List<String> belonging = new ArrayList<>();
        for (SortedItem.SortedFile own : assets.getFirst().files()) {
            belonging.add(own.path());
        }
        assertEquals(List.of("stone.gltf", meant), belonging);
        assertEquals(
                List.of(),
                Mend.check(library, new Formats(), Work.SILENT).stream()
                        .filter(f -> f.code() == Finding.Code.TEXTURE_MISSING)
                        .toList());
    }
}
