package yondershelf.bench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import yondershelf.content.ProblemException;
import yondershelf.demo.DemoLibrary;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.format.worker.Limits;

/**
 * Damages real samples of everything the program reads, in ways that failing drives, broken tools and hostile people do, and
 * reads the result. What is looked for: an exception that leaves the edge, a hang, a process that stays, anything touched
 * outside.
 */
public final class Mutations {
    private static final double SECONDS_FOR_ONE = 10;
    private static final int PATIENCE_SECONDS = 60;
    private static final Path OTHERS = Path.of("/usr/share/assimp/models");
    private static final long LARGEST_SAMPLE = 400_000;
    private static final int ROUNDS_BETWEEN_LINES = 1_000;
    private static final int SLOWEST_TOLD = 5;

    private final SplittableRandom random;
    private final Path outside;
    private final Path inside;
    private final List<Target> targets = new ArrayList<>();
    private final Map<String, int[]> counts = new TreeMap<>();
    private final List<String> failures = new ArrayList<>();
    private final Map<String, Long> nanos = new TreeMap<>();

    /** What was found. */
    public record Result(int rounds, Map<String, String> byKind, List<String> failures) {}

    private Mutations(Path folder, long seed) throws IOException {
        this.random = new SplittableRandom(seed);
        this.outside = Files.createDirectories(folder.resolve("outside"));
        this.inside = Files.createDirectories(outside.resolve("a/b/inside"));
    }

    /** @param args rounds, then a seed; 100,000 and 1 when they are not given */
    public static void main(String[] args) throws Exception {
        int rounds = args.length > 0 ? Integer.parseInt(args[0]) : 100_000;
        long seed = args.length > 1 ? Long.parseLong(args[1]) : 1;
        Path folder = Files.createTempDirectory("yonder-mutations");
        Result result = run(folder, seed, rounds, Long.MAX_VALUE, System.out::println);
        result.byKind.forEach((kind, count) -> System.out.println(kind + ": " + count));
        result.failures.forEach(f -> System.out.println("FAILED " + f));
        System.out.println(result.rounds + " rounds, " + result.failures.size() + " failures");
        removeAll(folder);
        System.exit(result.failures.isEmpty() ? 0 : 1);
    }

    /**
     * @param folder an empty one
     * @param mostNanos it ends after this time, however many rounds were done
     */
    public static Result run(Path folder, long seed, int rounds, long mostNanos) throws Exception {
        return run(folder, seed, rounds, mostNanos, line -> {});
    }

    private static Result run(Path folder, long seed, int rounds, long mostNanos, Consumer<String> progress)
            throws Exception {
        Mutations mutations = new Mutations(folder, seed);
        Path demo = Files.createDirectories(folder.resolve("demo"));
        DemoLibrary.write(demo);
        try (IsolatedReader reader = new IsolatedReader(
                new Limits(SECONDS_FOR_ONE, 256, 3000), Files.createDirectories(folder.resolve("log")))) {
            mutations.targets.addAll(Targets.of(mutations.inside, demo, reader));
            mutations.samples(demo);
            return mutations.run(rounds, mostNanos, progress);
        }
    }

    private final Map<Target, List<Path>> samples = new java.util.LinkedHashMap<>();

    private void samples(Path demo) throws IOException {
        List<Path> files = new ArrayList<>();
        for (Path root : new Path[] {demo, OTHERS, inside.resolve("own"), inside.resolve("small")}) {
            if (Files.isDirectory(root)) {
                try (Stream<Path> walk = Files.walk(root)) {
                    walk.filter(Files::isRegularFile)
                            .filter(f -> f.toFile().length() < LARGEST_SAMPLE)
                            // broken on purpose, and known to take the whole memory when read as it is
                            .filter(f -> !f.toString().contains("/invalid/"))
                            .sorted()
                            .forEach(files::add);
                }
            }
        }
        for (Target target : targets) {
            List<Path> fitting = files.stream().filter(target::takes).toList();
            if (!fitting.isEmpty()) {
                samples.put(target, fitting);
            }
        }
    }

