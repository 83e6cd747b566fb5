package yondershelf.content;

import org.jspecify.annotations.Nullable;

/**
 * A piece of a mesh with one material: an indexed triangle list (a glTF primitive).
 *
 * @param positions x, y, z per vertex, metres
 * @param normals x, y, z per vertex, unit length, or null for flat shading
 * @param uvs u, v per vertex, origin top-left, or null
 * @param colors linear r, g, b, a per vertex, or null
 * @param indices three per triangle, counter-clockwise seen from outside
 * @param material index into the model's materials
 * @param tangents x, y, z and the bitangent's side per vertex (glTF 2.0, 3.7.2.1), as the file gives them, or null
 * @param secondUvs as uvs, for the maps that lie on a second set, or null
 * @param stroke true when the file has points or lines here: the triangles only make them visible
 */
public record Part(
        float[] positions,
        float @Nullable [] normals,
        float @Nullable [] uvs,
        float @Nullable [] colors,
        int[] indices,
        int material,
        float @Nullable [] tangents,
        float @Nullable [] secondUvs,
        boolean stroke) {

    public Part(
            float[] positions,
            float @Nullable [] normals,
            float @Nullable [] uvs,
            float @Nullable [] colors,
            int[] indices,
            int material) {
        this(positions, normals, uvs, colors, indices, material, null, null, false);
    }

    public int vertexCount() {
        return positions.length / 3;
    }

    public int triangleCount() {
        return indices.length / 3;
    }

    public Part withTangents(float @Nullable [] other) {
        return new Part(positions, normals, uvs, colors, indices, material, other, secondUvs, stroke);
    }

    public Part withSecondUvs(float @Nullable [] other) {
        return new Part(positions, normals, uvs, colors, indices, material, tangents, other, stroke);
    }

    /** The UVs of a set, 0 or 1, or null. */
    public float @Nullable [] uvs(int set) {
        return set == 0 ? uvs : secondUvs;
    }

    public Part withMaterial(int other) {
        return new Part(positions, normals, uvs, colors, indices, other, tangents, secondUvs, stroke);
    }

    /** The same, standing for points or lines. */
    public Part asStroke() {
        return new Part(positions, normals, uvs, colors, indices, material, tangents, secondUvs, true);
    }
}
