package yondershelf.content;

import java.util.Optional;
import yondershelf.words.Phrase;

/**
 * The role of a picture in a material, named as in glTF 2.0 (section 3.9, and its KHR_materials extensions for the layers) and
 * MaterialX.
 */
public enum Role {
    BASE_COLOR("baseColor", true),
    NORMAL("normal", false),
    ROUGHNESS("roughness", false),
    METALLIC("metallic", false),
    OCCLUSION("occlusion", false),
    HEIGHT("height", false),
    OPACITY("opacity", false),
    EMISSIVE("emissive", true),
    /** Several single-channel maps in one picture: occlusion in R, roughness in G, metallic in B (glTF 2.0, 3.9.2). */
    PACKED("packed", false),
    SPECULAR("specular", false),
    SPECULAR_COLOR("specularColor", true),
    TRANSMISSION("transmission", false),
    THICKNESS("thickness", false),
    CLEARCOAT("clearcoat", false),
    CLEARCOAT_ROUGHNESS("clearcoatRoughness", false),
    CLEARCOAT_NORMAL("clearcoatNormal", false),
    SHEEN_COLOR("sheenColor", true),
    SHEEN_ROUGHNESS("sheenRoughness", false),
    ANISOTROPY("anisotropy", false),
    IRIDESCENCE("iridescence", false),
    IRIDESCENCE_THICKNESS("iridescenceThickness", false);

    private final String word;
    private final boolean colour;

    Role(String word, boolean colour) {
        this.word = word;
        this.colour = colour;
    }

    /** The word used in files and JSON. */
    public String word() {
        return word;
    }

    /** For a person. */
    public String title() {
        return Phrase.name(this);
    }

    /** True when the picture holds colours for the eye, stored with the sRGB curve; false for plain numbers. */
    public boolean isColour() {
        return colour;
    }

    public static Optional<Role> of(String word) {
        for (Role role : values()) {
            if (role.word.equals(word)) {
                return Optional.of(role);
            }
        }
        return Optional.empty();
    }
}
