package yondershelf.intake;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.TreeMap;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveOutputStream;
import org.apache.commons.compress.archivers.tar.TarConstants;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import yondershelf.content.ProblemException;
import yondershelf.format.Oracles;
import yondershelf.sorting.Sorted;
import yondershelf.work.Work;

/** Archives made by the system's own tools (tar, zip, 7z) come out byte for byte; cut off, crooked and nested ones as far as they are whole. */
class OutsideArchivesTest {
    @TempDir
    Path folder;

    private Path tree;
    private final List<Sorted.Skipped> skipped = new ArrayList<>();

    @BeforeEach
    void plant() throws Exception {
        tree = Files.createDirectories(folder.resolve("tree"));
        SplittableRandom random = new SplittableRandom(9);
        for (String name : List.of(
                "a/buoy.obj",
                "a/textures/rust & salt.png",
                "a/b/c/d/e/deep.bin",
                "with blank/\u00fcber n\u00f6tig.txt",
                "zero.bin")) {
            byte[] bytes = new byte[name.equals("zero.bin") ? 0 : random.nextInt(1, 200_000)];
            random.nextBytes(bytes);
            if (name.endsWith("obj")) {
                java.util.Arrays.fill(bytes, (byte) 'v');
            }
            Path file = tree.resolve(name);
            Files.createDirectories(file.getParent());
            Files.write(file, bytes);
        }
    }

    private static Map<String, String> files(Path root) throws IOException {
        Map<String, String> out = new TreeMap<>();
        try (var walk = Files.walk(root)) {
            for (Path file : walk.filter(Files::isRegularFile).toList()) {
                out.put(root.relativize(file).toString(), HexFormat.of().formatHex(Files.readAllBytes(file)));
            }
        }
        return out;
    }

    private Map<String, String> unpacked(Path archive) throws Exception {
        Path into = Files.createTempDirectory(folder, "out");
        Archive.unpack(archive, into, skipped, Work.SILENT);
        return files(into);
    }

    private Path made(String name, String... command) throws Exception {
        Oracles.need(Oracles.hasCommand(command[0]), command[0]);
        Process process = new ProcessBuilder(command)
                .directory(tree.toFile())
                .redirectErrorStream(true)
                .start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertEquals(0, process.waitFor(), said);
        return folder.resolve(name);
    }

    @ParameterizedTest
    @CsvSource({
        "pack.tar, tar cf ../pack.tar .",
        "pack.tar.gz, tar czf ../pack.tar.gz .",
        "pack.tgz, tar czf ../pack.tgz --format=gnu a zero.bin with\u00a0blank",
        "pack.tar.bz2, tar cjf ../pack.tar.bz2 .",
        "pack.tar.xz, tar cJf ../pack.tar.xz --format=pax .",
        "pack.zip, zip -qr ../pack.zip .",
        "stored.zip, zip -qr0 ../stored.zip .",
        "pack.7z, 7z a ../pack.7z .",
        "deflate.7z, 7z a -m0=deflate ../deflate.7z .",
        "bzip2.7z, 7z a -m0=bzip2 -ms=off ../bzip2.7z .",
        "ppm.zip, 7z a ../ppm.zip ."
    })
    void comesOutAsItWentIn(String name, String command) throws Exception {
        String[] words = command.split(" ");
        for (int i = 0; i < words.length; i++) {
            words[i] = words[i].replace('\u00a0', ' ');
        }
        assertEquals(files(tree).keySet(), unpacked(made(name, words)).keySet(), skipped.toString());
        assertEquals(files(tree), unpacked(folder.resolve(name)));
        assertEquals(List.of(), skipped);
    }

    /** With its password it comes out as it went in, as these programs protect it; with another one it is asked for again. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "old.zip zip -r -P secret ../old.zip .",
                "aes.zip 7z a -tzip -psecret -mem=AES256 ../aes.zip .",
                "aes128.zip 7z a -tzip -psecret -mem=AES128 ../aes128.zip .",
                "body.7z 7z a -psecret ../body.7z .",
                "all.7z 7z a -psecret -mhe=on ../all.7z ."
            })
    void openedByTheirPassword(String made) throws Exception {
        String[] words = made.split(" ");
        Path archive = made(words[0], List.of(words).subList(1, words.length).toArray(String[]::new));
        for (String password : new String[] {"secret", "wrong", ""}) {
            Path into = Files.createDirectory(folder.resolve("out " + password));
            skipped.clear();
            try (Brought brought = new Brought()) {
                boolean open = Archive.stage(archive, into, skipped, Work.SILENT, brought, password);
                for (Path packed : brought.packedBelow(into)) {
                    brought.present(packed);
                }
                assertEquals(password.equals("secret"), open, password + skipped);
                if (open) {
                    assertEquals(files(tree), files(into));
                    assertEquals(List.of(), skipped);
                } else {
                    assertTrue(skipped.stream().anyMatch(s -> s.reason().contains("password")), skipped.toString());
                }
            }
        }
    }

    /** What is protected, or of a kind nobody reads, says so. */
    @Test
    void protectedOnes() throws Exception {
        Path open = made("locked.7z", "7z", "a", "-psecret", "../locked.7z", ".");
        assertEquals(Map.of("zero.bin", ""), unpacked(open), "an empty file has nothing to protect");
        assertTrue(skipped.stream().allMatch(s -> s.reason().contains("password")), skipped.toString());
        Path closed = made("closed.7z", "7z", "a", "-psecret", "-mhe=on", "../closed.7z", ".");
        skipped.clear();
        assertEquals(Map.of(), unpacked(closed));
        assertEquals(
                List.of("closed.7z: it is protected by a password"),
                skipped.stream().map(s -> s.path() + ": " + s.reason()).toList());
    }

