package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.List;
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
        Labels full = labels(List.of("brass"), List.of("lid"));
        Labels none = Labels.NONE;
        for (Labels one : List.of(
                new Labels(
                        full.name(),
                        none.tags(),
                        "",
                        "",
                        "",
                        "",
                        "",
                        false,
                        0,
                        none.space(),
                        none.excerpt(),
                        List.of()),
                new Labels("", full.tags(), "", "", "", "", "", false, 0, none.space(), none.excerpt(), List.of()),
                new Labels(
                        "",
                        none.tags(),
                        full.note(),
                        "",
                        "",
                        "",
                        "",
                        false,
                        0,
                        none.space(),
                        none.excerpt(),
                        List.of()),
                new Labels(
                        "",
                        none.tags(),
                        "",
                        full.author(),
                        "",
                        "",
                        "",
                        false,
                        0,
                        none.space(),
                        none.excerpt(),
                        List.of()),
                new Labels(
                        "",
                        none.tags(),
                        "",
                        "",
                        full.licence(),
                        "",
                        "",
                        false,
                        0,
                        none.space(),
                        none.excerpt(),
                        List.of()),
                new Labels(
                        "",
                        none.tags(),
                        "",
                        "",
                        "",
                        full.version(),
                        "",
                        false,
                        0,
                        none.space(),
                        none.excerpt(),
                        List.of()),
                new Labels(
                        "", none.tags(), "", "", "", "", full.job(), false, 0, none.space(), none.excerpt(), List.of()),
                new Labels("", none.tags(), "", "", "", "", "", true, 0, none.space(), none.excerpt(), List.of()),
                new Labels("", none.tags(), "", "", "", "", "", false, 5, none.space(), none.excerpt(), List.of()),
                new Labels("", none.tags(), "", "", "", "", "", false, 0, full.space(), none.excerpt(), List.of()),
                new Labels("", none.tags(), "", "", "", "", "", false, 0, none.space(), full.excerpt(), List.of()),
                new Labels(
                        "", none.tags(), "", "", "", "", "", false, 0, none.space(), none.excerpt(), full.apart()))) {
            assertEquals(one, Labels.parse(one.text()));
        }
    }
}
