/**
 * What is known of one library on this machine, as rows of an SQLite database: folders and what lay in them, what reading files
 * told, references between files, assets, facts and verdicts. A cache: {@link yondershelf.store.Store} makes it anew when it is
 * damaged or gone, and nothing that a person said is kept here alone.
 */
@NullMarked
package yondershelf.store;

import org.jspecify.annotations.NullMarked;
