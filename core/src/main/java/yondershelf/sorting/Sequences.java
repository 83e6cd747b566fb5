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
 * Pictures numbered one after the other, {@code 0001.png} to {@code 0080.png}: one thing that moves, where each is like the one
 * before it. Numbers alone tell nothing: packs number forty fabrics so.
 */
final class Sequences {
    private static final int LEAST = 8;
    private static final int LEAST_DIGITS = 2;
    private static final int MOST_DIGITS = 8;
    /** Pairs of neighbours that are looked at. */
    private static final int PAIRS = 4;

    private record Key(String folder, String before, int digits, String after) {}

    private record Frame(SortedItem item, int number) {}

    private Sequences() {}

    static List<SortedItem> of(List<SortedItem> items, Lore lore) {
        Map<Key, List<Frame>> numbered = new LinkedHashMap<>();
        for (SortedItem item : items) {
            if (item.kind() == Kind.TEXTURE && item.files().size() == 1) {
                String path = item.files().get(0).path();
                int dot = path.lastIndexOf('.');
                int from = digitsBefore(path, dot);
                int digits = dot - from;
                if (digits >= LEAST_DIGITS && digits <= MOST_DIGITS) {
                    Key key = new Key(item.folder(), path.substring(0, from), digits, path.substring(dot));
                    numbered.computeIfAbsent(key, k -> new ArrayList<>())
                            .add(new Frame(item, Integer.parseInt(path.substring(from, dot))));
                }
            }
        }
        List<SortedItem> out = new ArrayList<>(items);
        Set<SortedItem> joined = new HashSet<>();
        numbered.forEach((key, frames) -> {
            frames.sort(Comparator.comparingInt(Frame::number));
            if (frames.size() >= LEAST && isWithoutGaps(frames) && lore.areFrames(pairs(frames))) {
                frames.forEach(f -> joined.add(f.item));
                out.add(one(key, frames));
            }
        });
        out.removeIf(joined::contains);
        return out;
    }

    private static int digitsBefore(String path, int dot) {
        int at = dot;
        while (at > 0 && path.charAt(at - 1) >= '0' && path.charAt(at - 1) <= '9') {
            at--;
        }
        return at;
    }

    /** One in ten may be missing, as where only every changed frame was kept. */
    private static boolean isWithoutGaps(List<Frame> frames) {
        int span = frames.get(frames.size() - 1).number - frames.get(0).number + 1;
        return span - frames.size() <= frames.size() / 10;
    }

    private static List<String> pairs(List<Frame> frames) {
        List<String> out = new ArrayList<>();
        for (int i = 1; i <= PAIRS; i++) {
            int at = i * (frames.size() - 2) / (PAIRS + 1);
            out.add(frames.get(at).item.files().get(0).path());
            out.add(frames.get(at + 1).item.files().get(0).path());
        }
        return out;
    }

    private static SortedItem one(Key key, List<Frame> frames) {
        List<SortedItem.SortedFile> files = new ArrayList<>();
        for (Frame frame : frames) {
            SortedItem.SortedFile file = frame.item.files().get(0);
            files.add(
                    files.isEmpty()
                            ? file
                            : new SortedItem.SortedFile(
                                    file.path(), file.role(), file.coding(), SortedItem.FRAME + frame.number));
        }
        String name = Sorter.name(key.before).isEmpty() ? "" : FolderSorter.title(key.before + key.after);
        String folder = Sorter.name(key.folder);
        return new SortedItem(
                Kind.TEXTURE,
                !name.isEmpty() ? name : folder.isEmpty() ? frames.get(0).item.name() : FolderSorter.title(folder),
                key.folder,
                files);
    }
}
