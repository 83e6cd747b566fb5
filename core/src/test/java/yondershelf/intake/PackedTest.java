package yondershelf.intake;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.zip.CRC32;
import net.lingala.zip4j.ZipFile;
import net.lingala.zip4j.model.ZipParameters;
import net.lingala.zip4j.model.enums.EncryptionMethod;
import org.apache.commons.compress.archivers.sevenz.SevenZArchiveEntry;
import org.apache.commons.compress.archivers.sevenz.SevenZOutputFile;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveOutputStream;
import org.apache.commons.compress.archivers.tar.TarConstants;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import yondershelf.content.Coding;
import yondershelf.content.Kind;
import yondershelf.content.Role;
import yondershelf.credits.Credit;
import yondershelf.facts.Projection;
import yondershelf.format.reading.FileType;
import yondershelf.sorting.SortedItem.SortedFile;

/** Entries of archives, whatever they are packed in, and what is said of them. */
class PackedTest {
    private static final Map<String, byte[]> CONTENT = content();

    @TempDir
    Path folder;

    private static Map<String, byte[]> content() {
        Map<String, byte[]> out = new LinkedHashMap<>();
        byte[] noise = new byte[70_000];
        new SplittableRandom(4).nextBytes(noise);
        out.put("pack/noise.bin", noise);
        out.put("pack/deep/lamp.obj", "v 0 0 0\n".repeat(900).getBytes(StandardCharsets.UTF_8));
        out.put("pack/empty.txt", new byte[0]);
        return out;
    }

    private Path tar() throws IOException {
        Path file = folder.resolve("pack.tar");
        try (TarArchiveOutputStream out = new TarArchiveOutputStream(Files.newOutputStream(file))) {
            out.putArchiveEntry(new TarArchiveEntry("./pack/"));
            out.closeArchiveEntry();
            for (Map.Entry<String, byte[]> each : CONTENT.entrySet()) {
                TarArchiveEntry entry = new TarArchiveEntry("./" + each.getKey());
                entry.setSize(each.getValue().length);
                out.putArchiveEntry(entry);
                out.write(each.getValue());
                out.closeArchiveEntry();
            }
            for (byte kind :
                    new byte[] {TarConstants.LF_SYMLINK, TarConstants.LF_LINK, TarConstants.LF_FIFO, TarConstants.LF_CHR
                    }) {
                TarArchiveEntry entry = new TarArchiveEntry("odd" + kind, kind);
                entry.setLinkName("/etc/hostname");
                out.putArchiveEntry(entry);
                out.closeArchiveEntry();
            }
        }
        return file;
    }

    private Path zip() throws IOException {
        Path file = folder.resolve("pack.zip");
        try (ZipArchiveOutputStream out = new ZipArchiveOutputStream(file)) {
            out.putArchiveEntry(new ZipArchiveEntry("pack/"));
            out.closeArchiveEntry();
            for (Map.Entry<String, byte[]> each : CONTENT.entrySet()) {
                out.putArchiveEntry(new ZipArchiveEntry(each.getKey()));
                out.write(each.getValue());
                out.closeArchiveEntry();
            }
            ZipArchiveEntry link = new ZipArchiveEntry("odd");
            link.setUnixMode(0120777);
            out.putArchiveEntry(link);
            out.write("/etc/hostname".getBytes(StandardCharsets.UTF_8));
            out.closeArchiveEntry();
        }
        return file;
    }

    private Path sevenZip() throws IOException {
        Path file = folder.resolve("pack.7z");
        try (SevenZOutputFile out = new SevenZOutputFile(file.toFile())) {
            for (Map.Entry<String, byte[]> each : CONTENT.entrySet()) {
                out.putArchiveEntry(out.createArchiveEntry(
                        Files.write(folder.resolve("one"), each.getValue()).toFile(), each.getKey()));
                out.write(each.getValue());
                out.closeArchiveEntry();
            }
        }
        return file;
    }

