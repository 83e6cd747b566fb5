/**
 * A library to findings, findings to remedies, remedies to changes that can be undone. A remedy changes as few bytes as it
 * can: a reference inside a model file is rewritten in place, or the picture is put where the model looks for it.
 * Assets that are moved keep what they name in the same way.
 */
@NullMarked
package yondershelf.mend;

import org.jspecify.annotations.NullMarked;
