package yondershelf.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Picture;
import yondershelf.format.Formats;

/** Commands as people write them: conditions as they are documented, many files at once, folders of one name. */
class ManyFilesTest {
    @TempDir
    Path folder;

    private Path library;

    private CommandRun run(String... args) {
        return CommandRun.of(folder.resolve("home"), args);
    }

    private static String model(double size) {
        return "v 0 0 0\nv " + size + " 0 0\nv 0 " + size + " 0\nf 1 2 3\n";
    }

    @BeforeEach
    void make() throws Exception {
        library = Files.createDirectories(folder.resolve("Station"));
        Files.createDirectories(library.resolve("stone"));
        Files.writeString(library.resolve("lantern small.obj"), model(0.2));
        Files.writeString(library.resolve("lantern large.obj"), model(2));
        Files.writeString(library.resolve("stone/lantern post.obj"), model(0.1));
        Files.write(library.resolve("lantern.png"), Formats.png(Picture.ofBytes(1, 1, 1, new byte[1])));
        run("library", "add", library.toString(), "--name", "Station");
    }

    private int total(String... args) throws Exception {
        CommandRun run = run(args);
        assertEquals(0, run.code(), run.err());
        return run.json().path("total").asInt();
    }

    @Test
    void conditionsAsTheyAreDocumented() throws Exception {
        // nobody has looked through the library yet: saying something of what is in it looks first
        CommandRun label = run("label", "--where", "folder:stone", "--tag", "wood", "--json");
        assertEquals(1, label.json().path("changed").asInt(), label.err());
        run("scan", "Station");
        assertEquals(1, total("find", "kind:model", "size<50cm", "-tag:wood", "lantern", "--json"));
        assertEquals(1, total("find", "--json", "kind:model size<50cm -tag:wood lantern"));
        assertEquals(3, total("find", "kind:model lantern", "--json"));
        run("label", "--where", "large", "--author", "North Quay");
        assertEquals(1, total("find", "author:North Quay", "--json"), "a value with a blank, its quotes gone");
        assertEquals(0, total("find", "author:North Quay -lantern:x kind:hdri".replace(" -lantern:x", ""), "--json"));
    }

    @Test
    void whatCannotBeUnderstoodIsRefused() {
        for (List<String> wrong : List.of(
                List.of("find", "triangles>"),
                List.of("find", "kind:"),
                List.of("find", "--limt", "3"),
                List.of("find", "-x"),
                List.of("find", "sizes<3"),
                List.of("like", "x", "-tag:wood"))) {
            CommandRun refused = run(wrong.toArray(String[]::new));
            assertTrue(refused.code() > 0, wrong.toString());
            assertFalse(refused.err().isBlank(), wrong.toString());
        }
    }

    @Test
    void manyFilesInOneProcess() throws Exception {
        Path broken = Files.writeString(folder.resolve("broken.glb"), "glTF and no more");
        CommandRun facts = run(
                "facts",
                library.resolve("lantern small.obj").toString(),
                library.resolve("lantern.png").toString(),
                broken.toString(),
                "--json");
        assertEquals(1, facts.code(), "one of them cannot be read");
        JsonNode files = facts.json().path("files");
        assertEquals(3, files.size());
        assertEquals(1, files.path(0).path("triangles").asInt());
        assertEquals("texture", files.path(1).path("kind").asText());
        assertFalse(files.path(2).path("readable").asBoolean());
        assertEquals(Files.size(broken), files.path(2).path("bytes").asLong(), "its size is known all the same");
        Path out = folder.resolve("pictures");
        CommandRun previews = run(
                "preview",
                library.resolve("lantern small.obj").toString(),
                broken.toString(),
                library.resolve("lantern.png").toString(),
                library.resolve("stone/lantern post.obj").toString(),
                "--out",
                out.toString(),
                "--size",
                "32",
                "--json");
        assertEquals(1, previews.code());
        assertEquals(3, previews.json().path("previews").size());
        for (String name : List.of("lantern small.png", "lantern.png", "lantern post.png")) {
            assertTrue(Files.size(out.resolve(name)) > 50, name);
        }
    }

    @Test
    void likeOthersOfOneLibrary() throws Exception {
        run("scan", "Station");
        Path other = Files.createDirectory(folder.resolve("Other"));
        Files.writeString(other.resolve("beacon.obj"), model(0.2));
        run("library", "add", other.toString(), "--name", "Other");
        run("scan", "Other");
        String asked = library.resolve("lantern small.obj").toString();
        CommandRun all = run("like", asked, "--json");
        assertEquals(0, all.code(), all.err());
        assertEquals(3, all.json().path("total").asInt());
        assertFalse(all.out().contains("lantern small.obj"), "the one that was asked about is known");
        CommandRun only = run("like", asked, "--library", "Other", "--json");
        assertEquals(1, only.json().path("total").asInt());
    }

    @Test
    void aPackOfTheFoldersOwnNameAndItsText() throws Exception {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            zip.putNextEntry(new ZipEntry("beacon.obj"));
            zip.write(model(1).getBytes(StandardCharsets.UTF_8));
            zip.putNextEntry(new ZipEntry("README.txt"));
            zip.write("Beacon\nAuthor: Quay Workshop\nLicense: CC0 1.0\n".getBytes(StandardCharsets.UTF_8));
        }
        Path pack = Files.write(folder.resolve("D1.zip"), bytes.toByteArray());
        CommandRun take = run("take", pack.toString(), "--into", "Station/D1", "--json");
        assertEquals(0, take.code(), take.err());
        assertTrue(Files.exists(library.resolve("D1/beacon.obj")));
        assertFalse(Files.exists(library.resolve("D1/D1")));
        assertEquals(1, total("find", "author:Quay", "--json"), "what its text says is known");
    }
}
