package yondershelf.bench;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.concurrent.TimeUnit;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import yondershelf.content.Picture;
import yondershelf.format.Formats;
import yondershelf.intake.Intake;
import yondershelf.intake.IntakePlan;
import yondershelf.library.Library;
import yondershelf.sorting.Sorted;
import yondershelf.sorting.Sorter;
import yondershelf.work.Work;

/** How long much takes to be sorted, planned and taken in. */
public final class IntakeScale {
    private static final int ROUNDS = 5;
    private static final int SETS = 1_000;
    private static final int FILES = 10_000;
    private static final int EACH = 2_000_000;
    private static final int HEAVY = 400;
    private static final String[] ROLES = {"basecolor", "normal", "roughness", "metallic", "height", "ao"};

    private IntakeScale() {}

    /** @param args none */
    public static void main(String[] args) throws Exception {
        Path at = Files.createTempDirectory("yonder-intake-scale");
        sets();
        planned(at);
        copied(at);
        Mutations.removeAll(at);
    }

    private static void sets() {
        List<String> paths = new ArrayList<>();
        for (int i = 0; i < SETS; i++) {
            for (String role : ROLES) {
                paths.add("pack " + i / 50 + "/tarred_timber_" + i + "_" + role + ".png");
            }
        }
        List<Double> times = new ArrayList<>();
        Sorted sorted = new Sorted(List.of(), List.of());
        for (int i = 0; i < ROUNDS; i++) {
            long start = System.nanoTime();
            sorted = Sorter.sort(Path.of("nowhere"), paths, new Formats());
            times.add((System.nanoTime() - start) / 1e6);
        }
        Figures.say(SETS + " sets of " + ROLES.length + " maps grouped, the first time", times.get(0), "ms");
        Figures.say("  median of " + ROUNDS, Figures.median(times), "ms");
        Figures.say("  materials of it", (double) sorted.items().size(), "");
    }

    private static void planned(Path at) throws Exception {
        List<String> names = new ArrayList<>();
        for (int i = 0; i < FILES; i++) {
            names.add("many/set " + i / 60 + "/thing_" + i / 6 + "_" + ROLES[i % 6] + ".png");
        }
        Path small = at.resolve("small.zip");
        byte[] picture = Formats.png(Picture.ofBytes(64, 64, 3, new byte[64 * 64 * 3]));
        try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(small))) {
            for (int i = 0; i < FILES; i++) {
                out.putNextEntry(new ZipEntry(names.get(i)));
                out.write(picture);
                out.write(i);
                out.closeEntry();
            }
        }
        Path large = at.resolve("large.zip");
        SparseZip.write(large, names, EACH);
        Library library = Library.open(Files.createDirectories(at.resolve("into")), "", "bench");
        library.scan(new Formats(), Work.SILENT);
        planned(large, library, "of 20 GB");
        IntakePlan plan = planned(small, library, "of 1 MB");
        try (Intake intake = new Intake(library, "", new Formats())) {
            plan = intake.plan(List.of(small), Work.SILENT);
            long start = System.nanoTime();
            intake.examine(plan, Work.SILENT);
            Figures.say("  their pictures looked at", (System.nanoTime() - start) / 1e6, "ms");
        }
        Files.delete(large);
    }

    private static IntakePlan planned(Path zip, Library library, String what) throws Exception {
        List<Double> times = new ArrayList<>();
        IntakePlan plan = new IntakePlan(List.of(), List.of());
        for (int i = 0; i < ROUNDS; i++) {
            try (Intake intake = new Intake(library, "", new Formats())) {
                long start = System.nanoTime();
                plan = intake.plan(List.of(zip), Work.SILENT);
                times.add((System.nanoTime() - start) / 1e6);
            }
        }
        Figures.say(FILES + " files in a ZIP " + what + " planned, the first time", times.get(0), "ms");
        Figures.say("  median of " + ROUNDS, Figures.median(times), "ms");
        Figures.say("  materials of it", (double) plan.items().size(), "");
        return plan;
    }

    /** Beside {@code cp -r} of the same tree, by turns. */
    private static void copied(Path at) throws Exception {
        Path tree = Files.createDirectories(at.resolve("heavy"));
        SplittableRandom random = new SplittableRandom(4);
        byte[] block = new byte[1 << 20];
        for (int i = 0; i < HEAVY; i++) {
            Path file = Files.createDirectories(tree.resolve("f" + i / 20)).resolve("m" + i + ".stl");
            try (OutputStream out = Files.newOutputStream(file)) {
                random.nextBytes(block);
                for (int k = 0; k < 1 + i % 4; k++) {
                    out.write(block);
                }
            }
        }
        List<Double> ratios = new ArrayList<>();
        List<Double> synced = new ArrayList<>();
        List<Double> takes = new ArrayList<>();
        for (int i = 0; i < ROUNDS; i++) {
            // what others left to be written is not waited for by the one that comes next
            command("sync");
            double copy =
                    command("cp", "-r", tree.toString(), at.resolve("copy " + i).toString());
            double sync = command("sync");
            Library library = Library.open(Files.createDirectories(at.resolve("library " + i)), "", "bench");
            library.scan(new Formats(), Work.SILENT);
            try (Intake intake = new Intake(library, "", new Formats())) {
                IntakePlan plan = intake.plan(List.of(tree), Work.SILENT);
                long start = System.nanoTime();
                intake.take(plan.items(), Work.SILENT);
                takes.add((System.nanoTime() - start) / 1e6);
            }
            ratios.add(copy / takes.get(i));
            synced.add((copy + sync) / takes.get(i));
            Mutations.removeAll(at.resolve("copy " + i));
            Mutations.removeAll(at.resolve("library " + i));
        }
        Figures.say("1 GB in " + HEAVY + " files taken in, on the drive, median", Figures.median(takes), "ms");
        Figures.say("  throughput beside cp -r and sync, median", Figures.median(synced), "x");
        Figures.say("  beside cp -r alone, which waits for nothing", Figures.median(ratios), "x");
    }

    private static double command(String... command) throws IOException, InterruptedException {
        long start = System.nanoTime();
        Process process = new ProcessBuilder(command).inheritIO().start();
        if (!process.waitFor(5, TimeUnit.MINUTES) || process.exitValue() != 0) {
            throw new IOException(String.join(" ", command) + " failed");
        }
        return (System.nanoTime() - start) / 1e6;
    }
}
