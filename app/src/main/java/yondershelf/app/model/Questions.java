package yondershelf.app.model;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.jspecify.annotations.Nullable;

/** What only the user can decide, one question after the other; none of them keeps anybody from working on. */
public final class Questions {

    /**
     * One answer.
     *
     * @param hint what it will do, in a sentence
     */
    public record Choice(String word, String hint, Runnable act) {}

    /**
     * An answer that is typed.
     *
     * @param word on its button
     * @param start what stands there already
     * @param secret true when nobody is to see it: a password
     */
    public record Typed(String word, String hint, String start, boolean secret, Consumer<String> act) {
        public Typed(String word, String hint, String start, Consumer<String> act) {
            this(word, hint, start, false, act);
        }

        public static Typed secret(String word, String hint, Consumer<String> act) {
            return new Typed(word, hint, "", true, act);
        }
    }

    /** A question in one or two sentences, the answer most people want first. */
    public record Question(String words, @Nullable Typed typed, List<Choice> choices) {
        public Question {
            choices = List.copyOf(choices);
        }
    }

    private final Deque<Question> waiting = new ArrayDeque<>();
    private final ReadOnlyObjectWrapper<@Nullable Question> current = new ReadOnlyObjectWrapper<>();

    /** The question to be answered now; null when there is none. */
    public ReadOnlyObjectProperty<@Nullable Question> current() {
        return current.getReadOnlyProperty();
    }

    /** Asks, after those asked before. The same question is not asked twice at a time. */
    public void ask(String words, Choice... choices) {
        ask(words, null, choices);
    }

    /** The same with an answer that may be typed. */
    public void ask(String words, @Nullable Typed typed, Choice... choices) {
        Question now = current.get();
        boolean asked =
                now != null && now.words.equals(words) || waiting.stream().anyMatch(q -> q.words.equals(words));
        if (!asked) {
            waiting.add(new Question(words, typed, List.of(choices)));
            next();
        }
    }

    private void next() {
        if (current.get() == null) {
            current.set(waiting.poll());
        }
    }

    /** Gives the answer that was typed. */
    public void answer(Typed typed, String text) {
        current.set(null);
        typed.act.accept(text);
        next();
    }

    /** Gives an answer to the present question. */
    public void answer(Choice choice) {
        current.set(null);
        choice.act.run();
        next();
    }
}
