package yondershelf.work;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;

/** The one list of acts, against the simplest thing that does the same: two stacks of whole states. */
class HistoryTest {
    private int state;

    @Test
    void anyWalkBackAndForthEndsAsTwoStacksOfStatesWould() throws Exception {
        SplittableRandom random = new SplittableRandom(2);
        History history = new History();
        Deque<Integer> before = new ArrayDeque<>();
        Deque<Integer> after = new ArrayDeque<>();
        int next = 1;
        for (int step = 0; step < 5000; step++) {
            int what = random.nextInt(5);
            if (what < 2) {
                int from = state;
                int to = next++;
                before.push(from);
                after.clear();
                history.perform("become " + to, () -> state = to, () -> state = from);
            } else if (what < 4 && !before.isEmpty() && step % 7 != 0) {
                after.push(state);
                int expected = before.pop();
                history.undo();
                assertEquals(expected, state);
            } else if (!after.isEmpty()) {
                before.push(state);
                int expected = after.pop();
                history.redo();
                assertEquals(expected, state);
            }
            while (before.size() > 200) {
                before.removeLast();
            }
            assertEquals(before.isEmpty(), history.undoable().isEmpty());
            assertEquals(after.isEmpty(), history.redoable().isEmpty());
        }
    }

    @Test
    void whatFailsChangesNothingInTheList() throws Exception {
        History history = new History();
        int[] told = {0};
        history.onChange(() -> told[0]++);
        assertThrows(ProblemException.class, () -> history.perform("fail", HistoryTest::fail, () -> {}));
        assertEquals(Optional.empty(), history.undoable());
        history.perform("one way", () -> state = 1, HistoryTest::fail);
        assertThrows(ProblemException.class, history::undo);
        assertEquals(Optional.of("one way"), history.undoable());
        assertEquals(1, told[0]);
        history.remember("no way forth", HistoryTest::fail, () -> state = 2);
        history.undo();
        assertEquals(2, state);
        assertThrows(ProblemException.class, history::redo);
        assertEquals(Optional.of("no way forth"), history.redoable());
        assertEquals(Optional.of("one way"), history.undoable());
    }

    private static void fail() throws ProblemException {
        throw Problem.of("it", "it cannot be done").raise();
    }
}
