package yondershelf.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import yondershelf.catalogue.Home;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.format.worker.Limits;

/** Shows or changes a setting of this machine. */
@Command(name = "setting", description = "Show or change a setting.", mixinStandardHelpOptions = true)
final class SettingCommand extends Base {
    private static final String READER = "reader-megabytes";

    @Parameters(index = "0", paramLabel = "NAME", description = "reader-megabytes: what reading one file may use.")
    @SuppressWarnings("NullAway.Init")
    String name;

    @Parameters(index = "1", arity = "0..1", paramLabel = "VALUE", description = "The new value.")
    String value = "";

    @Override
    void run(IsolatedReader reader) throws ProblemException {
        if (!name.equals(READER)) {
            throw Problem.of(name, "there is no such setting; there is " + READER)
                    .raise();
        }
        Home state = quietCatalogue(reader).home();
        if (!value.isEmpty()) {
            if (!value.matches("[1-9]\\d{2,5}")) {
                throw Problem.of(value, "this is no number of megabytes from 100 to 999999")
                        .raise();
            }
            state.setSetting(READER, value);
        }
        String now = state.setting(READER, String.valueOf(Limits.USUAL.mostMegabytes()));
        ObjectNode node = object().put(READER, now);
        if (json) {
            printJson(node);
        } else {
            say(READER + " " + now);
        }
    }
}
