package yondershelf.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Many assets labelled by one command, and tags changed wherever they are given. */
class LabelCommandTest {
    @TempDir
    Path folder;

    private Path home;
    private Path library;

    @BeforeEach
    void open() throws Exception {
        home = folder.resolve("home");
        library = Files.createDirectory(folder.resolve("Station"));
        for (String name : List.of("rigging/block.obj", "rigging/cleat.obj", "shore/bollard.obj", "shore/ring.obj")) {
            Path file = library.resolve(name);
            Files.createDirectories(file.getParent());
            Files.writeString(file, "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n# " + name + "\n");
        }
        assertEquals(0, run("library", "add", library.toString()).code());
        assertEquals(0, run("scan", "Station").code());
    }

    private CommandRun run(String... args) {
        List<String> all = new ArrayList<>(List.of(args));
        all.add("--json");
        return CommandRun.of(home, all.toArray(String[]::new));
    }

    private int changed(String... args) throws Exception {
        CommandRun run = run(args);
        assertEquals(0, run.code(), run.err());
        return run.json().path("changed").asInt(-1);
    }

    /** Names by path, with tags. */
    private String found(String... words) throws Exception {
        List<String> args = new ArrayList<>(List.of("find"));
        args.addAll(List.of(words));
        TreeMap<String, String> out = new TreeMap<>();
        for (JsonNode hit : run(args.toArray(String[]::new)).json().path("hits")) {
            List<String> tags = new ArrayList<>();
            hit.path("tags").forEach(t -> tags.add(t.asText()));
            out.put(hit.path("path").asText(), hit.path("name").asText() + tags);
        }
        return out.toString();
    }

    @Test
    void ofPathsAndOfWhatIsFound() throws Exception {
        assertEquals(2, changed("label", "--where", "folder:rigging kind:model", "--tag", "rope/tackle"));
        assertEquals(0, changed("label", "--where", "folder:rigging", "--tag", "rope/tackle"), "it is so already");
        assertEquals(
                2,
                changed("label", "--where", "tag:none library:Station", "--name", "Iron {name} {n}", "--rating", "4"));
        assertEquals(
                "{rigging/block.obj=Block[rope/tackle], rigging/cleat.obj=Cleat[rope/tackle],"
                        + " shore/bollard.obj=Iron Bollard 1[], shore/ring.obj=Iron Ring 2[]}",
                found());
        String path = library.resolve("shore/ring.obj").toString();
        assertEquals(1, changed("label", path, path, "--name", "", "--favourite", "--licence", "cc by 4.0"));
        assertEquals("{shore/ring.obj=Ring[]}", found("ring"));
        CommandRun stray = run("label", folder.resolve("stray.obj").toString(), path, "--no-favourite");
        assertEquals(1, stray.code());
        assertEquals(1, stray.json().path("changed").asInt());
        assertTrue(stray.json().path("problems").path(0).path("cause").asText().contains("no asset"));
        assertEquals(2, run("label", path).code(), "nothing said");
        assertEquals(2, run("label", path, "--rating", "6").code());
        assertEquals(1, run("label", "--where", "shine:red", "--rating", "1").code());
        assertEquals(1, run("label", "--where", "library:Away", "--rating", "1").code());
    }

    @Test
    void tagsAreRenamedMergedAndDeleted() throws Exception {
        changed("label", "--where", "folder:rigging", "--tag", "rope/tackle", "--tag", "boat");
        changed("label", "--where", "folder:shore", "--tag", "iron");
        changed("label", library.resolve("shore/ring.obj").toString(), "--tag", "rope");
        assertEquals(1, run("tag", "rename", "rope", "iron").code(), "it is there already");
        assertEquals(1, run("tag", "rename", "rope", "rope/more").code(), "below itself");
        assertEquals(1, run("tag", "rename", "sail", "cloth").code(), "nobody has it");
        assertEquals(3, changed("tag", "rename", "rope", "cordage"));
        assertEquals(
                "{rigging/block.obj=Block[boat, cordage/tackle], rigging/cleat.obj=Cleat[boat, cordage/tackle],"
                        + " shore/bollard.obj=Bollard[iron], shore/ring.obj=Ring[cordage, iron]}",
                found());
        assertEquals(3, changed("tag", "merge", "cordage", "iron"));
        assertEquals(
                "{rigging/block.obj=Block[boat, iron/tackle], rigging/cleat.obj=Cleat[boat, iron/tackle],"
                        + " shore/bollard.obj=Bollard[iron], shore/ring.obj=Ring[iron]}",
                found());
        assertEquals(4, changed("tag", "delete", "iron"));
        assertEquals(
                "{rigging/block.obj=Block[boat], rigging/cleat.obj=Cleat[boat], shore/bollard.obj=Bollard[],"
                        + " shore/ring.obj=Ring[]}",
                found());
    }
}
