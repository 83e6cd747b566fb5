/**
 * MaterialX: {@link yondershelf.format.materialx.MtlxReader} reads, {@link yondershelf.format.materialx.MtlxWriter} writes.
 */
@NullMarked
package yondershelf.format.materialx;

import org.jspecify.annotations.NullMarked;