    /** What comes out, told of before, by the name; refused ones say why. */
    private static Map<String, String> refused(Packed packed, Map<String, byte[]> out) throws IOException {
        Map<String, String> refused = new TreeMap<>();
        while (packed.next()) {
            if (packed.isDirectory()) {
                assertTrue(packed.name().startsWith("pack"), packed.name());
                continue;
            }
            if (!packed.refusal().isEmpty()) {
                refused.put(packed.name(), packed.refusal());
                continue;
            }
            byte[] expected = Objects.requireNonNull(CONTENT.get(packed.name()), packed.name());
            CRC32 crc = new CRC32();
            crc.update(expected);
            assertTrue(packed.sum() == -1 || packed.sum() == crc.getValue(), packed.name());
            assertTrue(packed.packedBytes() >= 0 && packed.packedBytes() <= expected.length + 4_096);
            assertFalse(packed.isByPassword());
            Packed.Later later = packed.later();
            if (later != null) {
                assertEquals(expected.length, later.size());
                assertEquals(crc.getValue(), later.sum());
                assertEquals(packed.packedBytes(), later.packedBytes());
                assertTrue(expected.length < 1_000 || later.packedBytes() > 0, "a bomb is told by it");
                try (InputStream in = later.open()) {
                    assertArrayEquals(expected, in.readAllBytes());
                }
            }
            try (InputStream in = packed.open()) {
                out.put(packed.name(), in.readAllBytes());
            }
        }
        return refused;
    }

    @ParameterizedTest
    @EnumSource(
            value = FileType.class,
            names = {"TAR", "ZIP", "SEVEN_ZIP"})
    void entriesComeOutAsTheyWentIn(FileType type) throws Exception {
        Path file = type == FileType.TAR ? tar() : type == FileType.ZIP ? zip() : sevenZip();
        Map<String, byte[]> out = new TreeMap<>();
        Map<String, String> refused;
        try (Packed packed = Packed.of(file, type, "")) {
            refused = refused(packed, out);
            assertEquals(Files.size(file), packed.size(file));
        }
        assertEquals(CONTENT.keySet(), out.keySet());
        CONTENT.forEach((name, bytes) -> assertArrayEquals(bytes, out.get(name), name));
        assertEquals(type == FileType.TAR ? 4 : type == FileType.ZIP ? 1 : 0, refused.size(), refused.toString());
        if (type == FileType.TAR) {
            assertEquals(2, Set.copyOf(refused.values()).size(), "links, and what is no file: " + refused);
        }
    }

    /** Behind the last whole entry nothing can be read. */
    private static boolean goesOn(Packed packed) {
        try {
            return packed.next();
        } catch (IOException cutOff) {
            return false;
        }
    }

    /** Links of other systems, and entries that say that a file is gone, stay packed. */
    @Test
    void whatIsNoFileInASevenZipArchiveIsTold() throws Exception {
        Path file = folder.resolve("odd.7z");
        try (SevenZOutputFile out = new SevenZOutputFile(file.toFile())) {
            for (String name : List.of("link", "plain.txt", "archived.txt")) {
                SevenZArchiveEntry entry = new SevenZArchiveEntry();
                entry.setName(name);
                if (!name.equals("plain.txt")) {
                    entry.setHasWindowsAttributes(true);
                    // the file's mode in the upper half, as p7zip writes it; 0x20 says that it is to be archived
                    entry.setWindowsAttributes(name.equals("link") ? 0120777 << 16 | 0x8000 : 0100644 << 16 | 0x8020);
                }
                out.putArchiveEntry(entry);
                out.write(name.getBytes(StandardCharsets.UTF_8));
                out.closeArchiveEntry();
            }
        }
        Map<String, Boolean> refused = new TreeMap<>();
        try (Packed packed = Packed.of(file, FileType.SEVEN_ZIP, "")) {
            while (packed.next()) {
                refused.put(packed.name(), !packed.refusal().isEmpty());
            }
        }
        assertEquals(Map.of("link", true, "plain.txt", false, "archived.txt", false), refused);
    }

    /** Without its directory a ZIP archive gives what is whole. */
    @Test
    void aCutOffArchiveGivesWhatIsWhole() throws Exception {
        byte[] whole = Files.readAllBytes(zip());
        Path cut = Files.write(folder.resolve("cut.zip"), Arrays.copyOf(whole, whole.length - 200));
        Map<String, byte[]> out = new TreeMap<>();
        try (Packed packed = Packed.of(cut, FileType.ZIP, "")) {
            while (goesOn(packed)) {
                if (!packed.isDirectory() && packed.refusal().isEmpty() && CONTENT.containsKey(packed.name())) {
                    assertEquals(null, packed.later(), "read once, in order");
                    try (InputStream in = packed.open()) {
                        out.put(packed.name(), in.readAllBytes());
                    }
                }
            }
        }
        CONTENT.forEach((name, bytes) -> assertArrayEquals(bytes, out.get(name), name));
    }

