package yondershelf.bench;

import java.io.BufferedReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import yondershelf.content.Model;
import yondershelf.format.worker.IsolatedReader;

/**
 * How long large models take to be read: each format in a program of its own, which is given no more memory for its heap than
 * four times the file.
 */
public final class ReadingScale {
    private static final int ROUNDS = 7;
    private static final int GLB_SIDE = 1333;
    private static final int OBJ_SIDE = 707;
    private static final int FBX_SIDE = 755;
    private static final long MEGABYTE = 1_000_000;

    private ReadingScale() {}

    /** @param args nothing, or a file to read in this program */
    public static void main(String[] args) throws Exception {
        if (args.length == 1) {
            read(Path.of(args[0]));
            return;
        }
        Path at = Files.createTempDirectory("yonder-reading");
        Path glb = at.resolve("sheet.glb");
        LargeModels.glb(glb, GLB_SIDE);
        Path obj = at.resolve("sheet.obj");
        LargeModels.obj(obj, OBJ_SIDE);
        Path fbx = at.resolve("sheet.fbx");
        LargeModels.fbx(fbx, FBX_SIDE);
        for (Path file : List.of(glb, obj, fbx)) {
            run(file);
        }
        Mutations.removeAll(at);
    }

    private static void run(Path file) throws IOException, InterruptedException {
        long heap = Files.size(file) * 4 / (1 << 20);
        System.out.println(file.getFileName() + ": " + Files.size(file) / MEGABYTE + " MB, heap of " + heap + " MiB");
        int code = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "--enable-native-access=ALL-UNNAMED",
                        "--sun-misc-unsafe-memory-access=allow",
                        "-Xmx" + heap + "m",
                        "-cp",
                        System.getProperty("java.class.path"),
                        ReadingScale.class.getName(),
                        file.toString())
                .inheritIO()
                .start()
                .waitFor();
        if (code != 0) {
            throw new IllegalStateException("reading ended with " + code);
        }
    }

    private static void read(Path file) throws Exception {
        List<Double> times = new ArrayList<>();
        List<Double> ratios = new ArrayList<>();
        try (IsolatedReader reader = new IsolatedReader()) {
            for (int i = 0; i < ROUNDS; i++) {
                double lines = lines(file);
                long start = System.nanoTime();
                Model model = reader.readModel(file);
                times.add((System.nanoTime() - start) / 1e6);
                ratios.add(times.get(i) / lines);
                if (i == 0) {
                    Figures.say("  triangles", (double) model.triangleCount(), "");
                    Figures.say("  read, the first time", times.get(0), "ms");
                }
            }
        }
        Figures.say("  read, median of " + ROUNDS, Figures.median(times), "ms");
        if (file.toString().endsWith(".obj")) {
            Figures.say("  in multiples of a bare scan of its lines, median", Figures.median(ratios), "x");
        }
    }

    /** Milliseconds of reading a text line by line; nothing for what is no text. */
    private static double lines(Path file) throws IOException {
        long start = System.nanoTime();
        if (file.toString().endsWith(".obj")) {
            try (BufferedReader in = Files.newBufferedReader(file)) {
                while (in.readLine() != null) {
                    // read, nothing else
                }
            }
        }
        return (System.nanoTime() - start) / 1e6;
    }
}
