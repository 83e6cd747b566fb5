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
import yondershelf.catalogue.KnownLibrary;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.Library;

/** {@code library add}, {@code library list} and what else can be done with whole libraries. */
@Command(
        name = "library",
        description = "Add, list, name, sort, hide and remove libraries.",
        mixinStandardHelpOptions = true,
        subcommands = {
            LibraryCommand.Add.class,
            LibraryCommand.Create.class,
            LibraryCommand.ListAll.class,
            LibraryCommand.Rename.class,
            LibraryCommand.Hide.class,
            LibraryCommand.Show.class,
            LibraryCommand.Move.class,
            LibraryCommand.Target.class,
            LibraryCommand.Remove.class,
            LibraryCommand.Allow.class
        })
final class LibraryCommand implements Runnable {
    @Spec
    @SuppressWarnings("NullAway.Init")
    CommandLine.Model.CommandSpec spec;

    @Override
    public void run() {
        throw new CommandLine.ParameterException(
                spec.commandLine(),
                "Say what to do: library add, create, list, rename, hide, show, move, target, remove or allow");
    }

    private static ObjectNode describe(Library library) {
        ObjectNode node = Base.object();
        node.put("id", library.id());
        node.put("name", library.name());
        node.put("path", library.root().toString());
        return node;
    }

    private static ObjectNode describe(KnownLibrary library) {
        return Base.object()
                .put("id", library.id())
                .put("name", library.name())
                .put("path", library.root().toString());
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

    /** Makes a new folder a library. */
    @Command(
            name = "create",
            description = "Make a new library, with folders to begin with.",
            mixinStandardHelpOptions = true)
    static final class Create extends Base {
        @Parameters(paramLabel = "DIR", description = "A folder that is new or empty.")
        @SuppressWarnings("NullAway.Init")
        Path folder;

        @Option(names = "--name", paramLabel = "N", description = "Its name; else the folder's.")
        String name = "";

        @Override
        void run(IsolatedReader reader) throws ProblemException {
            Library library = quietCatalogue(reader).create(folder, name);
            if (json) {
                printJson(describe(library));
            } else {
                say(library.name() + "  " + library.root());
            }
        }
    }

    /** A command about one library that is known, there or away. */
    abstract static class OnKnown extends Base {
        @Parameters(index = "0", paramLabel = "LIBRARY", description = "Its name, id or folder.")
        @SuppressWarnings("NullAway.Init")
        private String which;

        @Override
        final void run(IsolatedReader reader) throws ProblemException {
            Catalogue catalogue = quietCatalogue(reader);
            KnownLibrary library = known(catalogue, which);
            String done = run(catalogue, library);
            if (json) {
                ObjectNode node = describe(library);
                node.put("hidden", library.isHidden());
                printJson(node);
            } else {
                say(done);
            }
        }

        /** @return what was done, for a person */
        abstract String run(Catalogue catalogue, KnownLibrary library) throws ProblemException;
    }

    /** Gives a library another name. */
    @Command(
            name = "rename",
            description = "Give a library another name, for everybody who uses it.",
            mixinStandardHelpOptions = true)
    static final class Rename extends OnKnown {
        @Parameters(index = "1", paramLabel = "NAME", description = "The new name.")
        @SuppressWarnings("NullAway.Init")
        private String name;

        @Override
        String run(Catalogue catalogue, KnownLibrary library) throws ProblemException {
            catalogue.rename(library, name);
            return "it is called " + library.name() + " now";
        }
    }

    /** Leaves a library out of searches. */
    @Command(name = "hide", description = "Show nothing of a library.", mixinStandardHelpOptions = true)
    static final class Hide extends OnKnown {
        @Override
        String run(Catalogue catalogue, KnownLibrary library) throws ProblemException {
            catalogue.hide(library, true);
            return "nothing of " + library.name() + " is shown";
        }
    }

    /** Takes a hidden library into searches again. */
    @Command(name = "show", description = "Show a hidden library again.", mixinStandardHelpOptions = true)
    static final class Show extends OnKnown {
        @Override
        String run(Catalogue catalogue, KnownLibrary library) throws ProblemException {
            catalogue.hide(library, false);
            return library.name() + " is shown";
        }
    }

    /** Gives a library another place in the list. */
    @Command(name = "move", description = "Give a library another place in the list.", mixinStandardHelpOptions = true)
    static final class Move extends OnKnown {
        @Parameters(index = "1", paramLabel = "PLACE", description = "From 1.")
        private int place;

        @Override
        String run(Catalogue catalogue, KnownLibrary library) throws ProblemException {
            catalogue.move(library, place - 1);
            return catalogue.known().toString();
        }
    }

    /** Says where new things go. */
    @Command(
            name = "target",
            description = "Let new things go to a library unless another is named.",
            mixinStandardHelpOptions = true)
    static final class Target extends OnKnown {
        @Override
        String run(Catalogue catalogue, KnownLibrary library) throws ProblemException {
            catalogue.setTarget(library(catalogue, library.id()));
            return "new things go to " + library.name();
        }
    }

    /** Forgets a library: its folder stays as it is. */
    @Command(
            name = "remove",
            aliases = "close",
            description = "Forget a library, also one that is away. No file is deleted.",
            mixinStandardHelpOptions = true)
    static final class Remove extends Base {
        @Parameters(paramLabel = "LIBRARY", description = "Its name or folder.")
        @SuppressWarnings("NullAway.Init")
        String which;

        @Override
        void run(IsolatedReader reader) throws ProblemException {
            Catalogue catalogue = quietCatalogue(reader);
            Path folder = catalogue.named(which).map(KnownLibrary::root).orElse(Path.of(which));
            catalogue.close(folder);
            ObjectNode node = object().put("removed", folder.toString());
            if (json) {
                printJson(node);
            } else {
                say("forgot " + folder + "; its folder and labels stay as they are");
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
            Catalogue catalogue = quietCatalogue(reader);
            ObjectNode node = object();
            ArrayNode list = node.putArray("libraries");
            String target = catalogue.target().map(Library::id).orElse("");
            for (KnownLibrary library : catalogue.known()) {
                ArrayNode where = library.isAway() ? node.withArray("away") : list;
                ObjectNode one = describe(library);
                one.put("hidden", library.isHidden()).put("target", library.id().equals(target));
                where.add(one);
                if (!json) {
                    say(library.name() + "  " + library.root()
                            + (library.isAway() ? "  (away)" : "")
                            + (library.isHidden() ? "  (hidden)" : "")
                            + (library.id().equals(target) ? "  (new things go here)" : ""));
                }
            }
            if (json) {
                printJson(node);
            }
        }
    }
}
