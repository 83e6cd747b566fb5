package yondershelf.sorting.evidence;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import yondershelf.content.Coding;
import yondershelf.content.Picture;
import yondershelf.content.Role;

/**
 * Maps made of a known relief: waves of random lengths and directions, whose slopes follow from their formula. Which way green points is
 * that of glTF 2.0 (3.9.3, +Y up), and the other.
 */
class EvidenceTest {
    private static final int SIDE = 96;

    private interface Pixel {
        double of(int x, int y, int channel);
    }

    private static Sample picture(int channels, Pixel pixel) {
        byte[] out = new byte[SIDE * SIDE * channels];
        for (int i = 0; i < out.length; i++) {
            double value = pixel.of(i / channels % SIDE, i / channels / SIDE, i % channels);
            out[i] = (byte) Math.round(255 * Math.max(0, Math.min(1, value)));
        }
        return new Sample(Picture.ofBytes(SIDE, SIDE, channels, out));
    }

    /** A relief that repeats, and its slopes. */
    private static final class Waves {
        private final double[][] waves = new double[9][];

        Waves(long seed) {
            SplittableRandom random = new SplittableRandom(seed);
            for (int i = 0; i < waves.length; i++) {
                waves[i] = new double[] {
                    random.nextInt(-6, 7),
                    random.nextInt(-6, 7),
                    random.nextDouble(2 * Math.PI),
                    random.nextDouble(0.3, 1)
                };
            }
        }

        private double phase(double[] w, double x, double y) {
            return 2 * Math.PI * (w[0] * x + w[1] * y) / SIDE + w[2];
        }

        double height(double x, double y) {
            double sum = 0;
            for (double[] w : waves) {
                sum += w[3] * Math.sin(phase(w, x, y));
            }
            return 0.5 + sum / 12;
        }

        /** To the right or down, per pixel, in units of height that make it steep enough to see. */
        double slope(double x, double y, int axis) {
            double sum = 0;
            for (double[] w : waves) {
                sum += w[3] * Math.cos(phase(w, x, y)) * 2 * Math.PI * w[axis] / SIDE;
            }
            return sum;
        }

        Sample normal(boolean up) {
            return picture(3, (x, y, c) -> {
                double nx = -slope(x, y, 0);
                // up the picture is against its rows
                double ny = slope(x, y, 1) * (up ? 1 : -1);
                double length = Math.sqrt(nx * nx + ny * ny + 1);
                return 0.5 + 0.5 * (c == 0 ? nx : c == 1 ? ny : 1) / length;
            });
        }

        Sample relief() {
            return picture(1, (x, y, c) -> height(x, y));
        }
    }

    private static Maps.Map map(String path, Role role, Coding coding, Sample sample) {
        return new Maps.Map(path, role, coding, sample);
    }

