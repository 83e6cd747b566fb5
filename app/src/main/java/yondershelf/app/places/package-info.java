/** The places at the left: libraries, folders, tags, kept searches; what is dropped on them. */
@NullMarked
package yondershelf.app.places;

import org.jspecify.annotations.NullMarked;
