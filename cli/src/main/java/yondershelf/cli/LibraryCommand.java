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
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.Library;

/** {@code library add} and {@code library list}. */
@Command(
        name = "library",
        description = "Add and list libraries.",
        mixinStandardHelpOptions = true,
        subcommands = {LibraryCommand.Add.class, LibraryCommand.ListAll.class})
final class LibraryCommand implements Runnable {
    @Spec
    @SuppressWarnings("NullAway.Init")
    CommandLine.Model.CommandSpec spec;

    @Override
    public void run() {
        throw new CommandLine.ParameterException(spec.commandLine(), "Say what to do: library add or library list");
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

        @Override
        void run(IsolatedReader reader) throws ProblemException {
            Library library = catalogue(reader).add(folder, name);
            if (json) {
                printJson(describe(library));
            } else {
                out().println(library.name() + "  " + library.root());
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
                    out().println(library.name() + "  " + library.root());
                }
            }
            if (json) {
                printJson(node);
            }
        }
    }
}
