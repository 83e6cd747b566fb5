package yondershelf.app.mend;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import javafx.event.Event;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.stage.Stage;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import yondershelf.app.Toolkit;
import yondershelf.mend.Finding;

/** A list of very many findings. */
class FindingListTest {
    private static final int FOUND = 20_000;

    private final List<Finding> chosen = new ArrayList<>();
    /** Its own: other tests go on with theirs as it is. */
    private @Nullable Stage stage;

    @AfterEach
    void hide() throws Exception {
        Stage shown = stage;
        if (shown != null) {
            Toolkit.run(shown::close);
        }
    }

    private static Finding finding(int i) {
        return new Finding(
                Finding.Code.TEXTURE_MISSING,
                Finding.Severity.ERROR,
                "asset " + i / 3,
                "crates/crate_" + i / 3 + ".obj",
                "map " + i + " is missing",
                "map " + i + " is named and not there",
                null);
    }

    private static Set<Node> cells(FindingList list) {
        list.applyCss();
        list.layout();
        return list.lookupAll(".finding-cell");
    }

    /** However many there are, no more are laid out than fit; one chosen elsewhere comes into view; keys go on from there. */
    @Test
    void onlyWhatIsInViewIsLaidOut() throws Exception {
        Toolkit.start();
        List<Finding> all = new ArrayList<>();
        for (int i = 0; i < FOUND; i++) {
            all.add(finding(i));
        }
        FindingList list = Toolkit.onFx(() -> {
            FindingList made = new FindingList(chosen::add);
            Stage own = new Stage();
            own.setScene(new Scene(made, 400, 600));
            own.show();
            stage = own;
            made.show(all);
            return made;
        });
        int laidOut = Toolkit.onFx(() -> cells(list).size());
        assertTrue(laidOut > 5 && laidOut < 100, laidOut + " laid out");
        Toolkit.run(() -> list.mark(all.get(15_001)));
        assertEquals(List.of(), chosen, "marking is not choosing");
        Toolkit.run(() -> {
            assertTrue(
                    cells(list).stream()
                            .anyMatch(c -> String.valueOf(c.getAccessibleText()).contains("map 15001 ")),
                    "it comes into view");
            assertTrue(cells(list).size() < 100);
            Event.fireEvent(list, new KeyEvent(KeyEvent.KEY_PRESSED, "", "", KeyCode.DOWN, false, false, false, false));
        });
        assertEquals(List.of(all.get(15_002)), chosen);
    }
}
