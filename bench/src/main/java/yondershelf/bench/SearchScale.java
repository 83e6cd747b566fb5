package yondershelf.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeSet;
import yondershelf.content.Kind;
import yondershelf.search.Entry;
import yondershelf.search.Hits;
import yondershelf.search.Index;
import yondershelf.search.IndexFile;
import yondershelf.search.Key;
import yondershelf.search.Query;

/** How long searches take among very many assets, what the index weighs, and how long it takes to be read back. */
public final class SearchScale {
    private static final int QUERIES = 400;
    private static final int PAGE = 60;
    private static final String[] SYLLABLES = {
        "ka", "lo", "mi", "ren", "tu", "bra", "so", "pel", "dor", "ni", "ga", "wes", "ter", "hul", "fa", "cor", "el",
        "am", "ost", "ri", "stur", "ve", "li", "mon", "qua", "zep", "ix", "jor", "yar", "un"
    };

    private SearchScale() {}

    /** @param args how many assets; 100,000 and 1,000,000 when not given */
    public static void main(String[] args) throws Exception {
        int[] sizes = args.length > 0
                ? Arrays.stream(args).mapToInt(Integer::parseInt).toArray()
                : new int[] {100_000, 1_000_000};
        for (int size : sizes) {
            run(size);
        }
    }

    private static void run(int size) throws Exception {
        SplittableRandom random = new SplittableRandom(size);
        List<String> words = words(random, 12_000);
        long start = System.nanoTime();
        Index index = new Index();
        List<Entry> batch = new ArrayList<>();
        for (int i = 0; i < size; i++) {
            batch.add(entry(random, words, i));
            if (batch.size() == 50_000 || i + 1 == size) {
                index.apply(batch, List.of());
                batch.clear();
            }
        }
        say(size, "built in batches of 50,000", (System.nanoTime() - start) / 1e6, "ms");
        Path file = Files.createTempFile("yonder-index", ".bin");
        start = System.nanoTime();
        IndexFile.save(index, Map.of("a", 1L), file);
        say(size, "saved", (System.nanoTime() - start) / 1e6, "ms");
        index = null;
        long before = used();
        start = System.nanoTime();
        Index again = Objects.requireNonNull(IndexFile.load(file)).index();
        say(size, "read back", (System.nanoTime() - start) / 1e6, "ms");
        say(size, "heap", (used() - before) / 1e6, "MB");
        say(size, "file", Files.size(file) / 1e6, "MB");
        for (int warm = 0; warm < 200; warm++) {
            again.find(Query.EVERYTHING.withWords(words.get(warm).substring(0, 1 + warm % 3)));
        }
        List<Double> all = new ArrayList<>();
        for (int letters = 1; letters <= 8; letters++) {
            List<Double> times = new ArrayList<>();
            for (int q = 0; q < QUERIES / 8; q++) {
                String word = words.get(random.nextInt(words.size()));
                int from = word.length() > letters ? random.nextInt(word.length() - letters) : 0;
                String part = word.substring(from, Math.min(word.length(), from + letters));
                start = System.nanoTime();
                Hits hits = again.find(Query.EVERYTHING.withWords(part));
                if (hits.page(0, PAGE).isEmpty() && hits.total() > 0) {
                    throw new IllegalStateException("an empty page");
                }
                times.add((System.nanoTime() - start) / 1e6);
            }
            say(size, letters + " letters, median", Figures.quantile(times, 0.5), "ms");
            all.addAll(times);
        }
        say(size, "all queries, median", Figures.quantile(all, 0.5), "ms");
        say(size, "all queries, 99 of 100", Figures.quantile(all, 0.99), "ms");
        List<Double> edits = new ArrayList<>();
        for (int i = 0; i < 50; i++) {
            Entry changed = entry(random, words, random.nextInt(size));
            start = System.nanoTime();
            again.apply(List.of(changed), List.of());
            edits.add((System.nanoTime() - start) / 1e6);
        }
        say(size, "one asset changed, median", Figures.quantile(edits, 0.5), "ms");
        Files.delete(file);
    }

    private static List<String> words(SplittableRandom random, int many) {
        Set<String> out = new TreeSet<>();
        while (out.size() < many) {
            StringBuilder word = new StringBuilder();
            for (int k = 1 + random.nextInt(4); k >= 0; k--) {
                word.append(SYLLABLES[random.nextInt(SYLLABLES.length)]);
            }
            out.add(word.toString());
        }
        return new ArrayList<>(out);
    }

    /** Two words and a number of its own: every asset brings a word that no other has. */
    private static Entry entry(SplittableRandom random, List<String> words, int i) {
        String a = words.get(skewed(random, words.size()));
        String b = words.get(skewed(random, words.size()));
        String name = a.substring(0, 1).toUpperCase(Locale.ROOT) + a.substring(1) + " " + b + " " + i;
        String folder = "pack " + i / 50 % 20_000 + "/" + words.get(i / 50 % words.size());
        Set<String> tags =
                Set.of(words.get(random.nextInt(200)), words.get(200 + random.nextInt(40)) + "/" + b.charAt(0));
        Kind kind = Kind.values()[random.nextInt(4)];
        return new Entry(
                new Key(i % 3 == 0 ? "a" : "b", i % 3 == 0 ? i / 3 + 1 : i - i / 3),
                kind,
                name,
                folder,
                a + "_" + b + "_" + i + ".glb",
                tags,
                "",
                1_000_000L + i / 500);
    }

    private static int skewed(SplittableRandom random, int size) {
        double u = random.nextDouble();
        return (int) (size * u * u * u);
    }

    private static long used() {
        for (int i = 0; i < 4; i++) {
            System.gc();
        }
        return Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory();
    }

    private static void say(int size, String what, double value, String unit) {
        System.out.println(String.format(Locale.ROOT, "%,9d assets  %-28s %10.2f %s", size, what, value, unit));
    }
}
