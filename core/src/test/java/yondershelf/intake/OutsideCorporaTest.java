package yondershelf.intake;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.format.Oracles;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.Library;
import yondershelf.work.Work;

/**
 * Test files of other projects are planned and looked at as if somebody had brought them: the models of tinyobjloader, tinygltf,
 * draco and lib3mf, pictures of OpenEXR, and the PNG test suite, many of them broken on purpose. Each comes out read, or with
 * its reason; nothing hangs, and no process is left.
 */
class OutsideCorporaTest {
    @TempDir
    Path folder;

    private static Set<ProcessHandle> children() {
        return ProcessHandle.current().children().filter(ProcessHandle::isAlive).collect(Collectors.toSet());
    }

    private static long files(Path set) throws Exception {
        try (var walk = Files.walk(set)) {
            return walk.filter(Files::isRegularFile)
                    .filter(f -> !String.valueOf(f.getFileName()).startsWith("."))
                    .count();
        }
    }

    @Tag("long")
    @Test
    void everythingHasAnAnswer() throws Exception {
        Path sets = Oracles.project().resolve("target/oracles/sets");
        Map<String, IntakePlan> plans = new TreeMap<>();
        Set<ProcessHandle> before = children();
        try (IsolatedReader reader = new IsolatedReader();
                Catalogue catalogue = Catalogue.open(Home.open(folder.resolve("home")), reader)) {
            Library library = catalogue.add(Files.createDirectory(folder.resolve("library")), "");
            catalogue.scanning().scan(library, Work.SILENT);
            for (String name : List.of("tinyobjloader", "tinygltf", "draco", "lib3mf", "openexr", "pngsuite")) {
                Path set = sets.resolve(name);
                Oracles.need(Files.isDirectory(set), "Debian's test files of " + name);
                try (Intake intake = new Intake(library, "", reader)) {
                    IntakePlan plan = intake.plan(List.of(set), Work.SILENT);
                    IntakePlan seen = plan.renewed(intake.examine(plan, Work.SILENT));
                    plans.put(name, seen);
                    Set<String> told = new TreeSet<>();
                    seen.items().forEach(i -> i.files().forEach(f -> told.add(f.path())));
                    seen.skipped().forEach(s -> told.add(s.path()));
                    assertEquals(files(set), told.size(), name + ": no file is passed over in silence");
                    seen.items()
                            .forEach(i -> assertTrue(
                                    i.isTicked() == i.reason().isEmpty(),
                                    i.main().path() + ": " + i.reason()));
                    long refused = seen.items().stream()
                            .filter(i -> i.reason().startsWith("it cannot be read"))
                            .count();
                    System.out.printf(
                            "%s: %d things, %d of them cannot be read, %d files left%n",
                            name, seen.items().size(), refused, seen.skipped().size());
                }
            }
        }
        Set<ProcessHandle> left = children();
        left.removeAll(before);
        for (ProcessHandle child : left) {
            child.onExit().get(100, TimeUnit.SECONDS);
        }
        // PngSuite: names that begin with x are of files with errors, all others are sound
        for (PlanItem item :
                java.util.Objects.requireNonNull(plans.get("pngsuite")).items()) {
            String name = item.main().path().replaceAll(".*/", "");
            if (item.reason().startsWith("the same")) {
                continue;
            }
            assertEquals(name.startsWith("x"), !item.reason().isEmpty(), name + ": " + item.reason());
        }
    }
}
