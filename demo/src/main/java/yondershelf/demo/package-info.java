/**
 * Writes the demo library from code, the same bytes every time: the workshop that builds a coastal weather station as a
 * museum diorama. Everything in it is made up.
 */
@NullMarked
package yondershelf.demo;

import org.jspecify.annotations.NullMarked;
