package yondershelf.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import yondershelf.content.Picture;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.work.Work;

/** How long a library of very many assets takes to be opened, looked through, labelled, and found again after a move. */
public final class LibraryScale {
    private static final int LABELLED = 2_000;
    private static final int MOVED = 500;
    private static final int IN_A_FOLDER = 50;

    private LibraryScale() {}

    /** @param args how many assets; 100,000 when not given */
    public static void main(String[] args) throws Exception {
        int count = args.length > 0 ? Integer.parseInt(args[0]) : 100_000;
        Path folder = Files.createTempDirectory("yonder-scale");
        make(folder, count);
        Library library = timed("open, new", () -> Library.open(folder, "", "desk"));
        timed("first scan", () -> library.scan(new Formats(), Work.SILENT));
        timed("second scan", () -> library.scan(new Formats(), Work.SILENT));
        List<Asset> assets = library.assets();
        int step = assets.size() / LABELLED;
        timed("one edit, place recorded", () -> {
            library.edit(List.of(Edit.tag(assets.get(1).id(), "one")));
            return library;
        });
        timed("one edit, place known", () -> {
            library.edit(List.of(Edit.tag(assets.get(1).id(), "two")));
            return library;
        });
        timed(LABELLED + " edits in one commit", () -> {
            List<Edit> edits = new ArrayList<>();
            for (int i = 0; i < LABELLED; i++) {
                edits.add(Edit.tag(assets.get(i * step).id(), "t" + i % 40));
            }
            library.edit(edits);
            return library;
        });
        timed("scan, " + LABELLED + " labelled", () -> library.scan(new Formats(), Work.SILENT));
        Path moved = Files.createDirectories(folder.resolve("moved"));
        for (int i = 0; i < MOVED; i++) {
            Path file = library.resolve(assets.get(i * step).path());
            Files.move(file, moved.resolve("m" + i + ".png"));
        }
        timed("scan, " + MOVED + " of these moved", () -> library.scan(new Formats(), Work.SILENT));
        long kept = library.assets().stream()
                .filter(a -> a.path().startsWith("moved/")
                        && !library.labels(a.id()).tags().isEmpty())
                .count();
        System.out.println("of " + MOVED + " moved, " + kept + " keep their labels");
        Library again = timed("open", () -> Library.open(folder, "", "desk"));
        timed("scan", () -> again.scan(new Formats(), Work.SILENT));
        timed("100 acts on files", () -> {
            for (int i = 0; i < 100; i++) {
                try (FileActs acts = again.begin("act")) {
                    acts.write(folder.resolve("new/f" + i), new byte[1000]);
                }
            }
            return again;
        });
        timed("list of runs", () -> FileActs.runs(again));
        Mutations.removeAll(folder);
    }

    private static void make(Path folder, int count) throws Exception {
        for (int i = 0; i < count; i++) {
            Path in = folder.resolve("f" + i / IN_A_FOLDER);
            if (i % IN_A_FOLDER == 0) {
                Files.createDirectories(in);
            }
            byte[] pixels = new byte[64];
            pixels[0] = (byte) i;
            pixels[1] = (byte) (i >> 8);
            pixels[2] = (byte) (i >> 16);
            Files.write(in.resolve("thing " + i + ".png"), Formats.png(Picture.ofBytes(8, 8, 1, pixels)));
        }
    }

    private interface Act<T> {
        T run() throws Exception;
    }

    private static <T> T timed(String what, Act<T> act) throws Exception {
        long start = System.nanoTime();
        T result = act.run();
        System.out.println(String.format(Locale.ROOT, "%-32s %8.0f ms", what, (System.nanoTime() - start) / 1e6));
        return result;
    }
}
