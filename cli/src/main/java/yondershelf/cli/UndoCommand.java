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

/** Takes back what was done last, by a command or in the window. */
@Command(
        name = "undo",
        description = "Take back what was done last to labels or files, by a command or in the window.",
        mixinStandardHelpOptions = true)
final class UndoCommand extends Base {
    @Option(names = "--list", description = "Say what was done lately, newest first, and change nothing.")
    boolean list;

    @Option(names = "--skip", description = "Leave files that were changed since as they are.")
    boolean skip;

    @Override
    void run(IsolatedReader reader) throws ProblemException {
        Catalogue catalogue = list ? keptCatalogue(reader) : catalogue(reader);
        KeptActs acts = catalogue.acts();
        if (list) {
            tell(acts.all().reversed());
            return;
        }
        KeptAct act = acts.latest()
                .orElseThrow(() -> Problem.of("undo", "nothing is kept that could be taken back")
                        .raise());
        catalogue.takeBack(act, skip, work).forEach(this::report);
        if (json) {
            printJson(object().put("undone", act.what()));
        } else {
            say("taken back: " + act.what());
        }
    }

    private void tell(List<KeptAct> acts) {
        ObjectNode node = object();
        ArrayNode all = node.putArray("acts");
        for (KeptAct act : acts) {
            String when = Instant.ofEpochMilli(act.when())
                    .truncatedTo(ChronoUnit.SECONDS)
                    .toString();
            all.addObject().put("what", act.what()).put("when", when).put("undone", act.undone());
            if (!json) {
                say(when + "  " + act.what() + (act.undone() ? ", taken back" : ""));
            }
        }
        if (json) {
            printJson(node);
        }
    }
}
