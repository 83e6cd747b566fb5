/**
 * All libraries of this machine together: {@link yondershelf.catalogue.Catalogue} opens and looks through them, answers searches, and
 * gives facts, previews and content. What it keeps outside the libraries is a cache, rebuilt at will.
 */
@NullMarked
package yondershelf.catalogue;

import org.jspecify.annotations.NullMarked;