    /** zip4j, a library of another hand, protects them. */
    @Test
    void passwordsAreToldOf() throws Exception {
        Path file = folder.resolve("locked.zip");
        byte[] bytes = "lamp".repeat(300).getBytes(StandardCharsets.UTF_8);
        try (ZipFile zip = new ZipFile(file.toFile(), "tide".toCharArray())) {
            for (String name : List.of("open.txt", "locked.txt")) {
                ZipParameters parameters = new ZipParameters();
                parameters.setEncryptFiles(name.startsWith("locked"));
                parameters.setEncryptionMethod(EncryptionMethod.AES);
                parameters.setFileNameInZip(name);
                zip.addStream(new ByteArrayInputStream(bytes), parameters);
            }
        }
        for (String password : List.of("", "tide")) {
            Map<String, String> told = new TreeMap<>();
            try (Packed packed = Packed.of(file, FileType.ZIP, password)) {
                while (packed.next()) {
                    told.put(
                            packed.name(),
                            packed.isByPassword() + " " + packed.refusal().isEmpty() + " " + (packed.sum() >= 0) + " "
                                    + (packed.later() != null));
                    if (packed.refusal().isEmpty()) {
                        try (InputStream in = packed.open()) {
                            assertArrayEquals(bytes, in.readAllBytes());
                        }
                    }
                }
            }
            assertEquals(
                    Map.of(
                            "open.txt",
                            "false true true true",
                            "locked.txt",
                            password.isEmpty() ? "false false false false" : "true true false false"),
                    told);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "first/ , Tarred timber, 2048, Tarred timber",
        "each/_, Tarred timber, 2048, Tarred_Timber",
        "none/-, Tarred Timber IV, 2048, tarred-timber-IV",
        "first/_/size, tarred Timber, 2048, 2K_Tarred_timber",
        "each/_/size, tarred timber, 1024, 1K_Tarred_Timber",
        "none/_/size, Tarred timber, 1023, 1023_tarred_timber",
        "first/_/size, tarred Timber, 0, Tarred_timber",
        "each/, étude 2K a, 0, Étude2KA"
    })
    void namesInAHouseStyle(String style, String name, int pixels, String styled) {
        // blanks at the end of a value do not come through
        NameStyle told =
                NameStyle.parse(style.equals("first/") ? "first/ " : style).orElseThrow();
        assertEquals(styled, told.of(name, pixels));
        assertEquals(told, NameStyle.parse(told.text()).orElseThrow());
        for (String none : List.of("", "first", "first/x", "last/_", "first/_/size/more")) {
            assertEquals(java.util.Optional.empty(), NameStyle.parse(none), none);
        }
        assertEquals("4K" + told.space() + "Oak", told.sized("Oak", 4096));
        assertEquals("512" + told.space() + "Oak", told.sized("Oak", 512));
        assertEquals("Oak", told.sized("Oak", 0));
        assertEquals(
                3,
                Arrays.stream(NameStyle.Letters.values())
                        .map(NameStyle.Letters::example)
                        .distinct()
                        .count());
    }

    private PlanItem item(@Nullable Projection laidOut, String... paths) {
        return new PlanItem(
                1,
                Kind.TEXTURE,
                "Thing",
                new Destination(folder, ""),
                "",
                Arrays.stream(paths).map(p -> new SortedFile(p, null)).toList(),
                null,
                "",
                List.of(),
                laidOut,
                Credit.NONE,
                Given.NOTHING);
    }

    @Test
    void whatThingsMayBeInstead() {
        assertEquals(List.of(Kind.TEXTURE, Kind.MATERIAL), item(null, "a.png").kinds());
        assertEquals(
                List.of(Kind.TEXTURE, Kind.MATERIAL, Kind.HDRI),
                item(null, "a.hdr").kinds());
        assertEquals(
                List.of(Kind.TEXTURE, Kind.MATERIAL),
                item(null, "a.hdr", "b.hdr").kinds());
        assertEquals(List.of(Kind.TEXTURE), item(null, "a.obj").kinds());
        assertEquals(
                List.of(Kind.TEXTURE), item(Projection.values()[0], "a.hdr").kinds());
    }

