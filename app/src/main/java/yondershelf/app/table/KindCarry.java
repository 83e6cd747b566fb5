package yondershelf.app.table;

import org.jspecify.annotations.Nullable;
import yondershelf.library.Asset;

/** What carrying things of one kind to the table does. One class for each kind that has a place there. */
interface KindCarry {

    /**
     * What letting it go at a place would do.
     *
     * @param ready what the asset holds, and the table it comes to
     */
    Carrying.Promise letGo(Asset asset, Carrying.Ready ready, Carrying.Place at, Carrying.Way way);

    /**
     * What putting it on the table without the mouse does; null for what must be carried to its place.
     *
     * @param middle of what is seen
     */
    default Carrying.@Nullable Promise put(Asset asset, Carrying.Ready ready, Carrying.Place middle) {
        return null;
    }

    /** The command for that; null likewise. */
    default @Nullable String command() {
        return null;
    }
}
