package yondershelf.cli;

import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.words.Phrase;

/** Changes tags wherever they are given. */
@Command(
        name = "tag",
        description = "${bundle:cli.change-a-tag-and-those}",
        mixinStandardHelpOptions = true,
        subcommands = {TagCommand.Rename.class, TagCommand.Merge.class, TagCommand.Delete.class})
final class TagCommand implements Runnable {
    @CommandLine.Spec
    @SuppressWarnings("NullAway.Init")
    private CommandLine.Model.CommandSpec spec;

    @Override
    public void run() {
        throw new CommandLine.ParameterException(spec.commandLine(), Phrase.of("cli.rename-merge-or-delete"));
    }

    /** One that has an old tag. */
    abstract static class OnTag extends Base {
        @Parameters(index = "0", paramLabel = "TAG", description = "${bundle:cli.the-tag-there-is}")
        @SuppressWarnings("NullAway.Init")
        private String tag;

        final void change(IsolatedReader reader, String to, boolean mayExist) throws ProblemException {
            Catalogue catalogue = catalogue(reader);
            Counting counting =
                    new Counting(to.isEmpty() ? Phrase.of("cli.delete-tag", tag) : Phrase.of("cli.rename-tag", tag));
            var _ = catalogue.labelling().retag(tag, to, mayExist, counting);
            tellChanged(counting.changed());
        }
    }

    @Command(name = "rename", description = "${bundle:cli.give-a-tag-another-name}", mixinStandardHelpOptions = true)
    static final class Rename extends OnTag {
        @Parameters(index = "1", paramLabel = "NAME", description = "${bundle:cli.a-tag-nobody-has-yet}")
        @SuppressWarnings("NullAway.Init")
        private String to;

        @Override
        void run(IsolatedReader reader) throws ProblemException {
            change(reader, to, false);
        }
    }

    @Command(name = "merge", description = "${bundle:cli.put-a-tag-together-with}", mixinStandardHelpOptions = true)
    static final class Merge extends OnTag {
        @Parameters(index = "1", paramLabel = "INTO", description = "${bundle:cli.the-tag-that-stays}")
        @SuppressWarnings("NullAway.Init")
        private String to;

        @Override
        void run(IsolatedReader reader) throws ProblemException {
            change(reader, to, true);
        }
    }

    @Command(name = "delete", description = "${bundle:cli.take-a-tag-away-from}", mixinStandardHelpOptions = true)
    static final class Delete extends OnTag {
        @Override
        void run(IsolatedReader reader) throws ProblemException {
            change(reader, "", true);
        }
    }
}
