/**
 * Who made something and under which licence, as files say it: texts that lie in a pack, the copyright of a glTF asset (glTF 2.0,
 * 5.8), metadata of pictures (XMP, ISO 16684-1). Licences are named by the SPDX licence list, version 3.
 */
@NullMarked
package yondershelf.credits;

import org.jspecify.annotations.NullMarked;
