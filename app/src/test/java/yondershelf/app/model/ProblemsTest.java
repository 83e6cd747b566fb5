package yondershelf.app.model;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;

import java.util.List;
import org.junit.jupiter.api.Test;
import yondershelf.content.Problem;

/** Problems stand side by side until each is put away. */
class ProblemsTest {
    private final Problems problems = new Problems();

    @Test
    void oneDoesNotOverwriteTheOther() {
        Problem lamp = new Problem("lamp.glb", "it is cut short", "Copy it again from where it came from");
        Problem rope = Problem.of("rope.obj", "its drive is away");
        problems.latest().set(lamp);
        problems.latest().set(rope);
        assertEquals(List.of(rope, lamp), problems.told());
        problems.latest().set(lamp);
        assertEquals(List.of(lamp, rope), problems.told(), "told again, it is the latest and stands there once");
        assertEquals(
                "lamp.glb\n  it is cut short.\n  Copy it again from where it came from.\nrope.obj\n  its drive is away.",
                Problems.details(problems.told()));
        problems.putAway(lamp);
        assertEquals(rope, problems.latest().get());
        problems.putAway(rope);
        assertNull(problems.latest().get());
    }

    @Test
    void putAwayAllAtOnceAndNeverTooMany() {
        for (int i = 0; i < 500; i++) {
            problems.latest().set(Problem.of("file " + i, "it is broken"));
        }
        assertEquals(200, problems.told().size());
        problems.latest().set(null);
        assertEquals(List.of(), problems.told());
    }
}
