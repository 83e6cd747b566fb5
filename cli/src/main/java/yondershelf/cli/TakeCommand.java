package yondershelf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.KeptAct;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Substance;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.intake.Given;
import yondershelf.intake.Habits;
import yondershelf.intake.Intake;
import yondershelf.intake.IntakePlan;
import yondershelf.intake.NameStyle;
import yondershelf.intake.PlanItem;
import yondershelf.intake.Taken;
import yondershelf.intake.Wishes;
import yondershelf.library.Edit;
import yondershelf.library.Library;
import yondershelf.sorting.Sorted;
import yondershelf.sorting.SortedItem;
import yondershelf.words.Phrase;

/** Takes a folder, file or archive into a library, or only shows the plan. */
@Command(name = "take", description = "${bundle:cli.take-a-folder-file-or}", mixinStandardHelpOptions = true)
final class TakeCommand extends Base {
    @Parameters(paramLabel = "SOURCE", arity = "1..*", description = "${bundle:cli.folders-files-or-archives}")
    List<Path> sources = List.of();

    @Option(names = "--into", paramLabel = "LIBRARY[/FOLDER]", required = true, description = "${bundle:cli.where-to}")
    @SuppressWarnings("NullAway.Init")
    String into;

    @Option(names = "--plan", description = "${bundle:cli.only-say-what-would-be}")
    boolean planOnly;

    @Option(names = "--surroundings", description = "${bundle:cli.also-make-hdris-of-unfolded}")
    boolean surroundings;

    @Option(names = "--names", paramLabel = "STYLE", description = "${bundle:cli.how-names-are-written-first}")
    String names = NameStyle.USUAL.text();

    @Option(names = "--replace", description = "${bundle:cli.replace-files-of-the-same}")
    boolean replacing;

    @Option(names = "--move", description = "${bundle:cli.move-files-instead-of-copying}")
    boolean moving;

    @Option(names = "--flat", description = "${bundle:cli.leave-out-folders-that-hold}")
    boolean flat;

    @Option(names = "--propose-tags", description = "${bundle:cli.tag-by-folders-by-tags}")
    boolean proposing;

    @Option(names = "--tag", paramLabel = "TAG", description = "${bundle:cli.a-tag-for-everything-that}")
    List<String> tags = List.of();

    @Option(names = "--made-of", paramLabel = "SUBSTANCE", description = "${bundle:cli.what-all-materials-are-made}")
    String madeOf = Substance.GENERAL.word();

    @Option(names = "--nodes", paramLabel = "TRIANGLES", description = "${bundle:cli.each-top-level-node-of}")
    @Nullable
    Long nodes;

    @Option(names = "--materials", description = "${bundle:cli.each-material-of-scene-files}")
    boolean materials;

    @Option(names = "--lights", description = "${bundle:cli.each-light-of-scene-files}")
    boolean lights;

    @Option(names = "--minutes", paramLabel = "N", description = "${bundle:cli.what-reading-one-file-may}")
    double minutes = Wishes.USUAL_SECONDS / 60;

    @Option(
            names = "--password",
            arity = "0..1",
            interactive = true,
            description = "${bundle:cli.the-password-of-archives-asked}")
    @Nullable
    String password;

    @Override
    void run(IsolatedReader reader) throws ProblemException {
        Catalogue catalogue = catalogue(reader);
        String[] target = target(catalogue);
        Library library = library(catalogue, target[0]);
        catalogue.scanning().scan(library, work);
        try (Intake intake = new Intake(library, target[1], reader)) {
            Wishes wishes = new Wishes(
                    style(),
                    flat,
                    proposing,
                    new TreeSet<>(tags),
                    new TreeSet<>(catalogue.shelf().counts().tags().keySet()),
                    Habits.read(catalogue.home().folder().resolve(Habits.FILE)),
                    minutes * 60,
                    passwords(),
                    replacing);
            IntakePlan plan = wanted(intake.examine(intake.plan(sources, wishes, work), work));
            ObjectNode node = describe(plan);
            if (!planOnly) {
                List<PlanItem> wanted = plan.items().stream()
                        .filter(i -> i.isWanted() || surroundings && i.laidOut() != null)
                        .toList();
                Taken taken = moving ? intake.move(only(plan, wanted), work) : intake.take(wanted, work);
                node.put("taken", taken.assets());
                node.put("run", taken.run());
                catalogue.scanning().scan(library, work);
                label(catalogue, library, taken);
            }
            for (PlanItem item : plan.items()) {
                if (!item.isWanted() && item.duplicateOf() == null) {
                    report(Problem.of(item.at(item.main()), item.reason()));
                }
            }
            // a text that told who made it was not left out for nothing
            Set<String> read = plan.items().stream().map(i -> i.credit().from()).collect(Collectors.toSet());
            for (Sorted.Skipped skipped : plan.skipped()) {
                String path = skipped.path().replace('\\', '/');
                if (!read.contains(path.substring(path.lastIndexOf('/') + 1))) {
                    report(Problem.of(skipped.path(), skipped.reason()));
                }
            }
            if (json) {
                printJson(node);
            } else {
                plan.items().forEach(i -> {
                    say(i.kind().word() + "  " + i.name() + "  -> " + i.folder()
                            + (i.reason().isEmpty() ? "" : "  (" + i.reason() + ")"));
                    i.notes().forEach(note -> say("    " + note));
                    if (!i.credit().isEmpty()) {
                        say("    " + i.credit().sentence());
                    }
                });
            }
        }
    }

