package yondershelf.bench;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.image.ImageView;
import org.jspecify.annotations.Nullable;
import yondershelf.app.ShelfWindow;

/**
 * How soon a person who answers the first question sees the things: from the click on the folder that is proposed to the first previews,
 * to a screen full of them, and to the last of those in their full quality.
 */
record FirstAnswer(WindowProbe probe, ShelfWindow window) {
    private static final int A_ROW = 4;
    private static final int MOST_OF_A_SCREEN = 12;

    void run(long since) throws Exception {
        WindowProbe.await(() -> proposed() != null);
        Figures.say("window to a proposed folder", (System.nanoTime() - since) / 1e6, "ms");
        probe.longestWait();
        long answered = WindowProbe.onFx(() -> {
            Button folder = proposed();
            if (folder == null) {
                throw new IllegalStateException("the proposed folder has gone");
            }
            long now = System.nanoTime();
            folder.fire();
            return now;
        });
        say(1, "answer to the first preview", answered);
        say(A_ROW, "answer to four previews", answered);
        say(MOST_OF_A_SCREEN, "answer to twelve previews", answered);
        WindowProbe.await(() -> window.grid().loader().isInViewSettled() && drawn() >= MOST_OF_A_SCREEN);
        Figures.say("answer to all in view in full quality", (System.nanoTime() - answered) / 1e6, "ms");
        Figures.say("  longest wait of an event meanwhile", probe.longestWait(), "ms");
    }

    private void say(int many, String what, long answered) throws Exception {
        WindowProbe.await(() -> drawn() >= many);
        Figures.say(what, (System.nanoTime() - answered) / 1e6, "ms");
    }

    /** Looked for as a person would: the first folder that is offered. */
    private @Nullable Button proposed() {
        return window.lookup("#first-question .likely") instanceof Button b ? b : null;
    }

    /** Tiles in view with a picture on them, drafts too. */
    private long drawn() {
        return tiles().stream()
                .filter(n -> n.lookup(".image-view") instanceof ImageView v && v.getImage() != null)
                .count();
    }

    private List<Node> tiles() {
        return window.grid().lookupAll(".tile").stream().filter(Node::isVisible).toList();
    }
}
