/**
 * What readers and writers of models share: faces made of polygons, lines and points, welding of vertices, tangents, skinning, units
 * of length, older models of shading.
 */
@NullMarked
package yondershelf.format.model;

import org.jspecify.annotations.NullMarked;
