package yondershelf.work;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Deque;
import java.util.List;
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

    private void act(History history, Object of, String what) {
        history.remember(of, what, () -> state++, () -> state--);
    }

    private static List<String> takenBack(History history) throws Exception {
        List<String> out = new ArrayList<>();
        while (history.undoable().isPresent()) {
            out.add(history.undoable().get());
            history.undo();
        }
        return out;
    }

    @Test
    void actsOfWhatHasGoneGoAndNoOthers() throws Exception {
        History history = new History();
        Object scene = new Object();
        Object library = new Object();
        act(history, scene, "place a lamp");
        act(history, library, "tag a stone");
        act(history, scene, "turn it");
        act(history, library, "mend a mast");
        history.undo();
        history.undo();
        int[] told = {0};
        history.onChange(() -> told[0]++);
        history.forget(scene);
        assertEquals(1, told[0]);
        assertEquals(Optional.of("mend a mast"), history.redoable());
        assertEquals(List.of("tag a stone"), takenBack(history));
        history.redo();
        history.redo();
        assertEquals(Optional.empty(), history.redoable(), "the turn has gone");
        assertEquals(Optional.of("mend a mast"), history.undoable());
    }

    /** Acts of earlier starts lie below those of this one, the latest on top; what was taken back then can be done again. */
    @Test
    void actsOfEarlierStartsLieBelow() throws Exception {
        List<History.Earlier> before = earlier("first", "second");
        List<History.Earlier> undone = earlier("fourth", "third");
        History history = new History();
        int[] told = {0};
        history.onChange(() -> told[0]++);
        history.begin(before, undone);
        assertEquals(1, told[0]);
        assertEquals(Optional.of("second"), history.undoable());
        history.redo();
        history.redo();
        assertEquals(3, told[0]);
        assertEquals(Optional.empty(), history.redoable());
        assertEquals(List.of("fourth", "third", "second", "first"), takenBack(history));
        assertEquals(7, told[0], "each taking back is told");

        History busy = new History();
        act(busy, this, "of this start");
        busy.begin(before, undone);
        assertEquals(Optional.empty(), busy.redoable(), "something was done meanwhile");
        assertEquals(List.of("of this start", "second", "first"), takenBack(busy));

        History back = new History();
        act(back, this, "of this start");
        back.undo();
        back.begin(before, undone);
        assertEquals(Optional.of("of this start"), back.redoable());
        back.redo();
        assertEquals(Optional.empty(), back.redoable());
    }

    private List<History.Earlier> earlier(String... acts) {
        return Arrays.stream(acts)
                .map(what -> new History.Earlier(what, () -> state++, () -> state--))
                .toList();
    }

    @Test
    void twoHundredActsAreKeptTheLatestOnes() throws Exception {
        History history = new History();
        for (int i = 0; i < 250; i++) {
            act(history, this, "act " + i);
        }
        history.begin(earlier("too old"), List.of());
        List<String> back = takenBack(history);
        assertEquals(200, back.size());
        assertEquals("act 249", back.get(0));
        assertEquals("act 50", back.get(199));
        History full = new History();
        full.begin(Collections.nCopies(300, earlier("earlier").get(0)), List.of());
        assertEquals(200, takenBack(full).size());
    }

    private static void fail() throws ProblemException {
        throw Problem.of("it", "it cannot be done").raise();
    }
}
