package yondershelf.intake;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import yondershelf.content.Kind;
import yondershelf.content.Role;
import yondershelf.sorting.SortedItem.SortedFile;
import yondershelf.sorting.Sorter;
import yondershelf.words.Phrase;

/** Sorts maps as somebody said before that words in their names are to be understood. */
final class HabitSorting {
    private final Habits habits;

    HabitSorting(Habits habits) {
        this.habits = habits;
    }

    IntakePlan of(IntakePlan plan) {
        if (habits.said().isEmpty()) {
            return plan;
        }
        IntakePlan out = plan.each(this::read);
        Map<String, Integer> sets = new HashMap<>();
        for (PlanItem item : out.items()) {
            if (item.isSet()) {
                sets.putIfAbsent(key(item, Sorter.words(item.name())), item.number());
            }
        }
        for (PlanItem item : out.items()) {
            if (item.kind() == Kind.TEXTURE && item.files().size() == 1) {
                out = joined(out, item, sets);
            }
        }
        return out;
    }

    private static String key(PlanItem item, List<String> words) {
        return item.root() + "\0" + item.folder() + "\0" + String.join(" ", words);
    }

    private Optional<Habits.Said> said(PlanItem item, SortedFile file) {
        for (String word : Sorter.words(file.path()).reversed()) {
            Optional<Habits.Said> said = habits.of(item.credit().author(), word);
            if (said.isPresent() && !Sorter.words(item.name()).contains(word)) {
                return said;
            }
        }
        return Optional.empty();
    }

    private PlanItem read(PlanItem item) {
        PlanItem out = item;
        for (SortedFile file : item.isSet() ? item.files() : List.<SortedFile>of()) {
            Habits.Said said = said(item, file).orElse(null);
            boolean same = said != null
                    && file.isUsed()
                    && said.role() == file.role()
                    && said.coding().equals(file.coding());
            if (said != null && !same && (file.isUsed() || said.role() != null && file.role() != said.role())) {
                out = out.withMap(file.path(), said.role(), said.coding()).noting(sentence(file, said));
            }
        }
        return out;
    }

    private static String sentence(SortedFile file, Habits.Said said) {
        Role role = said.role();
        String name = file.path().substring(file.path().lastIndexOf('/') + 1);
        return Phrase.of("intake.as-you-said-of-before", name, role == null ? "not used" : role.title(), said.word());
    }

    /** A picture by itself becomes a map of the set of its name. */
    private IntakePlan joined(IntakePlan plan, PlanItem item, Map<String, Integer> sets) {
        for (String word : Sorter.words(item.main().path())) {
            Habits.Said said = habits.of(item.credit().author(), word).orElse(null);
            if (said == null || said.role() == null) {
                continue;
            }
            List<String> rest = new ArrayList<>(Sorter.words(item.main().path()));
            rest.remove(word);
            Integer set = sets.get(key(item, rest));
            if (set != null) {
                IntakePlan merged = plan.merged(set, List.of(item.number()));
                return merged.each(i -> i.number() == set
                        ? i.withMap(item.main().path(), said.role(), said.coding())
                                .noting(sentence(item.main(), said))
                        : i);
            }
        }
        return plan;
    }
}
