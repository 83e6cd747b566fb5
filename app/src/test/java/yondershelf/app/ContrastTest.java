package yondershelf.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/**
 * Text can be read in both surroundings: contrasts by WCAG 2.2, success criterion 1.4.3, computed from the style sheet. None of the text
 * is large as meant there, so each needs 4.5 to 1.
 */
class ContrastTest {
    private static final double LEAST = 4.5;
    /** Where text may stand without its rule saying on what. */
    private static final List<String> SURFACES =
            List.of("chrome", "chrome-deep", "surface", "surface-raised", "surface-card", "field");

    private static final Pattern TOKEN = Pattern.compile("ys-([a-z-]+): *(#[0-9a-f]{6});");
    private static final Pattern RULE = Pattern.compile("([^{}]+)\\{([^{}]*)\\}");
    private static final Pattern TEXT = Pattern.compile("-fx-(?:prompt-)?text-fill: *(ys-[a-z-]+|#[0-9a-f]{6});");
    private static final Pattern GROUND = Pattern.compile("-fx-background-color: *(ys-[a-z-]+|#[0-9a-f]{6});");

    private static String sheet() throws Exception {
        try (InputStream in = Objects.requireNonNull(ShelfWindow.class.getResourceAsStream("shelf.css"))) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8).replaceAll("(?s)/\\*.*?\\*/", "");
        }
    }

    private static Map<String, String> tokens(String sheet, String selector) {
        int from = sheet.indexOf(selector);
        Map<String, String> out = new HashMap<>();
        Matcher token = TOKEN.matcher(sheet.substring(from, sheet.indexOf('}', from)));
        while (token.find()) {
            out.put(token.group(1), token.group(2));
        }
        return out;
    }

    /** Relative luminance, WCAG 2.2. */
    private static double luminance(String colour) {
        double out = 0;
        double[] weights = {0.2126, 0.7152, 0.0722};
        for (int i = 0; i < 3; i++) {
            double c = Integer.parseInt(colour.substring(1 + 2 * i, 3 + 2 * i), 16) / 255.0;
            out += weights[i] * (c <= 0.04045 ? c / 12.92 : Math.pow((c + 0.055) / 1.055, 2.4));
        }
        return out;
    }

    private static double contrast(String one, String other) {
        double a = luminance(one);
        double b = luminance(other);
        return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
    }

    private static String colour(String said, Map<String, String> tokens) {
        return said.startsWith("#") ? said : Objects.requireNonNull(tokens.get(said.substring(3)), said);
    }

    /** The formula itself: black on white is 21 to 1, and #767676 is known as the lightest grey that passes on white (common practice). */
    @Test
    void theFormula() {
        assertEquals(21, contrast("#000000", "#ffffff"), 1e-9);
        assertTrue(contrast("#767676", "#ffffff") >= LEAST && contrast("#777777", "#ffffff") < LEAST);
    }

    @Test
    void allTextCanBeRead() throws Exception {
        String sheet = sheet();
        Map<String, String> dark = tokens(sheet, ".window {");
        Map<String, String> light = new HashMap<>(dark);
        light.putAll(tokens(sheet, ".window.light {"));
        List<String> faint = new ArrayList<>();
        int pairs = 0;
        for (Map<String, String> tokens : List.of(dark, light)) {
            for (String selector : new TreeSet<>(rules(sheet).keySet())) {
                String body = Objects.requireNonNull(rules(sheet).get(selector));
                Matcher text = TEXT.matcher(body);
                while (text.find()) {
                    Matcher ground = GROUND.matcher(body);
                    List<String> grounds = new ArrayList<>();
                    if (ground.find()) {
                        grounds.add(colour(ground.group(1), tokens));
                    } else if (text.group(1).startsWith("ys-")) {
                        SURFACES.forEach(surface -> grounds.add(colour("ys-" + surface, tokens)));
                    }
                    for (String each : grounds) {
                        pairs++;
                        double contrast = contrast(colour(text.group(1), tokens), each);
                        if (contrast < LEAST) {
                            faint.add("%s: %s on %s is %.2f".formatted(selector, text.group(1), each, contrast));
                        }
                    }
                }
            }
        }
        assertTrue(pairs > 100, pairs + " pairs");
        assertEquals(List.of(), faint);
    }

    private static Map<String, String> rules(String sheet) {
        Map<String, String> out = new HashMap<>();
        Matcher rule = RULE.matcher(sheet);
        while (rule.find()) {
            out.merge(rule.group(1).strip(), rule.group(2), (a, b) -> a + b);
        }
        return out;
    }
}
