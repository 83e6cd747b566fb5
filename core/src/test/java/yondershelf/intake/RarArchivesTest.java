package yondershelf.intake;

import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.ProblemException;
import yondershelf.format.Oracles;
import yondershelf.sorting.Sorted;
import yondershelf.work.Work;

/**
 * RAR archives that libarchive's own tests carry (versions 4 and 5: stored, packed, solid, filtered, in parts, encrypted, and many
 * broken on purpose) come out byte for byte as Debian's {@code unar}, written by others, unpacks them.
 */
class RarArchivesTest {
    @TempDir
    Path folder;

    private static Map<String, String> files(Path root) throws IOException {
        Map<String, String> out = new TreeMap<>();
        try (var walk = Files.walk(root)) {
            for (Path file : walk.filter(f -> Files.isRegularFile(f) && !Files.isSymbolicLink(f))
                    .toList()) {
                out.put(root.relativize(file).toString(), HexFormat.of().formatHex(Files.readAllBytes(file)));
            }
        }
        return out;
    }

    private static List<Path> set() throws IOException {
        Path set = Oracles.project().resolve("target/oracles/sets/rar");
        Oracles.need(Files.isDirectory(set), "libarchive's test archives");
        Oracles.need(Oracles.hasCommand("unar"), "unar");
        try (var list = Files.list(set)) {
            return list.filter(f -> f.toString().endsWith(".rar")).sorted().toList();
        }
    }

    /** What came out of an archive, and what is said of the rest. */
    private record Out(Map<String, String> files, List<String> said) {}

    private Out ours(Path archive) throws IOException {
        Path into = Files.createTempDirectory(folder, "ours");
        List<Sorted.Skipped> skipped = new ArrayList<>();
        List<String> said = new ArrayList<>();
        try {
            Archive.unpack(archive, into, skipped, Work.SILENT);
        } catch (ProblemException e) {
            said.add(e.problem().cause());
        }
        skipped.forEach(s -> said.add(s.path() + ": " + s.reason()));
        return new Out(files(into), said);
    }

    private Out theirs(Path archive) throws Exception {
        Path into = Files.createTempDirectory(folder, "theirs");
        Process process = new ProcessBuilder(
                        "unar", "-q", "-f", "-D", "-k", "skip", "-p", "", "-o", into.toString(), archive.toString())
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("said").toFile())
                .start();
        boolean ended = process.waitFor(300, TimeUnit.SECONDS);
        process.destroyForcibly();
        List<String> said = ended && process.exitValue() == 0 ? List.of() : List.of("it fails");
        return new Out(files(into), said);
    }

    private static final int LEAST_WHOLE = 20;

    @Tag("long")
    @Test
    void asOthersUnpackThem() throws Exception {
        int whole = 0;
        int told = 0;
        for (Path archive : set()) {
            Out ours = ours(archive);
            Out theirs = theirs(archive);
            String name = archive.getFileName() + ": " + ours.said;
            if (theirs.said.isEmpty()) {
                for (Map.Entry<String, String> file : ours.files.entrySet()) {
                    String other = theirs.files.get(file.getKey());
                    assertTrue(other == null || other.equals(file.getValue()), name + ": " + file.getKey());
                }
                if (ours.said.isEmpty()) {
                    assertTrue(ours.files.keySet().containsAll(theirs.files.keySet()), name);
                }
                whole += !ours.files.isEmpty() && ours.files.equals(theirs.files) ? 1 : 0;
            }
            boolean empty = ours.files.isEmpty();
            assertFalse(empty && ours.said.isEmpty(), name + ": nothing came, and nothing is said");
            told += ours.said.isEmpty() ? 0 : 1;
        }
        System.out.println("RAR: " + whole + " archives whole and as unar unpacks them, " + told + " with a reason");
        assertTrue(whole >= LEAST_WHOLE, whole + " came out whole");
    }

    /** Bytes changed at any place: an answer each time, and no process is left. */
    @Tag("long")
    @Test
    void damagedOnesHaveAnAnswer() throws Exception {
        SplittableRandom random = new SplittableRandom(5);
        Set<ProcessHandle> before = children();
        for (Path archive : set()) {
            String name = String.valueOf(archive.getFileName());
            if (!name.matches("test_read_format_rar(5_compressed|_filter|5_solid|_compress_best)\\.rar")) {
                continue;
            }
            for (int n = 0; n < 6; n++) {
                byte[] bytes = Files.readAllBytes(archive);
                for (int i = 0; i < 5; i++) {
                    bytes[random.nextInt(8, bytes.length)] ^= (byte) (1 << random.nextInt(8));
                }
                Out out = ours(Files.write(folder.resolve("damaged.rar"), bytes));
                assertFalse(out.files.isEmpty() && out.said.isEmpty(), name + " " + n);
            }
        }
        Set<ProcessHandle> left = children();
        left.removeAll(before);
        for (ProcessHandle child : left) {
            child.onExit().get(100, TimeUnit.SECONDS);
        }
    }

    private static Set<ProcessHandle> children() {
        return ProcessHandle.current().children().filter(ProcessHandle::isAlive).collect(Collectors.toSet());
    }
}
