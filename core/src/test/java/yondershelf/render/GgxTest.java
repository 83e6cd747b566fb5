package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The lobe's directional albedo against closed forms and an integration of its own. */
class GgxTest {

    /** At alpha 1 and normal incidence the albedo integral has the closed form 1 - ln 2 (separable by hand). */
    @Test
    void roughestLobeStraightOn() {
        assertEquals(1 - Math.log(2), GgxTables.white(1, 1), 0.004);
    }

    /** Against the definition (Walter et al. 2007, eq. 20 and 33) summed over the hemisphere, another way than the table's. */
    @ParameterizedTest
    @CsvSource({"0.5, 0.5", "0.5, 1.0", "0.8, 0.3", "1.0, 0.6", "0.3, 0.8"})
    void tableAgreesWithTheHemisphereSum(float roughness, float mu) {
        float alpha = Ggx.alpha(roughness);
        double sin = Math.sqrt(1 - mu * mu);
        int rings = 700;
        int around = 700;
        double sum = 0;
        for (int i = 0; i < rings; i++) {
            double theta = (i + 0.5) / rings * Math.PI / 2;
            double cos = Math.cos(theta);
            for (int k = 0; k < around; k++) {
                double phi = (k + 0.5) / around * 2 * Math.PI;
                double hx = Math.sin(theta) * Math.cos(phi) + sin;
                double hy = Math.sin(theta) * Math.sin(phi);
                double hz = cos + mu;
                double l = Math.sqrt(hx * hx + hy * hy + hz * hz);
                double a2 = alpha * alpha;
                double z = hz / l;
                double d = a2 / (Math.PI * Math.pow(z * z * (a2 - 1) + 1, 2));
                double lo = (Math.sqrt(1 + a2 * (1 - mu * mu) / (mu * mu)) - 1) / 2;
                double li = (Math.sqrt(1 + a2 * (1 - cos * cos) / (cos * cos)) - 1) / 2;
                double f = d / (1 + lo + li) / (4 * mu * cos);
                sum += f * cos * Math.sin(theta);
            }
        }
        double albedo = sum * (Math.PI / 2 / rings) * (2 * Math.PI / around);
        assertEquals(albedo, GgxTables.white(mu, roughness), 0.01);
    }
}
