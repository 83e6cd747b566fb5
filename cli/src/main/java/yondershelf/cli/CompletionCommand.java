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

/** Writes what a shell completes and what {@code man} shows, where both look below a folder of data. */
@Command(
        name = "completion",
        description = "Install the completion of bash and zsh and the manual pages.",
        mixinStandardHelpOptions = true)
final class CompletionCommand extends Base {
    @Parameters(paramLabel = "FOLDER", description = "Where data of programs lies, like ~/.local/share.")
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
            say("Completion and " + (pages + 1) + " manual pages are in " + folder);
        }
    }

    private static void write(Path file, String text) throws ProblemException {
        try {
            Files.createDirectories(file.getParent());
            Disk.REAL.write(file, out -> out.write(text.getBytes(StandardCharsets.UTF_8)));
        } catch (IOException e) {
            throw Problem.of(file, "it cannot be written (" + e.getMessage() + ")")
                    .raise(e);
        }
    }
}
