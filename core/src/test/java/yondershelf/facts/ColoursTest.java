package yondershelf.facts;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import yondershelf.content.BasicColour;
import yondershelf.content.Picture;

class ColoursTest {
    /**
     * Keywords of CSS Color Module Level 4, section 6.1, that end in a basic colour term, with their values (from memory). The fields'
     * borders were adjusted on these very keywords: this shows that they agree, not that they hold for others.
     */
    private static final String KEYWORDS = """
            black 000000
            white ffffff
            floralwhite fffaf0
            ghostwhite f8f8ff
            navajowhite ffdead
            antiquewhite faebd7
            gray 808080
            dimgray 696969
            darkgray a9a9a9
            lightgray d3d3d3
            red ff0000
            darkred 8b0000
            indianred cd5c5c
            orangered ff4500
            orange ffa500
            darkorange ff8c00
            yellow ffff00
            lightyellow ffffe0
            lightgoldenrodyellow fafad2
            green 008000
            darkgreen 006400
            lightgreen 90ee90
            palegreen 98fb98
            limegreen 32cd32
            forestgreen 228b22
            seagreen 2e8b57
            lightseagreen 20b2aa
            darkseagreen 8fbc8f
            mediumseagreen 3cb371
            springgreen 00ff7f
            mediumspringgreen 00fa9a
            lawngreen 7cfc00
            darkolivegreen 556b2f
            blue 0000ff
            darkblue 00008b
            mediumblue 0000cd
            midnightblue 191970
            royalblue 4169e1
            cornflowerblue 6495ed
            dodgerblue 1e90ff
            deepskyblue 00bfff
            skyblue 87ceeb
            lightskyblue 87cefa
            lightblue add8e6
            powderblue b0e0e6
            steelblue 4682b4
            lightsteelblue b0c4de
            aliceblue f0f8ff
            cadetblue 5f9ea0
            slateblue 6a5acd
            darkslateblue 483d8b
            mediumslateblue 7b68ee
            purple 800080
            mediumpurple 9370db
            rebeccapurple 663399
            pink ffc0cb
            hotpink ff69b4
            deeppink ff1493
            lightpink ffb6c1
            brown a52a2a
            sandybrown f4a460
            rosybrown bc8f8f
            saddlebrown 8b4513
            """;

    private static BasicColour of(int rgb) {
        float[] lab = new float[3];
        Lab.of(rgb >> 16, rgb >> 8 & 0xff, rgb & 0xff, lab);
        return BasicColour.of(lab[0], lab[1], lab[2]);
    }

    /** At least nine of ten keywords are called as they are named. */
    @Test
    void keywordsAreCalledAsTheyAreNamed() {
        List<String> otherwise = new ArrayList<>();
        List<String> lines = KEYWORDS.lines().toList();
        for (String line : lines) {
            String[] parts = line.split(" ");
            BasicColour colour = of(Integer.parseInt(parts[1], 16));
            String word = colour == BasicColour.GREY ? "gray" : colour.word();
            if (!parts[0].endsWith(word)) {
                otherwise.add(parts[0] + " " + colour);
            }
        }
        assertTrue(otherwise.size() * 10 <= lines.size(), otherwise.toString());
    }

    /** Ten terms have the keyword that bears their name alone; that of brown is called red here, and woods stand for it. */
    @Test
    void eachTermIsItsOwn() {
        assertEquals(BasicColour.BLACK, of(0x000000));
        assertEquals(BasicColour.WHITE, of(0xffffff));
        assertEquals(BasicColour.GREY, of(0x808080));
        assertEquals(BasicColour.RED, of(0xff0000));
        assertEquals(BasicColour.ORANGE, of(0xffa500));
        assertEquals(BasicColour.YELLOW, of(0xffff00));
        assertEquals(BasicColour.GREEN, of(0x008000));
        assertEquals(BasicColour.BLUE, of(0x0000ff));
        assertEquals(BasicColour.PURPLE, of(0x800080));
        assertEquals(BasicColour.PINK, of(0xffc0cb));
        // common practice, no source: wood and rust
        assertEquals(BasicColour.BROWN, of(0x8b5a2b));
        assertEquals(BasicColour.BROWN, of(0x6b4423));
        assertEquals(Optional.of(BasicColour.GREY), BasicColour.of("Gray"));
        assertEquals(Optional.empty(), BasicColour.of("mauve"));
    }

    /** What covers a quarter counts, what covers less does not. */
    @Test
    void coloursOfAPicture() {
        int size = 64;
        byte[] rgb = new byte[size * size * 3];
        for (int i = 0; i < size * size; i++) {
            int y = i / size;
            int colour = y < 40 ? 0x0000ff : y < 60 ? 0x008000 : 0xff0000;
            rgb[3 * i] = (byte) (colour >> 16);
            rgb[3 * i + 1] = (byte) (colour >> 8);
            rgb[3 * i + 2] = (byte) colour;
        }
        Picture picture = Picture.ofBytes(size, size, 3, rgb);
        assertEquals(
                Set.copyOf(EnumSet.of(BasicColour.BLUE, BasicColour.GREEN)),
                Signature.of(picture).colours());
    }
}
