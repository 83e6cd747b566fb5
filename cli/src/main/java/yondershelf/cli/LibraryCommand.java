package yondershelf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Home;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.Library;

/** {@code library add}, {@code library list} and {@code library close}. */
@Command(
        name = "library",
        description = "Add, list and close libraries.",
        mixinStandardHelpOptions = true,
        subcommands = {
            LibraryCommand.Add.class,
            LibraryCommand.ListAll.class,
            LibraryCommand.Close.class,
            LibraryCommand.Allow.class
        })
final class LibraryCommand implements Runnable {
    @Spec
    @SuppressWarnings("NullAway.Init")
    CommandLine.Model.CommandSpec spec;

    @Override
    public void run() {
        throw new CommandLine.ParameterException(
                spec.commandLine(), "Say what to do: library add, library list or library close");
    }

    private static ObjectNode describe(Library library) {
        ObjectNode node = Base.object();
        node.put("id", library.id());
        node.put("name", library.name());
        node.put("path", library.root().toString());
        return node;
    }

    /** Makes a folder a library, or opens one. */
    @Command(name = "add", description = "Open a folder as a library.", mixinStandardHelpOptions = true)
    static final class Add extends Base {
        @Parameters(paramLabel = "DIR", description = "The folder.")
        @SuppressWarnings("NullAway.Init")
        Path folder;

        @Option(names = "--name", paramLabel = "N", description = "Name of a new library.")
        String name = "";

        @Option(names = "--copy", description = "The folder is a copy of a library: give it an id of its own.")
        boolean copy;

        @Override
        void run(IsolatedReader reader) throws ProblemException {
            Catalogue catalogue = catalogue(reader);
            Library library = copy ? catalogue.addCopy(folder, name) : catalogue.add(folder, name);
            if (json) {
                printJson(describe(library));
            } else {
                say(library.name() + "  " + library.root());
            }
        }
    }

    /** Closes a library: its folder stays as it is. */
    @Command(name = "close", description = "Forget a library, also one that is away.", mixinStandardHelpOptions = true)
    static final class Close extends Base {
        @Parameters(paramLabel = "LIBRARY", description = "Its name or folder.")
        @SuppressWarnings("NullAway.Init")
        String which;

        @Override
        void run(IsolatedReader reader) throws ProblemException {
            Catalogue catalogue = quietCatalogue(reader);
            Path folder = catalogue
                    .library(which)
                    .map(Library::root)
                    .or(() -> catalogue.away().stream()
                            .filter(k -> k.name().equalsIgnoreCase(which))
                            .map(Home.Known::path)
                            .findFirst())
                    .orElse(Path.of(which));
            catalogue.close(folder);
            ObjectNode node = object().put("closed", folder.toString());
            if (json) {
                printJson(node);
            } else {
                say("closed " + folder);
            }
        }
    }

    /** Lets files refer to what lies in a folder outside. */
    @Command(
            name = "allow",
            description = "Let files refer to what lies in a folder outside the libraries.",
            mixinStandardHelpOptions = true)
    static final class Allow extends Base {
        @Parameters(paramLabel = "DIR", description = "The folder.")
        @SuppressWarnings("NullAway.Init")
        Path folder;

        @Override
        void run(IsolatedReader reader) throws ProblemException {
            catalogue(reader).allow(folder);
            ObjectNode node = object().put("allowed", folder.toString());
            if (json) {
                printJson(node);
            } else {
                say("files may refer to " + folder);
            }
        }
    }

    /** Lists the libraries of this machine. */
    @Command(name = "list", description = "List the libraries.", mixinStandardHelpOptions = true)
    static final class ListAll extends Base {
        @Override
        void run(IsolatedReader reader) throws ProblemException {
            Catalogue catalogue = catalogue(reader);
            ObjectNode node = object();
            ArrayNode list = node.putArray("libraries");
            for (Library library : catalogue.libraries()) {
                list.add(describe(library));
                if (!json) {
                    say(library.name() + "  " + library.root());
                }
            }
            for (Home.Known known : catalogue.away()) {
                node.withArray("away")
                        .addObject()
                        .put("id", known.id())
                        .put("name", known.name())
                        .put("path", known.path().toString());
                if (!json) {
                    say(known.name() + "  " + known.path() + "  (away)");
                }
            }
            if (json) {
                printJson(node);
            }
        }
    }
}
