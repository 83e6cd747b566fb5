package yondershelf.app;

import static yondershelf.app.Toolkit.await;
import static yondershelf.app.Toolkit.onFx;
import static yondershelf.app.Toolkit.run;

import java.nio.file.Path;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.ResourceBundle;
import java.util.Set;
import java.util.TreeSet;
import javafx.scene.Node;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextInputControl;
import javafx.scene.text.Text;
import yondershelf.app.model.Workspace;
import yondershelf.words.Phrase;

/** The window in the language of this process, each view in turn; tells what is wrong with what it says, and ends. */
final class LanguageMain {
    private static final Set<String> TOLD = new TreeSet<>();
    private static int seen;

    private LanguageMain() {}

    /** @param args an empty folder */
    public static void main(String[] args) throws Exception {
        Set<String> foreign = foreign();
        try (WindowDriver on = new WindowDriver(Path.of(args[0]))) {
            look(on, "shelf", foreign);
            run(() -> on.window.grid().choose(on.named("Storm lantern"), true));
            await("the card", () -> !on.window.lookupAll(".card").isEmpty());
            look(on, "card", foreign);
            run(() -> on.window.table().put(on.named("Storm lantern")));
            await("it stands", () -> on.standing() == 1);
            look(on, "table", foreign);
            run(() -> on.workspace.view().set(Workspace.View.MEND));
            look(on, "mend", foreign);
            run(() -> on.window.bring(List.of(on.demo("packs/shingle_study.zip"))));
            await("a plan", () -> on.window.lookup("#take-in") instanceof ButtonBase take && !take.isDisabled());
            look(on, "intake", foreign);
        }
        System.out.println("language " + Phrase.language().toLanguageTag());
        System.out.println("seen " + seen);
        TOLD.forEach(System.out::println);
        System.exit(0);
    }

    /** Phrases of English that another language says in other words. */
    private static Set<String> foreign() {
        ResourceBundle english = ResourceBundle.getBundle(
                "yondershelf.words.phrases",
                Locale.ENGLISH,
                ResourceBundle.Control.getNoFallbackControl(ResourceBundle.Control.FORMAT_PROPERTIES));
        Set<String> out = new HashSet<>();
        Set<String> own = new HashSet<>();
        for (String key : Collections.list(english.getKeys())) {
            out.add(english.getString(key));
            own.add(Phrase.bundle().getString(key));
        }
        out.removeAll(own);
        // names of tags are nobody's phrases
        out.removeIf(phrase -> phrase.matches("[a-z ]+"));
        return out;
    }

    private static void look(WindowDriver on, String view, Set<String> foreign) throws Exception {
        Toolkit.pulse();
        await("at rest", on::isQuiet);
        Toolkit.pulse();
        onFx(() -> ControlFaults.of(on.window)).forEach(fault -> TOLD.add("fault " + view + ": " + fault));
        run(() -> ControlFaults.each(on.window, node -> words(node, view, foreign)));
    }

    private static void words(Node node, String view, Set<String> foreign) {
        String said = node instanceof Labeled labeled
                ? labeled.getText()
                : node instanceof TextInputControl text ? text.getPromptText() : null;
        if (said == null || said.isBlank()) {
            return;
        }
        seen++;
        if (foreign.contains(said)) {
            TOLD.add("english " + view + ": " + said);
        }
        if (node instanceof ButtonBase button && !button.getStyleClass().contains("long-word")) {
            for (Node child : button.getChildrenUnmodifiable()) {
                if (child instanceof Text text && text.getText().contains("...") && !said.contains("...")) {
                    TOLD.add("cut " + view + ": " + text.getText());
                }
            }
        }
    }
}
