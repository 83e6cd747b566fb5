package yondershelf.sorting;

import java.util.ArrayList;
import java.util.List;
import java.util.ListIterator;
import java.util.Locale;
import java.util.Set;
import yondershelf.content.Coding;
import yondershelf.content.Kind;
import yondershelf.words.Phrase;

/**
 * Files that only another program reads, as its own scene files, lie beside models in most packs: those that bear a model's
 * name are kept with it.
 */
final class OtherPrograms {
    static final String NOT_READ = Phrase.of("sorting.not-a-model-or-picture");
    /** What a file is kept as. */
    static final String VARIANT = "for other programs";

    private static final String OLDER_KTX = "ktx";
    private static final Set<String> TEXTS = Set.of(
            "txt", "md", "json", "pdf", "html", "htm", "url", "ini", "log", "xml", "rtf", "doc", "docx", "exe", "db");

    private final List<SortedItem> items;
    private final List<Sorted.Skipped> skipped;

    OtherPrograms(List<SortedItem> items, List<Sorted.Skipped> skipped) {
        this.items = items;
        this.skipped = skipped;
    }

    /** Moves what was skipped to the models it belongs to. */
    void join() {
        ListIterator<Sorted.Skipped> all = skipped.listIterator();
        while (all.hasNext()) {
            Sorted.Skipped file = all.next();
            String ending = FamilyName.of(file.path()).ending();
            if (!file.reason().equals(NOT_READ) || ending.isEmpty() || TEXTS.contains(ending)) {
                continue;
            }
            int at = model(file.path());
            if (at < 0) {
                all.set(new Sorted.Skipped(
                        file.path(),
                        ending.equals(OLDER_KTX)
                                ? Phrase.of("sorting.it-is-a-picture-in-ktx-1")
                                : Phrase.of("sorting.its-format-is-not-read")));
                continue;
            }
            SortedItem item = items.get(at);
            List<SortedItem.SortedFile> files = new ArrayList<>(item.files());
            files.add(new SortedItem.SortedFile(file.path(), null, Coding.PLAIN, VARIANT));
            items.set(at, new SortedItem(item.kind(), item.name(), item.folder(), files));
            all.remove();
        }
    }

    private int model(String path) {
        String words = words(path);
        for (int i = 0; i < items.size(); i++) {
            SortedItem item = items.get(i);
            if (item.kind() == Kind.MODEL
                    && item.files().stream().anyMatch(f -> words(f.path()).equals(words))) {
                return i;
            }
        }
        return -1;
    }

    /** Where it lies counts too: sorting sees several folders at once. */
    private static String words(String path) {
        String words = FamilyName.of(path).words().toLowerCase(Locale.ROOT);
        return words.isEmpty() ? path : Sorter.folder(path) + "/" + words;
    }
}
