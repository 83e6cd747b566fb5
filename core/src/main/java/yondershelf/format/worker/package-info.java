/**
 * Reading in a child process with a time and a memory limit: {@link yondershelf.format.worker.IsolatedReader} is the face.
 * A child that dies or overruns costs one file, whose reason is told; the next file gets a fresh child.
 */
@NullMarked
package yondershelf.format.worker;

import org.jspecify.annotations.NullMarked;
