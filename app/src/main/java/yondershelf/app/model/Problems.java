package yondershelf.app.model;

import java.util.List;
import java.util.stream.Collectors;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Problem;
import yondershelf.content.Visible;

/** What went wrong and was not put away yet, latest first: one does not overwrite the other. On the interface thread alone. */
public final class Problems {
    private static final int MOST = 200;

    private final ObservableList<Problem> told = FXCollections.observableArrayList();
    private final ObjectProperty<@Nullable Problem> latest = new SimpleObjectProperty<>();

    Problems() {
        latest.addListener((o, was, now) -> {
            if (now == null) {
                told.clear();
            } else if (told.isEmpty() || !told.get(0).equals(now)) {
                add(now);
            }
        });
    }

    /** The latest one; set to null, all are put away. */
    ObjectProperty<@Nullable Problem> latest() {
        return latest;
    }

    /** All of them. */
    public ObservableList<Problem> told() {
        return FXCollections.unmodifiableObservableList(told);
    }

    /** On the interface thread. */
    void add(Problem problem) {
        told.remove(problem);
        told.add(0, problem);
        if (told.size() > MOST) {
            told.remove(MOST, told.size());
        }
    }

    /** Puts one away; what was told before it is the latest then. */
    public void putAway(Problem problem) {
        told.remove(problem);
        latest.set(told.isEmpty() ? null : told.get(0));
    }

    /** Copies them as text: file, cause and what to do, a paragraph each. */
    public void copyDetails() {
        ClipboardContent content = new ClipboardContent();
        content.putString(details(told));
        Clipboard.getSystemClipboard().setContent(content);
    }

    static String details(List<Problem> problems) {
        return problems.stream()
                .map(p -> Visible.text(p.file()) + "\n  " + Visible.text(p.cause()) + "."
                        + (p.advice().isEmpty() ? "" : "\n  " + Visible.text(p.advice()) + "."))
                .collect(Collectors.joining("\n"));
    }
}
