package yondershelf.cli;

import java.io.ByteArrayOutputStream;
import java.io.OutputStream;
import java.io.PrintStream;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import yondershelf.catalogue.Home;
import yondershelf.content.Problem;
import yondershelf.words.Phrase;
import yondershelf.work.ProgramLog;

/** The command line. Exit 0 fine, 1 the work found or hit something, 2 wrong usage. */
@Command(
        name = "yonder",
        description = "${bundle:cli.headless-commands-of-yonder-shelf}",
        mixinStandardHelpOptions = true,
        version = "Yonder Shelf 0.1.0",
        subcommands = {
            LibraryCommand.class,
            ScanCommand.class,
            FindCommand.class,
            LabelCommand.class,
            TagCommand.class,
            LikeCommand.class,
            MoveCommand.class,
            UndoCommand.class,
            RedoCommand.class,
            FactsCommand.class,
            PreviewCommand.class,
            TakeCommand.class,
            CheckCommand.class,
            MendCommand.class,
            SettingCommand.class,
            CompletionCommand.class,
            CommandLine.HelpCommand.class
        })
public final class Main implements Runnable {

    public static void main(String[] args) {
        System.setProperty("java.awt.headless", "true");
        PrintWriter out = new PrintWriter(System.out, true, StandardCharsets.UTF_8);
        PrintWriter err = new PrintWriter(System.err, true, StandardCharsets.UTF_8);
        System.setErr(new PrintStream(new Murmur(), true, StandardCharsets.UTF_8));
        System.exit(run(out, err, args));
    }

    /** What libraries print by themselves belongs into the log, not among what a command says. */
    private static final class Murmur extends OutputStream {
        private final ByteArrayOutputStream line = new ByteArrayOutputStream();
        /** A log that was not begun yet prints here itself. */
        private boolean noting;

        @Override
        public synchronized void write(int b) {
            if (b != '\n') {
                line.write(b);
            } else if (!noting) {
                noting = true;
                ProgramLog.note(Problem.of("library", line.toString(StandardCharsets.UTF_8)));
                noting = false;
                line.reset();
            }
        }
    }

    /** Runs one command and gives its exit code. */
    public static int run(PrintWriter out, PrintWriter err, String... args) {
        Phrase.speak(language(args));
        CommandLine line = new CommandLine(new Main());
        line.setResourceBundle(Phrase.bundle());
        // a condition like -tag:wood is no option
        line.getSubcommands()
                .forEach((name, command) -> command.setUnmatchedOptionsArePositionalParams(name.equals("find")));
        line.setOut(out);
        line.setErr(err);
        line.setExecutionExceptionHandler((e, command, parsed) -> {
            err.println(Problem.of(command.getCommandName(), Phrase.of("cli.this-went-wrong-inside-the", e))
                    .sentence());
            e.printStackTrace(err);
            return 1;
        });
        return line.execute(args);
    }

    /** The one set in the home folder. */
    private static Locale language(String... args) {
        List<String> words = List.of(args);
        int at = words.indexOf("--home");
        Path home = at >= 0 && at + 1 < words.size() ? Path.of(words.get(at + 1)) : Home.usual();
        return Home.language(home);
    }

    @Override
    public void run() {
        CommandLine.usage(this, System.out);
    }
}
