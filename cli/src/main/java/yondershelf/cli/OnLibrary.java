package yondershelf.cli;

import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Parameters;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.Library;
import yondershelf.mend.Finding;
import yondershelf.words.Phrase;

/** A command about one library that is open already. */
abstract class OnLibrary extends Base {
    @Parameters(paramLabel = "LIBRARY", description = "${bundle:cli.name-id-or-folder-of}")
    @SuppressWarnings("NullAway.Init")
    private String name;

    @Override
    final void run(IsolatedReader reader) throws ProblemException {
        Catalogue catalogue = catalogue(reader);
        run(reader, catalogue, library(catalogue, name));
    }

    abstract void run(IsolatedReader reader, Catalogue catalogue, Library library) throws ProblemException;

    /** The finding's code meant by an option, or null when none was given; a word that is none is wrong usage. */
    final Finding.@Nullable Code code(@Nullable String word) {
        if (word == null) {
            return null;
        }
        return Finding.Code.of(word)
                .orElseThrow(() -> new CommandLine.ParameterException(
                        spec.commandLine(), Phrase.of("cli.there-is-no-code-docs", word)));
    }
}
