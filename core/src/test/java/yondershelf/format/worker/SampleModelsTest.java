package yondershelf.format.worker;

import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import yondershelf.content.Model;
import yondershelf.content.ProblemException;
import yondershelf.format.Oracles;
import yondershelf.format.reading.FileType;

/** Debian's assimp-testmodels: every file ends in content or in a clear reason, and no fewer are read than before. */
class SampleModelsTest {
    private static final Path MODELS = Path.of("/usr/share/assimp/models");

    /** How many of each format were read when this was last raised; they may not fall. Two COLLADA files hold cameras and lights alone. */
    private static final Map<FileType, Integer> LEAST = Map.of(
            FileType.FBX, 18,
            FileType.OBJ, 23,
            FileType.COLLADA, 23,
            FileType.STL, 7,
            FileType.PLY, 7,
            FileType.GLB, 3,
            FileType.GLTF, 33,
            FileType.THREE_DS, 9,
            FileType.THREE_MF, 1);

    @Test
    void everyFileEndsInContentOrReason() throws Exception {
        Oracles.need(Files.isDirectory(MODELS), "assimp-testmodels");
        List<Path> files;
        try (Stream<Path> walk = Files.walk(MODELS)) {
            files = walk.filter(Files::isRegularFile)
                    .filter(p ->
                            FileType.byName(p.toString()).map(FileType::isModel).orElse(false))
                    .sorted()
                    .toList();
        }
        Map<FileType, Integer> read = new TreeMap<>();
        Map<FileType, Integer> all = new TreeMap<>();
        try (IsolatedReader reader = new IsolatedReader(new Limits(20, 512, 3000))) {
            for (Path file : files) {
                FileType type = FileType.byName(file.toString()).orElseThrow();
                all.merge(type, 1, Integer::sum);
                try {
                    Model model = reader.readModel(file);
                    assertTrue(model.isVisible(), file.toString());
                    read.merge(type, 1, Integer::sum);
                } catch (ProblemException e) {
                    assertTrue(e.problem().cause().length() > 8, file + " " + e.problem());
                    System.out.println("not read: " + MODELS.relativize(file) + ": "
                            + e.problem().cause());
                }
            }
        }
        all.forEach((type, count) -> System.out.println(String.format(
                Locale.ROOT, "sample models, %-9s %3d of %3d read", type, read.getOrDefault(type, 0), count)));
        LEAST.forEach((type, least) -> assertTrue(
                read.getOrDefault(type, 0) >= least, type + ": " + read.getOrDefault(type, 0) + " read, was " + least));
    }
}
