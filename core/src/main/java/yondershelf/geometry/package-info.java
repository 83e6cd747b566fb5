/**
 * Meshes to bounding volume hierarchies and ray hits. Two levels, instances over meshes, in flat primitive arrays.
 * Binned surface-area build: Wald, "On fast construction of SAH-based BVHs" (2007); watertight triangles: Woop, Benthin and
 * Wald, JCGT 2(1), 2013; robust slabs: Ize, JCGT 2(2), 2013.
 */
@NullMarked
package yondershelf.geometry;

import org.jspecify.annotations.NullMarked;
