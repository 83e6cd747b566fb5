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
import yondershelf.words.Phrase;

/** {@code library add}, {@code library list} and what else can be done with whole libraries. */
@Command(
        name = "library",
        description = "${bundle:cli.add-list-name-sort-hide}",
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
        throw new CommandLine.ParameterException(spec.commandLine(), Phrase.of("cli.say-what-to-do-library"));
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
    @Command(name = "add", description = "${bundle:cli.open-a-folder-as-a}", mixinStandardHelpOptions = true)
    static final class Add extends Base {
        @Parameters(paramLabel = "DIR", description = "${bundle:cli.the-folder}")
        @SuppressWarnings("NullAway.Init")
        Path folder;

        @Option(names = "--name", paramLabel = "N", description = "${bundle:cli.name-of-a-new-library}")
        String name = "";

        @Option(names = "--copy", description = "${bundle:cli.the-folder-is-a-copy}")
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
    @Command(name = "create", description = "${bundle:cli.make-a-new-library-with}", mixinStandardHelpOptions = true)
    static final class Create extends Base {
        @Parameters(paramLabel = "DIR", description = "${bundle:cli.a-folder-that-is-new}")
        @SuppressWarnings("NullAway.Init")
        Path folder;

        @Option(names = "--name", paramLabel = "N", description = "${bundle:cli.its-name-else-the-folder}")
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
        @Parameters(index = "0", paramLabel = "LIBRARY", description = "${bundle:cli.its-name-id-or-folder}")
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
            description = "${bundle:cli.give-a-library-another-name}",
            mixinStandardHelpOptions = true)
    static final class Rename extends OnKnown {
        @Parameters(index = "1", paramLabel = "NAME", description = "${bundle:cli.the-new-name}")
        @SuppressWarnings("NullAway.Init")
        private String name;

        @Override
        String run(Catalogue catalogue, KnownLibrary library) throws ProblemException {
            catalogue.rename(library, name);
            return Phrase.of("cli.it-is-called-now", library.name());
        }
    }

    /** Leaves a library out of searches. */
    @Command(name = "hide", description = "${bundle:cli.show-nothing-of-a-library}", mixinStandardHelpOptions = true)
    static final class Hide extends OnKnown {
        @Override
        String run(Catalogue catalogue, KnownLibrary library) throws ProblemException {
            catalogue.hide(library, true);
            return Phrase.of("cli.nothing-of-is-shown", library.name());
        }
    }

    /** Takes a hidden library into searches again. */
    @Command(name = "show", description = "${bundle:cli.show-a-hidden-library-again}", mixinStandardHelpOptions = true)
    static final class Show extends OnKnown {
        @Override
        String run(Catalogue catalogue, KnownLibrary library) throws ProblemException {
            catalogue.hide(library, false);
            return Phrase.of("cli.is-shown", library.name());
        }
    }

    /** Gives a library another place in the list. */
    @Command(name = "move", description = "${bundle:cli.give-a-library-another-place}", mixinStandardHelpOptions = true)
    static final class Move extends OnKnown {
        @Parameters(index = "1", paramLabel = "PLACE", description = "${bundle:cli.from-1}")
        private int place;

        @Override
        String run(Catalogue catalogue, KnownLibrary library) throws ProblemException {
            catalogue.move(library, place - 1);
            return catalogue.known().toString();
        }
    }

    /** Says where new things go. */
    @Command(name = "target", description = "${bundle:cli.let-new-things-go-to}", mixinStandardHelpOptions = true)
    static final class Target extends OnKnown {
        @Override
        String run(Catalogue catalogue, KnownLibrary library) throws ProblemException {
            catalogue.setTarget(library(catalogue, library.id()));
            return Phrase.of("cli.new-things-go-to", library.name());
        }
    }

    /** Forgets a library: its folder stays as it is. */
    @Command(
            name = "remove",
            aliases = "close",
            description = "${bundle:cli.forget-a-library-also-one}",
            mixinStandardHelpOptions = true)
    static final class Remove extends Base {
        @Parameters(paramLabel = "LIBRARY", description = "${bundle:cli.its-name-or-folder}")
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
                say(Phrase.of("cli.forgot-its-folder-and-labels", folder));
            }
        }
    }

    /** Lets files refer to what lies in a folder outside. */
    @Command(name = "allow", description = "${bundle:cli.let-files-refer-to-what}", mixinStandardHelpOptions = true)
    static final class Allow extends Base {
        @Parameters(paramLabel = "DIR", description = "${bundle:cli.the-folder}")
        @SuppressWarnings("NullAway.Init")
        Path folder;

        @Override
        void run(IsolatedReader reader) throws ProblemException {
            catalogue(reader).allow(folder);
            ObjectNode node = object().put("allowed", folder.toString());
            if (json) {
                printJson(node);
            } else {
                say(Phrase.of("cli.files-may-refer-to", folder));
            }
        }
    }

    /** Lists the libraries of this machine. */
    @Command(name = "list", description = "${bundle:cli.list-the-libraries}", mixinStandardHelpOptions = true)
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
                            + (library.id().equals(target) ? Phrase.of("cli.new-things-go-here") : ""));
                }
            }
            if (json) {
                printJson(node);
            }
        }
    }
}
