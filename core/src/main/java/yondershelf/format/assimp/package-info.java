/**
 * FBX, COLLADA, STL, PLY, 3MF and 3DS by the Assimp library, which is native code: {@link
 * yondershelf.format.assimp.AssimpFormat} is the face.
 */
@NullMarked
package yondershelf.format.assimp;

import org.jspecify.annotations.NullMarked;
