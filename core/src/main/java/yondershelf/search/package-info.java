/**
 * Assets and a query to ordered hits and counts per facet. Words match anywhere inside names, tags, folders and notes,
 * whatever their case and accents (Unicode NFKD, UAX #15).
 */
@NullMarked
package yondershelf.search;

import org.jspecify.annotations.NullMarked;
