package yondershelf.search;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import yondershelf.content.Kind;

/** An immutable index over assets of any number of libraries. */
public final class Index {
    private final List<Entry> entries;
    private final String[] names;
    private final String[] texts;

    private Index(List<Entry> sorted) {
        this.entries = sorted;
        this.names = new String[sorted.size()];
        this.texts = new String[sorted.size()];
        for (int i = 0; i < sorted.size(); i++) {
            Entry e = sorted.get(i);
            names[i] = folded(e.name());
            texts[i] = folded(e.name() + "\n" + e.path() + "\n" + String.join("\n", e.tags()) + "\n" + e.note());
        }
    }

    public static Index of(List<Entry> entries) {
        List<Entry> sorted = new ArrayList<>(entries);
        sorted.sort(Comparator.comparing((Entry e) -> folded(e.name()))
                .thenComparing(Entry::path)
                .thenComparing(Entry::id));
        return new Index(List.copyOf(sorted));
    }

    /** Lower case without accents, so that a plain keyboard finds everything. */
    static String folded(String text) {
        return Normalizer.normalize(text, Normalizer.Form.NFKD)
                .replaceAll("\\p{M}+", "")
                .toLowerCase(Locale.ROOT)
                .replace("ß", "ss")
                .replace('_', ' ');
    }

    public int size() {
        return entries.size();
    }

    /** Hits in order: names that begin with the first word, then with a word so beginning, then the rest; by name within. */
    public Hits find(Query query) {
        String[] words = folded(query.words().strip()).split("\\s+");
        Map<Kind, Integer> kinds = new EnumMap<>(Kind.class);
        Map<String, Integer> tags = new TreeMap<>();
        List<List<Entry>> ranks = List.of(new ArrayList<>(), new ArrayList<>(), new ArrayList<>());
        for (int i = 0; i < entries.size(); i++) {
            Entry entry = entries.get(i);
            if (!inPlace(entry, query) || !hasWords(texts[i], words)) {
                continue;
            }
            kinds.merge(entry.kind(), 1, Integer::sum);
            if (query.kinds().isEmpty() || query.kinds().contains(entry.kind())) {
                ranks.get(rank(names[i], words[0])).add(entry);
                for (String tag : withParents(entry.tags())) {
                    tags.merge(tag, 1, Integer::sum);
                }
            }
        }
        List<Entry> all = new ArrayList<>();
        ranks.forEach(all::addAll);
        return new Hits(all, kinds, tags);
    }

    private static boolean inPlace(Entry entry, Query query) {
        if (query.library() != null && !query.library().equals(entry.library())) {
            return false;
        }
        String folder = query.folder();
        if (folder != null
                && !folder.isEmpty()
                && !entry.folder().equals(folder)
                && !entry.folder().startsWith(folder + "/")) {
            return false;
        }
        if (query.unfiled() && !entry.tags().isEmpty()) {
            return false;
        }
        for (String tag : query.tags()) {
            if (entry.tags().stream().noneMatch(t -> t.equals(tag) || t.startsWith(tag + "/"))) {
                return false;
            }
        }
        return true;
    }

    private static boolean hasWords(String text, String[] words) {
        for (String word : words) {
            if (!text.contains(word)) {
                return false;
            }
        }
        return true;
    }

    private static int rank(String name, String first) {
        if (name.startsWith(first)) {
            return 0;
        }
        return name.contains(" " + first) ? 1 : 2;
    }

    private static Set<String> withParents(Set<String> tags) {
        Set<String> out = new HashSet<>(tags);
        for (String tag : tags) {
            for (int slash = tag.indexOf('/'); slash > 0; slash = tag.indexOf('/', slash + 1)) {
                out.add(tag.substring(0, slash));
            }
        }
        return out;
    }
}
