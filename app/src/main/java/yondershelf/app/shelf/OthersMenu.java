package yondershelf.app.shelf;

import java.util.LinkedHashSet;
import java.util.Set;
import javafx.scene.control.MenuButton;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.Tooltip;
import yondershelf.app.model.Labelling;
import yondershelf.content.Kind;
import yondershelf.library.Asset;
import yondershelf.sorting.SortedItem.SortedFile;
import yondershelf.words.Phrase;

/** Levels of detail, versions and sizes that are kept with an asset, and which of them is shown and carried. */
final class OthersMenu extends MenuButton {
    private static final String FIRST = Phrase.of("shelf.the-finest-and-newest");

    private final Labelling labelling;
    private final Asset asset;

    OthersMenu(Labelling labelling, Asset asset) {
        this.labelling = labelling;
        this.asset = asset;
        String now = asset.excerpt().other();
        Set<String> others = others(asset);
        setId("others");
        getStyleClass().add("told");
        setText(Phrase.of("shelf.of", now.isEmpty() ? FIRST : now, others.size() + 1));
        setAccessibleText(Phrase.of("shelf.which-of-the-files-kept", getText()));
        setTooltip(new Tooltip(Phrase.of("shelf.which-level-of-detail-version")));
        choice(FIRST, "", now);
        others.forEach(which -> choice(which, which, now));
    }

    /** Of materials all maps are files of one thing: there is nothing to choose between. */
    static boolean isNeeded(Asset asset) {
        return asset.kind() != Kind.MATERIAL && !others(asset).isEmpty();
    }

    private static Set<String> others(Asset asset) {
        Set<String> out = new LinkedHashSet<>();
        asset.files().stream()
                .filter(file -> !file.isFrame())
                .map(SortedFile::variant)
                .filter(v -> !v.isEmpty())
                .forEach(out::add);
        return out;
    }

    private void choice(String title, String which, String now) {
        RadioMenuItem item = new RadioMenuItem(title);
        item.setMnemonicParsing(false);
        item.setSelected(which.equals(now));
        item.setOnAction(e -> labelling.tellExcerpt(asset, asset.excerpt().withOther(which)));
        getItems().add(item);
    }
}
