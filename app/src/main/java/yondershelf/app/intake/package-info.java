/** The view of what came: the plan as a tree of folders, each thing large, and all that can be said of it before it is taken in. */
@NullMarked
package yondershelf.app.intake;

import org.jspecify.annotations.NullMarked;
