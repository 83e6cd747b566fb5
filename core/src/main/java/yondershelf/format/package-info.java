/**
 * Bytes to content and back: {@link yondershelf.format.Formats} is the face. glTF 2.0 and Radiance HDR (Ward 1991) are read
 * here from their specifications; other model formats go through Assimp, OpenEXR through TinyEXR, pictures through ImageIO.
 */
@NullMarked
package yondershelf.format;

import org.jspecify.annotations.NullMarked;
