package yondershelf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.KeptAct;
import yondershelf.catalogue.KeptActs;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.words.Phrase;

/** Takes back what was done last, by a command or in the window. */
@Command(name = "undo", description = "${bundle:cli.take-back-what-was-done}", mixinStandardHelpOptions = true)
final class UndoCommand extends Base {
    @Option(names = "--list", description = "${bundle:cli.say-what-was-done-lately}")
    boolean list;

    @Option(names = "--skip", description = "${bundle:cli.leave-files-that-were-changed}")
    boolean skip;

    @Override
    void run(IsolatedReader reader) throws ProblemException {
        Catalogue catalogue = list ? keptCatalogue(reader) : catalogue(reader);
        KeptActs acts = catalogue.history().acts();
        if (list) {
            tell(acts.all().reversed());
            return;
        }
        KeptAct act = latest(catalogue);
        catalogue.history().takeBack(act, skip, work).forEach(this::report);
        if (json) {
            printJson(object().put("undone", act.what()));
        } else {
            say(Phrase.of("cli.taken-back-2", act.what()));
        }
    }

    /** Groups of changes that were cut off before they changed anything are passed over. */
    private static KeptAct latest(Catalogue catalogue) throws ProblemException {
        while (true) {
            KeptAct act = catalogue
                    .history()
                    .acts()
                    .latest()
                    .orElseThrow(() -> Problem.of("undo", Phrase.of("cli.nothing-is-kept-that-could"))
                            .raise());
            if (!catalogue.history().isEmpty(act)) {
                return act;
            }
            catalogue.history().acts().mark(act.id(), true);
        }
    }

    private void tell(List<KeptAct> acts) {
        ObjectNode node = object();
        ArrayNode all = node.putArray("acts");
        for (KeptAct act : acts) {
            String when = Instant.ofEpochMilli(act.when())
                    .truncatedTo(ChronoUnit.SECONDS)
                    .toString();
            all.addObject()
                    .put("what", act.what())
                    .put("when", when)
                    .put("at", act.when())
                    .put("undone", act.undone());
            if (!json) {
                say(when + "  " + act.what() + (act.undone() ? Phrase.of("cli.taken-back") : ""));
            }
        }
        if (json) {
            printJson(node);
        }
    }
}
