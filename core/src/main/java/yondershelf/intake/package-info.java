/**
 * Folders, files and archives to a plan, and the plan to assets of a library. Archive entries are checked before they are
 * unpacked (path traversal: CWE-22; decompression bombs: CWE-409); whatever is written can be undone.
 */
@NullMarked
package yondershelf.intake;

import org.jspecify.annotations.NullMarked;
