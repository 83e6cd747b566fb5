package yondershelf.render;

/** What a ray hit: place, frame and material values. One per worker thread, overwritten by each hit. */
final class Surface {
    float px;
    float py;
    float pz;
    /** Geometric normal, towards where the ray came from. */
    float gx;

    float gy;
    float gz;
    /** Shading normal. */
    float nx;

    float ny;
    float nz;

    float u;
    float v;
    /** UVs of the second set. */
    float u2;

    float v2;
    float tintR;
    float tintG;
    float tintB;
    float tintA;

    float baseR;
    float baseG;
    float baseB;
    float alpha;
    float roughness;
    float metallic;
    float emissiveR;
    float emissiveG;
    float emissiveB;

    /** True when the ray came from the side the surface shows to the outside. */
    boolean front = true;

    /** Direction of growing U, and the side its bitangent lies on; only where a map or a layer asks for them. */
    float tangentX;

    float tangentY;
    float tangentZ;
    float tangentSide;

    /** Reflectance of the dielectric head-on, white and coloured, and at grazing angles. */
    float f0R = GgxTables.DIELECTRIC;

    float f0G = GgxTables.DIELECTRIC;
    float f0B = GgxTables.DIELECTRIC;
    float f90 = 1;

    /** Share of light that passes through; 0 where the fields after it do not matter. */
    float transmission;

    float ior = 1.5f;
    boolean thin;

    float coat;
    float coatRoughness;
    float coatX;
    float coatY;
    float coatZ;

    /** The strongest of the three below; 0 for a surface without fibres. */
    float sheen;

    float sheenR;
    float sheenG;
    float sheenB;
    float sheenRoughness;

    /** 0 to 1, and its direction in the surface against the tangent. */
    float anisotropy;

    float brushX = 1;
    float brushY;

    float film;
    float filmIor;
    float filmThickness;

    final float[] texel = new float[4];
}
