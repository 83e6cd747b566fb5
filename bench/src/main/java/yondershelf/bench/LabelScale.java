package yondershelf.bench;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import java.util.List;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.catalogue.KeptAct;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.library.Edit;
import yondershelf.library.Library;
import yondershelf.library.Relabel;
import yondershelf.search.Hits;
import yondershelf.search.Key;
import yondershelf.search.Query;
import yondershelf.work.Work;

/** What it costs to label one asset and 5,000 of a large library, beside what the disk alone takes to keep one line. */
final class LabelScale {
    private static final int MANY = 5_000;
    private static final int SINGLE = 200;
    private static final int ROUNDS = 5;

    private LabelScale() {}

    /** @param args the home of a program with a large library */
    public static void main(String[] args) throws Exception {
        try (Catalogue catalogue = Catalogue.open(Home.open(Path.of(args[0])), new Formats())) {
            Library library = catalogue.libraries().get(0);
            Hits all = catalogue.shelf().find(Query.EVERYTHING);
            System.out.printf("assets %d%n", all.total());
            many(catalogue, all);
            single(catalogue, library, all);
        }
    }

    private static double millis(long since) {
        return (System.nanoTime() - since) / 1e6;
    }

    private static void many(Catalogue catalogue, Hits all) throws ProblemException {
        double[] tagged = new double[ROUNDS];
        double[] undone = new double[ROUNDS];
        for (int round = 0; round < ROUNDS; round++) {
            List<Key> keys = all.page(round * MANY, MANY);
            long start = System.nanoTime();
            KeptAct act = catalogue
                    .labelling()
                    .relabel(keys, Relabel.NOTHING.tagged("measured " + round), count -> "tag")
                    .orElseThrow();
            tagged[round] = millis(start);
            start = System.nanoTime();
            catalogue.history().takeBack(act, false, Work.SILENT);
            undone[round] = millis(start);
        }
        System.out.printf("first time %d tagged, ms %s%n", MANY, Arrays.toString(round(tagged)));
        System.out.printf("taken back, ms %s%n", Arrays.toString(round(undone)));
    }

    private static long[] round(double[] values) {
        return Arrays.stream(values).mapToLong(Math::round).toArray();
    }

    private static void single(Catalogue catalogue, Library library, Hits all) throws Exception {
        double[] edits = new double[SINGLE];
        double[] syncs = new double[SINGLE];
        Path line = library.own().resolve("measured.tmp");
        List<Key> keys = all.page(0, SINGLE);
        for (int i = 0; i < SINGLE; i++) {
            long start = System.nanoTime();
            var _ = catalogue
                    .labelling()
                    .relabel(
                            keys.subList(i, i + 1),
                            Relabel.NOTHING.with(Edit.Field.NOTE, "note " + System.nanoTime()),
                            count -> "note");
            edits[i] = millis(start);
            catalogue.shelf().counts();
            start = System.nanoTime();
            sync(line);
            syncs[i] = millis(start);
        }
        Files.deleteIfExists(line);
        Arrays.sort(edits);
        Arrays.sort(syncs);
        System.out.printf(
                "one edit: median %.1f, 99 of 100 %.1f ms; one line synced: %.1f, %.1f ms%n",
                edits[SINGLE / 2], edits[SINGLE * 99 / 100], syncs[SINGLE / 2], syncs[SINGLE * 99 / 100]);
    }

    private static void sync(Path file) throws IOException {
        try (FileChannel channel = FileChannel.open(
                file, StandardOpenOption.CREATE, StandardOpenOption.WRITE, StandardOpenOption.APPEND)) {
            channel.write(ByteBuffer.wrap(new byte[160]));
            channel.force(true);
        }
    }
}
