/**
 * What the pictures of a texture set say about the roles their names tell. A judge is one class: it looks at some maps and says
 * what it takes them for, how sure it is, and why. Judges are asked when things come in; looking through a library goes by names.
 */
@NullMarked
package yondershelf.sorting.evidence;

import org.jspecify.annotations.NullMarked;
