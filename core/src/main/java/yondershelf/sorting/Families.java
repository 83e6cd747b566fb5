package yondershelf.sorting;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import yondershelf.content.Kind;

/**
 * Things whose names differ only in size, level of detail or version: one thing, the newest, finest and largest first, the
 * others kept with it. HDRIs of one name may also differ in format. Left and right, colours and formats of models stay things
 * of their own: somebody may want both in one scene.
 */
final class Families {
    private Families() {}

    private record Key(Kind kind, String folder, String words, String ending) {}

    private record Member(SortedItem item, FamilyName name) {}

    static List<SortedItem> of(List<SortedItem> items) {
        if (items.size() < 2) {
            return items;
        }
        Map<Key, List<Member>> families = new LinkedHashMap<>();
        Set<String> squared = squares(items);
        List<SortedItem> out = new ArrayList<>();
        for (SortedItem item : items) {
            if (item.kind() == Kind.MATERIAL) {
                out.add(item);
                continue;
            }
            String path = item.files().get(0).path();
            FamilyName name = item.kind() == Kind.TEXTURE && squared.contains(path)
                    ? FamilyName.ofPicture(path)
                    : FamilyName.of(path);
            String folder = item.folder();
            for (MapFolders.Step step = MapFolders.step(Sorter.name(folder));
                    !folder.isEmpty() && (step.size() > 0 || step.plain() || step.detail() != FamilyName.UNTOLD);
                    step = MapFolders.step(Sorter.name(folder))) {
                name = name.withSize(Math.max(name.size(), step.size()));
                name = name.detail() == FamilyName.UNTOLD ? name.withDetail(step.detail()) : name;
                folder = Sorter.folder(folder);
            }
            // a name that is nothing but a size tells no family
            String words = name.words().isEmpty() ? item.files().get(0).path() : name.words();
            String ending = item.kind() == Kind.HDRI ? "" : name.ending();
            families.computeIfAbsent(new Key(item.kind(), folder, words, ending), k -> new ArrayList<>())
                    .add(new Member(item, name));
        }
        families.forEach((key, members) -> out.add(members.size() == 1 ? members.get(0).item : one(key, members)));
        return out;
    }

    /** Pictures whose numbers are those of UV squares: 1001 is among them, and nothing before it. */
    private static Set<String> squares(List<SortedItem> items) {
        Map<String, List<String>> alike = new LinkedHashMap<>();
        Set<String> all = new HashSet<>();
        for (SortedItem item : items) {
            String path = item.files().get(0).path();
            all.add(path);
            int tile = item.kind() == Kind.TEXTURE ? FamilyName.ofPicture(path).tile() : 0;
            if (tile > 0) {
                alike.computeIfAbsent(path.replace(String.valueOf(tile), "*"), k -> new ArrayList<>())
                        .add(path);
            }
        }
        Set<String> out = new HashSet<>();
        alike.forEach((name, paths) -> {
            boolean numbers = name.contains("*")
                    && (all.contains(name.replace("*", "1000")) || !paths.contains(name.replace("*", "1001")));
            if (!numbers) {
                out.addAll(paths);
            }
        });
        return out;
    }

    private static SortedItem one(Key key, List<Member> members) {
        members.sort(Comparator.comparingInt((Member m) -> -m.name.version())
                .thenComparingInt(m -> m.name.detail())
                .thenComparingInt(m -> -m.name.size())
                .thenComparingInt(m -> m.name.tile())
                .thenComparing(m -> m.item.files().get(0).path()));
        Member shown = members.get(0);
        List<SortedItem.SortedFile> files = new ArrayList<>(shown.item.files());
        Set<String> there = new HashSet<>();
        files.forEach(f -> there.add(f.path()));
        Set<String> told = new HashSet<>();
        for (Member other : members.subList(1, members.size())) {
            String which = other.name.unlike(shown.name);
            for (int n = 2; !told.add(which); n++) {
                which = other.name.unlike(shown.name) + " " + n;
            }
            for (SortedItem.SortedFile file : other.item.files()) {
                if (there.add(file.path())) {
                    files.add(new SortedItem.SortedFile(file.path(), file.role(), file.coding(), which));
                }
            }
        }
        boolean together = members.stream().allMatch(m -> m.item.folder().equals(shown.item.folder()));
        String title = FolderSorter.titled(List.of(key.words.split(" ")));
        return new SortedItem(
                key.kind,
                title.isEmpty() ? shown.item.name() : title,
                together ? shown.item.folder() : key.folder,
                files);
    }
}
