package yondershelf.intake;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import yondershelf.content.ImageSource;
import yondershelf.content.Kind;
import yondershelf.content.ProblemException;
import yondershelf.content.Role;
import yondershelf.format.reading.ContentReader;
import yondershelf.format.reading.FileType;
import yondershelf.sorting.SortedItem;
import yondershelf.sorting.SortedItem.SortedFile;
import yondershelf.sorting.evidence.Evidence;
import yondershelf.sorting.evidence.Maps;
import yondershelf.sorting.evidence.Sample;
import yondershelf.sorting.evidence.Verdict;

/** Looks at the pictures of materials to be, and corrects what their names tell of them. */
final class Examination {
    private static final String INSTEAD = "another";
    private static final int MOST_UNTOLD = 16;

    private Examination() {}

    /** True for a material made of maps by their names, of which nobody has said anything yet. */
    static boolean isOf(PlanItem item) {
        return item.kind() == Kind.MATERIAL && !isTold(item);
    }

    /** True when a file says what the material is. */
    static boolean isTold(PlanItem item) {
        return FileType.byName(item.files().get(0).path())
                .filter(type -> type.group() == FileType.Group.MATERIAL)
                .isPresent();
    }

    /** @throws ProblemException when one of its maps cannot be read */
    static PlanItem of(PlanItem item, ContentReader reader) throws ProblemException {
        List<Maps.Map> maps = new ArrayList<>();
        Map<String, Sample> untold = new LinkedHashMap<>();
        for (SortedFile file : item.files()) {
            Role role = file.role();
            if (role != null && file.isUsed()) {
                maps.add(new Maps.Map(file.path(), role, file.coding(), sample(item, file, reader)));
            } else if (role == null && untold.size() < MOST_UNTOLD && isPicture(file)) {
                untold.put(file.path(), sample(item, file, reader));
            }
        }
        List<Verdict> verdicts = new ArrayList<>(Evidence.of(new Maps(maps)));
        verdicts.addAll(Evidence.ofUntold(new Maps(maps), untold));
        return verdicts.isEmpty() ? item : corrected(item, verdicts);
    }

    private static Sample sample(PlanItem item, SortedFile file, ContentReader reader) throws ProblemException {
        return new Sample(reader.readPicture(ImageSource.at(item.root().resolve(file.path()))));
    }

    private static boolean isPicture(SortedFile file) {
        return FileType.byName(file.path()).map(FileType::isPicture).orElse(false);
    }

    private static PlanItem corrected(PlanItem item, List<Verdict> verdicts) {
        List<SortedFile> files = new ArrayList<>();
        List<String> notes = new ArrayList<>();
        for (SortedFile file : item.files()) {
            Optional<Verdict> verdict =
                    verdicts.stream().filter(v -> v.path().equals(file.path())).findFirst();
            verdict.ifPresent(v ->
                    notes.add(file.path().substring(file.path().lastIndexOf('/') + 1) + ": " + v.reason()));
            files.add(verdict.map(v -> new SortedFile(
                            file.path(), v.role(), v.coding(), file.role() == null ? "" : file.variant()))
                    .orElse(file));
        }
        return item.withFiles(onceEach(files, item.files()), notes);
    }

    /** Of several that are used in one role now, the one that was there before stays. */
    private static List<SortedFile> onceEach(List<SortedFile> files, List<SortedFile> before) {
        Map<Role, SortedFile> used = new EnumMap<>(Role.class);
        for (int pass = 0; pass < 2; pass++) {
            for (int i = 0; i < files.size(); i++) {
                SortedItem.SortedFile file = files.get(i);
                Role role = file.role();
                boolean stays = role == before.get(i).role();
                if (role != null && file.isUsed() && stays == (pass == 0)) {
                    used.putIfAbsent(role, file);
                }
            }
        }
        return files.stream()
                .map(f -> !f.isUsed() || f.equals(used.get(f.role()))
                        ? f
                        : new SortedFile(f.path(), f.role(), f.coding(), INSTEAD))
                .toList();
    }
}
