/**
 * Pictures: {@link yondershelf.format.picture.PictureFormats} is the face. PNG, JPEG and others go through ImageIO, OpenEXR through
 * TinyEXR, KTX 2 through libktx; Radiance HDR (Ward 1991), DDS and OpenEXR's DWA are read here.
 */
@NullMarked
package yondershelf.format.picture;

import org.jspecify.annotations.NullMarked;
