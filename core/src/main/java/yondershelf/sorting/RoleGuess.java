package yondershelf.sorting;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Coding;
import yondershelf.content.Role;

/**
 * What a word that stands where roles stand may be short for: a role's word without its vowels, its beginning, or the word misspelt.
 * Only in that company: anywhere else "clr" and "rou" are but letters.
 */
final class RoleGuess {
    private static final int SHORTEST = 3;
    /** Shorter words are too like others to be taken for misspelt. */
    private static final int SPELT = 6;

    private static final Map<String, MapWords.Meaning> BONES = new HashMap<>();
    private static final TreeMap<String, MapWords.Meaning> WORDS = new TreeMap<>(MapWords.roles());
    private static final Map<Character, List<String>> LONG = new HashMap<>();

    static {
        Map<String, MapWords.Meaning> twice = new HashMap<>();
        WORDS.forEach((word, meaning) -> {
            MapWords.Meaning before = BONES.putIfAbsent(bones(word), meaning);
            if (before != null && before.role() != meaning.role()) {
                twice.put(bones(word), meaning);
            }
            if (word.length() >= SPELT) {
                LONG.computeIfAbsent(word.charAt(0), c -> new ArrayList<>()).add(word);
            }
        });
        twice.keySet().forEach(BONES::remove);
    }

    private RoleGuess() {}

    /** @param word as tables write words */
    static MapWords.@Nullable Meaning of(String word) {
        MapWords.Meaning told = MapWords.role(word);
        if (told != null || word.length() < SHORTEST) {
            return told;
        }
        if (hasNoVowels(word)) {
            return BONES.get(bones(word));
        }
        MapWords.Meaning begun = begun(word);
        return begun == null && word.length() >= SPELT - 1 ? misspelt(word) : begun;
    }

    private static boolean isVowel(char c) {
        return "aeiou".indexOf(c) >= 0;
    }

    private static boolean hasNoVowels(String word) {
        for (int i = 1; i < word.length(); i++) {
            if (isVowel(word.charAt(i))) {
                return false;
            }
        }
        return true;
    }

    /** The first letter and what follows of consonants, each but once in a row. */
    private static String bones(String word) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < word.length(); i++) {
            char c = word.charAt(i);
            boolean again = out.length() > 0 && out.charAt(out.length() - 1) == c;
            if ((i == 0 || !isVowel(c)) && !again) {
                out.append(c);
            }
        }
        return out.toString();
    }

    /** The role of all words that begin so; packed ones begin as those that are in them do. */
    private static MapWords.@Nullable Meaning begun(String word) {
        MapWords.Meaning found = null;
        for (Map.Entry<String, MapWords.Meaning> each :
                WORDS.subMap(word, word + Character.MAX_VALUE).entrySet()) {
            MapWords.Meaning meaning = each.getValue();
            if (meaning.role() == Role.PACKED) {
                continue;
            }
            if (found != null
                    && (found.role() != meaning.role() || !found.coding().equals(meaning.coding()))) {
                return null;
            }
            found = meaning;
        }
        return found;
    }

    private static MapWords.@Nullable Meaning misspelt(String word) {
        MapWords.Meaning found = null;
        for (String known : LONG.getOrDefault(word.charAt(0), List.of())) {
            if (Math.abs(known.length() - word.length()) <= 1 && isOneOff(word, known)) {
                MapWords.Meaning meaning = MapWords.roles().get(known);
                if (meaning == null || found != null && found.role() != meaning.role()) {
                    return null;
                }
                found = meaning;
            }
        }
        return found;
    }

    /** True for one letter too many, missing, wrong, or two neighbours the wrong way round. */
    private static boolean isOneOff(String a, String b) {
        int from = 0;
        int most = Math.min(a.length(), b.length());
        while (from < most && a.charAt(from) == b.charAt(from)) {
            from++;
        }
        int left = a.length();
        int right = b.length();
        while (left > from && right > from && a.charAt(left - 1) == b.charAt(right - 1)) {
            left--;
            right--;
        }
        boolean swapped = left - from == 2
                && right - from == 2
                && a.charAt(from) == b.charAt(from + 1)
                && a.charAt(from + 1) == b.charAt(from);
        return swapped || left - from <= 1 && right - from <= 1;
    }

    /** What a single letter may stand for, beside others that stand for roles; null for those nobody agrees on. */
    static MapWords.@Nullable Meaning letter(String letter, boolean hasColour, boolean hasRoughness) {
        MapWords.Meaning told = MapWords.letter(letter);
        if (told != null) {
            return told;
        }
        if ((letter.equals("a") || letter.equals("b")) && !hasColour) {
            return new MapWords.Meaning(Role.BASE_COLOR, Coding.PLAIN, false, true);
        }
        return letter.equals("g") && !hasRoughness
                ? new MapWords.Meaning(Role.ROUGHNESS, Coding.INVERTED, true, true)
                : null;
    }
}