    private static List<Verdict> judged(Maps.Map... maps) {
        return Evidence.of(new Maps(List.of(maps)));
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10})
    void greenIsToldByItsSlopes(long seed) {
        Waves waves = new Waves(seed);
        Sample up = waves.normal(true);
        Sample down = waves.normal(false);
        assertEquals(List.of(), judged(map("n", Role.NORMAL, Coding.PLAIN, up)));
        assertEquals(List.of(), judged(map("n", Role.NORMAL, Coding.GREEN_DOWN, down)));
        Verdict turned = judged(map("n", Role.NORMAL, Coding.PLAIN, down)).get(0);
        assertEquals(Coding.GREEN_DOWN, turned.coding());
        Verdict upright = judged(map("n", Role.NORMAL, Coding.GREEN_DOWN, up)).get(0);
        assertEquals(Coding.PLAIN, upright.coding());
    }

    /** Noise has no slopes that fit together, a flat one has none: nothing is said of them. */
    @Test
    void ofWhatTellsNothingNothingIsSaid() {
        Sample flat = picture(3, (x, y, c) -> c == 2 ? 1 : 0.5);
        assertEquals(List.of(), judged(map("n", Role.NORMAL, Coding.PLAIN, flat)));
        SplittableRandom random = new SplittableRandom(3);
        Sample noise = picture(3, (x, y, c) -> c == 2 ? 0.97 : 0.5 + random.nextDouble(-0.15, 0.15));
        assertEquals(List.of(), judged(map("n", Role.NORMAL, Coding.PLAIN, noise)));
        assertEquals(List.of(), judged(map("n", Role.NORMAL, Coding.GREEN_DOWN, noise)));
    }

    @Test
    void aGreyNormalIsAHeight() {
        Verdict verdict = judged(map("n", Role.NORMAL, Coding.PLAIN, new Waves(4).relief()))
                .get(0);
        assertEquals(Role.HEIGHT, verdict.role());
        assertEquals("normal by name, but grey: height", verdict.reason());
    }

    @Test
    void aNormalInAnotherPlaceIsOne() {
        Sample normal = new Waves(5).normal(true);
        assertEquals(
                Role.NORMAL,
                judged(map("c", Role.BASE_COLOR, Coding.PLAIN, normal)).get(0).role());
        assertEquals(
                Role.NORMAL,
                judged(map("h", Role.HEIGHT, Coding.PLAIN, normal)).get(0).role());
        Sample sky = picture(3, (x, y, c) -> c == 2 ? 0.95 : 0.3 + 0.2 * Math.sin(x * 0.2));
        assertEquals(List.of(), judged(map("c", Role.BASE_COLOR, Coding.PLAIN, sky)), "blue is no direction");
    }

    @Test
    void aHeightInThePlaceOfTheBaseColor() {
        Waves waves = new Waves(6);
        Verdict verdict = judged(
                        map("c", Role.BASE_COLOR, Coding.PLAIN, waves.relief()),
                        map("n", Role.NORMAL, Coding.PLAIN, waves.normal(true)))
                .get(0);
        assertEquals(Role.HEIGHT, verdict.role());
        Sample plaster = new Waves(7).relief();
        assertEquals(
                List.of(),
                judged(
                        map("c", Role.BASE_COLOR, Coding.PLAIN, plaster),
                        map("n", Role.NORMAL, Coding.PLAIN, waves.normal(true))),
                "grey alone is no height");
    }

    /** Metal in plates with scratches, creases between them, a middling roughness: in every order, named in every order. */
    @ParameterizedTest
    @CsvSource({"orm", "omr", "rom", "rmo", "mor", "mro"})
    void channelsAreToldByWhatTheyHold(String order) {
        Waves waves = new Waves(8);
        Sample packed = picture(3, (x, y, c) -> switch (order.charAt(c)) {
            case 'm' -> waves.height(x, y) > 0.5 ? 1 : 0;
            case 'o' -> Math.min(1, 0.75 + waves.height(y, x) / 3);
            default -> 0.3 + 0.4 * waves.height(y, y + x);
        });
        for (String named : List.of("", "rmo", "mro")) {
            List<Verdict> verdicts = judged(map("p", Role.PACKED, new Coding(named), packed));
            String as = verdicts.isEmpty() ? named : verdicts.get(0).coding().word();
            assertEquals(order, as.isEmpty() ? "orm" : as, "named " + named);
        }
        assertTrue(judged(map("p", Role.PACKED, new Coding("m--s"), packed)).isEmpty());
    }

    private static Sample colours(long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        Waves red = new Waves(random.nextLong());
        Waves green = new Waves(random.nextLong());
        return picture(3, (x, y, c) -> c == 0 ? red.height(x, y) : c == 1 ? green.height(x, y) * 0.6 : 0.2);
    }

    private static String told(List<Maps.Map> known, java.util.Map<String, Sample> untold) {
        return Evidence.ofUntold(new Maps(known), untold).stream()
                .map(v -> v.path() + "=" + v.role().word())
                .sorted()
                .collect(java.util.stream.Collectors.joining(" "));
    }

    /** Pictures whose names tell nothing are told by what they show, where only one may be it. */
    @Test
    void untoldPicturesAreToldByWhatTheyShow() {
        Waves waves = new Waves(12);
        Sample normal = waves.normal(true);
        Sample relief = waves.relief();
        Sample flat = picture(3, (x, y, c) -> c == 0 ? 0.6 : 0.3);
        Sample parts = picture(3, (x, y, c) -> c == 0 ? x * 4 / SIDE / 4.0 : c == 1 ? y * 4 / SIDE / 4.0 : 0.1);
        Sample other = new Waves(77).relief();
        assertEquals(
                "a=normal b=baseColor c=height",
                told(List.of(), java.util.Map.of("a", normal, "b", colours(3), "c", relief, "d", other)));
        assertEquals("a=normal", told(List.of(), java.util.Map.of("a", normal, "b", colours(3), "c", colours(4))));
        assertEquals("", told(List.of(), java.util.Map.of("a", normal, "b", new Waves(13).normal(true))));
        assertEquals("", told(List.of(), java.util.Map.of("a", flat, "b", parts, "c", relief)));
        assertEquals("b=baseColor", told(List.of(), java.util.Map.of("a", flat, "b", colours(5))));
        Maps.Map n = map("n", Role.NORMAL, Coding.PLAIN, normal);
        assertEquals("c=height", told(List.of(n), java.util.Map.of("c", relief, "d", other)));
        assertEquals("", told(List.of(n), java.util.Map.of("a", new Waves(14).normal(true), "d", other)));
        Maps.Map c = map("c", Role.BASE_COLOR, Coding.PLAIN, colours(8));
        assertEquals("", told(List.of(c), java.util.Map.of("b", colours(5))));
        Maps.Map h = map("h", Role.HEIGHT, Coding.PLAIN, other);
        assertEquals("", told(List.of(n, h), java.util.Map.of("c", relief)));
    }

    /** Of several maps that are other than their names say each is told once, by its path. */
    @Test
    void eachMapIsToldOnceInOrder() {
        Waves waves = new Waves(6);
        List<Verdict> found = judged(
                map("z", Role.BASE_COLOR, Coding.PLAIN, waves.normal(true)),
                map("a", Role.NORMAL, Coding.PLAIN, waves.relief()));
        assertEquals(List.of("a", "z"), found.stream().map(Verdict::path).toList());
        assertEquals(
                List.of(Role.HEIGHT, Role.NORMAL),
                found.stream().map(Verdict::role).toList());
    }
}
