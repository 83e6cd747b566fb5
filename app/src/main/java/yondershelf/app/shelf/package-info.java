/** The shelf: a virtualised grid of previews on ledges, and the card that unfolds under the chosen asset's row. */
@NullMarked
package yondershelf.app.shelf;

import org.jspecify.annotations.NullMarked;
