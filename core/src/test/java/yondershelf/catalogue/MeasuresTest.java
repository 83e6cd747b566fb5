package yondershelf.catalogue;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import yondershelf.content.ImageSource;
import yondershelf.content.Kind;
import yondershelf.content.Material;
import yondershelf.content.Remarks;
import yondershelf.content.Role;
import yondershelf.content.Space;
import yondershelf.content.TextureUse;
import yondershelf.content.Wrap;
import yondershelf.facts.Facts;
import yondershelf.library.Labels;
import yondershelf.search.Traits;
import yondershelf.sorting.SortedItem;
import yondershelf.store.Findable;

/** What of facts can be looked for, and which files an asset's content is made of. */
class MeasuresTest {
    private static Facts facts(
            List<Facts.MaterialFacts> materials, Facts.ModelFacts model, Facts.PictureFacts picture) {
        return new Facts(Kind.MODEL, true, "", false, 10, Remarks.NONE, materials, model, picture);
    }

    private static Findable found(String measures) {
        return new Findable(1, "model", "Mast", "", "mast.glb", 1, "", measures, true, 3, 5);
    }

    private static Facts.MapFacts map(int width, int height) {
        return new Facts.MapFacts(Role.BASE_COLOR, "a.png", width, height, null, false);
    }

    @Test
    void measuresComeThroughTheStoreAsTheyWere() {
        Facts facts = facts(
                List.of(new Facts.MaterialFacts("wood", List.of(map(512, 128), map(16, 2048)))),
                new Facts.ModelFacts(List.of(0.25, 1.7504, 0.5), 1200, 700, 2, Facts.SceneFacts.NONE),
                new Facts.PictureFacts(640, 480, 12.34));
        String kept = Measures.of(facts);
        assertEquals("1200 2048 1750 123", kept);
        Traits traits = Measures.traits(Labels.NONE, found(kept));
        assertEquals(1200, traits.triangles());
        assertEquals(2048, traits.pixels());
        assertEquals(1750, traits.millimetres());
        assertEquals(123, traits.tenthsOfStops());
        assertTrue(traits.problems());
        assertEquals(3, traits.scenes());
        assertEquals(5, traits.colours());
    }

    @Test
    void whatWasNotMeasuredIsUnknown() {
        assertEquals("-1 -1 -1 -1", Measures.of(facts(List.of(), Facts.ModelFacts.NONE, Facts.PictureFacts.NONE)));
        assertEquals(
                "-1 640 -1 0",
                Measures.of(facts(List.of(), Facts.ModelFacts.NONE, new Facts.PictureFacts(640, 480, 0))));
        // a point has no length, which is known
        assertEquals(
                "1 -1 0 -1",
                Measures.of(facts(
                        List.of(),
                        new Facts.ModelFacts(List.of(0.0, 0.0, 0.0), 1, 3, 1, Facts.SceneFacts.NONE),
                        Facts.PictureFacts.NONE)));
        // larger than anything is as large as can be said
        assertEquals(
                "1073741824 -1 1073741824 -1",
                Measures.of(facts(
                        List.of(),
                        new Facts.ModelFacts(List.of(1e30, 1.0, 1.0), 1L << 40, 3, 1, Facts.SceneFacts.NONE),
                        Facts.PictureFacts.NONE)));
    }

    /** What a store says may be anything. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "1 2 3",
                "1 2 3 4 5",
                "1 2 3 x",
                "1  2 3",
                "12345678901 2 3 4",
                "1.5 2 3 4",
                "- 1 2 3",
                "+1 2 3 4"
            })
    void whatIsNoMeasureIsNothingMeasured(String kept) {
        Traits traits = Measures.traits(Labels.NONE, found(kept));
        assertEquals(Traits.UNKNOWN, traits.triangles());
        assertEquals(Traits.UNKNOWN, traits.tenthsOfStops());
        assertEquals(3, traits.scenes());
    }

    @Test
    void numbersOutOfRangeAreBrought() {
        Traits traits = Measures.traits(Labels.NONE, found("-7 9999999999 0 1"));
        assertEquals(Traits.UNKNOWN, traits.triangles());
        assertEquals(1 << 30, traits.pixels());
        assertEquals(0, traits.millimetres());
    }

    private static SortedItem.SortedFile file(String path, Role role) {
        return new SortedItem.SortedFile(path, role);
    }

    @Test
    void picturesOnSeveralSquaresAreOne() {
        Path root = Path.of("/shelf");
        SortedItem.SortedFile first = file("a/sign.1001.png", Role.BASE_COLOR);
        SortedItem.SortedFile rough = file("a/sign_rough.1001.png", Role.ROUGHNESS);
        ImageSource alone = OnSquares.of(
                new Source(root, "Sign", List.of(first, rough, file("a/other.1002.png", Role.BASE_COLOR))), first);
        assertEquals(ImageSource.at(root.resolve("a/sign.1001.png")).reference(), alone.reference());
        ImageSource many = OnSquares.of(
                new Source(root, "Sign", List.of(first, rough, file("a/sign.1002.png", Role.BASE_COLOR))), first);
        assertEquals("a/sign.<UDIM>.png", many.reference());
        assertEquals(root.resolve("a/sign.1001.png"), many.file());
        // of another role it is another map, whatever it is called
        ImageSource other =
                OnSquares.of(new Source(root, "Sign", List.of(first, file("a/sign.1002.png", Role.ROUGHNESS))), first);
        assertFalse(other.reference().contains("<"), other.reference());
        ImageSource plain = OnSquares.of(
                new Source(root, "Sign", List.of(file("a/sign.png", Role.NORMAL), first)),
                file("a/sign.png", Role.NORMAL));
        assertFalse(plain.reference().contains("<"), plain.reference());
    }

    /** The swatch form has one square: what lies on several is shown on it, the rest as it is. */
    @Test
    void theSwatchShowsAllSquaresOnOne() {
        TextureUse squares = new TextureUse(
                new ImageSource("a/sign.<UDIM>.png", Path.of("/shelf/a/sign.1001.png"), null),
                3,
                2,
                0.5,
                0,
                0,
                Wrap.REPEAT,
                Wrap.REPEAT,
                0);
        TextureUse plain = new TextureUse(
                ImageSource.at(Path.of("/shelf/a/rough.png")), 3, 2, 0.5, 0, 0, Wrap.REPEAT, Wrap.REPEAT, 0);
        EnumMap<Role, TextureUse> maps = new EnumMap<>(Map.of(Role.BASE_COLOR, squares, Role.ROUGHNESS, plain));
        Material worn = OnSquares.together(Material.ofMaps("sign", maps));
        assertEquals(1, Objects.requireNonNull(worn.maps().get(Role.BASE_COLOR)).scaleU());
        assertEquals(plain, worn.maps().get(Role.ROUGHNESS));
    }

    @Test
    void theFileThatIsMeantComesFirst() {
        Source source = new Source(
                Path.of("/shelf"),
                "Mast",
                List.of(file("a.glb", Role.NORMAL), file("b.glb", Role.HEIGHT)),
                Space.NONE,
                yondershelf.content.Excerpt.WHOLE);
        assertEquals(Path.of("/shelf/a.glb"), source.main());
        assertEquals(List.of(Path.of("/shelf/a.glb"), Path.of("/shelf/b.glb")), source.all());
    }
}
