package yondershelf.bench;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.search.Query;
import yondershelf.work.Work;

/**
 * How long a library of very many assets takes to be looked through, in multiples of {@code find} on the same tree, and to be
 * opened, labelled, and found again after a move.
 */
public final class LibraryScale {
    private static final int LABELLED = 2_000;
    private static final int MOVED = 500;
    private static final int IN_A_FOLDER = 20;
    private static final int ROUNDS = 7;
    private static final int HEAD = 4096;
    private static final int JOURNAL_LINES = 200_000;

    private LibraryScale() {}

    /** @param args how many assets; 100,000 when not given. A second one names a folder to be kept: {@code FOLDER/library}. */
    public static void main(String[] args) throws Exception {
        int count = args.length > 0 ? Integer.parseInt(args[0]) : 100_000;
        Path at = args.length > 1 ? Path.of(args[1]) : Files.createTempDirectory("yonder-scale");
        Path folder = at.resolve("library");
        ManyAssets.make(folder, count, IN_A_FOLDER);
        Home home = Home.open(at.resolve("home"));
        Catalogue first = Catalogue.open(home, new Formats());
        Library library = first.add(folder, "");
        double find = find(folder);
        Figures.say("find, warm, median of " + ROUNDS, find, "ms");
        long start = System.nanoTime();
        first.scanning().scan(library, Work.SILENT);
        double whole = (System.nanoTime() - start) / 1e6;
        Figures.say("first look, found and indexed", whole, "ms");
        double again = find(folder);
        double heads = heads(folder);
        Figures.say("  in multiples of find", whole / again, "x");
        Figures.say("  the head of each file read, nothing else, one thread", heads, "ms");
        Figures.say("  in multiples of find, the heads taken off", (whole - heads) / again, "x");
        Figures.say("  heap used after it", used(), "MB");
        running(folder, heads);
        rescans(first, library, folder);
        edits(library);
        moves(first, library, folder);
        timed("closing, index kept", () -> {
            first.close();
            return first;
        });
        opening(at);
        journal(Files.createTempDirectory("yonder-journal"));
        if (args.length < 2) {
            Mutations.removeAll(at);
        }
    }

    /** First looks in a program that has run a while, each as by somebody who knows nothing yet. */
    private static void running(Path folder, double heads) throws Exception {
        List<Double> looks = new ArrayList<>();
        List<Double> ratios = new ArrayList<>();
        List<Double> bare = new ArrayList<>();
        for (int i = 0; i < 2 * ROUNDS; i++) {
            Path at = Files.createTempDirectory("yonder-look");
            double find = find(folder);
            try (Catalogue catalogue = Catalogue.open(Home.open(at), new Formats())) {
                Library library = catalogue.add(folder, "");
                long start = System.nanoTime();
                catalogue.scanning().scan(library, Work.SILENT);
                double whole = (System.nanoTime() - start) / 1e6;
                if (i >= ROUNDS) {
                    looks.add(whole);
                    ratios.add(whole / find);
                    bare.add((whole - heads) / find);
                }
            }
            Mutations.removeAll(at);
        }
        Figures.say("first look, the program has run a while, median", Figures.median(looks), "ms");
        Figures.say("  in multiples of find, median", Figures.median(ratios), "x");
        Figures.say("  in multiples of find, the heads taken off, median", Figures.median(bare), "x");
    }

    private static void rescans(Catalogue catalogue, Library library, Path folder) throws Exception {
        List<Double> looks = new ArrayList<>();
        List<Double> ratios = new ArrayList<>();
        for (int i = 0; i < ROUNDS; i++) {
            double find = find(folder);
            long start = System.nanoTime();
            catalogue.scanning().scan(library, Work.SILENT);
            looks.add((System.nanoTime() - start) / 1e6);
            ratios.add(looks.get(i) / find);
        }
        Figures.say("look again, nothing changed, median", Figures.median(looks), "ms");
        Figures.say("  in multiples of find, median", Figures.median(ratios), "x");
    }

    private static void edits(Library library) throws Exception {
        List<Asset> assets = library.assets();
        int step = assets.size() / LABELLED;
        timed("one edit", () -> {
            library.labels().edit(List.of(Edit.tag(assets.get(1).id(), "one")));
            return library;
        });
        timed(LABELLED + " edits in one commit", () -> {
            List<Edit> edits = new ArrayList<>();
            for (int i = 0; i < LABELLED; i++) {
                edits.add(Edit.tag(assets.get(i * step).id(), "t" + i % 40));
            }
            library.labels().edit(edits);
            return library;
        });
    }

