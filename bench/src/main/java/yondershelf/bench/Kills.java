package yondershelf.bench;

import java.io.BufferedReader;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.Stream;
import yondershelf.content.Picture;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.intake.CutTake;
import yondershelf.intake.Intake;
import yondershelf.library.ContentHash;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.library.UndoRun;
import yondershelf.table.Scene;
import yondershelf.table.SceneFile;
import yondershelf.work.Work;

/**
 * Kills a program at random points while it edits labels, takes packs in, mends, undoes and saves. Afterwards everything it
 * acknowledged must be there, no file half written, no debris, and every change must come back byte for byte.
 */
public final class Kills {
    private static final int HAD = 6;

    private final Path root;
    private final Path sources;
    private final SplittableRandom random;
    private final Set<Integer> edits = new HashSet<>();
    private final Set<String> acknowledged = new HashSet<>();
    private final Set<String> undone = new HashSet<>();
    private final Map<String, String> had = new TreeMap<>();
    private int next;
    private boolean saved;
    private int cutTakes;

    /** What was seen. */
    public record Result(int kills, int edits, int runs, int undone, int cutTakes) {}

    private Kills(Path folder, long seed) throws IOException, ProblemException {
        this.root = Files.createDirectories(folder.resolve("library"));
        this.sources = Files.createDirectories(folder.resolve("sources"));
        this.random = new SplittableRandom(seed);
        prepare();
    }

    /** @param args kills, then a seed; 300 and 1 when they are not given */
    public static void main(String[] args) throws Exception {
        int kills = args.length > 0 ? Integer.parseInt(args[0]) : 300;
        Path folder = Files.createTempDirectory("yonder-kills");
        System.out.println(run(folder, args.length > 1 ? Long.parseLong(args[1]) : 1, kills));
        Mutations.removeAll(folder);
    }

    /**
     * @param folder an empty one
     * @throws IllegalStateException when a promise was not kept, saying which
     */
    public static Result run(Path folder, long seed, int kills) throws Exception {
        Kills harness = new Kills(folder, seed);
        for (int i = 0; i < kills; i++) {
            harness.round(i);
        }
        harness.takeEverythingBack();
        return new Result(
                kills, harness.edits.size(), harness.acknowledged.size(), harness.undone.size(), harness.cutTakes);
    }

    private void prepare() throws IOException, ProblemException {
        Files.createDirectories(root.resolve("had/empty"));
        for (int i = 0; i < HAD; i++) {
            Path file = root.resolve("had/m" + i + ".mtl");
            Files.writeString(file, "newmtl m\nmap_Kd textures/first" + i + ".png\n" + "# note\n".repeat(i * 4000));
            if (i % 3 == 2) {
                Files.createLink(root.resolve("had/second name of m" + i + ".mtl"), file);
            }
        }
        for (int p = 0; p < 3; p++) {
            for (int i = 0; i < 4; i++) {
                Path file = sources.resolve("pack" + p + "/d" + i + "/thing" + i + ".png");
                Files.createDirectories(file.getParent());
                byte[] pixels = new byte[48 * 48];
                for (int k = 0; k < pixels.length; k++) {
                    pixels[k] = (byte) random.nextInt(256);
                }
                Files.write(file, Formats.png(Picture.ofBytes(48, 48, 1, pixels)));
            }
        }
        Library.open(root, "", "desk", KillWorker.stores(root));
        had.putAll(files());
    }

    /** Contents by path, the program's own data left out; folders too. */
    private Map<String, String> files() throws IOException {
        Map<String, String> out = new TreeMap<>();
        try (Stream<Path> walk = Files.walk(root)) {
            for (Path path : walk.toList()) {
                String name = root.relativize(path).toString();
                if (!name.startsWith(Library.OWN)) {
                    out.put(name, Files.isDirectory(path) ? "folder" : ContentHash.of(path));
                }
            }
        }
        return out;
    }

