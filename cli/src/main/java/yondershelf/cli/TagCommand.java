package yondershelf.cli;

import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;

/** Changes tags wherever they are given. */
@Command(
        name = "tag",
        description = "Change a tag, and those nested below it, wherever it is given.",
        mixinStandardHelpOptions = true,
        subcommands = {TagCommand.Rename.class, TagCommand.Merge.class, TagCommand.Delete.class})
final class TagCommand implements Runnable {
    @CommandLine.Spec
    @SuppressWarnings("NullAway.Init")
    private CommandLine.Model.CommandSpec spec;

    @Override
    public void run() {
        throw new CommandLine.ParameterException(spec.commandLine(), "rename, merge or delete");
    }

    /** One that has an old tag. */
    abstract static class OnTag extends Base {
        @Parameters(index = "0", paramLabel = "TAG", description = "The tag there is.")
        @SuppressWarnings("NullAway.Init")
        private String tag;

        final void change(IsolatedReader reader, String to, boolean mayExist) throws ProblemException {
            Catalogue catalogue = catalogue(reader);
            keep(
                    catalogue,
                    to.isEmpty() ? "delete tag " + tag : "rename tag " + tag,
                    catalogue.retag(tag, to, mayExist));
        }
    }

    @Command(
            name = "rename",
            description = "Give a tag another name, or nest it elsewhere.",
            mixinStandardHelpOptions = true)
    static final class Rename extends OnTag {
        @Parameters(index = "1", paramLabel = "NAME", description = "A tag nobody has yet.")
        @SuppressWarnings("NullAway.Init")
        private String to;

        @Override
        void run(IsolatedReader reader) throws ProblemException {
            change(reader, to, false);
        }
    }

    @Command(name = "merge", description = "Put a tag together with another one.", mixinStandardHelpOptions = true)
    static final class Merge extends OnTag {
        @Parameters(index = "1", paramLabel = "INTO", description = "The tag that stays.")
        @SuppressWarnings("NullAway.Init")
        private String to;

        @Override
        void run(IsolatedReader reader) throws ProblemException {
            change(reader, to, true);
        }
    }

    @Command(name = "delete", description = "Take a tag away from everything.", mixinStandardHelpOptions = true)
    static final class Delete extends OnTag {
        @Override
        void run(IsolatedReader reader) throws ProblemException {
            change(reader, "", true);
        }
    }
}