    /** What is said of what came is one act with its coming. */
    private static void label(Catalogue catalogue, Library library, Taken taken) throws ProblemException {
        String run = taken.run();
        if (run == null) {
            return;
        }
        List<Edit> labels = taken.labels(library);
        catalogue
                .history()
                .perform(KeptAct.of(
                        Phrase.of("cli.take-in-to", Phrase.count(taken.assets(), "asset"), library.name()),
                        List.of(new KeptAct.Run(library.id(), run)),
                        library,
                        labels,
                        library.labels().opposite(labels)));
    }

    private static IntakePlan only(IntakePlan plan, List<PlanItem> wanted) {
        return plan.each(i -> i.ticked(wanted.contains(i)));
    }

    private Map<Path, String> passwords() {
        Map<Path, String> out = new HashMap<>();
        String word = password;
        if (word != null) {
            sources.forEach(s -> out.put(s.toAbsolutePath().normalize(), word));
        }
        return out;
    }

    private NameStyle style() throws ProblemException {
        return NameStyle.parse(names)
                .orElseThrow(() -> new Problem(
                                names, Phrase.of("cli.it-is-no-style-of"), Phrase.of("cli.write-it-like-first-or"))
                        .raise());
    }

    private IntakePlan wanted(IntakePlan plan) throws ProblemException {
        Substance substance = Substance.of(madeOf)
                .orElseThrow(() -> new Problem(
                                madeOf,
                                Phrase.of("cli.nothing-is-made-of-that"),
                                Phrase.of("cli.general-metal-plastic-cloth-or"))
                        .raise());
        Long least = nodes;
        return plan.each(item -> {
            SortedSet<String> apart = new TreeSet<>();
            for (Given.Piece piece : item.given().pieces()) {
                boolean wanted = switch (piece.kind()) {
                    case MATERIAL -> materials;
                    case HDRI -> lights;
                    default -> least != null && piece.triangles() >= least;
                };
                if (wanted) {
                    apart.add(piece.word());
                }
            }
            PlanItem made = item.isSet() ? item.of(substance) : item;
            return apart.isEmpty() ? made : made.apart(apart);
        });
    }

    /** A library's name may itself hold slashes, so the longest one that exists wins. */
    private String[] target(Catalogue catalogue) {
        for (int end = into.length(); end > 0; end = into.lastIndexOf('/', end - 1)) {
            if (catalogue.library(into.substring(0, end)).isPresent()) {
                return new String[] {into.substring(0, end), into.substring(Math.min(into.length(), end + 1))};
            }
        }
        return new String[] {into, ""};
    }

    private static ObjectNode describe(IntakePlan plan) {
        ObjectNode node = object();
        ArrayNode items = node.putArray("items");
        for (PlanItem item : plan.items()) {
            ObjectNode i = items.addObject();
            i.put("kind", item.kind().word()).put("name", item.name()).put("folder", item.folder());
            ArrayNode files = i.putArray("files");
            for (SortedItem.SortedFile file : item.files()) {
                files.addObject()
                        .put("path", file.path())
                        .put("role", file.role() == null ? null : file.role().word())
                        .put(
                                "as",
                                file.coding().isPlain() ? null : file.coding().word())
                        .put("alternative", file.variant().isEmpty() ? null : file.variant());
            }
            i.put("why", item.why());
            ArrayNode notes = i.putArray("notes");
            item.notes().forEach(notes::add);
            i.put(
                    "author",
                    item.credit().author().isEmpty() ? null : item.credit().author());
            i.put(
                    "licence",
                    item.credit().licence().isEmpty() ? null : item.credit().licence());
            i.put("credited", item.credit().isEmpty() ? null : item.credit().from());
            ArrayNode given = i.putArray("tags");
            item.given().tags().forEach(given::add);
            ArrayNode pieces = i.putArray("nodes");
            ArrayNode worn = i.putArray("materials");
            ArrayNode shining = i.putArray("lights");
            for (Given.Piece piece : item.given().pieces()) {
                ArrayNode into = switch (piece.kind()) {
                    case MATERIAL -> worn;
                    case HDRI -> shining;
                    default -> pieces;
                };
                into.addObject()
                        .put("name", piece.name())
                        .put("triangles", piece.triangles())
                        .put("apart", item.given().apart().contains(piece.word()));
            }
            i.put("duplicateOf", item.duplicateOf());
            i.put("reason", item.reason());
        }
        ArrayNode skipped = node.putArray("skipped");
        for (Sorted.Skipped file : plan.skipped()) {
            skipped.addObject().put("path", file.path()).put("reason", file.reason());
        }
        return node;
    }
}
