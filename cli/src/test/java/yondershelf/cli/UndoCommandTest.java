package yondershelf.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFileAttributes;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.library.Library;

/** Everything that changes anything is one history, which is taken back act by act, and never over what somebody else did. */
class UndoCommandTest {
    @TempDir
    Path folder;

    private Path library;
    private Path packs;

    @BeforeEach
    void make() throws Exception {
        library = Files.createDirectory(folder.resolve("Station"));
        packs = Files.createDirectory(folder.resolve("packs"));
    }

    private void props(Path root, String folderName, String... names) throws Exception {
        for (String name : names) {
            Path file = root.resolve(folderName).resolve(name + ".obj");
            Files.createDirectories(file.getParent());
            Files.writeString(
                    file, "mtllib iron.mtl\nv 0 0 0\nv 1 0 0\nv 0 1 0\nusemtl iron\nf 1 2 3\n# " + name + "\n");
        }
        Files.writeString(root.resolve(folderName).resolve("iron.mtl"), "newmtl iron\nKd 0.3 0.3 0.3\n");
    }

    private CommandRun run(String home, String... args) {
        List<String> all = new ArrayList<>(List.of(args));
        all.add("--json");
        return CommandRun.of(folder.resolve(home), all.toArray(String[]::new));
    }

    private void open(String... homes) {
        for (String home : homes) {
            assertEquals(0, run(home, "library", "add", library.toString()).code());
            assertEquals(0, run(home, "scan", "Station").code());
        }
    }

