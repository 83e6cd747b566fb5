/**
 * Content to measured facts: size, triangles, maps, dynamic range. Facts come from the bytes alone and can be measured again
 * at will. Stops are base-2 logarithms of luminance (Rec. 709 weights, ITU-R BT.709-6).
 */
@NullMarked
package yondershelf.facts;

import org.jspecify.annotations.NullMarked;
