/** The table: the scene drawn while it moves and refined at rest, and everything dropped on it. */
@NullMarked
package yondershelf.app.table;

import org.jspecify.annotations.NullMarked;
