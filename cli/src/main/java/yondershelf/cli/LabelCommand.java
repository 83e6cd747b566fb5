package yondershelf.cli;

import java.util.List;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.Edit;
import yondershelf.library.Labels;
import yondershelf.library.Relabel;
import yondershelf.words.Phrase;

/** Says something of many assets in one act. */
@Command(name = "label", description = "${bundle:cli.say-something-of-assets-of}", mixinStandardHelpOptions = true)
final class LabelCommand extends OnAssets {
    @Option(names = "--name", paramLabel = "TEXT", description = "${bundle:cli.its-name-name-stands-for}")
    @Nullable
    String name;

    @Option(names = "--note", paramLabel = "TEXT", description = "${bundle:cli.a-note}")
    @Nullable
    String note;

    @Option(names = "--author", paramLabel = "TEXT", description = "${bundle:cli.who-made-it}")
    @Nullable
    String author;

    @Option(names = "--licence", paramLabel = "ID", description = "${bundle:cli.how-it-may-be-used}")
    @Nullable
    String licence;

    @Option(names = "--version", paramLabel = "TEXT", description = "${bundle:cli.its-version}")
    @Nullable
    String version;

    @Option(names = "--job", paramLabel = "TEXT", description = "${bundle:cli.what-it-was-made-or}")
    @Nullable
    String job;

    @Option(names = "--rating", paramLabel = "N", description = "${bundle:cli.how-good-it-is-1}")
    @Nullable
    Integer rating;

    @Option(names = "--favourite", negatable = true, description = "${bundle:cli.a-favourite-or-not-any}")
    @Nullable
    Boolean favourite;

    @Option(names = "--tag", paramLabel = "T", description = "${bundle:cli.a-tag-all-of-them}")
    List<String> tags = List.of();

    @Option(names = "--untag", paramLabel = "T", description = "${bundle:cli.a-tag-none-of-them}")
    List<String> untags = List.of();

    @Override
    void run(IsolatedReader reader) throws ProblemException {
        Relabel wanted = wanted();
        if (wanted.isNothing()) {
            throw new CommandLine.ParameterException(spec.commandLine(), Phrase.of("cli.say-what-of-the-assets"));
        }
        Catalogue catalogue = catalogue(reader);
        Counting counting = new Counting("label");
        var _ = catalogue.labelling().relabel(keys(catalogue), wanted, counting);
        tellChanged(counting.changed());
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
                    spec.commandLine(), Phrase.of("cli.a-rating-is-a-number", Labels.BEST));
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
