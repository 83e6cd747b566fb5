package yondershelf.facts;

import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Node;
import yondershelf.content.Part;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.content.Transform;
import yondershelf.format.Formats;
import yondershelf.format.Oracles;
import yondershelf.render.Booth;
import yondershelf.render.Shaders;

/**
 * Models of four open projects' test files (tinygltf, tinyobjloader, draco, lib3mf), each as a second format would have it: without its
 * materials, lying on its side, in another unit. Such a twin is found next to it, or nearly, among all the others.
 */
class LikeModelsTest {
    private static final int LEAST = 150;
    private static final int MOST = 20_000;

    private static Model asAnotherFormat(Model model, Transform t) {
        List<Mesh> meshes = model.meshes().stream()
                .map(m -> new Mesh(
                        m.name(),
                        m.parts().stream()
                                .map(p -> new Part(p.positions(), null, null, null, p.indices(), -1))
                                .toList()))
                .toList();
        List<Node> nodes = new ArrayList<>(model.nodes());
        nodes.add(new Node("all", t, -1, model.roots()));
        return new Model(model.name(), meshes, nodes, List.of(nodes.size() - 1), List.of());
    }

    @Tag("long")
    @Test
    void aShapeInAnotherFormatIsFound() throws Exception {
        Path sets = Oracles.project().resolve("target/oracles/sets");
        Oracles.need(Files.isDirectory(sets.resolve("tinygltf")), "Debian's test files of tinygltf");
        Formats formats = new Formats();
        Booth booth = new Booth(new Shaders(formats));
        List<Signature> own = new ArrayList<>();
        List<List<Signature>> twins = new ArrayList<>();
        Set<Long> seen = new HashSet<>();
        int refused = 0;
        List<Path> files;
        try (Stream<Path> walk = Files.walk(sets)) {
            files = walk.filter(p -> p.toString().matches("(?i).*\\.(glb|gltf|obj|stl)"))
                    .sorted()
                    .toList();
        }
        for (Path file : files) {
            try {
                Model model = formats.readModel(file);
                boolean some = model.triangleCount() >= LEAST && model.triangleCount() <= MOST;
                // the same file lies in several collections
                if (some && seen.add(model.triangleCount())) {
                    own.add(looks(booth, model));
                    twins.add(List.of(
                            looks(booth, asAnotherFormat(model, Transform.rotation(1, 0, 0, -Math.PI / 2))),
                            looks(booth, asAnotherFormat(model, Transform.scale(100)))));
                }
            } catch (ProblemException e) {
                // made to be refused
                refused++;
            }
        }
        int amongSix = 0;
        int asked = 0;
        for (int i = 0; i < own.size(); i++) {
            Signature one = own.get(i);
            for (Signature twin : twins.get(i)) {
                int distance = one.distance(twin);
                long nearer = own.stream()
                        .filter(o -> o != one && one.distance(o) < distance)
                        .count();
                amongSix += nearer < 5 ? 1 : 0;
                asked++;
            }
        }
        System.out.println("twins among the first six: " + amongSix + " of " + asked + ", " + own.size() + " models, "
                + refused + " refused");
        assertTrue(own.size() >= 12, "only " + own.size());
        assertTrue(amongSix >= 0.95 * asked, amongSix + " of " + asked);
    }

    private static Signature looks(Booth booth, Model model) {
        Picture picture = booth.preview(booth.stage(model), 128, 128, Booth.DRAFT_SAMPLES, () -> false);
        return Signature.of(java.util.Objects.requireNonNull(picture)).with(model);
    }
}
