package yondershelf.app.views;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.PasswordField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Questions;

/** The question of the moment, across the window under the search line, with its answers as buttons. */
public final class QuestionBar extends HBox {
    private final Questions questions;

    public QuestionBar(Questions questions) {
        super(10);
        this.questions = questions;
        setId("question");
        getStyleClass().add("question-bar");
        setAlignment(Pos.CENTER_LEFT);
        questions.current().addListener((o, before, now) -> show(now));
        show(questions.current().get());
    }

    private void type(Questions.Typed typed) {
        PasswordField field = new PasswordField();
        field.setId("question-typed");
        field.setAccessibleText(typed.hint());
        field.setTooltip(new Tooltip(typed.hint()));
        field.setPrefColumnCount(12);
        Button button = new Button(typed.word());
        button.setTooltip(new Tooltip(typed.hint()));
        button.setMinWidth(Region.USE_PREF_SIZE);
        button.getStyleClass().add("main-act");
        button.setOnAction(e -> questions.answer(typed, field.getText()));
        field.setOnAction(e -> button.fire());
        getChildren().addAll(field, button);
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
            type(question.typed());
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
