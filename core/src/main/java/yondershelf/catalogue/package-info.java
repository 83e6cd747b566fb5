/**
 * All libraries of this machine together: {@link yondershelf.catalogue.Catalogue} opens and scans them, measures and keeps facts,
 * takes and keeps previews, and answers searches. What it keeps outside the libraries is a cache, rebuilt at will.
 */
@NullMarked
package yondershelf.catalogue;

import org.jspecify.annotations.NullMarked;
