package yondershelf.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.SplittableRandom;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.facts.Signature;
import yondershelf.format.Formats;
import yondershelf.library.Library;
import yondershelf.search.Hits;
import yondershelf.search.Key;
import yondershelf.search.Query;
import yondershelf.store.AssetRow;
import yondershelf.store.Store;

/** More like this among very many: a store full of made-up assets with made-up signatures, asked as the window asks. */
final class LikeScale {
    private static final int PART = 50_000;
    private static final int ROUNDS = 41;
    private static final int SIGNED = 27;

    private LikeScale() {}

    /** @param args a folder to work in, and how many assets (1,000,000 when left out) */
    public static void main(String[] args) throws Exception {
        Path folder = Path.of(args[0]);
        int many = args.length > 1 ? Integer.parseInt(args[1]) : 1_000_000;
        Path root = Files.createDirectories(folder.resolve("library"));
        try (Catalogue catalogue = Catalogue.open(Home.open(folder.resolve("home")), new Formats())) {
            Library library = catalogue.add(root, "Many");
            Store store = library.store();
            if (store.assetCount() < many) {
                fill(store, many);
            }
            long begun = System.nanoTime();
            catalogue.scanning().follow();
            System.out.printf(
                    "%,d assets in the index after %.1f s%n", store.assetCount(), (System.nanoTime() - begun) / 1e9);
            SplittableRandom random = new SplittableRandom(5);
            begun = System.nanoTime();
            Hits first = catalogue.shelf().find(Query.EVERYTHING.withLike(like(random)));
            System.out.printf(
                    "the first answer, signatures read: %.2f s, %d hits%n",
                    (System.nanoTime() - begun) / 1e9, first.total());
            measure("like a picture", catalogue, random, Query.EVERYTHING);
            measure("like a picture, of one folder", catalogue, random, Query.EVERYTHING.in(library.id(), "f7"));
            double[] millis = new double[ROUNDS];
            for (int i = 0; i < ROUNDS; i++) {
                String colour = String.format("#%06x", random.nextInt(1 << 24));
                long from = System.nanoTime();
                int total = catalogue
                        .shelf()
                        .find(Query.EVERYTHING.withLike(colour))
                        .total();
                millis[i] = (System.nanoTime() - from) / 1e6 + total * 0.0;
            }
            tell("of a colour", millis);
        }
    }

    private static void measure(String what, Catalogue catalogue, SplittableRandom random, Query query) {
        double[] millis = new double[ROUNDS];
        for (int i = 0; i < ROUNDS; i++) {
            String like = like(random);
            long from = System.nanoTime();
            Hits hits = catalogue.shelf().find(query.withLike(like));
            for (Key key : hits.page(0, 60)) {
                if (key.row() < 0) {
                    throw new IllegalStateException("no row");
                }
            }
            millis[i] = (System.nanoTime() - from) / 1e6;
        }
        tell(what, millis);
    }

    private static void tell(String what, double[] millis) {
        Arrays.sort(millis);
        System.out.printf(
                "%s: median %.0f ms, 9 of 10 in %.0f ms, longest %.0f ms%n",
                what, millis[ROUNDS / 2], millis[ROUNDS * 9 / 10], millis[ROUNDS - 1]);
    }

    private static String like(SplittableRandom random) {
        return Query.LOOK + java.util.Base64.getUrlEncoder().withoutPadding().encodeToString(signature(random));
    }

    /** One of two thousand families, and a little otherwise than the others of it. */
    private static byte[] signature(SplittableRandom random) {
        SplittableRandom family = new SplittableRandom(random.nextInt(2_000));
        byte[] out = new byte[Signature.BYTES];
        for (int i = 0; i < out.length - 1; i++) {
            double own = family.nextGaussian() * 60 / (1 + i % 27 * 0.3);
            double value = Math.clamp(own + random.nextGaussian() * 3, -127, 127);
            // only the first ones have a sign
            out[i] = (byte) Math.round(i < SIGNED ? value : Math.abs(value));
        }
        out[out.length - 1] = (byte) family.nextInt(2);
        return out;
    }

    private static void fill(Store store, int many) throws Exception {
        SplittableRandom random = new SplittableRandom(77);
        String[] kinds = {"model", "material", "hdri", "texture"};
        for (int from = 0; from < many; from += PART) {
            int first = from;
            int end = Math.min(many, from + PART);
            store.write(batch -> {
                for (int i = first; i < end; i++) {
                    String path = "f" + i % 5_000 + "/thing " + i + ".png";
                    batch.put(new AssetRow(
                            0,
                            "id" + i,
                            kinds[i % 4],
                            "Thing " + i,
                            "f" + i % 5_000,
                            path,
                            path + "\0",
                            "1@1|",
                            i,
                            ""));
                }
            });
            store.write(batch -> {
                for (int i = first; i < end; i++) {
                    batch.look(i + 1, "1@1|", 0, signature(random));
                }
            });
        }
    }
}
