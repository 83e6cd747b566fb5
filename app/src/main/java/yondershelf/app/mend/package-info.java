/** What was found to be wrong with assets, the evidence of it, and the changes to files that were made. */
@NullMarked
package yondershelf.app.mend;

import org.jspecify.annotations.NullMarked;
