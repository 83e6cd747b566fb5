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
        Path zip = at.resolve("many.zip");
        byte[] picture = Formats.png(Picture.ofBytes(64, 64, 3, new byte[64 * 64 * 3]));
        try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(zip))) {
            for (int i = 0; i < FILES; i++) {
                out.putNextEntry(new ZipEntry("many/set " + i / 60 + "/thing_" + i / 6 + "_" + ROLES[i % 6] + ".png"));
                out.write(picture);
                out.write(i);
                out.closeEntry();
            }
        }
        Library library = Library.open(Files.createDirectories(at.resolve("into")), "", "bench");
        library.scan(new Formats(), Work.SILENT);
        try (Intake intake = new Intake(library, "", new Formats())) {
            long start = System.nanoTime();
            IntakePlan plan = intake.plan(List.of(zip), Work.SILENT);
            Figures.say(FILES + " files in a ZIP planned, unpacked for it", (System.nanoTime() - start) / 1e6, "ms");
            Figures.say("  materials of it", (double) plan.items().size(), "");
            start = System.nanoTime();
            intake.examine(plan, Work.SILENT);
            Figures.say("  their pictures looked at", (System.nanoTime() - start) / 1e6, "ms");
        }
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
        List<Double> takes = new ArrayList<>();
        for (int i = 0; i < ROUNDS; i++) {
            double copy =
                    command("cp", "-r", tree.toString(), at.resolve("copy " + i).toString());
            Library library = Library.open(Files.createDirectories(at.resolve("library " + i)), "", "bench");
            library.scan(new Formats(), Work.SILENT);
            try (Intake intake = new Intake(library, "", new Formats())) {
                IntakePlan plan = intake.plan(List.of(tree), Work.SILENT);
                long start = System.nanoTime();
                intake.take(plan.items(), Work.SILENT);
                takes.add((System.nanoTime() - start) / 1e6);
            }
            ratios.add(copy / takes.get(i));
            Mutations.removeAll(at.resolve("copy " + i));
            Mutations.removeAll(at.resolve("library " + i));
        }
        Figures.say("1 GB in " + HEAVY + " files taken in, median", Figures.median(takes), "ms");
        Figures.say("  throughput beside cp -r, median", Figures.median(ratios), "x");
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
