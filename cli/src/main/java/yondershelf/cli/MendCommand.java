package yondershelf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.KeptAct;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.FileActs;
import yondershelf.library.Library;
import yondershelf.library.UndoRun;
import yondershelf.library.Undoing;
import yondershelf.mend.Finding;
import yondershelf.mend.Mend;
import yondershelf.words.Phrase;

/** Applies the remedies of a library's findings, or takes such a run back. */
@Command(name = "mend", description = "${bundle:cli.apply-remedies-or-undo-a}", mixinStandardHelpOptions = true)
final class MendCommand extends OnLibrary {
    @Option(names = "--only", paramLabel = "CODE", description = "${bundle:cli.only-findings-with-this-code}")
    @Nullable
    String only;

    @Option(names = "--undo", paramLabel = "RUN", description = "${bundle:cli.take-an-earlier-run-back}")
    @Nullable
    String undo;

    @Option(names = "--skip", description = "${bundle:cli.with-undo-leave-files-that}")
    boolean skip;

    @Option(names = "--runs", description = "${bundle:cli.list-earlier-runs-those-of}")
    boolean runs;

    @Override
    void run(IsolatedReader reader, Catalogue catalogue, Library library) throws ProblemException {
        Finding.Code code = code(only);
        ObjectNode node = object();
        if (undo != null) {
            undo(node, library, undo);
            return;
        }
        if (runs) {
            list(node, library);
            return;
        }
        catalogue.scanning().scan(library, work);
        List<Finding> all = Mend.check(library, reader, work);
        List<Finding> chosen = all.stream()
                .filter(f -> f.mendsByItself() && (code == null || f.code() == code))
                .toList();
        String run = chosen.isEmpty() ? null : Mend.apply(library, chosen, work).orElse(null);
        if (run != null) {
            catalogue
                    .history()
                    .acts()
                    .add(KeptAct.of(
                            Phrase.of("cli.mend-in", Phrase.count(chosen.size(), "finding"), library.name()),
                            List.of(new KeptAct.Run(library.id(), run))));
        }
        node.put("run", run);
        ArrayNode mended = node.putArray("mended");
        chosen.forEach(f -> mended.add(CheckCommand.describe(f)));
        ArrayNode left = node.putArray("left");
        all.stream()
                .filter(f -> !chosen.contains(f))
                .filter(f -> code == null || f.code() == code)
                .forEach(f -> {
                    left.add(CheckCommand.describe(f));
                    Finding.Remedy proposed = f.remedy();
                    say(
                            spec.commandLine().getErr(),
                            proposed == null
                                    ? Phrase.of("cli.no-safe-remedy-is-known", f.path(), f.evidence())
                                    : Phrase.of(
                                            "cli.proposed-but-doubtful",
                                            f.path(),
                                            proposed.sentence(),
                                            proposed.doubt()));
                    markHit();
                });
        print(node, Phrase.of("cli.mended", chosen.size(), run == null ? "" : Phrase.of("cli.undo-with-undo", run)));
    }

    private void undo(ObjectNode node, Library library, String run) throws ProblemException {
        Undoing.Undone done = FileActs.undo(library, run, skip, work);
        done.skipped().forEach(this::report);
        node.put("undone", run).put("files", done.files());
        print(node, Phrase.of("cli.files-have-their-old-bytes", done.files()));
    }

    private void list(ObjectNode node, Library library) throws ProblemException {
        ArrayNode list = node.putArray("runs");
        for (UndoRun.Summary run : FileActs.allRuns(library)) {
            list.addObject()
                    .put("run", run.run())
                    .put("what", run.what())
                    .put("when", run.when())
                    .put("files", run.files())
                    .put("undone", run.undone())
                    .put("damage", run.damage());
            if (!json) {
                say(run.run() + "  " + run.when() + "  " + run.what() + ", "
                        + Phrase.count(run.files(), "file")
                        + (run.undone() ? Phrase.of("cli.taken-back") : "")
                        + (run.damage().isEmpty() ? "" : ", " + run.damage()));
            }
        }
        if (json) {
            printJson(node);
        }
    }

    private void print(ObjectNode node, String text) {
        if (json) {
            printJson(node);
        } else {
            say(text);
        }
    }
}
