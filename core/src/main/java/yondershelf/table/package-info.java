/**
 * The scene being assembled: placements, light, undo; where a carried model comes to rest; the scene file, a GLB (glTF 2.0)
 * whose extras remember which assets things came from.
 */
@NullMarked
package yondershelf.table;

import org.jspecify.annotations.NullMarked;
