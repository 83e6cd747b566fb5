/**
 * Bytes to content and back: {@link yondershelf.format.Formats} is the face. Each family of formats has a floor of its own and one class
 * that says what it reads, which is named here once; native parsing is done by {@code format.worker} in another process.
 */
@NullMarked
package yondershelf.format;

import org.jspecify.annotations.NullMarked;
