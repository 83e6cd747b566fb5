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

    final float[] texel = new float[4];
}
