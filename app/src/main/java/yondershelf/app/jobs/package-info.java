/** What runs in the background, and what became of it. */
@NullMarked
package yondershelf.app.jobs;

import org.jspecify.annotations.NullMarked;
