package yondershelf.bench;

import java.io.BufferedReader;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.concurrent.TimeUnit;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.format.Formats;

/**
 * The window on very many assets when things go wrong: killed at random points of its first look through a library, opened
 * twice at once on a library nobody looked through yet.
 */
final class Trouble {
    private static final int KILLS = 12;
    private static final int LATEST_KILL_MILLIS = 4_000;
    private static final String WINDOW = "the window is there";

    private final Path library;
    private final int count;
    private final Path at;

    /** @param at a folder for the programs' own data, which is made anew each time */
    Trouble(Path library, int count, Path at) {
        this.library = library;
        this.count = count;
        this.at = at;
    }

    void run() throws Exception {
        killed();
        twice();
        Mutations.removeAll(at);
    }

    /** A program's folder that knows the library and nothing of what is in it. */
    private Path fresh() throws Exception {
        if (Files.exists(at)) {
            Mutations.removeAll(at);
        }
        try (Catalogue catalogue = Catalogue.open(Home.open(at.resolve("home")), new Formats())) {
            catalogue.add(library, "");
        }
        return at.resolve("home");
    }

    /** Each start goes on where the one before was cut; the last one is let to its end. */
    private void killed() throws Exception {
        Path home = fresh();
        SplittableRandom random = new SplittableRandom(1);
        for (int i = 0; i < KILLS; i++) {
            Process program = look(home);
            try (BufferedReader said = program.inputReader(StandardCharsets.UTF_8)) {
                await(said, WINDOW);
                Thread.sleep(random.nextInt(LATEST_KILL_MILLIS));
                program.destroyForcibly().waitFor();
            }
        }
        System.out.println("killed " + KILLS + " times while it looked, then:");
        ended(List.of(look(home)));
    }

    private void twice() throws Exception {
        Path home = fresh();
        System.out.println("two at once on a library nobody looked through yet:");
        List<Process> both = new ArrayList<>();
        both.add(look(home));
        both.add(look(home));
        ended(both);
    }

    private Process look(Path home) throws IOException {
        return new ProcessBuilder(
                        WindowScale.command(List.of("-Xmx512m"), "look", home.toString(), String.valueOf(count)))
                .redirectErrorStream(true)
                .start();
    }

    private static void await(BufferedReader said, String line) throws IOException {
        for (String now = said.readLine(); !line.equals(now); now = said.readLine()) {
            if (now == null) {
                throw new IOException("the program ended before it said: " + line);
            }
        }
    }

    private static void ended(List<Process> programs) throws Exception {
        for (Process program : programs) {
            String said = new String(program.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            said.lines().filter(l -> l.startsWith("  ")).forEach(System.out::println);
            if (!program.waitFor(10, TimeUnit.MINUTES) || program.exitValue() != 0) {
                throw new IllegalStateException("a program that should have ended well did not:\n" + said);
            }
        }
    }

    /** In the program itself: waits until everything is found. */
    static void look(WindowProbe probe, int count) throws Exception {
        System.out.println(WINDOW);
        long since = System.nanoTime();
        probe.longestWait();
        WindowProbe.await(() -> probe.window().workspace().shelf().hits().get().total() >= count);
        Figures.say("  window to everything found", (System.nanoTime() - since) / 1e6, "ms");
        Figures.say(
                "  found",
                WindowProbe.onFx(
                        () -> probe.window().workspace().shelf().hits().get().total()),
                "");
        Figures.say("  longest wait of an event", probe.longestWait(), "ms");
    }

    /** In the program itself: its library's drive is pulled, and put back. */
    static void pulled(WindowProbe probe, Path library) throws Exception {
        Path drawer = library.resolveSibling("drawer");
        int before = total(probe);
        probe.longestWait();
        Files.move(library, drawer);
        try {
            awaitAway(probe, true, "drive pulled, seen after");
            Figures.say("  still shown of " + before, total(probe), "");
            Thread.sleep(2_000);
            Figures.say("  longest wait of an event", probe.longestWait(), "ms");
        } finally {
            Files.move(drawer, library);
        }
        awaitAway(probe, false, "drive put back, seen after");
        Figures.say("  still shown", total(probe), "");
        Thread.sleep(2_000);
        Figures.say("  longest wait of an event", probe.longestWait(), "ms");
    }

    private static int total(WindowProbe probe) throws Exception {
        return WindowProbe.onFx(
                () -> probe.window().workspace().shelf().hits().get().total());
    }

    private static void awaitAway(WindowProbe probe, boolean away, String what) throws Exception {
        long since = System.nanoTime();
        WindowProbe.await(
                () -> probe.window().workspace().shelf().known().get().stream().allMatch(k -> k.isAway() == away));
        Figures.say(what, (System.nanoTime() - since) / 1e6, "ms");
    }
}
