package yondershelf.app.table;

import org.jspecify.annotations.Nullable;
import yondershelf.library.Asset;

/** What carrying things of one kind to the table does. One class for each kind that has a place there. */
interface KindCarry {

    /**
     * What letting it go at a place would do.
     *
     * @param content what the asset holds
     */
    Carrying.Promise letGo(Asset asset, Object content, Carrying.Place at, Carrying.Way way);

    /**
     * What putting it on the table without the mouse does; null for what must be carried to its place.
     *
     * @param middle of what is seen
     */
    default Carrying.@Nullable Promise put(Asset asset, Object content, Carrying.Place middle) {
        return null;
    }

    /** The command for that; null likewise. */
    default @Nullable String command() {
        return null;
    }
}
