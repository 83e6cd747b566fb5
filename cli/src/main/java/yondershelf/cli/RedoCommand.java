package yondershelf.cli;

import picocli.CommandLine.Command;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.KeptAct;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.words.Phrase;

/** Does again what was taken back last: what was said of assets. */
@Command(name = "redo", description = "${bundle:cli.do-again-what-was-taken}", mixinStandardHelpOptions = true)
final class RedoCommand extends Base {
    @Override
    void run(IsolatedReader reader) throws ProblemException {
        Catalogue catalogue = catalogue(reader);
        KeptAct act = catalogue
                .history()
                .acts()
                .latestTakenBack()
                .orElseThrow(() -> Problem.of("redo", Phrase.of("cli.nothing-was-taken-back-last"))
                        .raise());
        catalogue.history().doAgain(act);
        if (json) {
            printJson(object().put("redone", act.what()));
        } else {
            say(Phrase.of("cli.done-again", act.what()));
        }
    }
}