    /** What becomes a material needs a map; another of a role that is told is kept beside it. */
    @Test
    void mapsAreReadAsSomebodySays() {
        PlanItem two = item(null, "a.png", "b.png");
        PlanItem material = two.as(Kind.MATERIAL);
        assertEquals(Role.BASE_COLOR, material.files().get(0).role());
        assertEquals(Kind.MATERIAL, material.kind());
        PlanItem other = material.withMap("b.png", Role.BASE_COLOR, Coding.PLAIN);
        assertEquals(PlanItem.NOT_USED, other.files().get(0).variant());
        assertTrue(other.files().get(1).isUsed());
        PlanItem none = other.withMap("b.png", null, Coding.PLAIN);
        assertFalse(none.files().get(1).isUsed());
        assertEquals(
                Role.ROUGHNESS,
                other.withMap("a.png", Role.ROUGHNESS, Coding.PLAIN)
                        .files()
                        .get(0)
                        .role());
        assertNotEquals(two, two.named("Other"));
        assertEquals(folder.resolve("a.png"), two.at(two.main()));
        assertTrue(two.isWanted() && !two.isTwin());
        assertFalse(two.unwanted("broken").isWanted());
        assertTrue(two.unwanted(PlanItem.SAME + "model").isTwin());
    }

    /** Squares of one picture are no maps left over. */
    @Test
    void squaresBelongToTheirPicture() {
        SortedFile first = new SortedFile("a.1001.png", Role.NORMAL);
        SortedFile second = new SortedFile("a.1002.png", Role.NORMAL, Coding.PLAIN, "1002");
        SortedFile rough = new SortedFile("r.1002.png", Role.ROUGHNESS, Coding.PLAIN, "1002");
        SortedFile said = new SortedFile("a.1003.png", Role.NORMAL, Coding.PLAIN, PlanItem.NOT_USED);
        PlanItem item = item(null, "x.png").holding(List.of(first, second, rough, said));
        assertFalse(item.isSquare(first));
        assertTrue(item.isSquare(second));
        assertFalse(item.isSquare(rough), "no picture of its role is used");
        assertFalse(item.isSquare(said));
    }

    /** Levels that are left out on the way. */
    @Test
    void levelsAreLeftOut() {
        Destination placing = new Destination(folder, "new", List.of("pack/maps/4k", "pack/maps"));
        assertEquals("pack/oak.png", placing.below("pack/maps/4k/oak.png"));
        assertEquals("pack/oak.png", placing.below("pack/maps/oak.png"));
        assertEquals("pack/maps2/oak.png", placing.below("pack/maps2/oak.png"));
        assertEquals("pack", placing.belowFolder("pack/maps"));
    }

    /** What is still packed is unpacked when its bytes are asked for, and not before. */
    @Test
    void promisedFilesAreToldByWhatTheirArchiveSays() throws Exception {
        Path file = folder.resolve("there/lamp.obj");
        Packed.Later later = new Packed.Later() {
            @Override
            public long size() {
                return 4;
            }

            @Override
            public long packedBytes() {
                return 4;
            }

            @Override
            public long sum() {
                CRC32 crc = new CRC32();
                crc.update("lamp".getBytes(StandardCharsets.UTF_8));
                return crc.getValue();
            }

            @Override
            public InputStream open() {
                return new ByteArrayInputStream("lamp".getBytes(StandardCharsets.UTF_8));
            }
        };
        try (Brought brought = new Brought()) {
            brought.promise(file, later);
            assertTrue(brought.isPacked(file));
            assertEquals(List.of(file), brought.packedBelow(folder));
            assertEquals(List.of(), brought.packedBelow(folder.resolve("other")));
            assertEquals(4, brought.size(file));
            assertEquals("4-" + later.sum(), brought.sum(file));
            assertArrayEquals("la".getBytes(StandardCharsets.UTF_8), brought.head(file, 2));
            assertFalse(Files.exists(file));
            Path like = Files.writeString(folder.resolve("like"), "lamp");
            Path unlike = Files.writeString(folder.resolve("unlike"), "lump");
            Path longer = Files.writeString(folder.resolve("longer"), "lamps");
            assertFalse(brought.isSame(longer, file));
            assertFalse(Files.exists(file), "a size is told without unpacking");
            assertTrue(brought.isSame(like, file));
            assertFalse(brought.isSame(unlike, file));
            assertFalse(brought.isSame(folder, file));
            assertFalse(brought.isPacked(file));
            assertEquals(0, brought.head(file, 2).length);
            assertEquals(-1, brought.size(folder.resolve("no")));
            assertEquals("", brought.sum(folder.resolve("no")));
            assertEquals(brought.sum(like), brought.sum(file), "now that it lies there, by its bytes");
        }
    }
}
