package yondershelf.catalogue;

import yondershelf.library.Asset;
import yondershelf.library.Labels;
import yondershelf.search.Key;

/**
 * An asset with what was said of it, as the shelf and its card show it.
 *
 * @param away true when its library cannot be reached now
 * @param millimetres its largest extent; {@link yondershelf.search.Traits#UNKNOWN} when that was not measured, or it has none
 */
public record Shown(Asset asset, Labels labels, String library, boolean away, int millimetres) {

    /** The name given by a person, or the one made from the file. */
    public String name() {
        return labels.name().isEmpty() ? asset.name() : labels.name();
    }

    public Key key() {
        return new Key(library, asset.row());
    }
}
