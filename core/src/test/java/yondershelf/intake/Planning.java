package yondershelf.intake;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.content.Picture;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.work.Work;

/** A library, and packs to be taken into it. */
abstract class Planning {
    protected static final String SQUARE = "v 0 0 0\nv 2 0 0\nv 2 1 0\nv 0 1 0\n";

    @TempDir
    Path folder;

    protected Catalogue catalogue;
    protected Library library;
    protected final Formats reader = new Formats();

    @BeforeEach
    void open() throws Exception {
        catalogue = Catalogue.open(Home.open(folder.resolve("home")), reader);
        library = catalogue.add(Files.createDirectory(folder.resolve("library")), "");
        catalogue.scanning().scan(library, Work.SILENT);
    }

    @AfterEach
    void close() {
        catalogue.close();
    }

    static Wishes wishes(NameStyle names, boolean flat, boolean proposing, Set<String> known, Habits habits) {
        return new Wishes(
                names, flat, proposing, new TreeSet<>(), new TreeSet<>(known), habits, 0, java.util.Map.of(), false);
    }

    Path file(String path, byte[] bytes) throws Exception {
        Path file = folder.resolve(path);
        Files.createDirectories(file.getParent());
        return Files.write(file, bytes);
    }

    void picture(String path, int shade) throws Exception {
        byte[] pixels = new byte[8 * 8 * 3];
        for (int i = 0; i < pixels.length; i++) {
            pixels[i] = (byte) (i * shade * 7 + shade);
        }
        file(path, Formats.png(Picture.ofBytes(8, 8, 3, pixels)));
    }

    void text(String path, String text) throws Exception {
        file(path, text.getBytes(java.nio.charset.StandardCharsets.UTF_8));
    }

    PlanItem named(IntakePlan plan, String name) {
        return plan.items().stream()
                .filter(i -> i.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new AssertionError(name + " is not among "
                        + plan.items().stream().map(PlanItem::name).toList()));
    }

    Asset asset(String name) {
        return library.assets().stream()
                .filter(a -> library.shownName(a).equals(name))
                .findFirst()
                .orElseThrow();
    }

    void take(Intake intake, IntakePlan plan) throws Exception {
        Taken taken = intake.take(plan.ticked(), Work.SILENT);
        catalogue.scanning().scan(library, Work.SILENT);
        catalogue.labelling().edit(library, taken.labels(library));
    }

    static String roles(PlanItem item) {
        return item.files().stream()
                .map(f -> f.path().replaceAll(".*/", "") + "=" + (f.isUsed() ? f.role() : "(" + f.variant() + ")"))
                .collect(Collectors.joining(" "));
    }
}
