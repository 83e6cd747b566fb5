package yondershelf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.intake.Intake;
import yondershelf.intake.IntakePlan;
import yondershelf.intake.PlanItem;
import yondershelf.intake.Taken;
import yondershelf.library.Library;
import yondershelf.sorting.Sorted;
import yondershelf.sorting.SortedItem;

/** Takes a folder, file or archive into a library, or only shows the plan. */
@Command(name = "take", description = "Take a folder, file or archive into a library.", mixinStandardHelpOptions = true)
final class TakeCommand extends Base {
    @Parameters(paramLabel = "SOURCE", arity = "1..*", description = "Folders, files or .zip archives.")
    List<Path> sources = List.of();

    @Option(names = "--into", paramLabel = "LIBRARY[/FOLDER]", required = true, description = "Where to.")
    @SuppressWarnings("NullAway.Init")
    String into;

    @Option(names = "--plan", description = "Only say what would be taken.")
    boolean planOnly;

    @Option(
            names = "--surroundings",
            description = "Also make HDRIs of unfolded cubes and angular maps among the pictures of radiance.")
    boolean surroundings;

    @Override
    void run(IsolatedReader reader) throws ProblemException {
        Catalogue catalogue = catalogue(reader);
        String[] target = target(catalogue);
        Library library = library(catalogue, target[0]);
        catalogue.scan(library, work);
        try (Intake intake = new Intake(library, target[1], reader)) {
            IntakePlan plan = intake.examine(intake.plan(sources, work), work);
            ObjectNode node = describe(plan);
            if (!planOnly) {
                List<PlanItem> wanted = plan.items().stream()
                        .filter(i -> i.isWanted() || surroundings && i.laidOut() != null)
                        .toList();
                Taken taken = intake.take(wanted, work);
                node.put("taken", taken.assets());
                node.put("run", taken.run());
                catalogue.scan(library, work);
                catalogue.edit(library, taken.labels(library));
            }
            for (PlanItem item : plan.items()) {
                if (!item.isWanted() && item.duplicateOf() == null) {
                    report(Problem.of(item.name(), item.reason()));
                }
            }
            for (Sorted.Skipped skipped : plan.skipped()) {
                report(Problem.of(skipped.path(), skipped.reason()));
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
            ArrayNode notes = i.putArray("notes");
            item.notes().forEach(notes::add);
            i.put(
                    "author",
                    item.credit().author().isEmpty() ? null : item.credit().author());
            i.put(
                    "licence",
                    item.credit().licence().isEmpty() ? null : item.credit().licence());
            i.put("credited", item.credit().isEmpty() ? null : item.credit().from());
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
