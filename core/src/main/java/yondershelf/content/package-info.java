/**
 * Plain immutable descriptions of models, materials, pictures and environments: what readers make and everything else uses.
 * Names and conventions follow glTF 2.0 (Khronos): metres, right-handed, +Y up, UV origin top-left, linear colour.
 */
@NullMarked
package yondershelf.content;

import org.jspecify.annotations.NullMarked;
