package yondershelf.render;

import static org.junit.jupiter.api.Assertions.assertEquals;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import yondershelf.format.Oracles;

/**
 * The albedo of fibres against the shader functions of the glTF sample viewer (npm @khronosgroup/gltf-viewer), which were written from the
 * same paper by the authors of KHR_materials_sheen; the paper's own figures were not at hand.
 */
class SheenTest {
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
}
