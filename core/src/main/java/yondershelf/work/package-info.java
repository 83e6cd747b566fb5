/**
 * Long pieces of work: progress, cancelling, results, and for each file that failed its problem.
 */
@NullMarked
package yondershelf.work;

import org.jspecify.annotations.NullMarked;
