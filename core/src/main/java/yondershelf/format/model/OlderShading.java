package yondershelf.format.model;

import java.util.Locale;

/** What materials from before metalness and roughness mean in those terms. */
public final class OlderShading {
    private OlderShading() {}

    /**
     * Roughness from a Blinn-Phong exponent: alpha = sqrt(2 / (n + 2)), Walter et al. 2007, section 5.2; roughness is its root.
     *
     * @param otherwise where no exponent is given
     */
    public static double roughness(double exponent, double otherwise) {
        return exponent <= 0 ? otherwise : Math.sqrt(Math.sqrt(2 / (exponent + 2)));
    }

    /** Whether a map of bumps is one of normals, as most are today, by its name (common practice, no source). */
    public static boolean isNormalMap(String reference) {
        return reference.toLowerCase(Locale.ROOT).matches(".*(normal|nrm|nor|_n)\\b.*|.*[_-]n\\.[a-z]+$");
    }
}
