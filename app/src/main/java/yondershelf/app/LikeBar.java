package yondershelf.app;

import javafx.beans.binding.Bindings;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import yondershelf.app.model.Gap;
import yondershelf.app.model.MoreLike;
import yondershelf.app.model.ShelfModel;
import yondershelf.app.model.Words;
import yondershelf.words.Phrase;

/** Says what things on the shelf are to be like, while they are to be like something, and ends it. */
final class LikeBar extends HBox {
    private final MoreLike moreLike;
    private final ShelfModel shelf;
    private final Region swatch = new Region();
    private final Label title = new Label();

    LikeBar(MoreLike moreLike, ShelfModel shelf) {
        Gap.EVEN.between(this);
        this.moreLike = moreLike;
        this.shelf = shelf;
        setId("like");
        getStyleClass().add("like-bar");
        setAlignment(Pos.CENTER_LEFT);
        swatch.getStyleClass().add("colour-swatch");
        title.setMinWidth(0);
        Label left = new Label();
        left.getStyleClass().add("faint");
        left.setMinWidth(0);
        left.textProperty()
                .bind(Bindings.createStringBinding(
                        () -> moreLike.unseen().get() == 0
                                ? Phrase.of("app.the-likest-first")
                                : Phrase.of(
                                        "app.the-likest-first-not-looked",
                                        Words.plural(moreLike.unseen().get(), "asset")),
                        moreLike.unseen()));
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        Button end = new Button(Phrase.of("app.show-all"));
        end.setId("like-end");
        end.getStyleClass().add("quiet");
        end.setMinWidth(Region.USE_PREF_SIZE);
        end.setTooltip(new Tooltip(Phrase.of("app.things-need-not-be-like")));
        end.setOnAction(e -> moreLike.nothing());
        getChildren().addAll(swatch, title, left, gap, end);
        shelf.query().addListener((o, before, now) -> show(now.like()));
        show(shelf.query().get().like());
    }

    private void show(String like) {
        boolean any = !like.isEmpty();
        setVisible(any);
        setManaged(any);
        boolean colour = like.startsWith("#");
        swatch.setVisible(colour);
        swatch.setManaged(colour);
        if (colour) {
            swatch.setStyle("-fx-background-color: " + like + ";");
        }
        if (any) {
            title.setText("");
            moreLike.title(like, words -> {
                if (like.equals(shelf.query().get().like())) {
                    title.setText(words);
                }
            });
        }
    }
}
