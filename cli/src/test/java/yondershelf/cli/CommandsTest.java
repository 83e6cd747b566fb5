package yondershelf.cli;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.lang.syntax.ArchRuleDefinition;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.content.ImageSource;
import yondershelf.content.Picture;
import yondershelf.format.Formats;
import yondershelf.library.Edit;
import yondershelf.library.Library;

/** The commands, their JSON, exit codes, and that results alone are on standard output. */
class CommandsTest {
    @TempDir
    Path folder;

    private Path props;

    private CommandRun run(String... args) {
        return CommandRun.of(folder.resolve("home"), args);
    }

    @BeforeEach
    void library() throws Exception {
        props = Files.createDirectories(folder.resolve("props"));
        Files.createDirectories(props.resolve("boxes"));
        Files.createDirectories(props.resolve("tidied"));
        Files.writeString(
                props.resolve("boxes/box.obj"),
                "mtllib box.mtl\nv 0 0 0\nv 0.5 0 0\nv 0 0.25 0\nvt 0 0\nvt 1 0\nvt 0 1\nusemtl m\nf 1/1 2/2 3/3\n");
        Files.writeString(props.resolve("boxes/box.mtl"), "newmtl m\nmap_Kd maps/box_color.png\n");
        Files.write(props.resolve("tidied/box_color.png"), Formats.png(Picture.ofBytes(4, 4, 1, new byte[16])));
        assertEquals(
                0, run("library", "add", props.toString(), "--name", "Props").code());
    }

    @Test
    void librariesAndScan() throws Exception {
        JsonNode list = run("library", "list", "--json").json();
        assertEquals("Props", list.path("libraries").get(0).path("name").asText());
        CommandRun scan = run("scan", "Props", "--json");
        assertEquals(0, scan.code(), scan.err());
        assertEquals(1, scan.json().path("kinds").path("model").asInt());
        Files.write(props.resolve("empty.glb"), new byte[0]);
        CommandRun again = run("scan", "Props", "--json");
        assertEquals(1, again.code());
        assertTrue(again.err().contains("empty.glb: the file is empty."), again.err());
        assertEquals(1, again.json().path("unreadable").size());
    }

    @Test
    void findAndFacts() throws Exception {
        JsonNode hits = run("find", "bo", "--kind", "model", "--json").json();
        assertEquals(1, hits.path("total").asInt());
        JsonNode hit = hits.path("hits").get(0);
        for (String field : new String[] {"id", "name", "kind", "library", "path", "tags"}) {
            assertTrue(hit.has(field), field);
        }
        assertTrue(hits.path("facets").path("kinds").has("model"));
        CommandRun facts = run("facts", props.resolve("boxes/box.obj").toString(), "--json");
        assertEquals(1, facts.code(), "its texture is missing");
        JsonNode f = facts.json();
        assertEquals(0.5, f.path("sizeMetres").get(0).asDouble(), 1e-6);
        assertEquals(1, f.path("triangles").asInt());
        assertEquals(
                "baseColor",
                f.path("materials").get(0).path("maps").get(0).path("role").asText());
        assertTrue(f.has("stops") && f.path("stops").isNull());
        assertTrue(f.path("readable").asBoolean());
    }

    @Test
    void whoeverHasNoLibraryIsToldSo() {
        CommandRun found = CommandRun.of(folder.resolve("of nobody"), "find", "mast");
        assertEquals(0, found.code());
        assertTrue(found.err().contains("yonder library add"), found.err());
    }

