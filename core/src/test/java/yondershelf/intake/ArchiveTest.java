package yondershelf.intake;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import yondershelf.content.ProblemException;
import yondershelf.sorting.Sorted;
import yondershelf.work.Work;

/** Archives as they come: old names, damaged, crooked and hostile (ZIP: APPNOTE 6.3.10). */
class ArchiveTest {
    @TempDir
    Path folder;

    private final List<Sorted.Skipped> skipped = new ArrayList<>();

    private Map<String, byte[]> unpack(Path archive) throws Exception {
        Path target = Files.createTempDirectory(folder, "unpacked");
        Archive.unpack(archive, target, skipped, Work.SILENT);
        Map<String, byte[]> out = new TreeMap<>();
        try (var walk = Files.walk(target)) {
            for (Path path : walk.filter(Files::isRegularFile).toList()) {
                out.put(target.relativize(path).toString(), Files.readAllBytes(path));
            }
        }
        return out;
    }

    private static byte[] bytes(int seed, int size) {
        byte[] out = new byte[size];
        new Random(seed).nextBytes(out);
        return out;
    }

    /** Stored entries with raw names, as any program may have written them. */
    private record Packed(byte[] name, byte[] bytes) {}

    private Path raw(List<Packed> entries) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ByteArrayOutputStream directory = new ByteArrayOutputStream();
        for (Packed entry : entries) {
            int offset = out.size();
            CRC32 crc = new CRC32();
            crc.update(entry.bytes);
            byte[] name = entry.name;
            int size = entry.bytes.length;
            ByteBuffer common = ByteBuffer.allocate(26).order(ByteOrder.LITTLE_ENDIAN);
            common.putShort((short) 20).putShort((short) 0).putShort((short) 0).putInt(0);
            common.putInt((int) crc.getValue()).putInt(size).putInt(size);
            common.putShort((short) name.length).putShort((short) 0);
            out.write(new byte[] {'P', 'K', 3, 4});
            out.write(common.array());
            out.write(name);
            out.write(entry.bytes);
            directory.write(new byte[] {'P', 'K', 1, 2, 20, 0});
            directory.write(common.array());
            ByteBuffer rest = ByteBuffer.allocate(14).order(ByteOrder.LITTLE_ENDIAN);
            rest.putShort((short) 0)
                    .putShort((short) 0)
                    .putShort((short) 0)
                    .putInt(0)
                    .putInt(offset);
            directory.write(rest.array());
            directory.write(name);
        }
        int at = out.size();
        out.write(directory.toByteArray());
        ByteBuffer end = ByteBuffer.allocate(22).order(ByteOrder.LITTLE_ENDIAN);
        end.putInt(0x06054b50).putInt(0).putShort((short) entries.size()).putShort((short) entries.size());
        end.putInt(directory.size()).putInt(at);
        out.write(end.array());
        return Files.write(folder.resolve("raw.zip"), out.toByteArray());
    }

    @ParameterizedTest
    @CsvSource({
        "IBM437, hütte/öl.png, straße.png",
        "GBK, 岩石/漫反射.png, 木板 法线.png",
        "Shift_JIS, テクスチャ/いわ.png, カタカナ.png",
        "UTF-8, hütte/öl.png, 岩石.png"
    })
    void namesOfOldArchivesAreRead(String page, String first, String second) throws Exception {
        List<Packed> entries = new ArrayList<>();
        entries.add(new Packed(first.getBytes(Charset.forName(page)), bytes(1, 50)));
        entries.add(new Packed(second.getBytes(Charset.forName(page)), bytes(2, 50)));
        assertEquals(
                new TreeMap<>(Map.of(first, 1, second, 1)).keySet(),
                unpack(raw(entries)).keySet());
        assertEquals(List.of(), skipped);
    }

    /** The Info-ZIP Unicode path field (0x7075) wins over the name's own bytes. */
    @Test
    void theUnicodeExtraFieldIsHonoured() throws Exception {
        Path pack = folder.resolve("extra.zip");
        try (ZipArchiveOutputStream out = new ZipArchiveOutputStream(pack)) {
            out.setEncoding("IBM437");
            out.setUseLanguageEncodingFlag(false);
            out.setFallbackToUTF8(false);
            out.setCreateUnicodeExtraFields(ZipArchiveOutputStream.UnicodeExtraFieldPolicy.ALWAYS);
            out.putArchiveEntry(new ZipArchiveEntry("岩石.png"));
            out.write(bytes(1, 10));
            out.closeArchiveEntry();
        }
        assertEquals(List.of("岩石.png"), List.copyOf(unpack(pack).keySet()));
    }

    @Test
    void filesOfOneNameAreNumberedAndTold() throws Exception {
        List<Packed> entries = new ArrayList<>();
        entries.add(new Packed("a/x.png".getBytes(StandardCharsets.UTF_8), bytes(1, 10)));
        entries.add(new Packed("a/x.png".getBytes(StandardCharsets.UTF_8), bytes(2, 10)));
        entries.add(new Packed("A/X.PNG".getBytes(StandardCharsets.UTF_8), bytes(3, 10)));
        Map<String, byte[]> out = unpack(raw(entries));
        assertEquals(3, out.size(), out.keySet().toString());
        assertEquals(2, skipped.size());
        assertTrue(skipped.get(0).reason().contains("same name"), skipped.toString());
    }

    /** One crooked entry costs itself: a file where a folder is, a name no file system takes, a name with a zero byte. */
    @Test
    void oneBadEntryCostsItselfOnly() throws Exception {
        List<Packed> entries = new ArrayList<>();
        entries.add(new Packed("a/b.png".getBytes(StandardCharsets.UTF_8), bytes(1, 10)));
        entries.add(new Packed("a".getBytes(StandardCharsets.UTF_8), bytes(2, 10)));
        entries.add(new Packed("c".getBytes(StandardCharsets.UTF_8), bytes(3, 10)));
        entries.add(new Packed("c/d.png".getBytes(StandardCharsets.UTF_8), bytes(4, 10)));
        entries.add(new Packed(("long/" + "n".repeat(300) + ".png").getBytes(StandardCharsets.UTF_8), bytes(5, 10)));
        entries.add(new Packed("zero\0.png".getBytes(StandardCharsets.UTF_8), bytes(6, 10)));
        entries.add(new Packed("good.png".getBytes(StandardCharsets.UTF_8), bytes(7, 10)));
        Map<String, byte[]> out = unpack(raw(entries));
        assertTrue(
                out.containsKey("a/b.png") && out.containsKey("good.png") && out.containsKey("c"),
                out.keySet().toString());
        assertEquals(
                7,
                out.size()
                        + skipped.size()
                        - skipped.stream()
                                .filter(s -> s.reason().contains("same name"))
                                .count());
    }

    @Test
    void damagedBytesAreSeenByTheirChecksum() throws Exception {
        List<Packed> entries = new ArrayList<>();
        entries.add(new Packed("a.png".getBytes(StandardCharsets.UTF_8), bytes(1, 1000)));
        entries.add(new Packed("b.png".getBytes(StandardCharsets.UTF_8), bytes(2, 1000)));
        Path pack = raw(entries);
        byte[] whole = Files.readAllBytes(pack);
        whole[500] ^= 1;
        Files.write(pack, whole);
        assertEquals(List.of("b.png"), List.copyOf(unpack(pack).keySet()));
        assertTrue(skipped.get(0).reason().contains("checksum"), skipped.toString());
    }

    @Tag("long")
    @Test
    void manySmallBombsAreOneBomb() throws Exception {
        Path pack = folder.resolve("bomb.zip");
        byte[] zeros = new byte[1 << 20];
        try (OutputStream file = Files.newOutputStream(pack);
                ZipOutputStream out = new ZipOutputStream(file)) {
            for (int i = 0; i < 150; i++) {
                out.putNextEntry(new ZipEntry("z" + i + ".png"));
                for (int k = 0; k < 16; k++) {
                    out.write(zeros);
                }
                out.closeEntry();
            }
        }
        ProblemException e = assertThrows(ProblemException.class, () -> unpack(pack));
        assertTrue(e.problem().cause().contains("bomb"), e.problem().sentence());
        long used = 0;
        try (var walk = Files.walk(folder)) {
            for (Path path : walk.filter(Files::isRegularFile).toList()) {
                used += Files.size(path);
            }
        }
        assertTrue(used < Files.size(pack) * 110 + (2 << 20), "bytes unpacked before it was seen: " + used);
    }

    /** Several entries of the directory that mean the same packed bytes, as the best bombs do. */
    @Test
    void overlappingEntriesAreRefused() throws Exception {
        List<Packed> entries = new ArrayList<>();
        for (int i = 0; i < 5; i++) {
            entries.add(new Packed(("f" + i + ".png").getBytes(StandardCharsets.UTF_8), bytes(i, 400)));
        }
        Path pack = raw(entries);
        byte[] whole = Files.readAllBytes(pack);
        ByteBuffer all = ByteBuffer.wrap(whole).order(ByteOrder.LITTLE_ENDIAN);
        int directory = all.getInt(whole.length - 6);
        for (int at = directory, i = 0; i < 5; at += 46 + 6, i++) {
            // entries two to four point at the first one's bytes
            if (i > 0 && i < 4) {
                all.putInt(at + 42, 0);
            }
        }
        Files.write(pack, whole);
        Map<String, byte[]> out = unpack(pack);
        assertTrue(out.size() <= 2, out.keySet().toString());
        assertFalse(out.isEmpty());
        assertTrue(
                skipped.stream()
                                .filter(s -> s.reason().contains("another file's"))
                                .count()
                        >= 3,
                skipped.toString());
    }

    /** The drive is not filled to its last gigabyte. */
    @Test
    void unpackingStopsBeforeTheDriveIsFull() throws Exception {
        Path pack = raw(List.of(new Packed("a.png".getBytes(StandardCharsets.UTF_8), bytes(1, 5000))));
        Path target = Files.createTempDirectory(folder, "full");
        ProblemException e = assertThrows(
                ProblemException.class, () -> Archive.unpack(pack, target, skipped, Work.SILENT, () -> 900L << 20));
        assertTrue(e.problem().cause().contains("almost full"), e.problem().sentence());
        try (var left = Files.list(target)) {
            assertEquals(0, left.count());
        }
        Archive.unpack(pack, target, skipped, Work.SILENT, () -> 2L << 30);
        assertTrue(Files.exists(target.resolve("a.png")));
    }

    /** A link in a zip is told and not made; steps written with backslashes, as one system has them, are steps. */
    @Test
    void linksStayAndBackslashesAreSteps() throws Exception {
        Path pack = folder.resolve("links.zip");
        try (ZipArchiveOutputStream out = new ZipArchiveOutputStream(pack)) {
            ZipArchiveEntry link = new ZipArchiveEntry("link.png");
            link.setUnixMode(0120777);
            out.putArchiveEntry(link);
            out.write("/etc/hostname".getBytes(StandardCharsets.UTF_8));
            out.closeArchiveEntry();
            out.putArchiveEntry(new ZipArchiveEntry("empty folder/"));
            out.closeArchiveEntry();
            ZipArchiveEntry file = new ZipArchiveEntry("far/away.png");
            out.putArchiveEntry(file);
            out.write(bytes(1, 10));
            out.closeArchiveEntry();
        }
        assertEquals(List.of("far/away.png"), List.copyOf(unpack(pack).keySet()));
        assertEquals(1, skipped.size());
        assertTrue(skipped.get(0).reason().startsWith("it is a link"), skipped.toString());
        skipped.clear();
        List<Packed> entries = new ArrayList<>();
        entries.add(new Packed("far\\near\\x.png".getBytes(StandardCharsets.UTF_8), bytes(1, 10)));
        Path whole = raw(entries);
        assertEquals(List.of("far/near/x.png"), List.copyOf(unpack(whole).keySet()));
        // cut off before its directory, its entries are read one after the other
        byte[] bytes = Files.readAllBytes(whole);
        int directory = new String(bytes, StandardCharsets.ISO_8859_1).indexOf("PK\u0001\u0002");
        Files.write(whole, java.util.Arrays.copyOf(bytes, directory));
        assertEquals(List.of("far/near/x.png"), List.copyOf(unpack(whole).keySet()));
    }
}
