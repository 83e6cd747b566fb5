/**
 * Files to what each is and which belong together: models with their companions, texture files grouped into materials by
 * their names, equirectangular radiance pictures as HDRIs, the rest as textures. Naming habits: common practice, no source.
 */
@NullMarked
package yondershelf.sorting;

import org.jspecify.annotations.NullMarked;
