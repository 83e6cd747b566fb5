package yondershelf.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import yondershelf.app.shelf.PreviewLoader;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.catalogue.Shown;
import yondershelf.demo.DemoLibrary;
import yondershelf.format.Formats;
import yondershelf.library.Library;
import yondershelf.render.Booth;
import yondershelf.search.Query;
import yondershelf.work.Work;

/**
 * The window: how soon a first answer is followed by previews; on a library of very many assets: how soon it is there, how long it is busy with a letter, how evenly it scrolls.
 * How it bears a drive that is pulled, being killed and being opened twice. Then, when minutes are given, how much memory it holds while it is browsed. Each in a program of its own.
 */
public final class WindowScale {
    private static final int IN_A_FOLDER = 57;
    private static final int PREVIEWED = 300;
    private static final int DEMOS = 28;
    private static final int FIRST_ANSWERS = 3;
    /** As the program is started: what it does not need it gives back. */
    private static final List<String> THRIFTY = List.of(
            "-XX:MinHeapFreeRatio=10",
            "-XX:MaxHeapFreeRatio=25",
            "-XX:G1PeriodicGCInterval=30000",
            "-XX:GCTimeRatio=1",
            "-XX:G1HeapRegionSize=8m",
            "-XX:+UnlockExperimentalVMOptions",
            "-XX:G1MaxNewSizePercent=25",
            "-XX:G1MixedGCLiveThresholdPercent=92",
            "-XX:G1HeapWastePercent=2");

    private WindowScale() {}

    /** @param args a folder to keep the libraries in, how many assets, how many minutes to browse */
    public static void main(String[] args) throws Exception {
        Path at = args.length > 0 ? Path.of(args[0]) : Files.createTempDirectory("yonder-window");
        int count = args.length > 1 ? Integer.parseInt(args[1]) : 100_000;
        String minutes = args.length > 2 ? args[2] : "0";
        firstAnswer(at.resolve("first"));
        if (count > 0) {
            Path many = at.resolve("many");
            if (!Files.exists(many)) {
                ManyAssets.make(many.resolve("library"), count, IN_A_FOLDER);
                look(many, PREVIEWED);
            }
            Path home = many.resolve("home");
            window(List.of("-Xmx512m"), "open", home.toString());
            Path library = many.resolve("library");
            window(List.of("-Xmx512m"), "pull", home.toString(), library.toString());
            Path came = many.resolve("came");
            if (!Files.exists(came)) {
                PlanProbe.make(came);
            }
            window(List.of("-Xmx512m"), "plan", home.toString(), came.toString());
            new Trouble(library, count, many.resolve("trouble")).run();
        }
        if (!minutes.equals("0")) {
            Path browsed = at.resolve("browsed");
            if (!Files.exists(browsed)) {
                for (int i = 0; i < DEMOS; i++) {
                    DemoLibrary.write(browsed.resolve("library/copy " + i));
                }
                look(browsed, 0);
            }
            window(THRIFTY, "browse", browsed.resolve("home").toString(), minutes);
        }
        if (args.length == 0) {
            Mutations.removeAll(at);
        }
    }

    /** A person who never started the program, whose things lie where things lie. */
    private static void firstAnswer(Path person) throws Exception {
        Path things = person.resolve("Documents/things");
        if (!Files.exists(things)) {
            Path demo = person.resolve("demo");
            DemoLibrary.write(demo);
            Files.createDirectories(things.getParent());
            Files.move(demo.resolve(DemoLibrary.PROPS), things);
        }
        for (int round = 0; round < FIRST_ANSWERS; round++) {
            Path home = Files.createTempDirectory(person, "home");
            window(List.of("-Xmx512m", "-Duser.home=" + person), "answer", home.toString());
        }
    }

    private static void look(Path at, int previews) throws Exception {
        try (Catalogue catalogue = Catalogue.open(Home.open(at.resolve("home")), new Formats())) {
            Library library = catalogue.add(at.resolve("library"), "");
            catalogue.scanning().scan(library, Work.SILENT);
            for (Shown shown : catalogue.shelf().page(catalogue.shelf().find(Query.EVERYTHING), 0, previews)) {
                catalogue
                        .contents()
                        .previews()
                        .take(shown.asset(), PreviewLoader.SIZE, Booth.FINAL_SAMPLES, () -> false);
            }
        }
    }

    private static void window(List<String> options, String... arguments) throws Exception {
        int code = new ProcessBuilder(command(options, arguments))
                .inheritIO()
                .start()
                .waitFor();
        if (code != 0) {
            throw new IllegalStateException("the window ended with " + code);
        }
    }

    /** A program of its own that shows the window and measures it. */
    static List<String> command(List<String> options, String... arguments) {
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "--enable-native-access=ALL-UNNAMED",
                "--sun-misc-unsafe-memory-access=allow",
                "-Dprism.order=sw"));
        command.addAll(options);
        command.addAll(List.of("-cp", System.getProperty("java.class.path"), WindowProbe.class.getName()));
        command.addAll(List.of(arguments));
        return command;
    }
}
