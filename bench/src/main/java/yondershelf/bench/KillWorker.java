package yondershelf.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Model;
import yondershelf.content.Part;
import yondershelf.content.ProblemException;
import yondershelf.content.Transform;
import yondershelf.format.Formats;
import yondershelf.intake.Intake;
import yondershelf.intake.IntakePlan;
import yondershelf.intake.Taken;
import yondershelf.library.Edit;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.library.Stores;
import yondershelf.mend.Finding;
import yondershelf.mend.Mend;
import yondershelf.table.Placement;
import yondershelf.table.Scene;
import yondershelf.table.SceneFile;
import yondershelf.work.Work;

/** Edits, takes in, mends, undoes and saves without end, telling each act once it is acknowledged. Run to be killed. */
final class KillWorker {
    private final Path root;
    private final Path sources;
    private final SplittableRandom random;
    private final Library library;
    private final List<String> open = new ArrayList<>();
    private int number;

    private KillWorker(Path root, Path sources, long seed) throws ProblemException {
        this.root = root;
        this.sources = sources;
        this.random = new SplittableRandom(seed);
        this.library = Library.open(root, "", "desk", stores(root));
    }

    /** @param args the library, a folder of packs, a seed, the first number to count from */
    public static void main(String[] args) throws Exception {
        KillWorker worker = new KillWorker(Path.of(args[0]), Path.of(args[1]), Long.parseLong(args[2]));
        worker.number = Integer.parseInt(args[3]);
        worker.library.scan(new Formats(), Work.SILENT);
        FileActs.runs(worker.library).reversed().forEach(r -> worker.open.add(r.run()));
        System.out.println("ready");
        while (true) {
            worker.act();
        }
    }

    /** What the machine remembers by itself lies beside the library. */
    static Stores stores(Path root) {
        return Stores.withRecords(root.resolveSibling("records"));
    }

    private static void tell(String what) {
        System.out.println(what);
    }

    private void act() throws IOException, ProblemException {
        number++;
        switch (random.nextInt(6)) {
            case 0, 1 -> {
                library.labels()
                        .edit(List.of(
                                Edit.tag("asset", "t" + number), Edit.set("asset", Edit.Field.NOTE, "n" + number)));
                tell("edit " + number);
            }
            case 2 -> take();
            case 3 -> mend();
            case 4 -> undo();
            default -> {
                Path file = sources.resolveSibling("scene.glb");
                SceneFile.save(scene(number), file, new Formats());
                tell("save " + number);
            }
        }
    }

    private void take() throws ProblemException {
        Path pack = sources.resolve("pack" + random.nextInt(3));
        try (Intake intake = new Intake(library, "in" + number, new Formats())) {
            IntakePlan plan = intake.plan(List.of(pack), Work.SILENT);
            Taken taken = intake.take(plan.items(), Work.SILENT);
            remember(taken.run());
        }
    }

    private void remember(@org.jspecify.annotations.Nullable String run) {
        if (run != null) {
            open.add(run);
            tell("run " + run);
        }
    }

    /** Rewrites references in files the artist had, as remedies do: some with several names, some read-only for others. */
    private void mend() throws IOException, ProblemException {
        List<Finding> findings = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            String path = "had/m" + random.nextInt(6) + ".mtl";
            String line = Files.readAllLines(root.resolve(path)).get(1);
            String before = line.substring(line.indexOf(' ') + 1);
            String after = "textures/v" + number + "-" + i + ".png";
            boolean twice = findings.stream().anyMatch(f -> f.path().equals(path));
            if (!twice) {
                findings.add(new Finding(
                        Finding.Code.TEXTURE_MISSING,
                        Finding.Severity.ERROR,
                        "asset",
                        path,
                        "",
                        "",
                        new Finding.Remedy("", null, List.of(new Finding.Change(path, before, after)))));
            }
        }
        remember(Mend.apply(library, findings, Work.SILENT).orElse(null));
    }

    private void undo() throws ProblemException {
        if (!open.isEmpty()) {
            String run = open.remove(open.size() - 1);
            FileActs.undo(library, run);
            tell("undone " + run);
        }
    }

    /** A scene that says how many objects it holds. */
    static Scene scene(int number) {
        Part part = new Part(new float[] {0, 0, 0, 1, 0, 0, 0, 1, 0}, null, null, null, new int[] {0, 1, 2}, 0);
        Model model =
                Model.of("m", new Mesh("m", List.of(part)), List.of(Material.plain("grey", 0.5, 0.5, 0.5, 0, 0.5)));
        int count = 1 + number % 40;
        Scene scene = Scene.empty("scene of " + count);
        for (int i = 0; i < count; i++) {
            scene = scene.with(new Placement("p" + i, "o" + i, "", model, Transform.translation(i, 0, 0), Map.of()));
        }
        return scene;
    }
}
