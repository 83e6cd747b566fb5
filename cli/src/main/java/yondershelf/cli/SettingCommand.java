package yondershelf.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.Locale;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import yondershelf.catalogue.Home;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.format.worker.Limits;
import yondershelf.words.Phrase;

/** Shows or changes a setting of this machine. */
@Command(name = "setting", description = "${bundle:cli.show-or-change-a-setting}", mixinStandardHelpOptions = true)
final class SettingCommand extends Base {
    private static final String READER = "reader-megabytes";
    private static final String SYSTEM = "system";

    @Parameters(index = "0", paramLabel = "NAME", description = "${bundle:cli.language-setting}")
    @SuppressWarnings("NullAway.Init")
    String name;

    @Parameters(index = "1", arity = "0..1", paramLabel = "VALUE", description = "${bundle:cli.the-new-value}")
    String value = "";

    @Override
    void run(IsolatedReader reader) throws ProblemException {
        Home state = quietCatalogue(reader).home();
        String usual = switch (name) {
            case READER -> String.valueOf(Limits.USUAL.mostMegabytes());
            case Home.LANGUAGE -> SYSTEM;
            default ->
                throw Problem.of(name, Phrase.of("cli.there-is-no-such-setting", READER + ", " + Home.LANGUAGE))
                        .raise();
        };
        if (!value.isEmpty()) {
            check();
            state.setSetting(name, value.equals(SYSTEM) ? "" : value);
        }
        String kept = state.setting(name, "");
        String now = kept.isEmpty() ? usual : kept;
        ObjectNode node = object().put(name, now);
        if (json) {
            printJson(node);
        } else {
            say(name + " " + now);
        }
    }

    private void check() throws ProblemException {
        if (name.equals(READER) && !value.matches("[1-9]\\d{2,5}")) {
            throw Problem.of(value, Phrase.of("cli.this-is-no-number-of")).raise();
        }
        List<String> languages =
                Phrase.LANGUAGES.stream().map(Locale::toLanguageTag).toList();
        if (name.equals(Home.LANGUAGE) && !value.equals(SYSTEM) && !languages.contains(value)) {
            throw Problem.of(value, Phrase.of("cli.this-language-is-not-shipped", String.join(", ", languages)))
                    .raise();
        }
    }
}
