package yondershelf.search;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import yondershelf.content.Kind;

/** One error of typing is forgiven, by the published definition of the optimal string alignment distance. */
class TypingTest {
    /** The recurrence as published (restricted edit distance, after Damerau 1964), straight from its table. */
    private static int distance(String a, String b) {
        int[][] d = new int[a.length() + 1][b.length() + 1];
        for (int i = 0; i <= a.length(); i++) {
            for (int j = 0; j <= b.length(); j++) {
                if (i == 0 || j == 0) {
                    d[i][j] = i + j;
                    continue;
                }
                int cost = a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1;
                d[i][j] = Math.min(Math.min(d[i - 1][j] + 1, d[i][j - 1] + 1), d[i - 1][j - 1] + cost);
                boolean exchanged =
                        i > 1 && j > 1 && a.charAt(i - 1) == b.charAt(j - 2) && a.charAt(i - 2) == b.charAt(j - 1);
                if (exchanged) {
                    d[i][j] = Math.min(d[i][j], d[i - 2][j - 2] + 1);
                }
            }
        }
        return d[a.length()][b.length()];
    }

    private static boolean begins(String text, String word) {
        for (int end = 0; end <= text.length(); end++) {
            if (distance(text.substring(0, end), word) <= 1) {
                return true;
            }
        }
        return false;
    }

    @Test
    void agreesWithTheDefinition() {
        SplittableRandom random = new SplittableRandom(31);
        int near = 0;
        for (int n = 0; n < 200_000; n++) {
            StringBuilder text = new StringBuilder();
            StringBuilder word = new StringBuilder();
            for (int k = random.nextInt(8); k > 0; k--) {
                text.append((char) ('a' + random.nextInt(3)));
            }
            for (int k = 1 + random.nextInt(6); k > 0; k--) {
                word.append((char) ('a' + random.nextInt(3)));
            }
            byte[] bytes = text.toString().getBytes(StandardCharsets.UTF_8);
            boolean ours = Typing.begins(bytes, 0, bytes.length, word.toString().getBytes(StandardCharsets.UTF_8));
            assertEquals(begins(text.toString(), word.toString()), ours, text + " " + word);
            near += ours ? 1 : 0;
        }
        assertTrue(near > 20_000 && near < 180_000);
    }

    private static Entry named(int row, String name, String... tags) {
        return new Entry(new Key("lib", row), Kind.MODEL, name, "", name + ".obj", Set.of(tags), "", 1);
    }

    private static List<Integer> found(Index index, String words) {
        Hits hits = index.find(Query.EVERYTHING.withWords(words));
        return hits.page(0, hits.total()).stream().map(Key::row).toList();
    }

    @Test
    void onlyWhenNothingMatches() {
        Index index = Index.of(List.of(
                named(1, "Deck lantern", "brass"),
                named(2, "Antenna base"),
                named(3, "Lantern room"),
                named(4, "Bollard", "rope/tackle")));
        assertEquals(List.of(3, 1), found(index, "lantern"));
        assertEquals(List.of(1, 3), found(index, "lanetrn"), "exchanged");
        assertEquals(List.of(1, 3), found(index, "lantrn"), "missing");
        assertEquals(List.of(1, 3), found(index, "lanxtern"), "too many");
        assertEquals(List.of(1), found(index, "lantarn deck"), "another word is right");
        assertEquals(List.of(4), found(index, "tacle"), "in a tag");
        assertEquals(List.of(), found(index, "lxntxrn"), "two errors");
        assertEquals(List.of(), found(index, "anx"), "too short to guess");
        assertEquals(List.of(2, 1, 3), found(index, "ant"), "parts of words, as always");
    }
}
