package yondershelf.demo;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.render.Booth;
import yondershelf.work.Work;

/**
 * A portable drive with a library of its own that this machine knows and that is not plugged in. Whoever renames the folder
 * {@value #UNPLUGGED} to {@value #PLUGGED} plugs it in.
 */
public final class AwayDrive {
    /** The library on it. */
    public static final String LIBRARY = "Harbour commission";

    static final String PLUGGED = "drive";
    static final String UNPLUGGED = "drive, unplugged";
    private static final int PREVIEW = 256;

    /** What the client was sent: where it comes from in the demo's other libraries, by where it lies here. */
    private static final Map<String, List<String>> FILES = Map.of(
            "approved",
            List.of(DemoLibrary.PROPS, "glb"),
            "papers",
            List.of(DemoLibrary.SURFACES, "jpg"),
            "light",
            List.of(DemoLibrary.SURFACES, "hdr"));

    private static final int OF_EACH = 3;

    private AwayDrive() {}

    /** Lets the machine whose state is in a folder know the drive, and pulls it out. Does nothing when it knows it already. */
    public static void prepare(Path demo, Path home) throws IOException, ProblemException {
        Home state = Home.open(home);
        if (state.libraries().stream().anyMatch(k -> k.name().equals(LIBRARY))) {
            return;
        }
        Path drive = demo.resolve(PLUGGED);
        Path pulled = demo.resolve(UNPLUGGED);
        if (Files.isDirectory(pulled)) {
            Files.move(pulled, drive);
        } else {
            fill(demo, drive.resolve(LIBRARY));
        }
        try (Catalogue catalogue = Catalogue.open(state, new Formats())) {
            // last in the list, after those that are there
            for (String name : List.of(DemoLibrary.PROPS, DemoLibrary.SURFACES, PLUGGED + "/" + LIBRARY)) {
                catalogue.add(demo.resolve(name), "");
            }
            Library library = catalogue.library(LIBRARY).orElseThrow();
            catalogue.scanning().scan(library, Work.SILENT);
            for (Asset asset : library.assets()) {
                catalogue.contents().previews().take(asset, PREVIEW, Booth.FINAL_SAMPLES, () -> false);
            }
        }
        Files.move(drive, pulled);
    }

    private static void fill(Path demo, Path library) throws IOException {
        for (Map.Entry<String, List<String>> folder : FILES.entrySet()) {
            Path into = Files.createDirectories(library.resolve(folder.getKey()));
            for (Path file : files(
                    demo.resolve(folder.getValue().get(0)), folder.getValue().get(1))) {
                Files.copy(file, into.resolve(String.valueOf(file.getFileName())));
            }
        }
    }

    /** The demo has broken files too, which no client was sent. */
    private static boolean isSound(Path file) {
        try {
            return !file.toString().endsWith(".glb")
                    || new Formats().readModel(file).triangleCount() > 0;
        } catch (ProblemException e) {
            return false;
        }
    }

    private static List<Path> files(Path library, String ending) throws IOException {
        try (var walk = Files.walk(library)) {
            return walk.filter(f -> f.toString().endsWith("." + ending))
                    .filter(f -> !f.toString().contains(Library.OWN) && isSound(f))
                    .sorted()
                    .limit(OF_EACH)
                    .toList();
        }
    }
}
