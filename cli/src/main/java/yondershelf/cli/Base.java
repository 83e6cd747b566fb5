package yondershelf.cli;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.function.IntFunction;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.catalogue.KnownLibrary;
import yondershelf.catalogue.Shown;
import yondershelf.content.Kind;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Visible;
import yondershelf.disk.Lock;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.Library;
import yondershelf.search.Hits;
import yondershelf.search.Key;
import yondershelf.words.Phrase;
import yondershelf.work.ProgramLog;
import yondershelf.work.Work;

/** What all commands share: the home folder, JSON or text, and problems on standard error. */
abstract class Base implements Callable<Integer> {
    private static final int PAGE = 500;
    private static final int TOLD_MILLIS = 2_000;

    @Option(names = "--home", paramLabel = "DIR", description = "${bundle:cli.folder-of-the-program-s}")
    @Nullable
    Path home;

    @Option(names = "--json", description = "${bundle:cli.print-json}")
    boolean json;

    @Option(names = "--quiet", description = "${bundle:cli.do-not-show-how-far}")
    boolean quiet;

    @Option(names = "--wait", paramLabel = "SECONDS", description = "${bundle:cli.give-up-waiting-for-others}")
    double patience = Double.POSITIVE_INFINITY;

    @Spec
    @SuppressWarnings("NullAway.Init")
    CommandSpec spec;

    private final List<Problem> problems = new ArrayList<>();
    private boolean hit;
    private boolean toldToWait;
    private @Nullable Catalogue opened;
    private @Nullable Home state;

    /** Work that tells problems on standard error and makes the exit code 1. */
    Work work = Work.telling(this::report);

    final void report(Problem problem) {
        hit = true;
        problems.add(problem);
        ProgramLog.note(problem);
        spec.commandLine().getErr().println(problem.sentence());
    }

    final void markHit() {
        hit = true;
    }

    /** Prints a line, names in it made safe for a terminal. */
    final void say(String line) {
        if (work instanceof Progress progress) {
            progress.clear();
        }
        say(spec.commandLine().getOut(), line);
    }

    static void say(PrintWriter where, String line) {
        where.println(Visible.text(line));
    }

    static ObjectNode object() {
        return JsonNodeFactory.instance.objectNode();
    }

    /** Prints a result, and with it every problem that was told. */
    final void printJson(ObjectNode node) {
        ArrayNode told = node.putArray("problems");
        for (Problem problem : problems) {
            told.addObject()
                    .put("file", problem.file())
                    .put("cause", problem.cause())
                    .put("advice", problem.advice());
        }
        try {
            spec.commandLine()
                    .getOut()
                    .println(new ObjectMapper().writerWithDefaultPrettyPrinter().writeValueAsString(node));
        } catch (JsonProcessingException e) {
            throw new IllegalStateException("a JSON tree that cannot be written", e);
        }
    }

    /**
     * Tells what was found, a line each, or as JSON that is not printed yet.
     *
     * @param limit at most so many; 0 for all
     */
    final ObjectNode tell(Catalogue catalogue, Hits hits, int limit) {
        return tell(catalogue, hits, limit, null);
    }

    /** @param without one that is left out and not counted; may be null */
    final ObjectNode tell(Catalogue catalogue, Hits hits, int limit, @Nullable Key without) {
        int total = hits.total() - (without == null || hits.placeOf(without) < 0 ? 0 : 1);
        int skipped = hits.total() - total;
        Map<String, String> names = new HashMap<>();
        catalogue.known().forEach(k -> names.put(k.id(), k.name()));
        ObjectNode node = object();
        node.put("total", total);
        ArrayNode list = node.putArray("hits");
        int shown = (limit > 0 ? Math.min(limit, total) : total) + skipped;
        for (int from = 0; from < shown; from += PAGE) {
            int before = list.size();
            for (Shown hit : catalogue.shelf().page(hits, from, Math.min(PAGE, shown - from))) {
                if (!hit.key().equals(without)) {
                    tell(hit, names.getOrDefault(hit.library(), ""), list);
                }
            }
            if (!json) {
                lines(list, before).forEach(this::say);
            }
        }
        if (!json && shown - skipped < total) {
            say(Phrase.of("cli.and-more", total - shown + skipped));
        }
        if (!json && !quiet && total == 0) {
            // beside the hits, which somebody may read on
            say(
                    spec.commandLine().getErr(),
                    catalogue.known().isEmpty()
                            ? Phrase.of("cli.no-library-is-open-yet")
                            : Phrase.of("cli.nothing-was-found"));
        }
        return node;
    }

    private void tell(Shown hit, String libraryName, ArrayNode list) {
        ObjectNode node = list.addObject();
        node.put("id", hit.asset().id())
                .put("name", hit.name())
                .put("kind", hit.asset().kind().word());
        node.put("library", libraryName).put("path", hit.asset().path());
        ArrayNode hitTags = node.putArray("tags");
        hit.labels().tags().forEach(hitTags::add);
    }

    private static List<String> lines(ArrayNode hits, int from) {
        List<String[]> rows = new ArrayList<>();
        for (int i = from; i < hits.size(); i++) {
            JsonNode hit = hits.get(i);
            rows.add(new String[] {
                hit.path("kind").asText(),
                hit.path("name").asText(),
                hit.path("library").asText() + "/" + hit.path("path").asText()
            });
        }
        return Columns.of(rows);
    }

