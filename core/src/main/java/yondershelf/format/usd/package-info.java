/**
 * OpenUSD, read only: {@link yondershelf.format.usd.UsdFormat} is the face.
 */
@NullMarked
package yondershelf.format.usd;

import org.jspecify.annotations.NullMarked;
