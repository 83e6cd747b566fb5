package yondershelf.bench;

import java.io.BufferedReader;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import yondershelf.content.Picture;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.work.Work;

/**
 * Six processes of three machines look, label and move in one library, and one of them is killed every few seconds. Afterwards every label
 * that was acknowledged stands on its file, on every machine, and each file has one id.
 */
public final class Storm {
    private static final int PROCESSES = 6;
    private static final int MACHINES = 3;
    private static final int FILES = 67;

    private final Path folder;
    private final Path root;
    private final SplittableRandom random;
    /** Acknowledged words by the file's name. */
    private final Map<String, Set<String>> said = new ConcurrentHashMap<>();

    private final List<Running> running = new ArrayList<>();
    private int started;
    private int kills;

    private record Running(int machine, Process process, Thread hearing) {}

    /** What was seen. */
    public record Result(int kills, int labels, int files) {}

    private Storm(Path folder, long seed) throws IOException {
        this.folder = folder;
        this.root = Files.createDirectories(folder.resolve("library"));
        this.random = new SplittableRandom(seed);
    }

    /** @param args seconds, then a seed; 180 and 1 when they are not given */
    public static void main(String[] args) throws Exception {
        int seconds = args.length > 0 ? Integer.parseInt(args[0]) : 180;
        Path folder = Files.createTempDirectory("yonder-storm");
        System.out.println(run(folder, args.length > 1 ? Long.parseLong(args[1]) : 1, seconds, 5));
        Mutations.removeAll(folder);
    }

    /**
     * @param folder an empty one
     * @param between seconds between two kills
     * @throws IllegalStateException when a promise was not kept, saying which
     */
    public static Result run(Path folder, long seed, int seconds, int between) throws Exception {
        Storm storm = new Storm(folder, seed);
        storm.prepare();
        long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(seconds);
        for (int i = 0; i < PROCESSES; i++) {
            storm.start(i % MACHINES);
        }
        while (System.nanoTime() < end) {
            LockSupport.parkNanos(TimeUnit.SECONDS.toNanos(between));
            Running one = storm.running.remove(storm.random.nextInt(storm.running.size()));
            storm.kill(one);
            storm.start(one.machine);
        }
        for (Running one : List.copyOf(storm.running)) {
            storm.kill(one);
        }
        return storm.judged();
    }

    private void prepare() throws Exception {
        for (int i = 0; i < FILES; i++) {
            Path file = root.resolve("d" + i % 4 + "/f" + i + ".png");
            Files.createDirectories(file.getParent());
            Files.write(file, Formats.png(Picture.ofBytes(2, 2, 1, new byte[] {1, 2, (byte) i, 4})));
        }
        Library.open(root, "", "first");
    }

    private void start(int machine) throws IOException {
        Process process = ChildProgram.start(
                StormWorker.class,
                root.toString(),
                Files.createDirectories(folder.resolve("machine" + machine)).toString(),
                "m" + machine,
                String.valueOf(random.nextLong()),
                "w" + started++);
        Thread hearing = Thread.ofPlatform().start(() -> hear(process));
        running.add(new Running(machine, process, hearing));
    }

    private void hear(Process process) {
        try (BufferedReader lines = process.inputReader(StandardCharsets.UTF_8)) {
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                String[] words = line.split(" ");
                if (words.length == 2) {
                    said.computeIfAbsent(words[0], f -> ConcurrentHashMap.newKeySet())
                            .add(words[1]);
                }
            }
        } catch (IOException e) {
            throw new IllegalStateException("a worker cannot be heard", e);
        }
    }

    /** Through its handle: the pipe stays open, so that what was told before is still read. */
    private void kill(Running one) throws InterruptedException {
        one.process.toHandle().destroyForcibly();
        one.process.waitFor();
        one.hearing.join();
        kills++;
    }

    private Result judged() throws Exception {
        List<Library> machines = new ArrayList<>();
        for (int m = 0; m <= MACHINES; m++) {
            // the last one comes to it for the first time
            machines.add(Library.open(
                    root, "", "m" + m, StormWorker.stores(Files.createDirectories(folder.resolve("machine" + m)))));
        }
        for (int round = 0; round < 3; round++) {
            for (Library machine : machines) {
                machine.scan(new Formats(), Work.SILENT);
            }
        }
        Map<String, Set<String>> ids = new TreeMap<>();
        int labels = said.values().stream().mapToInt(Set::size).sum();
        for (int m = 0; m < machines.size(); m++) {
            Library machine = machines.get(m);
            List<Asset> assets = machine.assets();
            require(assets.size() == FILES, "machine " + m + " sees " + assets.size() + " files of " + FILES);
            for (Asset asset : assets) {
                String name = asset.path().substring(asset.path().lastIndexOf('/') + 1);
                ids.computeIfAbsent(name, n -> new TreeSet<>()).add(asset.id());
                Set<String> missing = new TreeSet<>(said.getOrDefault(name, Set.of()));
                missing.removeAll(machine.labels().of(asset.id()).tags());
                require(
                        missing.isEmpty(),
                        "machine " + m + " lacks " + missing + " of " + name + trace(missing, asset));
            }
            require(machine.problems().isEmpty(), "machine " + m + " tells " + machine.problems());
        }
        ids.forEach((name, all) -> require(all.size() == 1, name + " has the ids " + all));
        return new Result(kills, labels, FILES);
    }

    /** What the journals hold of lost words and of the ids they were said of. */
    private String trace(Set<String> lost, Asset asset) throws IOException {
        if (lost.isEmpty()) {
            return "";
        }
        Set<String> ids = new TreeSet<>(Set.of(asset.id()));
        StringBuilder out = new StringBuilder();
        for (int pass = 0; pass < 2; pass++) {
            for (String kind : List.of("journal", "places")) {
                try (var files = Files.list(root.resolve(".yondershelf").resolve(kind))) {
                    for (Path file :
                            files.filter(f -> f.toString().endsWith(".jsonl")).toList()) {
                        for (String line : Files.readAllLines(file)) {
                            boolean says = pass == 0 && lost.stream().anyMatch(line::contains);
                            if (says) {
                                ids.add(line.replaceAll(".*\"a\":\"([^\"]*)\".*", "$1"));
                            }
                            if (says
                                    || pass == 1
                                            && kind.equals("places")
                                            && ids.stream().anyMatch(line::contains)) {
                                out.append('\n')
                                        .append(file.getFileName())
                                        .append(' ')
                                        .append(line);
                            }
                        }
                    }
                }
            }
        }
        return " (" + asset.id() + " at " + asset.path() + ")" + out;
    }

    private static void require(boolean kept, String promise) {
        if (!kept) {
            throw new IllegalStateException(promise);
        }
    }
}