    /** Says how many assets became other than they were; what was done is kept already. */
    final void tellChanged(int changed) {
        if (json) {
            printJson(object().put("changed", changed));
        } else {
            say(Phrase.of("cli.changed", Phrase.count(changed, "asset")));
        }
    }

    /** Counts what an act changes, and gives the act in words. */
    static final class Counting implements IntFunction<String> {
        private final String what;
        private int changed;

        Counting(String what) {
            this.what = what;
        }

        @Override
        public String apply(int count) {
            changed = count;
            return Phrase.of("cli.of", what, Phrase.count(count, "asset"));
        }

        int changed() {
            return changed;
        }
    }

    @Override
    public final Integer call() {
        Lock.waitAs(this::goOn);
        Progress progress = null;
        if (!quiet && Progress.isWatched()) {
            progress = new Progress(spec.commandLine().getErr(), this::report);
            work = progress;
        }
        try (IsolatedReader reader = reader()) {
            run(reader);
        } catch (ProblemException e) {
            report(e.problem());
            if (json) {
                printJson(object());
            }
        } catch (OutOfMemoryError | StackOverflowError e) {
            // what was asked for is let go of by now, and there is room for an answer
            report(new Problem(
                    spec.name(),
                    Phrase.of("cli.there-is-not-enough-memory"),
                    Phrase.of("cli.leave-out-the-file-it-was-at")));
            if (json) {
                printJson(object());
            }
        } finally {
            if (progress != null) {
                progress.clear();
            }
            if (opened != null) {
                opened.close();
            }
        }
        return hit ? 1 : 0;
    }

    private IsolatedReader reader() throws ProblemException {
        Home state = state();
        ProgramLog.begin(state.log());
        state.problems().forEach(this::report);
        return new IsolatedReader(state::readerLimits, state.log());
    }

    /** Says once who is waited for, when it takes longer than a moment. */
    private synchronized boolean goOn(String holder, long millis) {
        if (millis > TOLD_MILLIS && !toldToWait) {
            toldToWait = true;
            say(spec.commandLine().getErr(), Phrase.of("cli.waiting-for", holder));
        }
        return millis < patience * 1000;
    }

    /** This machine's state, opened once. */
    private Home state() throws ProblemException {
        Home there = state;
        if (there == null) {
            there = Home.open(home == null ? Home.usual() : home);
            state = there;
        }
        return there;
    }

    abstract void run(IsolatedReader reader) throws ProblemException;

    /** What is known, no library touched. */
    final Catalogue keptCatalogue(IsolatedReader reader) throws ProblemException {
        Catalogue catalogue = Catalogue.openKept(state(), reader);
        opened = catalogue;
        return catalogue;
    }

    /** For what is said of libraries that are away. */
    final Catalogue quietCatalogue(IsolatedReader reader) throws ProblemException {
        Catalogue catalogue = keptCatalogue(reader);
        catalogue.connect();
        return catalogue;
    }

    final Catalogue catalogue(IsolatedReader reader) throws ProblemException {
        Catalogue catalogue = Catalogue.open(state(), reader);
        opened = catalogue;
        catalogue.openingProblems().stream().filter(p -> !problems.contains(p)).forEach(this::report);
        return catalogue;
    }

    /** Libraries nobody looked through yet are looked through first, or all of them; those that are away are told. */
    final void lookFirst(Catalogue catalogue, boolean fresh) {
        if (!fresh && catalogue.known().stream().allMatch(KnownLibrary::isLookedThrough)) {
            return;
        }
        catalogue.connect();
        catalogue.scanning().scanAll(work);
        catalogue.away().stream()
                .filter(k -> fresh || !k.isLookedThrough())
                .forEach(k -> report(new Problem(
                        k.root().toString(),
                        Phrase.of(
                                "cli.the-library-is-away",
                                k.isLookedThrough() ? "" : Phrase.of("cli.and-was-never-looked-through")),
                        Phrase.of("cli.connect-its-drive"))));
    }

    /** The asset a file belongs to, in whichever library it lies. */
    static Optional<Key> key(Catalogue catalogue, Path file) {
        return catalogue.libraries().stream()
                .filter(library -> file.startsWith(library.root()))
                .findFirst()
                .flatMap(library -> library.store()
                        .asset(library.assetId(library.relative(file)))
                        .map(row -> new Key(library.id(), row.row())));
    }

    /** Kinds by their words. */
    final Set<Kind> kinds(List<String> words) {
        Set<Kind> out = EnumSet.noneOf(Kind.class);
        for (String word : words) {
            out.add(Kind.of(word)
                    .orElseThrow(() -> new CommandLine.ParameterException(
                            spec.commandLine(), Phrase.of("cli.there-is-no-kind", word))));
        }
        return out;
    }

    /** A library by name, id or folder, opened already. */
    static Library library(Catalogue catalogue, String name) throws ProblemException {
        return catalogue
                .library(name)
                .orElseThrow(() -> new Problem(
                                name,
                                Phrase.of("cli.there-is-no-such-library"),
                                Phrase.of("cli.add-its-folder-with-library", name))
                        .raise());
    }

    /** A library by name, id or folder, there or away. */
    static KnownLibrary known(Catalogue catalogue, String name) throws ProblemException {
        return catalogue
                .named(name)
                .orElseThrow(() -> new Problem(
                                name,
                                Phrase.of("cli.there-is-no-such-library"),
                                Phrase.of("cli.add-its-folder-with-library", name))
                        .raise());
    }
}
