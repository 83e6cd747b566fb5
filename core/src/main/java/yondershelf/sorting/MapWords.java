package yondershelf.sorting;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.HashSet;
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
    /** Shorter ones may well be the end of another word. */
    private static final int GLUED = 5;

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

    private MapWords() {}

    private static void line(String line) {
        int colon = line.indexOf(':');
        String[] head = line.substring(0, colon).split(" ");
        String[] words = line.substring(colon + 1).strip().split(" +");
        switch (head[0]) {
            case "space", "noise" -> SILENT.addAll(Set.of(words));
            case "sample" -> SAMPLES.addAll(Set.of(words));
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
                    ROLES.put(word, meaning);
                }
            }
        }
    }

    /** What a word, or several written as one, tells of a map's role. */
    static @Nullable Meaning role(String word) {
        Meaning known = ROLES.get(word);
        if (known == null && word.length() > 3 && (word.endsWith("map") || word.endsWith("tex"))) {
            known = ROLES.get(word.substring(0, word.length() - 3));
        }
        return known;
    }

    /** The same of a single letter at the end of a name. */
    static @Nullable Meaning letter(String letter) {
        Role role = LETTERS.get(letter);
        return role == null ? null : new Meaning(role, Coding.PLAIN, false, true);
    }

    /** Where in a word a role's name begins that is glued to what is before it; 0 for none. */
    static int glued(String word) {
        for (int from = 1; from <= word.length() - GLUED; from++) {
            if (role(word.substring(from)) != null) {
                return from;
            }
        }
        return 0;
    }

    /** True for a word that tells nothing: of colour spaces, formats and the like. */
    static boolean isSilent(String word) {
        return SILENT.contains(word);
    }

    /** True for a word of pictures that show the whole thing. */
    static boolean isSample(String word) {
        return SAMPLES.contains(word);
    }
}