    @ParameterizedTest
    @CsvSource({"tar, cf", "tgz, czf", "txz, cJf", "zip, -qr"})
    void ofOneThatWasCutOffTheWholeFilesCome(String ending, String option) throws Exception {
        Path whole = made(
                "cut." + ending,
                ending.equals("zip") ? "zip" : "tar",
                option,
                "../cut." + ending,
                "a",
                "with blank",
                "zero.bin");
        byte[] bytes = Files.readAllBytes(whole);
        Map<String, String> all = files(tree);
        for (int percent : new int[] {95, 70, 40}) {
            skipped.clear();
            Files.write(whole, java.util.Arrays.copyOf(bytes, bytes.length * percent / 100));
            Map<String, String> some = unpacked(whole);
            some.forEach((name, content) -> assertEquals(all.get(name), content, name));
            assertTrue(some.size() < all.size());
            assertTrue(skipped.stream().anyMatch(s -> s.reason().contains("damaged")), percent + " " + skipped);
        }
    }

    @Test
    void archivesInArchivesBecomeFolders() throws Exception {
        Path inner = made("inner.tar.gz", "tar", "czf", "../inner.tar.gz", "a");
        Path middle = folder.resolve("middle.7z");
        tree = folder;
        made("middle.7z", "7z", "a", "middle.7z", inner.toString());
        made("outer.zip", "zip", "-q", "outer.zip", "middle.7z");
        Map<String, String> out = unpacked(folder.resolve("outer.zip"));
        assertTrue(
                out.containsKey("middle/inner/a/b/c/d/e/deep.bin"), out.keySet().toString());
        assertEquals(3, out.size());
        assertTrue(Files.exists(middle));
    }

    @Test
    void crookedTars() throws Exception {
        Path tar = folder.resolve("crooked.tar");
        try (TarArchiveOutputStream out = new TarArchiveOutputStream(Files.newOutputStream(tar))) {
            for (String name : List.of("../escape.png", "fine.png", "C:/drive.png", "Fine.png")) {
                TarArchiveEntry entry = new TarArchiveEntry(name, true);
                entry.setSize(3);
                out.putArchiveEntry(entry);
                out.write(new byte[] {1, 2, 3});
                out.closeArchiveEntry();
            }
            for (byte kind :
                    new byte[] {TarConstants.LF_SYMLINK, TarConstants.LF_LINK, TarConstants.LF_BLK, TarConstants.LF_FIFO
                    }) {
                TarArchiveEntry entry = new TarArchiveEntry("special" + (char) kind, kind);
                entry.setLinkName("/etc/passwd");
                out.putArchiveEntry(entry);
                out.closeArchiveEntry();
            }
        }
        assertEquals(
                List.of("Fine 2.png", "fine.png"), List.copyOf(unpacked(tar).keySet()));
        assertEquals(7, skipped.size(), skipped.toString());
        assertTrue(Files.notExists(folder.resolve("escape.png")));
    }

    /** Little that swells to much, packed twice over, ends at what is counted for all of it together. */
    @Tag("long")
    @Test
    void nestedBombsAreStopped() throws Exception {
        Path big = folder.resolve("zeros.bin");
        try (var out = Files.newByteChannel(
                big, java.nio.file.StandardOpenOption.CREATE, java.nio.file.StandardOpenOption.WRITE)) {
            out.position(400L << 20).write(java.nio.ByteBuffer.wrap(new byte[1]));
        }
        tree = folder;
        made("inner.tgz", "tar", "czf", "inner.tgz", "zeros.bin");
        made("bomb.tgz", "tar", "czf", "bomb.tgz", "inner.tgz");
        Files.delete(big);
        ProblemException stopped = assertThrows(ProblemException.class, () -> unpacked(folder.resolve("bomb.tgz")));
        assertTrue(
                stopped.problem().cause().contains("like an archive bomb"),
                stopped.problem().sentence());
    }
}
