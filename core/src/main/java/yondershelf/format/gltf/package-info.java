/**
 * glTF 2.0 (ISO/IEC 12113:2022): {@link yondershelf.format.gltf.GltfFormat} reads, {@link yondershelf.format.gltf.GlbWriter} writes.
 */
@NullMarked
package yondershelf.format.gltf;

import org.jspecify.annotations.NullMarked;
