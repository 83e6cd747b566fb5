package yondershelf.app.window;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.PasswordField;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Gap;
import yondershelf.app.model.Questions;

/** The question of the moment, across the window under the search line, with its answers as buttons. */
public final class QuestionBar extends HBox {
    private final Questions questions;

    public QuestionBar(Questions questions) {
        Gap.WIDE.between(this);
        this.questions = questions;
        setId("question");
        getStyleClass().add("question-bar");
        setAlignment(Pos.CENTER_LEFT);
        questions.current().addListener((o, before, now) -> show(now));
        show(questions.current().get());
    }

    private void type(Questions.Typed typed, List<Questions.Choice> choices) {
        TextField field = typed.secret() ? new PasswordField() : new TextField(typed.start());
        field.setId("question-typed");
        field.setAccessibleText(typed.hint());
        field.setTooltip(new Tooltip(typed.hint()));
        field.setPrefColumnCount(typed.secret() ? 12 : 20);
        Button button = new Button(typed.word());
        button.setTooltip(new Tooltip(typed.hint()));
        button.setMinWidth(Region.USE_PREF_SIZE);
        button.getStyleClass().add("main-act");
        button.setOnAction(e -> questions.answer(typed, field.getText()));
        field.setOnAction(e -> button.fire());
        // what it is about may have been anywhere: the keys are wanted here now
        field.setOnKeyPressed(e -> {
            if (e.getCode() == KeyCode.ESCAPE && !choices.isEmpty()) {
                questions.answer(choices.get(choices.size() - 1));
                e.consume();
            }
        });
        getChildren().addAll(field, button);
        field.requestFocus();
        field.selectAll();
    }

    private void show(Questions.@Nullable Question question) {
        getChildren().clear();
        setVisible(question != null);
        setManaged(question != null);
        if (question == null) {
            return;
        }
        Label words = new Label(question.words());
        words.setWrapText(true);
        words.setMinHeight(Region.USE_PREF_SIZE);
        HBox.setHgrow(words, Priority.ALWAYS);
        words.setMaxWidth(Double.MAX_VALUE);
        getChildren().add(words);
        boolean first = question.typed() == null;
        if (question.typed() != null) {
            type(question.typed(), question.choices());
        }
        for (Questions.Choice choice : question.choices()) {
            Button button = new Button(choice.word());
            button.setTooltip(new Tooltip(choice.hint()));
            button.setMinWidth(Region.USE_PREF_SIZE);
            button.setOnAction(e -> questions.answer(choice));
            if (first) {
                button.getStyleClass().add("main-act");
            }
            first = false;
            getChildren().add(button);
        }
    }
}
