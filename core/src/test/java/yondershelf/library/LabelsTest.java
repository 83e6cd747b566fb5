package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;

import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import yondershelf.content.Excerpt;
import yondershelf.content.Space;

/** Labels as a store keeps them come back as they were. */
class LabelsTest {
    private static Labels labels(List<String> tags, List<String> apart) {
        return new Labels(
                "Storm lantern",
                new TreeSet<>(tags),
                "two lines\nof a note",
                "the workshop",
                "CC0-1.0",
                "v02",
                "jetty",
                true,
                4,
                new Space("cm", "+Z"),
                Excerpt.WHOLE.withNode("glass").withFirstFrame(true),
                apart);
    }

    @Test
    void keptLabelsComeBackAsTheyWere() {
        for (List<String> tags : List.of(
                List.<String>of(),
                List.of("brass"),
                List.of("brass", "timber/tarred", "wet"),
                List.of("a b", "a", "b"))) {
            for (List<String> apart : List.of(List.<String>of(), List.of("lid"), List.of("lid", "the handle"))) {
                Labels said = labels(tags, apart);
                assertEquals(said, Labels.parse(said.text()));
            }
        }
    }

    @Test
    void ofNothingNothingIsKept() {
        assertEquals("", Labels.NONE.text());
        assertEquals(Labels.NONE, Labels.parse(""));
        assertEquals(Labels.NONE, Labels.parse("cut short"));
    }

    /** Each field alone, so that none stands in another's place. */
    @Test
    void eachFieldAloneComesBackInItsPlace() {
        Map<String, String> fields = Map.ofEntries(
                Map.entry("name", "Storm lantern"),
                Map.entry("note", "two lines\nof a note"),
                Map.entry("author", "the workshop"),
                Map.entry("licence", "CC0-1.0"),
                Map.entry("version", "v02"),
                Map.entry("job", "jetty"),
                Map.entry("favourite", "true"),
                Map.entry("rating", "5"),
                Map.entry("units", "cm"),
                Map.entry("up", "+Z"),
                Map.entry("excerpt", Excerpt.WHOLE.withNode("glass").text()),
                Map.entry("apart", "lid"));
        fields.forEach((field, value) -> {
            Labels one = Labels.of(Map.of(field, value), new TreeSet<>());
            assertNotEquals(Labels.NONE, one, field);
            assertEquals(one, Labels.parse(one.text()), field);
        });
    }
}
