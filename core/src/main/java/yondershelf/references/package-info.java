/**
 * What a file names, as text: percent-encoding (RFC 3986), separators, UV squares in names, and what may be reached from where a
 * file lies: {@link yondershelf.references.Reach} is the face.
 */
@NullMarked
package yondershelf.references;

import org.jspecify.annotations.NullMarked;
