package yondershelf.cli;

import java.util.List;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.Relabelled;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.Edit;
import yondershelf.library.Labels;
import yondershelf.library.Relabel;

/** Says something of many assets in one act. */
@Command(
        name = "label",
        description = "Say something of assets: of those that files belong to, or of all that a query finds.",
        mixinStandardHelpOptions = true)
final class LabelCommand extends OnAssets {
    @Option(
            names = "--name",
            paramLabel = "TEXT",
            description =
                    "Its name; {name} stands for the one there is, {n} for a number. Empty brings the file's back.")
    @Nullable
    String name;

    @Option(names = "--note", paramLabel = "TEXT", description = "A note.")
    @Nullable
    String note;

    @Option(names = "--author", paramLabel = "TEXT", description = "Who made it.")
    @Nullable
    String author;

    @Option(names = "--licence", paramLabel = "ID", description = "How it may be used: an SPDX identifier, or words.")
    @Nullable
    String licence;

    @Option(names = "--version", paramLabel = "TEXT", description = "Its version.")
    @Nullable
    String version;

    @Option(names = "--job", paramLabel = "TEXT", description = "What it was made or got for.")
    @Nullable
    String job;

    @Option(names = "--rating", paramLabel = "N", description = "How good it is, 1 to 5; 0 for nothing said.")
    @Nullable
    Integer rating;

    @Option(names = "--favourite", negatable = true, description = "A favourite, or not any more.")
    @Nullable
    Boolean favourite;

    @Option(names = "--tag", paramLabel = "T", description = "A tag all of them get, nested with /; may be repeated.")
    List<String> tags = List.of();

    @Option(names = "--untag", paramLabel = "T", description = "A tag none of them keeps; may be repeated.")
    List<String> untags = List.of();

    @Override
    void run(IsolatedReader reader) throws ProblemException {
        Relabel wanted = wanted();
        if (wanted.isNothing()) {
            throw new CommandLine.ParameterException(spec.commandLine(), "Say what of the assets: at least one label");
        }
        Catalogue catalogue = catalogue(reader);
        Relabelled act = catalogue.relabel(keys(catalogue), wanted);
        keep(catalogue, "label", act);
    }

    private Relabel wanted() {
        Relabel out = Relabel.NOTHING;
        out = with(out, Edit.Field.NAME, name);
        out = with(out, Edit.Field.NOTE, note);
        out = with(out, Edit.Field.AUTHOR, author);
        out = with(out, Edit.Field.LICENCE, licence);
        out = with(out, Edit.Field.VERSION, version);
        out = with(out, Edit.Field.JOB, job);
        out = with(out, Edit.Field.FAVOURITE, favourite == null ? null : favourite.toString());
        if (rating != null && (rating < 0 || rating > Labels.BEST)) {
            throw new CommandLine.ParameterException(
                    spec.commandLine(), "A rating is a number from 0 to " + Labels.BEST);
        }
        out = with(out, Edit.Field.RATING, rating == null ? null : rating.toString());
        for (String tag : tags) {
            out = out.tagged(tag);
        }
        for (String tag : untags) {
            out = out.untagged(tag);
        }
        return out;
    }

    private static Relabel with(Relabel wanted, Edit.Field field, @Nullable String text) {
        return text == null ? wanted : wanted.with(field, text);
    }
}
