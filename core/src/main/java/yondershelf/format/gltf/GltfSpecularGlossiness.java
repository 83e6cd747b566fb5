package yondershelf.format.gltf;

import com.fasterxml.jackson.databind.JsonNode;
import yondershelf.content.Material;

/**
 * The older model of KHR_materials_pbrSpecularGlossiness in terms of metal and roughness, by the conversion published with
 * that extension. Its map of specular and glossiness is left out.
 */
record GltfSpecularGlossiness(
        double red, double green, double blue, double opacity, double metallic, double roughness) {
    /** Reflectance of a dielectric seen head-on, as the metal-roughness model has it (glTF 2.0, B.2). */
    private static final double DIELECTRIC = 0.04;

    private static final double TINY = 1e-6;

    static GltfSpecularGlossiness of(JsonNode extension) {
        double[] diffuse = new double[4];
        double[] specular = new double[3];
        for (int i = 0; i < 4; i++) {
            diffuse[i] = extension.path("diffuseFactor").path(i).asDouble(1);
        }
        for (int i = 0; i < 3; i++) {
            specular[i] = extension.path("specularFactor").path(i).asDouble(1);
        }
        double roughness = 1 - extension.path("glossinessFactor").asDouble(1);
        if (extension.has("specularGlossinessTexture")) {
            // what is metal stands in the map
            return new GltfSpecularGlossiness(diffuse[0], diffuse[1], diffuse[2], diffuse[3], 0, roughness);
        }
        double left = 1 - Math.max(specular[0], Math.max(specular[1], specular[2]));
        double metallic = metallic(brightness(diffuse), brightness(specular), left);
        double[] base = new double[3];
        for (int i = 0; i < 3; i++) {
            double fromDiffuse = diffuse[i] * left / (1 - DIELECTRIC) / Math.max(1 - metallic, TINY);
            double fromSpecular = (specular[i] - DIELECTRIC * (1 - metallic)) / Math.max(metallic, TINY);
            double share = metallic * metallic;
            base[i] = Math.max(0, Math.min(1, fromDiffuse + (fromSpecular - fromDiffuse) * share));
        }
        return new GltfSpecularGlossiness(base[0], base[1], base[2], diffuse[3], metallic, roughness);
    }

    /** The same material with these numbers in place of its own. */
    Material dress(Material read, boolean opaque) {
        return new Material(
                read.name(),
                red,
                green,
                blue,
                opaque ? 1 : opacity,
                metallic,
                roughness,
                read.emissiveRed(),
                read.emissiveGreen(),
                read.emissiveBlue(),
                read.normalScale(),
                read.alphaCutoff(),
                read.alphaFromBaseColor(),
                read.doubleSided(),
                read.maps(),
                read.layers());
    }

    /** The metalness at which both models reflect alike: the larger solution of a quadratic equation. */
    private static double metallic(double diffuse, double specular, double left) {
        if (specular < DIELECTRIC) {
            return 0;
        }
        double b = diffuse * left / (1 - DIELECTRIC) + specular - 2 * DIELECTRIC;
        double c = DIELECTRIC - specular;
        double root = Math.sqrt(Math.max(0, b * b - 4 * DIELECTRIC * c));
        return Math.max(0, Math.min(1, (root - b) / (2 * DIELECTRIC)));
    }

    private static double brightness(double[] c) {
        return Math.sqrt(0.299 * c[0] * c[0] + 0.587 * c[1] * c[1] + 0.114 * c[2] * c[2]);
    }
}
