package yondershelf.intake;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import yondershelf.content.Coding;
import yondershelf.content.Kind;
import yondershelf.content.Role;
import yondershelf.format.reading.FileType;
import yondershelf.sorting.SortedItem.SortedFile;
import yondershelf.sorting.Sorter;

/** Puts things of a plan together and takes them apart, as somebody says who knows better than their names. */
final class Regrouping {
    private static final String KEPT = "kept";

    private Regrouping() {}

    static IntakePlan merged(IntakePlan plan, int into, Collection<Integer> others) {
        PlanItem target = plan.item(into).orElse(null);
        if (target == null) {
            return plan;
        }
        List<SortedFile> files = new ArrayList<>(target.files());
        Set<String> there = new HashSet<>();
        files.forEach(f -> there.add(f.path()));
        Set<Integer> gone = new HashSet<>();
        boolean pictures = isPicture(target.main().path());
        for (PlanItem item : plan.items()) {
            // references between files are by where they lie: those from elsewhere cannot become one thing
            if (item.number() == into
                    || !others.contains(item.number())
                    || !item.placing().equals(target.placing())) {
                continue;
            }
            gone.add(item.number());
            for (SortedFile file : item.files()) {
                if (there.add(file.path())) {
                    files.add(joining(file, files, pictures));
                }
            }
        }
        if (gone.isEmpty()) {
            return plan;
        }
        SortedFile first = files.get(0);
        if (pictures && first.role() == null && files.stream().noneMatch(f -> f.role() == Role.BASE_COLOR)) {
            files.set(0, new SortedFile(first.path(), Role.BASE_COLOR, Coding.PLAIN, ""));
        }
        PlanItem whole = target.holding(files);
        PlanItem one = pictures && files.size() > 1 && files.stream().anyMatch(f -> f.role() != null)
                ? whole.as(Kind.MATERIAL)
                : whole;
        List<PlanItem> out = new ArrayList<>();
        for (PlanItem item : plan.items()) {
            if (!gone.contains(item.number())) {
                out.add(item.number() == into ? one : item);
            }
        }
        return plan.with(out);
    }

    private static boolean isPicture(String path) {
        return FileType.byName(path).map(FileType::isPicture).orElse(false);
    }

    /** A file as it is part of others: a map in its role when none of them has that. */
    private static SortedFile joining(SortedFile file, List<SortedFile> others, boolean pictures) {
        SortedFile told = pictures && file.role() == null ? Sorter.map(file.path()) : file;
        boolean free = pictures
                && told.role() != null
                && others.stream().noneMatch(f -> f.isUsed() && f.role() == told.role());
        String variant = free ? "" : told.role() == null ? KEPT : PlanItem.NOT_USED;
        return new SortedFile(told.path(), told.role(), told.coding(), variant);
    }

    static IntakePlan split(IntakePlan plan, int number, String path) {
        PlanItem item = plan.item(number).orElse(null);
        if (item == null || item.files().size() < 2 || item.main().path().equals(path)) {
            return plan;
        }
        List<SortedFile> left = new ArrayList<>();
        SortedFile own = null;
        for (SortedFile file : item.files()) {
            if (file.path().equals(path)) {
                own = new SortedFile(file.path(), file.role(), file.coding(), "");
            } else {
                left.add(file);
            }
        }
        FileType type = FileType.byName(path).orElse(null);
        if (own == null || type == null || !type.isPicture() && !type.isModel()) {
            return plan;
        }
        PlanItem apart = new PlanItem(
                plan.nextNumber(),
                type.isModel() ? Kind.MODEL : Kind.TEXTURE,
                Sorter.title(path),
                item.placing(),
                IntakePlan.joined(item.base(), IntakePlan.parent(item.placing().below(path))),
                List.of(own),
                null,
                "",
                List.of(),
                null,
                item.credit(),
                item.given().withPieces(List.of()).byHand());
        List<PlanItem> out = new ArrayList<>();
        for (PlanItem each : plan.items()) {
            out.add(each.number() == number ? item.holding(left) : each);
            if (each.number() == number) {
                out.add(apart);
            }
        }
        return plan.with(out);
    }
}
