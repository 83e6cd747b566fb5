package yondershelf.sorting;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Coding;
import yondershelf.content.Role;

/** What words in the names of texture files tell, as {@code map-words.txt} lists them. */
final class MapWords {
    private static final Map<String, Meaning> ROLES = new HashMap<>();
    private static final Map<String, Role> LETTERS = new HashMap<>();
    private static final Set<String> SILENT = new HashSet<>();
    private static final Set<String> SAMPLES = new HashSet<>();
    private static final Set<String> BEHIND = new HashSet<>();
    private static final Set<String> MAPS = new HashSet<>();
    private static final Set<String> OF = new HashSet<>();
    /** Shorter ones may well be the end of another word. */
    private static final int GLUED = 5;

    /** What languages glue to a role. */
    private static final List<String> MAP_ENDINGS = List.of("map", "tex", "karte", "skarte", "kaart");

    private static final Set<Integer> HASHES = new HashSet<>();
    private static int LONGEST;
    private static final int[] POWERS = new int[40];

    /**
     * @param later true when another of the same role is used before it
     * @param letter true when only a single letter tells it
     */
    record Meaning(Role role, Coding coding, boolean later, boolean letter) {}

    static {
        InputStream table = MapWords.class.getResourceAsStream("map-words.txt");
        if (table == null) {
            throw new IllegalStateException("the table of map words is not there");
        }
        try (BufferedReader in = new BufferedReader(new InputStreamReader(table, StandardCharsets.UTF_8))) {
            in.lines()
                    .filter(line -> line.indexOf(':') > 0 && !line.startsWith("#"))
                    .forEach(MapWords::line);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    static {
        for (String word : ROLES.keySet()) {
            HASHES.add(word.hashCode());
            LONGEST = Math.max(LONGEST, word.length());
        }
        POWERS[0] = 1;
        for (int i = 1; i < POWERS.length; i++) {
            POWERS[i] = POWERS[i - 1] * 31;
        }
    }

    private MapWords() {}

    private static void line(String line) {
        int colon = line.indexOf(':');
        String[] head = line.substring(0, colon).split(" ");
        String[] words = line.substring(colon + 1).strip().split(" +");
        switch (head[0]) {
            case "space", "noise" -> SILENT.addAll(Set.of(words));
            case "sample" -> SAMPLES.addAll(Set.of(words));
            case "behind" -> BEHIND.addAll(Set.of(words));
            case "of" -> OF.addAll(Set.of(words));
            case "map" -> MAPS.addAll(Set.of(words));
            case "letter" -> {
                for (String letter : words) {
                    LETTERS.put(letter, Role.of(head[1]).orElseThrow());
                }
            }
            default -> {
                boolean later = head[head.length - 1].equals("later");
                String how = head.length > (later ? 2 : 1) ? head[1] : "";
                Meaning meaning = new Meaning(Role.of(head[0]).orElseThrow(), new Coding(how), later, false);
                for (String word : words) {
                    for (String behind : MAP_ENDINGS) {
                        ROLES.putIfAbsent(word + behind, meaning);
                    }
                    ROLES.put(word, meaning);
                }
            }
        }
    }

    /** What a word, or several written as one, tells of a map's role. */
    static @Nullable Meaning role(String word) {
        return ROLES.get(word);
    }

    /** The same of several words in a row written as one. Nearly all make none, which their hashes tell before they are joined. */
    static @Nullable Meaning role(List<String> words, int from, int to) {
        int hash = 0;
        for (int i = from; i <= to; i++) {
            String word = words.get(i);
            if (word.length() >= POWERS.length) {
                return null;
            }
            // as String.hashCode is defined
            hash = hash * POWERS[word.length()] + word.hashCode();
        }
        return HASHES.contains(hash) ? ROLES.get(String.join("", words.subList(from, to + 1))) : null;
    }

    /** The same of a single letter at the end of a name. */
    static @Nullable Meaning letter(String letter) {
        Role role = LETTERS.get(letter);
        return role == null ? null : new Meaning(role, Coding.PLAIN, false, true);
    }

    /** Where in a word a role's name begins that is glued to what is before it; 0 for none. */
    static int glued(String word) {
        int at = 0;
        int hash = 0;
        int power = 1;
        int least = Math.max(1, word.length() - LONGEST);
        for (int i = word.length() - 1; i >= least; i--) {
            // as String.hashCode is defined, of what follows
            hash += word.charAt(i) * power;
            power *= 31;
            if (word.length() - i >= GLUED && HASHES.contains(hash) && ROLES.containsKey(word.substring(i))) {
                at = i;
            }
        }
        return at;
    }

    /** True for a word that tells nothing: of colour spaces, formats and the like. */
    static boolean isSilent(String word) {
        return SILENT.contains(word) || MAPS.contains(word);
    }

    /** True for a word that tells nothing behind a role, and may well be part of a name before it. */
    static boolean isSilentBehind(String word) {
        return BEHIND.contains(word);
    }

    /** True for a word for a map, in any of the languages. */
    static boolean isMap(String word) {
        return MAPS.contains(word);
    }

    /** True for what stands between that and a role: {@code carte de couleur}. */
    static boolean isOf(String word) {
        return OF.contains(word);
    }

    /** All words that tell a role, as the tables write them. */
    static Map<String, Meaning> roles() {
        return Collections.unmodifiableMap(ROLES);
    }

    /** True for a word of pictures that show the whole thing. */
    static boolean isSample(String word) {
        return SAMPLES.contains(word);
    }
}
