package yondershelf.app.model;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.KeptSearch;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.search.Query;
import yondershelf.search.QueryText;
import yondershelf.words.Phrase;
import yondershelf.work.History;

/** Searches that are kept as places, each with what it finds now. Used from the interface thread. */
public final class Searches {
    private final Catalogue catalogue;
    private final SerialExecutor inOrder;
    private final Background background;
    private final History history;
    private final Runnable changed;
    private List<KeptSearch> all;
    private Map<String, Integer> counts = Map.of();
    private int round;

    /** @param changed called when they, or what they find, are others */
    Searches(Catalogue catalogue, SerialExecutor inOrder, Background background, History history, Runnable changed) {
        this.catalogue = catalogue;
        this.inOrder = inOrder;
        this.background = background;
        this.history = history;
        this.changed = changed;
        this.all = KeptSearch.all(catalogue.home());
    }

    public List<KeptSearch> all() {
        return all;
    }

    /** How many a search finds; 0 until it is known. */
    public int count(KeptSearch search) {
        return counts.getOrDefault(search.text(), 0);
    }

    /** True when the query is what a search looks for. */
    public boolean isThat(KeptSearch search, Query query) {
        return QueryText.whole(
                        query, id -> catalogue.named(id).map(l -> l.name()).orElse(id))
                .equals(search.text());
    }

    /** Counts anew what each finds. */
    void count() {
        List<KeptSearch> asked = all;
        int now = ++round;
        if (asked.isEmpty()) {
            return;
        }
        background.quietly(
                Phrase.of("model.counting-what-searches-find"),
                work -> {
                    Map<String, Integer> out = new HashMap<>();
                    for (KeptSearch search : asked) {
                        out.put(search.text(), found(search));
                    }
                    return out;
                },
                found -> {
                    if (now == round && !found.equals(counts)) {
                        counts = found;
                        changed.run();
                    }
                });
    }

    private int found(KeptSearch search) {
        try {
            return catalogue.shelf().find(search.query(catalogue)).total();
        } catch (ProblemException e) {
            // a library it speaks of is not known any more: going there tells so
            return 0;
        }
    }

    /** Keeps what is looked for now under a name; another one of that name is replaced. */
    public void keep(String name, Query query) {
        KeptSearch made = KeptSearch.of(name, query, catalogue);
        if (made.name().isEmpty() || made.text().isEmpty()) {
            return;
        }
        change(Phrase.of("model.keep-the-search", made.name()), before -> {
            List<KeptSearch> out = new ArrayList<>(before);
            Optional<KeptSearch> same = named(before, made.name());
            same.ifPresentOrElse(s -> out.set(out.indexOf(s), made), () -> out.add(made));
            return out;
        });
    }

    private static Optional<KeptSearch> named(List<KeptSearch> all, String name) {
        return all.stream().filter(s -> s.name().equalsIgnoreCase(name)).findFirst();
    }

    public void rename(KeptSearch search, String name) {
        String to = name.strip();
        if (!to.isEmpty() && named(all, to).filter(s -> !s.equals(search)).isEmpty()) {
            change(Phrase.of("model.rename-the-search", search.name()), before -> {
                List<KeptSearch> out = new ArrayList<>(before);
                out.replaceAll(s -> s.equals(search) ? new KeptSearch(to, s.text()) : s);
                return out;
            });
        }
    }

    public void delete(KeptSearch search) {
        change(
                Phrase.of("model.delete-the-search", search.name()),
                before -> before.stream().filter(s -> !s.equals(search)).toList());
    }

    /** Where it leads; tells when it speaks of what is not known. */
    public Optional<Query> query(KeptSearch search, java.util.function.Consumer<Problem> trouble) {
        try {
            return Optional.of(search.query(catalogue));
        } catch (ProblemException e) {
            trouble.accept(e.problem());
            return Optional.empty();
        }
    }

    private void change(String what, UnaryOperator<List<KeptSearch>> by) {
        List<KeptSearch> before = all;
        List<KeptSearch> after = List.copyOf(by.apply(before));
        if (!after.equals(before)) {
            set(after);
            history.remember(what, () -> set(after), () -> set(before));
        }
    }

    private void set(List<KeptSearch> searches) {
        all = searches;
        inOrder.run(
                Phrase.of("model.keeping-searches"),
                () -> {
                    KeptSearch.keep(catalogue.home(), searches);
                    return true;
                },
                done -> count());
        changed.run();
    }
}