    private Result run(int rounds, long mostNanos, Consumer<String> progress) throws Exception {
        Map<String, String> before = around();
        long began = System.nanoTime();
        long end = mostNanos == Long.MAX_VALUE ? Long.MAX_VALUE : System.nanoTime() + mostNanos;
        int done = 0;
        List<Target> kinds = List.copyOf(samples.keySet());
        try (ExecutorService one =
                Executors.newSingleThreadExecutor(Thread.ofPlatform().daemon().factory())) {
            for (; done < rounds && System.nanoTime() < end && failures.size() < 20; done++) {
                Target target = kinds.get(random.nextInt(kinds.size()));
                List<Path> from = samples.getOrDefault(target, List.of());
                Path sample = from.get(random.nextInt(from.size()));
                byte[] damaged = Damage.of(Files.readAllBytes(sample), random);
                round(one, target, sample, damaged, done);
                if ((done + 1) % ROUNDS_BETWEEN_LINES == 0) {
                    progress.accept(soFar(done + 1, System.nanoTime() - began));
                }
            }
            one.shutdownNow();
        }
        Map<String, String> after = around();
        if (!after.equals(before)) {
            failures.add("outside was touched: " + after + " instead of " + before);
        }
        Map<String, String> byKind = new TreeMap<>();
        counts.forEach((kind, n) -> byKind.put(kind, n[0] + " read, " + n[1] + " refused with a reason"));
        return new Result(done, byKind, failures);
    }

    private void round(ExecutorService one, Target target, Path sample, byte[] damaged, int number) throws Exception {
        String what = target.name() + " " + sample.getFileName() + " in round " + number;
        int[] count = counts.computeIfAbsent(target.name(), k -> new int[2]);
        long since = System.nanoTime();
        try {
            one.submit(() -> {
                        target.read(sample, damaged);
                        return true;
                    })
                    .get(PATIENCE_SECONDS, TimeUnit.SECONDS);
            count[0]++;
        } catch (ExecutionException e) {
            if (e.getCause() instanceof ProblemException) {
                count[1]++;
            } else {
                java.io.StringWriter trace = new java.io.StringWriter();
                java.util.Objects.requireNonNullElse(e.getCause(), e).printStackTrace(new java.io.PrintWriter(trace));
                failures.add(what + ": " + trace.toString().lines().limit(8).collect(Collectors.joining(" | ")));
            }
        } catch (TimeoutException e) {
            failures.add(what + ": not done after " + PATIENCE_SECONDS + " s");
        } finally {
            nanos.merge(target.name(), System.nanoTime() - since, Long::sum);
        }
    }

    /** How far it is, and which kinds took the most time: a kind that became slow is a fault too. */
    private String soFar(int done, long took) {
        String slowest = nanos.entrySet().stream()
                .sorted(Map.Entry.<String, Long>comparingByValue().reversed())
                .limit(SLOWEST_TOLD)
                .map(e -> e.getKey() + " " + e.getValue() / 1_000_000_000 + " s")
                .collect(Collectors.joining(", "));
        return done + " rounds in " + took / 1_000_000_000 + " s, " + failures.size() + " failures; " + slowest;
    }

    /** Names, sizes and times of what lies around the folder everything happens in. */
    private Map<String, String> around() throws IOException {
        Map<String, String> out = new TreeMap<>();
        try (Stream<Path> walk = Files.walk(outside)) {
            walk.filter(p -> !p.startsWith(inside) && Files.isRegularFile(p)).forEach(p -> {
                try {
                    out.put(outside.relativize(p).toString(), Files.size(p) + "@" + Files.getLastModifiedTime(p));
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
            });
        }
        return out;
    }

    static void removeAll(Path folder) throws IOException {
        try (Stream<Path> walk = Files.walk(folder)) {
            for (Path path : walk.sorted(Comparator.reverseOrder()).toList()) {
                Files.deleteIfExists(path);
            }
        }
    }
}
