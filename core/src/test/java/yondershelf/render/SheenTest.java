package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertEquals;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import yondershelf.format.Oracles;

/**
 * The albedo of fibres against the shader functions of the glTF sample viewer (npm @khronosgroup/gltf-viewer), which were written from its
 * paper by the authors of KHR_materials_sheen, and against the figures the paper publishes for its shadowing.
 */
class SheenTest {
    @Tag("long")
    @Test
    void albedoAsAnotherRendererHasIt() throws Exception {
        Path modules = Oracles.project().resolve("target/oracles/node_modules");
        Oracles.need(
                Files.isDirectory(modules.resolve("@khronosgroup/gltf-viewer")) && Oracles.hasCommand("node"),
                "npm @khronosgroup/gltf-viewer");
        Path script = Path.of(Objects.requireNonNull(SheenTest.class.getResource("/outside/sheen.mjs"))
                .toURI());
        List<String> command = new ArrayList<>(List.of("node", script.toString(), modules.toString()));
        List<float[]> asked = new ArrayList<>();
        for (float roughness : new float[] {0.2f, 0.35f, 0.5f, 0.7f, 0.85f, 1}) {
            for (float mu : new float[] {0.1f, 0.25f, 0.4f, 0.6f, 0.8f, 1}) {
                asked.add(new float[] {mu, roughness});
                command.add(String.valueOf(mu));
                command.add(String.valueOf(roughness));
            }
        }
        String out = Oracles.run(command);
        JsonNode theirs = new ObjectMapper()
                .readTree(out.lines().filter(l -> l.startsWith("[")).findFirst().orElse(out));
        for (int i = 0; i < asked.size(); i++) {
            float mu = asked.get(i)[0];
            float roughness = asked.get(i)[1];
            double want = Math.min(1, theirs.path(i).asDouble());
            assertEquals(want, Sheen.albedo(mu, roughness), 0.01, "cosine " + mu + ", roughness " + roughness);
        }
    }

    /** Of the fit of lambda, for roughness 0 and 1 (Estevez and Kulla 2017, "Production friendly microfacet sheen BRDF"; from memory). */
    private static final double[] SHARP = {25.3245, 3.32435, 0.16801, -1.27393, -4.85967};

    private static final double[] SOFT = {21.5473, 3.82987, 0.19823, -1.97760, -4.32054};

    /** Distribution and shadowing as the paper writes them, summed over the hemisphere here. */
    @Test
    void albedoByTheFiguresOfItsPaper() {
        for (double roughness : new double[] {0.35, 0.5, 0.7, 0.85, 1}) {
            for (double mu : new double[] {0.1, 0.25, 0.4, 0.6, 0.8, 0.95}) {
                assertEquals(
                        Math.min(1, summed(mu, roughness * roughness)),
                        Sheen.albedo((float) mu, (float) roughness),
                        0.01,
                        "cosine " + mu + ", roughness " + roughness);
            }
        }
    }

    private static double summed(double mu, double alpha) {
        int steps = 400;
        double out = Math.sqrt(1 - mu * mu);
        double sum = 0;
        for (int i = 0; i < steps; i++) {
            double cosine = (i + 0.5) / steps;
            double sine = Math.sqrt(1 - cosine * cosine);
            double shadow = 1 / (1 + lambda(mu, alpha) + lambda(cosine, alpha));
            for (int k = 0; k < steps; k++) {
                double turn = Math.PI * (k + 0.5) / steps;
                double x = out + sine * Math.cos(turn);
                double y = sine * Math.sin(turn);
                double z = mu + cosine;
                double half = z / Math.sqrt(x * x + y * y + z * z);
                double density = (2 + 1 / alpha) * Math.pow(1 - half * half, 0.5 / alpha) / (2 * Math.PI);
                sum += density * shadow / (4 * mu * cosine) * cosine;
            }
        }
        return sum * 2 * Math.PI / ((double) steps * steps);
    }

    private static double lambda(double cosine, double alpha) {
        return Math.exp(cosine < 0.5 ? fit(cosine, alpha) : 2 * fit(0.5, alpha) - fit(1 - cosine, alpha));
    }

    private static double fit(double x, double alpha) {
        double share = (1 - alpha) * (1 - alpha);
        double[] p = new double[SHARP.length];
        for (int i = 0; i < p.length; i++) {
            p[i] = share * SHARP[i] + (1 - share) * SOFT[i];
        }
        return p[0] / (1 + p[1] * Math.pow(x, p[2])) + p[3] * x + p[4];
    }
}
