package yondershelf.facts;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.Child;
import yondershelf.format.Formats;
import yondershelf.format.HostileFiles;

/** Files that ask for more than their bytes could back are answered in bounded memory: none of them is let have all there is. */
class HostileCountsTest {
    /** Of each kind, the largest of it always; ten make the two hundred whose figure stands in docs/reliability.md. */
    private static final int EACH = Integer.getInteger("yonder.hostile", 1);

    @TempDir
    Path folder;

    /** Measures each file, and says how long that took and what came of it. */
    static final class Measurer {
        public static void main(String[] args) throws Exception {
            FactsMeter meter = new FactsMeter(new Formats());
            for (Path file : HostileFiles.write(Path.of(args[0]), Integer.parseInt(args[1]))) {
                long start = System.nanoTime();
                Facts facts = file.toString().endsWith(".mtlx")
                        ? meter.materials(file, List.of(file))
                        : meter.model(file, List.of(file));
                System.out.printf(
                        "%d %s %s %s%n",
                        (System.nanoTime() - start) / 1_000_000,
                        facts.passing() ? "MEMORY" : facts.readable() ? "read" : "refused",
                        file.getFileName(),
                        facts.reason());
            }
            System.out.println("end");
        }
    }

    @Tag("long")
    @Test
    void allAreAnsweredInBoundedMemory() throws Exception {
        Process process = Child.startIn("ulimit -c 0", Measurer.class, List.of("-Xmx1400m"), folder, EACH);
        List<String> lines = new ArrayList<>();
        try (var out = process.inputReader(StandardCharsets.UTF_8)) {
            out.lines().forEach(lines::add);
        }
        assertEquals(0, process.waitFor(), String.join("\n", lines));
        assertEquals("end", lines.removeLast());
        assertEquals(20 * EACH, lines.size());
        assertEquals(
                List.of(), lines.stream().filter(l -> l.contains(" MEMORY ")).toList());
        long slowest = 0;
        String which = "";
        for (String line : lines) {
            long millis = Long.parseLong(line.substring(0, line.indexOf(' ')));
            if (millis > slowest) {
                slowest = millis;
                which = line;
            }
        }
        System.out.println("the slowest of " + lines.size() + " hostile files: " + which);
    }
}