    /** What people read: a sentence and columns, how many more there are; what does not apply is null. */
    @Test
    void forPeople() throws Exception {
        CommandRun facts = run("facts", props.resolve("boxes/box.obj").toString());
        List<String> lines = facts.out().lines().toList();
        assertEquals("50.0 x 25.0 x 0.0 cm, 1 triangle in 1 part, 1 map", lines.get(0));
        assertTrue(lines.get(1).matches("\\S.*  baseColor  -  .*box_color.png  .+"), lines.get(1));
        JsonNode hdri = run("facts", props.resolve("boxes/box.obj").toString(), "--json")
                .json();
        assertTrue(hdri.path("width").isNull() && hdri.path("stops").isNull());
        assertEquals("0.5", hdri.path("sizeMetres").get(0).asText());
        JsonNode picture = run("facts", props.resolve("tidied/box_color.png").toString(), "--json")
                .json();
        assertTrue(picture.path("triangles").isNull() && picture.path("parts").isNull());
        assertTrue(picture.path("width").asInt() > 0);
        List<String> found = run("find", "--limit", "1").out().lines().toList();
        assertEquals(2, found.size());
        assertEquals("… and 1 more", found.get(1));
        List<String> all = run("find", "--sort", "name").out().lines().toList();
        int path = all.get(0).indexOf("Props/");
        assertTrue(path > 0);
        assertTrue(all.stream().allMatch(l -> l.indexOf("Props/") == path), all.toString());
        CommandRun nothing = run("find", "sextant");
        assertEquals("", nothing.out(), "what reads on gets no line that is no hit");
        assertEquals("Nothing was found", nothing.err().strip());
        assertEquals("", run("find", "sextant", "--quiet").err());
        run("label", props.resolve("boxes/box.obj").toString(), "--favourite");
        assertEquals(
                1, run("find", "--favourite", "--json").json().path("total").asInt());
    }

    /** The script at the top passes on every command there is, and its list names it. */
    @Test
    void theScriptKnowsEveryCommand() throws Exception {
        String script = Files.readString(Path.of("..", "yonder"));
        Set<String> names = new TreeSet<>(
                new picocli.CommandLine(new Main()).getSubcommands().keySet());
        // the script has help of its own
        names.remove("help");
        for (String name : names) {
            assertTrue(
                    script.matches("(?s).*\\n  [a-z |]*\\b" + name + "\\b[a-z |-]*\\)\\n.*"), name + " is passed on");
            assertTrue(script.contains("\n  " + name + " "), name + " is listed");
        }
    }

    /** The shell itself reads the completion, and the formatter of manual pages has nothing to complain about where it is installed. */
    @Test
    void completionAndManualPages() throws Exception {
        Path data = folder.resolve("data");
        assertEquals(0, run("completion", data.toString()).code());
        Path script = data.resolve("bash-completion/completions/yonder");
        Process bash = new ProcessBuilder(
                        "bash",
                        "-c",
                        "source '" + script + "'; COMP_WORDS=(yonder fi); COMP_CWORD=1; COMP_LINE='yonder fi';"
                                + " _complete_yonder; printf '%s\\n' \"${COMPREPLY[@]}\"")
                .redirectErrorStream(true)
                .start();
        assertTrue(new String(bash.getInputStream().readAllBytes(), StandardCharsets.UTF_8).contains("find"));
        assertEquals(0, bash.waitFor());
        Path page = data.resolve("man/man1/yonder-find.1");
        String text = Files.readString(page);
        assertTrue(text.startsWith(".TH \"YONDER\\-FIND\" 1\n"), text);
        assertTrue(text.contains("\\-\\-favourite"));
        if (Files.isExecutable(Path.of("/usr/bin/groff"))) {
            Process groff = new ProcessBuilder("groff", "-man", "-ww", "-Tutf8", page.toString())
                    .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                    .start();
            assertEquals("", new String(groff.getErrorStream().readAllBytes(), StandardCharsets.UTF_8));
        }
    }

    @Test
    void findKnowsWhatWasSeenAndFreshLooksFirst() throws Exception {
        assertEquals(2, run("find", "--json").json().path("total").asInt(), "nothing known yet: it looks");
        Files.write(props.resolve("tidied/late.hdr"), new byte[0]);
        assertEquals(0, run("find", "late", "--json").json().path("total").asInt(), "what was known is answered");
        assertEquals(
                1, run("find", "late", "--fresh", "--json").json().path("total").asInt());
    }