    private static void moves(Catalogue catalogue, Library library, Path folder) throws Exception {
        List<Asset> assets = library.assets();
        int step = assets.size() / LABELLED;
        Path moved = Files.createDirectories(folder.resolve("moved"));
        for (int i = 0; i < MOVED; i++) {
            Files.move(library.resolve(assets.get(i * step).path()), moved.resolve("m" + i + ".png"));
        }
        timed(
                "look, " + MOVED + " labelled ones moved",
                () -> catalogue.scanning().scan(library, Work.SILENT));
        long kept = library.assets().stream()
                .filter(a -> a.path().startsWith("moved/")
                        && !library.labels().of(a.id()).tags().isEmpty())
                .count();
        Figures.say("  keep their labels", (double) kept, "of " + MOVED);
        timed("100 acts on files", () -> {
            for (int i = 0; i < 100; i++) {
                try (FileActs acts = library.writing().begin("act")) {
                    acts.write(folder.resolve("new/f" + i), new byte[1000]);
                }
            }
            return library;
        });
        timed("list of runs", () -> FileActs.runs(library));
    }

    private static void opening(Path at) throws Exception {
        Catalogue kept =
                timed("open what is known", () -> Catalogue.openKept(Home.open(at.resolve("home")), new Formats()));
        timed(
                "find lam and its first page",
                () -> kept.shelf().page(kept.shelf().find(Query.EVERYTHING.withWords("lam")), 0, 60));
        timed(
                "everything and its first page",
                () -> kept.shelf().page(kept.shelf().find(Query.EVERYTHING), 0, 60));
        timed("counts of all places", kept.shelf()::counts);
        timed("connect", kept::connect);
        kept.close();
    }

    /** A library in which very much was said. */
    private static void journal(Path folder) throws Exception {
        Library library = Library.open(folder, "", "desk");
        List<Edit> edits = new ArrayList<>();
        for (int i = 0; i < JOURNAL_LINES; i++) {
            edits.add(Edit.set("asset" + i % 60_000, Edit.Field.values()[i / 60_000], "said " + i));
            if (edits.size() == 20_000) {
                library.labels().edit(edits);
                edits.clear();
            }
        }
        for (int i = 0; i < 3; i++) {
            Library again = Library.open(folder, "", "desk");
            timed(JOURNAL_LINES + " lines said, read back", () -> again.labels().of("asset1"));
        }
        Mutations.removeAll(folder);
    }

    /** Milliseconds of {@code find} printing size, time and path of everything; the median. */
    private static double find(Path folder) throws Exception {
        List<Double> times = new ArrayList<>();
        for (int i = 0; i < ROUNDS; i++) {
            long start = System.nanoTime();
            Process process = new ProcessBuilder("find", folder.toString(), "-printf", "%s %T@ %p\n")
                    .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                    .start();
            if (!process.waitFor(10, TimeUnit.MINUTES)) {
                throw new IllegalStateException("find did not end");
            }
            times.add((System.nanoTime() - start) / 1e6);
        }
        return Figures.median(times);
    }

    /** Milliseconds of opening each file and reading its first block: what any first look has to do, warm. */
    private static double heads(Path folder) throws IOException {
        List<Path> files;
        try (Stream<Path> tree = Files.walk(folder)) {
            files = tree.filter(Files::isRegularFile).toList();
        }
        ByteBuffer block = ByteBuffer.allocate(HEAD);
        long start = System.nanoTime();
        for (Path file : files) {
            try (SeekableByteChannel channel = Files.newByteChannel(file)) {
                channel.read(block.clear());
            }
        }
        return (System.nanoTime() - start) / 1e6;
    }

    private static double used() {
        System.gc();
        return (Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory()) / 1e6;
    }

    private interface Measured<T> {
        T run() throws Exception;
    }

    private static <T> T timed(String what, Measured<T> act) throws Exception {
        long start = System.nanoTime();
        T result = act.run();
        Figures.say(what, (System.nanoTime() - start) / 1e6, "ms");
        return result;
    }
}
