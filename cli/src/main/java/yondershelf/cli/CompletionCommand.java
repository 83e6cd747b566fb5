package yondershelf.cli;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import picocli.AutoComplete;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.words.Phrase;

/** Writes what a shell completes and what {@code man} shows, where both look below a folder of data. */
@Command(
        name = "completion",
        description = "${bundle:cli.install-the-completion-of-bash}",
        mixinStandardHelpOptions = true)
final class CompletionCommand extends Base {
    @Parameters(paramLabel = "FOLDER", description = "${bundle:cli.where-data-of-programs-lies}")
    @SuppressWarnings("NullAway.Init")
    Path folder;

    @Override
    void run(IsolatedReader reader) throws ProblemException {
        CommandLine all = spec.root().commandLine();
        int pages = 0;
        write(folder.resolve("bash-completion/completions/yonder"), AutoComplete.bash("yonder", all));
        write(folder.resolve("man/man1/yonder.1"), ManualPage.of(all));
        for (Map.Entry<String, CommandLine> each : all.getSubcommands().entrySet()) {
            write(folder.resolve("man/man1/yonder-" + each.getKey() + ".1"), ManualPage.of(each.getValue()));
            pages++;
        }
        if (json) {
            printJson(object().put("folder", folder.toString()).put("pages", pages + 1));
        } else {
            say(Phrase.of("cli.completion-and-manual-pages-are", pages + 1, folder));
        }
    }

    private static void write(Path file, String text) throws ProblemException {
        try {
            Files.createDirectories(file.getParent());
            Disk.REAL.write(file, out -> out.write(text.getBytes(StandardCharsets.UTF_8)));
        } catch (IOException e) {
            throw Problem.of(file, Phrase.of("cli.it-cannot-be-written", e.getMessage()))
                    .raise(e);
        }
    }
}
