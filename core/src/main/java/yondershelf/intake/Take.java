package yondershelf.intake;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ProblemException;
import yondershelf.library.Arrival;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.sorting.SortedItem;
import yondershelf.work.Work;

/**
 * Copies planned items into a library, many at once. When one of many fails, these are taken one by one, so that a file that
 * fails costs its item only, and that wholly.
 */
final class Take {
    /** From one on twice as many each time: who stops it early keeps what came so far. */
    private static final int MOST_ITEMS = 256;

    private static final long MOST_BYTES = 256L << 20;

    private final Library library;
    private final FileActs acts;
    private final Map<String, String> bases;
    private final Brought brought;
    private final Work work;
    private final boolean replacing;
    /** Files that came, by where they came from. */
    private final Map<Path, Path> files = new LinkedHashMap<>();

    private final Map<String, PlanItem> came = new LinkedHashMap<>();

    /**
     * @param bases where each base's items go by now
     * @param replacing true when files of the same name are replaced
     */
    Take(Library library, FileActs acts, Map<String, String> bases, Brought brought, Work work, boolean replacing) {
        this.replacing = replacing;
        this.library = library;
        this.acts = acts;
        this.bases = bases;
        this.brought = brought;
        this.work = work;
    }

    /** What came in, by the paths of the assets it makes. */
    Map<String, PlanItem> all(List<PlanItem> items) {
        List<PlanItem> some = new ArrayList<>();
        long bytes = 0;
        int most = 1;
        for (PlanItem item : items) {
            long size = item.files().stream()
                    .mapToLong(f -> Math.max(0, brought.size(item.root().resolve(f.path()))))
                    .sum();
            if (some.size() >= most || bytes + size > MOST_BYTES && !some.isEmpty()) {
                together(some, items.size());
                some = new ArrayList<>();
                bytes = 0;
                most = Math.min(MOST_ITEMS, most * 2);
            }
            some.add(item);
            bytes += size;
        }
        together(some, items.size());
        return came;
    }

    /** Files that came, by where they came from. */
    Map<Path, Path> brought() {
        return files;
    }

    private void together(List<PlanItem> items, int of) {
        if (!items.isEmpty()) {
            work.progress(came.size(), of, items.get(0).name());
        }
        if (items.isEmpty() || work.isCancelled()) {
            return;
        }
        List<Hold> holds = new ArrayList<>();
        try {
            Group group = new Group(items.size(), of);
            for (PlanItem item : items) {
                holds.add(brought.hold(item));
                group.add(item);
            }
            if (group.come()) {
                files.putAll(group.files);
                came.putAll(group.names);
            }
        } catch (ProblemException e) {
            if (items.size() == 1) {
                work.problem(e.problem());
                return;
            }
            for (PlanItem item : items) {
                together(List.of(item), of);
            }
        } finally {
            holds.forEach(Hold::close);
        }
    }

    /** Files of some items. The ones that name assets come last: until then there is no asset, so none is ever seen half. */
    private final class Group {
        private final List<Arrival> first = new ArrayList<>();
        private final List<Arrival> last = new ArrayList<>();
        /** Files of the library that are replaced, with what by. */
        private final Map<Path, Path> over = new LinkedHashMap<>();

        private final Map<Path, Path> files = new LinkedHashMap<>();
        private final Map<Path, Arrival> coming = new HashMap<>();
        private final Map<String, PlanItem> names = new LinkedHashMap<>();
        private final int items;
        private final int of;

        /** @param of how many items are taken in altogether */
        Group(int items, int of) {
            this.items = items;
            this.of = of;
        }

        void add(PlanItem item) throws ProblemException {
            String base = bases.getOrDefault(item.base(), item.base());
            boolean set = Examination.isOf(item);
            for (int i = 0; i < item.files().size(); i++) {
                SortedItem.SortedFile file = item.files().get(i);
                Path target =
                        library.resolve(IntakePlan.joined(base, item.placing().below(file.path())));
                Path from = item.at(file);
                files.put(from, target);
                add(from, Arrival.copy(from, target), i == 0 && !set ? last : first);
            }
            if (!set) {
                names.put(
                        IntakePlan.joined(base, item.placing().below(item.main().path())), item);
                return;
            }
            byte[] document = SetDocument.of(item);
            String path = SetDocument.path(
                    item, base, p -> isTaken(library.resolve(p), Arrival.made(document, library.resolve(p))));
            add(null, Arrival.made(document, library.resolve(path)), last);
            names.put(path, item);
        }

        /** One file may belong to several items, and what is there already need not come. */
        private void add(@Nullable Path from, Arrival arrival, List<Arrival> to) throws ProblemException {
            Arrival other = coming.get(arrival.to());
            if (other != null && other.isSame(arrival)) {
                return;
            }
            if (other == null && Files.exists(arrival.to()) && arrival.isThere()) {
                return;
            }
            coming.put(arrival.to(), arrival);
            if (replacing && from != null && Files.exists(arrival.to())) {
                over.put(arrival.to(), from);
            } else {
                to.add(arrival);
            }
        }

        private boolean isTaken(Path target, Arrival by) {
            Arrival other = coming.get(target);
            return other != null ? !other.isSame(by) : Files.exists(target) && !by.isThere();
        }

        boolean come() throws ProblemException {
            int before = came.size();
            return acts.wholly(() -> {
                boolean there = first.isEmpty() && last.isEmpty()
                        || acts.bring(
                                first,
                                last,
                                work,
                                (done, all, what) -> work.progress(before + done * items / all, of, what));
                for (Map.Entry<Path, Path> file :
                        there ? over.entrySet() : Map.<Path, Path>of().entrySet()) {
                    acts.copyOver(file.getValue(), file.getKey());
                }
                return there;
            });
        }
    }
}