    @Test
    void scanFreshFindsEverythingOutAgainAndLeavesLabels() throws Exception {
        Path picture = props.resolve("tidied/box_color.png");
        FileTime time = Files.getLastModifiedTime(picture);
        assertEquals(0, run("scan", "Props").code());
        try (Catalogue catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats())) {
            Library library = catalogue.libraries().getFirst();
            String box = library.assets().stream()
                    .filter(a -> a.path().endsWith("box.obj"))
                    .findFirst()
                    .orElseThrow()
                    .id();
            library.labels().edit(List.of(Edit.tag(box, "mossy")));
        }
        // changed behind its back: as long and as old as before
        Files.write(picture, new byte[(int) Files.size(picture)]);
        Files.setLastModifiedTime(picture, time);
        JsonNode kept = run("scan", "Props", "--json").json();
        assertEquals(0, kept.path("unreadable").size(), "what was learned is kept");
        JsonNode fresh = run("scan", "Props", "--fresh", "--json").json();
        assertEquals(1, fresh.path("unreadable").size());
        JsonNode hits = run("find", "--tag", "mossy", "--json").json();
        assertEquals("boxes/box.obj", hits.path("hits").get(0).path("path").asText());
    }

    @Test
    void checkMendAndUndo() throws Exception {
        byte[] before = Files.readAllBytes(props.resolve("boxes/box.mtl"));
        CommandRun check = run("check", "Props", "--json");
        assertEquals(1, check.code());
        JsonNode finding = check.json().path("findings").get(0);
        assertEquals("texture-missing", finding.path("code").asText());
        assertTrue(finding.path("remedy").asText().contains("tidied/box_color.png"));
        CommandRun mend = run("mend", "Props", "--only", "texture-missing", "--json");
        assertEquals(0, mend.code(), mend.err());
        assertEquals(0, run("check", "Props").code());
        assertEquals(0, run("facts", props.resolve("boxes/box.obj").toString()).code());
        String undo = mend.json().path("run").asText();
        assertEquals(0, run("mend", "Props", "--undo", undo).code());
        assertArrayEquals(before, Files.readAllBytes(props.resolve("boxes/box.mtl")));
    }

    @Test
    void takeAndPreview() throws Exception {
        Path source = Files.createDirectories(folder.resolve("came/signs"));
        Files.write(source.resolve("notice.png"), Formats.png(Picture.ofBytes(5, 5, 1, new byte[25])));
        CommandRun plan = run("take", folder.resolve("came").toString(), "--into", "Props/new", "--plan", "--json");
        JsonNode item = plan.json().path("items").get(0);
        assertEquals("new/came/signs", item.path("folder").asText());
        assertTrue(item.has("duplicateOf") && item.has("reason") && plan.json().has("skipped"));
        assertTrue(Files.notExists(props.resolve("new")));
        assertEquals(
                0,
                run("take", folder.resolve("came").toString(), "--into", "Props/new")
                        .code());
        assertTrue(Files.exists(props.resolve("new/came/signs/notice.png")));
        Path out = folder.resolve("preview.png");
        CommandRun preview =
                run("preview", props.resolve("boxes/box.obj").toString(), "--out", out.toString(), "--size", "48");
        assertEquals(1, preview.code(), "told of the missing texture");
        Picture picture = new Formats().readPicture(ImageSource.at(out));
        assertEquals(48, picture.width());
        float corner = picture.value(0, 0, 0);
        boolean seen = false;
        for (int i = 0; i < 48 * 48; i++) {
            seen |= Math.abs(picture.value(i % 48, i / 48, 0) - corner) > 0.2;
        }
        assertTrue(seen, "something stands in the picture");
    }

    /** Names, tags and nodes as they are wished for all that comes. */
    @Test
    void takeAsWished() throws Exception {
        Path source = Files.createDirectories(folder.resolve("came/harbour"));
        Files.writeString(
                source.resolve("quay_props.obj"),
                "o Bollard\nv 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\no Coil\nv 3 0 0\nv 4 0 0\nv 4 1 0\nv 3 1 0\nf 4 5 6\nf 4 6 7\n");
        String[] wished = {
            "take",
            folder.resolve("came").toString(),
            "--into",
            "Props",
            "--json",
            "--names",
            "each/-",
            "--tag",
            "quay",
            "--propose-tags",
            "--nodes",
            "2",
            "--flat"
        };
        JsonNode item = run(wished).json().path("items").get(0);
        assertEquals("Quay-Props", item.path("name").asText());
        assertEquals("[\"harbour\",\"quay\"]", item.path("tags").toString());
        assertEquals(
                "[{\"name\":\"Bollard\",\"triangles\":1,\"apart\":false},{\"name\":\"Coil\",\"triangles\":2,\"apart\":true}]",
                item.path("nodes").toString());
        JsonNode found = run("find", "--tag", "quay", "--json").json();
        assertEquals("Quay-Props", found.path("hits").get(0).path("name").asText());
        JsonNode node = run("find", "coil", "--json").json();
        assertEquals(1, node.path("total").asInt());
        assertTrue(run("take", "x", "--into", "Props", "--names", "loud").code() != 0);
    }

    /** The lights of a scene file as surroundings of their own. */
    @Test
    void takeLights() throws Exception {
        Path file = Files.createDirectories(folder.resolve("lit")).resolve("shed.usda");
        Files.writeString(file, """
                #usda 1.0
                def Mesh "M" {
                    int[] faceVertexCounts = [3]
                    int[] faceVertexIndices = [0, 1, 2]
                    point3f[] points = [(0, 0, 0), (1, 0, 0), (0, 1, 0)]
                }
                def SphereLight "Bulb" {}
                def DistantLight "Sun" {}
                """);
        JsonNode item = run("take", file.toString(), "--into", "Props", "--lights", "--json")
                .json()
                .path("items")
                .get(0);
        assertEquals(3, item.path("lights").size());
        assertTrue(item.path("lights").get(0).path("apart").asBoolean());
        JsonNode found = run("find", "kind:hdri", "shed", "--json").json();
        assertEquals(3, found.path("total").asInt(), found.toString());
    }

    /** A part of a file by its node's name, and a file of materials. */
    @Test
    void nodesAndMaterials() throws Exception {
        Path two = Files.writeString(
                props.resolve("two.obj"),
                "o Post\nv 0 0 0\nv 1 0 0\nv 0 3 0\nf 1 2 3\no Lantern\nv 0 3 0\nv 0.5 3 0\nv 0 3.25 0\nf 4 5 6\n");
        assertEquals(
                2,
                run("facts", two.toString(), "--json").json().path("triangles").asInt());
        JsonNode part = run("facts", two + "#Lantern", "--json").json();
        assertEquals(1, part.path("triangles").asInt());
        assertEquals(0.25, part.path("sizeMetres").path(1).asDouble(), 1e-6);
        Path picture = props.resolve("out.png");
        assertEquals(
                0,
                run("preview", two + "#Lantern", "--out", picture.toString(), "--size", "32")
                        .code());
        CommandRun none = run("facts", two + "#Buoy");
        assertEquals(1, none.code());
        assertTrue(none.err().contains("Post, Lantern"), none.err());
        Path tin = Files.writeString(
                props.resolve("tin.mtlx"),
                "<materialx version=\"1.38\"><gltf_pbr name=\"Tin\" type=\"surfaceshader\"/></materialx>");
        JsonNode facts = run("facts", tin.toString(), "--json").json();
        assertEquals("material", facts.path("kind").asText());
        assertEquals("Tin", facts.path("materials").path(0).path("name").asText());
        assertEquals(
                0,
                run("preview", tin.toString(), "--out", picture.toString(), "--size", "32")
                        .code());
    }

    @Test
    void wrongUsageIsTwo() {
        assertEquals(2, run("nonsense").code());
        assertEquals(2, run("find", "--kind", "spoon").code());
        CommandRun missing = run("scan", "Nowhere");
        assertEquals(1, missing.code());
        assertTrue(missing.out().isEmpty() && missing.err().contains("there is no such library"));
    }

    @Test
    void commandsKnowNoInterfaceToolkit() {
        ArchRuleDefinition.noClasses()
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("javafx..", "java.awt..", "javax.swing..")
                .check(new ClassFileImporter().importPackages("yondershelf.cli"));
    }
}
