package yondershelf.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeSet;
import yondershelf.content.Kind;
import yondershelf.search.Entry;
import yondershelf.search.Facets;
import yondershelf.search.Field;
import yondershelf.search.Hits;
import yondershelf.search.Index;
import yondershelf.search.IndexFile;
import yondershelf.search.Key;
import yondershelf.search.Order;
import yondershelf.search.Query;
import yondershelf.search.QueryText;
import yondershelf.search.Traits;

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
        filters(size, again, words, random);
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

    /** A filter or a range changed, an order, an error of typing; then all that is offered next. */
    private static void filters(int size, Index index, List<String> words, SplittableRandom random) throws Exception {
        List<Double> times = new ArrayList<>();
        List<Double> offers = new ArrayList<>();
        for (int q = 0; q < 3 * QUERIES / 4; q++) {
            String text = switch (q % 6) {
                case 0 -> "rating>=" + (1 + random.nextInt(5));
                case 1 -> "size<" + (1 + random.nextInt(900)) + "cm -tag:" + words.get(random.nextInt(200));
                case 2 -> "triangles<" + random.nextInt(2_000) + "k licence:cc0";
                case 3 -> "pixels>=2k favourite:yes kind:model,material";
                case 4 ->
                    "tag:" + words.get(random.nextInt(200)) + "," + words.get(random.nextInt(200)) + " rating:2..4";
                default -> "-author:" + words.get(random.nextInt(300)) + " stops>" + random.nextInt(20);
            };
            Query query = QueryText.parse(text, Optional::of);
            long start = System.nanoTime();
            Hits hits = index.find(query);
            hits.page(0, PAGE);
            times.add((System.nanoTime() - start) / 1e6);
            if (q % 10 == 0) {
                start = System.nanoTime();
                for (Field field : Field.values()) {
                    Facets.of(hits, field, LocalDate.EPOCH);
                }
                offers.add((System.nanoTime() - start) / 1e6);
            }
        }
        say(size, "filter changed, median", Figures.quantile(times, 0.5), "ms");
        say(size, "filter changed, 99 of 100", Figures.quantile(times, 0.99), "ms");
        say(size, "all offers, median", Figures.quantile(offers, 0.5), "ms");
        say(size, "all offers, 99 of 100", Figures.quantile(offers, 0.99), "ms");
        List<Double> sorted = new ArrayList<>();
        List<Double> typos = new ArrayList<>();
        for (int q = 0; q < 30; q++) {
            long start = System.nanoTime();
            index.find(Query.EVERYTHING.withOrder(Order.values()[2 + q % 7]));
            sorted.add((System.nanoTime() - start) / 1e6);
            String word = words.get(random.nextInt(words.size()));
            start = System.nanoTime();
            index.find(Query.EVERYTHING.withWords(
                    word.substring(0, word.length() / 2) + "0" + word.substring(word.length() / 2)));
            typos.add((System.nanoTime() - start) / 1e6);
        }
        say(size, "everything in an order, median", Figures.quantile(sorted, 0.5), "ms");
        say(size, "an error of typing, median", Figures.quantile(typos, 0.5), "ms");
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
                1_000_000L + i / 500,
                new Traits(
                        random.nextInt(6),
                        random.nextInt(10) == 0,
                        words.get(random.nextInt(300)),
                        List.of("", "CC0-1.0", "CC-BY-4.0", "MIT").get(random.nextInt(4)),
                        kind == Kind.MODEL ? random.nextInt(2_000_000) : Traits.UNKNOWN,
                        256 << random.nextInt(6),
                        kind == Kind.MODEL ? random.nextInt(20_000) : Traits.UNKNOWN,
                        kind == Kind.HDRI ? random.nextInt(300) : Traits.UNKNOWN));
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
