package yondershelf.search;

import java.util.ArrayList;
import java.util.Arrays;
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
        int at = texts.after(bytes, false, 0, sorted);
        if (at < sorted && texts.compare(at, bytes) == 0) {
            return at;
        }
        int id = texts.add(word);
        added.put(word, id);
        return id;
    }

    /** All words' numbers by their texts. */
    int[] inOrder() {
        record Added(byte[] text, int id) {}
        List<Added> fresh = new ArrayList<>();
        added.values().forEach(id -> fresh.add(new Added(texts.bytes(id), id)));
        fresh.sort((a, b) -> Arrays.compareUnsigned(a.text, b.text));
        int[] out = new int[size()];
        int at = 0;
        int word = 0;
        for (Added next : fresh) {
            for (int end = texts.after(next.text, false, word, sorted); word < end; word++) {
                out[at++] = word;
            }
            out[at++] = next.id;
        }
        for (; word < sorted; word++) {
            out[at++] = word;
        }
        return out;
    }
}
