/** What all views share: hints in empty places, lines of lists, evidence in pictures, tags as chips, the question bar, the keys. */
@NullMarked
package yondershelf.app.window;

import org.jspecify.annotations.NullMarked;
