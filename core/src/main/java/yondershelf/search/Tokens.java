package yondershelf.search;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** The dictionary: each word once. The older ones are sorted, and found by halving; the few added since through a map. */
final class Tokens {
    private final Texts texts;
    private final int sorted;
    private final Map<String, Integer> added = new HashMap<>();

    Tokens() {
        this(new Texts());
    }

    /** Takes over words that are sorted. */
    Tokens(Texts sortedTexts) {
        texts = sortedTexts;
        sorted = sortedTexts.size();
    }

    Texts texts() {
        return texts;
    }

    int size() {
        return texts.size();
    }

    /** The word's number; a new word gets one. */
    int number(String word) {
        Integer known = added.get(word);
        if (known != null) {
            return known;
        }
        byte[] bytes = Texts.encoded(word);
        int low = 0;
        int high = sorted - 1;
        while (low <= high) {
            int middle = (low + high) >>> 1;
            int compared = texts.compare(middle, bytes);
            if (compared == 0) {
                return middle;
            }
            if (compared < 0) {
                low = middle + 1;
            } else {
                high = middle - 1;
            }
        }
        int id = texts.add(word);
        added.put(word, id);
        return id;
    }

    /** All words' numbers by their texts. */
    int[] inOrder() {
        List<Integer> fresh = new ArrayList<>(added.values());
        fresh.sort(texts::compare);
        int[] out = new int[size()];
        int at = 0;
        int next = 0;
        for (int word = 0; word <= sorted; word++) {
            for (; next < fresh.size() && (word == sorted || texts.compare(fresh.get(next), word) < 0); next++) {
                out[at++] = fresh.get(next);
            }
            if (word < sorted) {
                out[at++] = word;
            }
        }
        return out;
    }
}
