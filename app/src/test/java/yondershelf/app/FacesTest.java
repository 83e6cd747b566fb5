package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.awt.Font;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** The style sheet names the faces that ship with the program and no others: another one would only be found on some machines. */
class FacesTest {
    private static final Pattern FAMILY = Pattern.compile("-fx-font-family: *\"([^\"]+)\"");

    @Test
    void everyFaceThatIsNamedShips() throws Exception {
        TreeSet<String> shipped = new TreeSet<>();
        for (String file : List.of("OpenSans-Regular.ttf", "OpenSans-Semibold.ttf")) {
            try (InputStream in = Objects.requireNonNull(ShelfWindow.class.getResourceAsStream("fonts/" + file))) {
                // as the file itself names its face, read by the platform
                shipped.add(Font.createFont(Font.TRUETYPE_FONT, in).getFamily());
            }
        }
        TreeSet<String> named = new TreeSet<>();
        try (InputStream in = Objects.requireNonNull(ShelfWindow.class.getResourceAsStream("shelf.css"))) {
            Matcher family = FAMILY.matcher(new String(in.readAllBytes(), StandardCharsets.UTF_8));
            while (family.find()) {
                named.add(family.group(1));
            }
        }
        assertEquals(shipped, named);
    }
}
