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
import java.util.function.IntFunction;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Kind;

/** An immutable index over assets of any number of libraries. */
public final class Index {
    private final List<Entry> entries;
    private final String[] names;
    private final String[] texts;
    /** The answer most often asked for; the index never changes, so it stays right. */
    private volatile @Nullable Hits everything;

    private Index(List<Entry> entries, String[] names, String[] texts) {
        this.entries = entries;
        this.names = names;
        this.texts = texts;
    }

    public static Index of(List<Entry> entries) {
        List<Line> lines = new ArrayList<>(entries.size());
        entries.forEach(e -> lines.add(Line.of(e)));
        lines.sort(Line.ORDER);
        return of(lines.size(), lines::get);
    }

    private static Index of(int size, IntFunction<Line> lines) {
        Entry[] entries = new Entry[size];
        String[] names = new String[size];
        String[] texts = new String[size];
        for (int i = 0; i < size; i++) {
            Line line = lines.apply(i);
            entries[i] = line.entry;
            names[i] = line.name;
            texts[i] = line.text;
        }
        return new Index(List.of(entries), names, texts);
    }

    private record Line(Entry entry, String name, String text) {
        static final Comparator<Line> ORDER = Comparator.comparing(Line::name)
                .thenComparing(l -> l.entry.path())
                .thenComparing(l -> l.entry.id());

        static Line of(Entry e) {
            String text = e.name() + "\n" + e.path() + "\n" + String.join("\n", e.tags()) + "\n" + e.note();
            return new Line(e, folded(e.name()), folded(text));
        }
    }

    private Line line(int i) {
        return new Line(entries.get(i), names[i], texts[i]);
    }

    /** The same index with one asset's entry replaced; much quicker than making it anew. An unknown asset changes nothing. */
    public Index with(Entry changed) {
        int old = -1;
        for (int i = 0; i < entries.size() && old < 0; i++) {
            old = entries.get(i).id().equals(changed.id()) ? i : -1;
        }
        if (old < 0) {
            return this;
        }
        Line fresh = Line.of(changed);
        int gone = old;
        int low = 0;
        int high = entries.size() - 1;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (Line.ORDER.compare(line(middle < gone ? middle : middle + 1), fresh) < 0) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        int at = low;
        return of(entries.size(), i -> {
            if (i == at) {
                return fresh;
            }
            int without = i < at ? i : i - 1;
            return line(without < gone ? without : without + 1);
        });
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
        Hits known = everything;
        if (known != null && query.equals(Query.EVERYTHING)) {
            return known;
        }
        Hits found = lookThrough(query);
        if (query.equals(Query.EVERYTHING)) {
            everything = found;
        }
        return found;
    }

    private Hits lookThrough(Query query) {
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
