package yondershelf.sorting;

import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.nio.file.Path;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import yondershelf.content.Kind;
import yondershelf.content.Role;
import yondershelf.format.reading.ContentReader;

/** Sets of many naming habits come out as their lists say. Naming habits: common practice, no source. */
class NamingHabitsTest {
    private static final int EACH = 4;

    private int sets;
    private int rightSets;
    private int files;
    private int rightFiles;

    private void measure(String list, int each) throws Exception {
        ContentReader reader = mock(ContentReader.class);
        when(reader.measure(any())).thenReturn(new ContentReader.PictureSize(64, 64));
        for (Habits.Case tried : Habits.read(list, each)) {
            Sorted sorted = Sorter.sort(Path.of("nowhere"), tried.files(), reader);
            Map<String, String> seen = new TreeMap<>();
            Map<String, String> names = new TreeMap<>();
            for (SortedItem item : sorted.items()) {
                for (SortedItem.SortedFile file : item.files()) {
                    seen.put(file.path(), item.kind() == Kind.MATERIAL ? told(file) : "own");
                    names.put(file.path(), item.kind() == Kind.MATERIAL ? item.name() : "");
                }
            }
            for (Habits.Set set : tried.sets()) {
                boolean right = true;
                String wanted = glued(set.name());
                for (Map.Entry<String, String> file : set.files().entrySet()) {
                    boolean same = file.getValue().equals(seen.get(file.getKey()));
                    boolean named = file.getValue().equals("own")
                            || glued(names.getOrDefault(file.getKey(), "")).equals(wanted);
                    files++;
                    rightFiles += same && named ? 1 : 0;
                    right &= same && named;
                }
                sets++;
                rightSets += right ? 1 : 0;
                if (!right) {
                    System.out.println(list + ": " + tried.habit() + ": " + set + " came out as " + seen + names);
                }
            }
        }
        System.out.printf(
                Locale.ROOT,
                "%s: %d of %d sets (%.1f %%), %d of %d files (%.1f %%)%n",
                list,
                rightSets,
                sets,
                100.0 * rightSets / sets,
                rightFiles,
                files,
                100.0 * rightFiles / files);
    }

    private static String told(SortedItem.SortedFile file) {
        Role role = file.role();
        return (role == null ? "none" : role.word())
                + (file.coding().isPlain() ? "" : ":" + file.coding().word())
                + (file.variant().isEmpty() ? "" : " alt");
    }

    private static String glued(String name) {
        return name.toLowerCase(Locale.ROOT).replace(" ", "");
    }

    @Test
    void knownHabits() throws Exception {
        measure("/naming/habits.txt", EACH);
        assertTrue(sets >= 300 && rightSets >= 0.99 * sets && rightFiles >= 0.99 * files);
    }

    /** A list neither tables nor rules were made by. */
    @Test
    void habitsHeldBack() throws Exception {
        measure("/naming/heldback.txt", EACH);
        assertTrue(sets >= 200 && rightSets >= 0.9 * sets);
    }

    /** A list the tables were not made by. */
    @Test
    void unseenHabits() throws Exception {
        measure("/naming/unseen.txt", EACH);
        assertTrue(sets >= 120 && rightSets >= 0.95 * sets);
    }
}
