package yondershelf.app.shelf;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.Tooltip;
import yondershelf.app.model.Labelling;
import yondershelf.app.model.Words;
import yondershelf.content.Excerpt;
import yondershelf.facts.Facts;
import yondershelf.library.Asset;
import yondershelf.words.Phrase;

/** What a model file holds of a scene, and what of it is meant: all of it, one node, another scene, the first frame. */
final class ExcerptMenu extends MenuButton {
    private final Labelling labelling;
    private final Asset asset;
    private final Excerpt now;

    /** @param said its nodes that are assets of their own */
    ExcerptMenu(Labelling labelling, Asset asset, Facts.SceneFacts scene, List<String> said) {
        this.labelling = labelling;
        this.asset = asset;
        this.now = asset.excerpt();
        setId("excerpt");
        getStyleClass().add("told");
        setText(words(scene, now));
        setWrapText(true);
        setAccessibleText(Phrase.of("shelf.what-of-this-file-is", getText()));
        setTooltip(new Tooltip(Phrase.of("shelf.what-of-this-file-is-shown")));
        if (!asset.isApart()) {
            parts(scene, said);
        }
        if (scene.animations() > 0 || now.firstFrame()) {
            CheckMenuItem first = new CheckMenuItem(Phrase.of("shelf.first-frame-of-its-animation"));
            first.setSelected(now.firstFrame());
            first.setOnAction(e -> labelling.tellExcerpt(asset, now.withFirstFrame(!now.firstFrame())));
            getItems().add(first);
        }
    }

    /** What is there to choose of a whole file. */
    private void parts(Facts.SceneFacts scene, List<String> said) {
        RadioMenuItem whole = choice(Phrase.of("shelf.all-of-it"), now.node().isEmpty(), now.withNode(""));
        getItems().add(whole);
        if (!scene.names().isEmpty() || !now.node().isEmpty()) {
            getItems().add(nodes(scene.names()));
            getItems().add(apart(scene.names(), said));
        }
        for (int i = 0; scene.scenes() > 1 && i < scene.scenes(); i++) {
            getItems().add(choice(Phrase.of("shelf.scene", i + 1), now.scene() == i, now.withScene(i)));
        }
    }

    /** Nodes as assets of their own, beside this one: nothing is copied. */
    private Menu apart(List<String> names, List<String> said) {
        Menu menu = new Menu(Phrase.of("shelf.assets-of-their-own"));
        List<String> all = new ArrayList<>(names);
        said.stream().filter(n -> !all.contains(n)).forEach(all::add);
        for (String name : all) {
            CheckMenuItem item = new CheckMenuItem(name);
            item.setMnemonicParsing(false);
            item.setSelected(said.contains(name));
            item.setOnAction(e -> labelling.takeApart(asset, name, !said.contains(name)));
            menu.getItems().add(item);
        }
        return menu;
    }

    /** True when there is anything to choose. */
    static boolean isNeeded(Asset asset, Facts.SceneFacts scene) {
        if (asset.isApart()) {
            return scene.animations() > 0;
        }
        return !asset.excerpt().isWhole()
                || scene.nodes() > 1
                || scene.scenes() > 1
                || scene.animations() > 0
                || !scene.lights().isEmpty()
                || !scene.cameras().isEmpty();
    }

    private Menu nodes(List<String> names) {
        Menu menu = new Menu(Phrase.of("shelf.one-node"));
        List<String> all = new ArrayList<>(names);
        if (!now.node().isEmpty() && !all.contains(now.node())) {
            all.add(0, now.node());
        }
        all.forEach(name -> menu.getItems().add(choice(name, name.equals(now.node()), now.withNode(name))));
        return menu;
    }

    private RadioMenuItem choice(String title, boolean chosen, Excerpt wanted) {
        RadioMenuItem item = new RadioMenuItem(title);
        item.setMnemonicParsing(false);
        item.setSelected(chosen);
        item.setOnAction(e -> labelling.tellExcerpt(asset, wanted));
        return item;
    }

    private static String words(Facts.SceneFacts scene, Excerpt shown) {
        List<String> words = new ArrayList<>();
        if (!shown.isWhole()) {
            words.add(shown.text());
        }
        if (scene.nodes() > 1 && shown.node().isEmpty()) {
            words.add(Words.plural(scene.nodes(), "node"));
        }
        if (!scene.lights().isEmpty()) {
            words.add(Words.plural(scene.lights().size(), "light"));
        }
        if (!scene.cameras().isEmpty()) {
            words.add(Words.plural(scene.cameras().size(), "camera"));
        }
        if (scene.scenes() > 1) {
            words.add(Words.plural(scene.scenes(), "scene"));
        }
        if (scene.animations() > 0) {
            words.add(Words.plural(scene.animations(), "animation"));
        }
        return words.isEmpty() ? Phrase.of("shelf.all-of-it-2") : String.join(", ", words);
    }
}
