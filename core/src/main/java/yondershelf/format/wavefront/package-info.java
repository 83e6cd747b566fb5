/**
 * Wavefront OBJ and its libraries of materials, read only: {@link yondershelf.format.wavefront.WavefrontFormat} is the face, and
 * {@link yondershelf.format.wavefront.WavefrontReferences} for what the files name.
 */
@NullMarked
package yondershelf.format.wavefront;

import org.jspecify.annotations.NullMarked;
