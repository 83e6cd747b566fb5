package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import yondershelf.format.Oracles;

/** The lobe's directional albedo against a closed form, an integration of its own and a published table. */
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

    /**
     * Against the table published with Heitz, Dupuy, Hill and Neubelt, "Real-time polygonal-light shading with linearly
     * transformed cosines", 2016, as the npm package {@code three} carries it: 64 x 64 directional albedos by roughness and
     * by the root of one minus the cosine. Its entries were sampled:
     * against a fine quadrature of the definition they lie 0.004 off in the root of the mean square and 0.020 at most.
     */
    @Test
    void tableAgreesWithThePublishedOne() throws Exception {
        Path file = Oracles.project()
                .resolve("target/oracles/node_modules/three/examples/jsm/lights/RectAreaLightTexturesLib.js");
        Oracles.need(Files.isRegularFile(file) && Oracles.hasCommand("node"), "npm three");
        String script =
                "import('file://" + file + "').then(m=>{const t=m.RectAreaLightTexturesLib.init().LTC_FLOAT_2.image;"
                        + "let o=[];for(let i=0;i<t.width*t.height;i++)o.push(t.data[4*i]);console.log('TABLE '+t.width+' '+o.join(' '));})";
        String out = Oracles.run(List.of("node", "-e", script));
        String[] words = out.substring(out.indexOf("TABLE ")).strip().split(" ");
        int size = Integer.parseInt(words[1]);
        assertEquals(64, size);
        double apart = 0;
        double square = 0;
        int n = 0;
        for (int row = 0; row < size; row++) {
            float mu = (float) (1 - Math.pow(row / (size - 1.0), 2));
            for (int column = 0; column < size; column++) {
                float roughness = column / (size - 1f);
                // on near mirrors and along the surface both tables are too coarse for the lobe
                if (mu < 0.1 || roughness < 0.1) {
                    continue;
                }
                double difference = GgxTables.white(mu, roughness) - Double.parseDouble(words[2 + row * size + column]);
                apart = Math.max(apart, Math.abs(difference));
                square += difference * difference;
                n++;
            }
        }
        System.out.printf(
                Locale.ROOT,
                "GGX albedo against the published table: %d entries, rms %.5f, most %.5f%n",
                n,
                Math.sqrt(square / n),
                apart);
        assertTrue(n > 3000);
        assertEquals(0, Math.sqrt(square / n), 0.006, "root of the mean square");
        assertEquals(0, apart, 0.03, "largest difference");
        for (int column = 42; column < size; column++) {
            double published = Double.parseDouble(words[2 + column]);
            assertEquals(
                    published,
                    GgxTables.white(1, column / (size - 1f)),
                    0.003,
                    "straight on and rough, where it hardly scatters");
        }
    }
}