    private void round(int round) throws Exception {
        Process process = ChildProgram.start(
                KillWorker.class,
                root.toString(),
                sources.toString(),
                String.valueOf(random.nextLong()),
                String.valueOf(next));
        try (BufferedReader lines = process.inputReader(StandardCharsets.UTF_8)) {
            int wanted = 1 + random.nextInt(10);
            String line = lines.readLine();
            for (int i = 0; line != null; i++) {
                hear(line);
                if (i == wanted) {
                    LockSupport.parkNanos(random.nextLong(25_000_000));
                    // through its handle: what was told before is still read
                    process.toHandle().destroyForcibly();
                }
                line = lines.readLine();
            }
        }
        process.waitFor();
        check(round);
    }

    private void hear(String line) {
        String[] words = line.split(" ");
        switch (words[0]) {
            case "edit" -> {
                edits.add(Integer.parseInt(words[1]));
                next = Math.max(next, Integer.parseInt(words[1]) + 1000);
            }
            case "run" -> acknowledged.add(words[1]);
            case "undone" -> undone.add(words[1]);
            case "save" -> saved = true;
            case "ready" -> next += 1000;
            default -> throw new IllegalStateException("the worker says " + line);
        }
    }

    private static void require(boolean kept, String promise) {
        if (!kept) {
            throw new IllegalStateException(promise);
        }
    }

    private void check(int round) throws IOException, ProblemException {
        String when = " after kill " + round;
        Library library = Library.open(root, "", "desk", KillWorker.stores(root));
        var tags = library.labels().of("asset").tags();
        for (int edit : edits) {
            require(tags.contains("t" + edit), "edit " + edit + " is lost" + when);
        }
        require(library.problems().isEmpty(), library.problems() + when);
        Map<String, UndoRun.Summary> runs = new TreeMap<>();
        FileActs.allRuns(library).forEach(r -> runs.put(r.run(), r));
        for (String run : acknowledged) {
            UndoRun.Summary summary = runs.get(run);
            require(summary != null, "run " + run + " is lost" + when);
            require(!undone.contains(run) || summary != null && summary.undone(), "undo of " + run + " is lost" + when);
            require(summary == null || summary.damage().isEmpty(), "run " + run + " is damaged" + when);
        }
        for (CutTake cut : Intake.cutOff(library)) {
            cutTakes++;
            Intake.takeBack(library, cut, Work.SILENT);
        }
        require(library.writing().unfinished().isEmpty(), "something is left half done" + when);
        try (Stream<Path> walk = Files.walk(root)) {
            require(walk.noneMatch(f -> f.toString().endsWith(".part")), "debris is left" + when);
        }
        for (int i = 0; i < HAD; i++) {
            String text = Files.readString(root.resolve("had/m" + i + ".mtl"));
            require(
                    text.startsWith("newmtl m\nmap_Kd textures/") && text.endsWith(i == 0 ? ".png\n" : "# note\n"),
                    "m" + i + " is half written" + when);
            if (i % 3 == 2) {
                require(
                        text.equals(Files.readString(root.resolve("had/second name of m" + i + ".mtl"))),
                        "the two names of m" + i + " mean two files" + when);
            }
        }
        checkTaken(library, when);
        Path file = sources.resolveSibling("scene.glb");
        if (saved) {
            Scene scene = SceneFile.open(file, new Formats(), (a, p, n) -> null).scene();
            require(scene.name().equals("scene of " + scene.placements().size()), "the scene is half written" + when);
        }
    }

    private void checkTaken(Library library, String when) throws IOException {
        try (Stream<Path> walk = Files.walk(library.root())) {
            for (Path path : walk.filter(f -> f.toString().endsWith(".png")).toList()) {
                Path from = root.relativize(path);
                Path source =
                        sources.resolve(from.subpath(1, from.getNameCount()).toString());
                require(Files.mismatch(path, source) < 0, from + " is half written" + when);
            }
        }
    }

    private void takeEverythingBack() throws IOException, ProblemException {
        Library library = Library.open(root, "", "desk", KillWorker.stores(root));
        List<UndoRun.Summary> runs = new ArrayList<>(FileActs.runs(library));
        for (UndoRun.Summary run : runs) {
            FileActs.undo(library, run.run());
        }
        Map<String, String> now = files();
        require(now.equals(had), "undone, it is " + now + " and was " + had);
    }
}