    /** Bytes, times and permissions by path; of folders that they are there. */
    private Map<String, String> files() throws Exception {
        Map<String, String> out = new TreeMap<>();
        try (var walk = Files.walk(library)) {
            for (Path path : walk.toList()) {
                String name = library.relativize(path).toString();
                if (!name.startsWith(Library.OWN)) {
                    PosixFileAttributes is =
                            Files.readAttributes(path, PosixFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
                    out.put(
                            name,
                            is.isDirectory()
                                    ? "folder"
                                    : java.util.Arrays.hashCode(Files.readAllBytes(path)) + " "
                                            + is.lastModifiedTime().toMillis() + " "
                                            + PosixFilePermissions.toString(is.permissions()));
                }
            }
        }
        return out;
    }

    private Map<String, String> assets(String home) throws Exception {
        Map<String, String> out = new TreeMap<>();
        for (JsonNode hit : run(home, "find", "--fresh").json().path("hits")) {
            out.put(
                    hit.path("path").asText(),
                    hit.path("id").asText() + " " + hit.path("name").asText() + " " + hit.path("tags"));
        }
        return out;
    }

    @Test
    void takingInAndMendingAreActsToo() throws Exception {
        props(library, "rigging", "block");
        props(packs, "lamps", "lantern", "beacon");
        open("home");
        Map<String, String> before = files();
        assertEquals(
                0, run("home", "label", "--where", "block", "--tag", "older").code());
        CommandRun took = run("home", "take", packs.resolve("lamps").toString(), "--into", "Station", "--tag", "lit");
        assertEquals(0, took.code(), took.err());
        assertEquals(2, run("home", "find", "tag:lit").json().path("total").asInt());
        JsonNode undone = run("home", "undo").json();
        assertTrue(undone.path("undone").asText().startsWith("take 2 assets"), undone.toString());
        assertEquals(before, files());
        assertEquals(1, run("home", "find", "tag:older").json().path("total").asInt(), "the older label stays");
        // what is taken in again is as new
        run("home", "take", packs.resolve("lamps").toString(), "--into", "Station");
        assertEquals(0, run("home", "find", "tag:lit").json().path("total").asInt());
        run("home", "undo");
        Files.writeString(library.resolve("rigging/iron.mtl"), "newmtl iron\nmap_Kd gone/rust.png\n");
        Files.createDirectories(library.resolve("maps"));
        Files.write(
                library.resolve("maps/rust.png"),
                yondershelf.format.Formats.png(yondershelf.content.Picture.ofBytes(1, 1, 1, new byte[1])));
        Map<String, String> broken = files();
        JsonNode mended = run("home", "mend", "Station").json();
        assertEquals(1, mended.path("mended").size(), mended.toString());
        assertTrue(run("home", "undo").json().path("undone").asText().startsWith("mend 1 finding"));
        assertEquals(broken, files());
    }

    @Test
    void whatSomebodyElseSaidSinceStays() throws Exception {
        props(library, "rigging", "block", "cleat");
        open("mine", "theirs");
        run("mine", "label", "--where", "block", "--note", "mine", "--tag", "sea");
        run("mine", "label", "--where", "kind:model", "--author", "desk");
        run("theirs", "find", "--fresh");
        CommandRun theirs = run("theirs", "label", "--where", "cleat", "--author", "laptop");
        assertEquals(1, theirs.json().path("changed").asInt(), theirs.err());
        CommandRun refused = run("mine", "undo");
        assertEquals(1, refused.code());
        assertTrue(refused.err().contains("something else was said"), refused.err());
        assertEquals(
                1,
                run("mine", "find", "author:desk", "--fresh")
                        .json()
                        .path("total")
                        .asInt(),
                "nothing is taken back in part");
        CommandRun skipped = run("mine", "undo", "--skip");
        assertEquals(1, skipped.json().path("problems").size());
        assertEquals(0, run("mine", "find", "author:desk").json().path("total").asInt());
        assertEquals(
                1, run("mine", "find", "author:laptop").json().path("total").asInt());
        assertEquals(0, run("mine", "undo").code());
        assertEquals(0, run("mine", "find", "tag:sea").json().path("total").asInt());
        JsonNode again = run("mine", "redo").json();
        assertTrue(again.path("redone").asText().contains("label"), again.toString());
        assertEquals(1, run("mine", "find", "tag:sea").json().path("total").asInt());
    }

    @Test
    void anActWhoseRecordIsGoneIsNotTakenBackInWords() throws Exception {
        props(library, "rigging", "block");
        open("home");
        run("home", "move", "--where", "block", "--to", "shore");
        try (var runs = Files.walk(library.resolve(".yondershelf/undo"))) {
            for (Path path : runs.sorted(java.util.Comparator.reverseOrder()).toList()) {
                Files.delete(path);
            }
        }
        CommandRun gone = run("home", "undo");
        assertEquals(1, gone.code());
        assertTrue(gone.err().contains("is gone"), gone.err());
        assertTrue(Files.exists(library.resolve("shore/block.obj")));
        assertEquals(1, run("home", "undo", "--skip").code(), "passed over, and told");
        assertEquals(1, run("home", "undo").code());
    }

    private record Killed(Process process) {}

    /** Runs a command in a process of its own and kills it at a random moment. */
    private void killed(SplittableRandom random, String home, String... args) throws Exception {
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-XX:+UseSerialGC",
                "--enable-native-access=ALL-UNNAMED",
                "--sun-misc-unsafe-memory-access=allow",
                "-cp",
                System.getProperty("java.class.path"),
                Main.class.getName()));
        command.addAll(List.of(args));
        command.addAll(List.of("--home", folder.resolve(home).toString(), "--json"));
        Killed killed = new Killed(new ProcessBuilder(command)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start());
        LockSupport.parkNanos(random.nextLong(600_000_000L, 1_600_000_000L));
        killed.process.toHandle().destroyForcibly();
        killed.process.waitFor();
    }

    /**
     * Labels, tags, moves, takes and mends from three homes of two machines, some killed: taken back one after the other, the latest
     * first, everything is as it was, to the byte and the millisecond.
     */
    @Test
    void anyHistoryIsTakenBackWhole() throws Exception {
        int histories = Integer.getInteger("yonder.histories", 4);
        SplittableRandom random = new SplittableRandom(Long.getLong("yonder.seed", 20261201));
        for (int h = 0; h < histories; h++) {
            library = Files.createDirectory(folder.resolve("library" + h));
            props(library, "rigging", "block", "cleat", "ring");
            props(library, "yard", "bollard");
            props(packs, "pack" + h, "lantern", "beacon");
            Files.writeString(library.resolve("yard/iron.mtl"), "newmtl iron\nmap_Kd gone/rust.png\n");
            Files.createDirectories(library.resolve("maps"));
            Files.write(
                    library.resolve("maps/rust.png"),
                    yondershelf.format.Formats.png(yondershelf.content.Picture.ofBytes(1, 1, 1, new byte[1])));
            Files.setPosixFilePermissions(
                    library.resolve("yard/iron.mtl"), PosixFilePermissions.fromString("rw-r-----"));
            List<String> homes = List.of("desk" + h, "laptop" + h, "second laptop" + h);
            for (String home : homes) {
                run(home, "library", "add", library.toString(), "--name", "Station");
                run(home, "scan", "Station");
            }
            Map<String, String> before = files();
            Map<String, String> assetsBefore = assets(homes.get(0));
            StringBuilder told = new StringBuilder();
            for (int i = 0; i < 7; i++) {
                String home = homes.get(random.nextInt(3));
                String pick = List.of("block", "cleat", "ring", "bollard").get(random.nextInt(4));
                String[] args = switch (random.nextInt(5)) {
                    case 0 -> new String[] {"label", "--where", pick, "--note", "n" + i, "--rating", "" + (1 + i % 5)};
                    case 1 -> new String[] {"label", "--where", pick, "--tag", "t" + i};
                    case 2 -> new String[] {"move", "--where", pick, "--to", "to" + i};
                    case 3 ->
                        new String[] {
                            "take", packs.resolve("pack" + h).toString(), "--into", "Station/in" + i, "--tag", "came"
                        };
                    default -> new String[] {"mend", "Station"};
                };
                run(home, "find", "--fresh");
                boolean kill = random.nextInt(4) == 0;
                if (kill) {
                    killed(random, home, args);
                } else {
                    run(home, args);
                }
                told.append(home)
                        .append(kill ? " killed: " : ": ")
                        .append(String.join(" ", args))
                        .append('\n');
            }
            for (int left = 30; left > 0; left--) {
                String latest = null;
                long when = 0;
                for (String home : homes) {
                    for (JsonNode act : run(home, "undo", "--list").json().path("acts")) {
                        if (!act.path("undone").asBoolean() && act.path("at").asLong() > when) {
                            when = act.path("at").asLong();
                            latest = home;
                        }
                    }
                }
                if (latest == null) {
                    break;
                }
                CommandRun undone = run(latest, "undo");
                assertTrue(
                        undone.code() == 0 || undone.err().contains("nothing is kept"),
                        undone.err() + " of " + latest + " after\n" + told);
            }
            assertEquals(before, files(), told.toString());
            for (String home : homes) {
                assertEquals(assetsBefore, assets(home), home + " after\n" + told);
            }
        }
    }
}
