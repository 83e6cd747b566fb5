/** The other views of the window: places, intake, mend, jobs, and the overlay of keys and commands. */
@NullMarked
package yondershelf.app.views;

import org.jspecify.annotations.NullMarked;
