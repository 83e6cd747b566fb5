package yondershelf.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import yondershelf.catalogue.Kinds;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.render.Booth;
import yondershelf.render.Shaders;
import yondershelf.words.Phrase;

/** Takes previews of files. */
@Command(name = "preview", description = "${bundle:cli.take-a-preview-of-one}", mixinStandardHelpOptions = true)
final class PreviewCommand extends Base {
    private static final int LARGEST = 4096;

    @Parameters(paramLabel = "FILE", arity = "1..*", description = "${bundle:cli.a-model-material-hdri-or}")
    List<Path> files = List.of();

    @Option(
            names = "--out",
            paramLabel = "PNG",
            required = true,
            description = "${bundle:cli.where-to-write-the-picture}")
    @SuppressWarnings("NullAway.Init")
    Path target;

    @Option(names = "--size", paramLabel = "N", description = "${bundle:cli.edge-in-pixels-16-to}")
    int size = 256;

    @Override
    void run(IsolatedReader reader) throws ProblemException {
        if (size < 16 || size > LARGEST) {
            throw new CommandLine.ParameterException(
                    spec.commandLine(), Phrase.of("cli.size-goes-from-16-to", LARGEST));
        }
        Booth booth = new Booth(new Shaders(reader));
        Kinds kinds = new Kinds(reader, booth);
        List<ObjectNode> all = new ArrayList<>();
        Set<Path> written = new HashSet<>();
        for (Path file : files) {
            work.progress(all.size(), files.size(), file.toString());
            if (files.size() == 1) {
                all.add(preview(file, target, booth, kinds, reader));
            } else {
                try {
                    all.add(preview(file, inFolder(file, written), booth, kinds, reader));
                } catch (ProblemException e) {
                    // of many, one that fails costs itself
                    report(e.problem());
                }
            }
        }
        if (json && files.size() == 1) {
            printJson(all.get(0));
        } else if (json) {
            ObjectNode node = object();
            all.forEach(node.putArray("previews")::add);
            printJson(node);
        }
    }

    /** A name of its own for each, in the folder that is named. */
    private Path inFolder(Path file, Set<Path> written) throws ProblemException {
        String name = String.valueOf(file.getFileName())
                .replaceFirst("\\.[^.#]*(?=$|#)", "")
                .replace('#', ' ');
        Path out = target.resolve(name + ".png");
        for (int n = 2; !written.add(out); n++) {
            out = target.resolve(name + " " + n + ".png");
        }
        try {
            Files.createDirectories(target);
        } catch (IOException e) {
            throw Problem.of(target, Phrase.of("cli.the-preview-could-not-be", e.getMessage()))
                    .raise(e);
        }
        return out;
    }

    private ObjectNode preview(Path file, Path out, Booth booth, Kinds kinds, IsolatedReader reader)
            throws ProblemException {
        OneFile.Thing thing = OneFile.of(file).thing(reader);
        Picture picture =
                kinds.of(thing.kind()).preview(thing.source(), size, Booth.FINAL_SAMPLES, this::report, () -> false);
        if (picture == null) {
            throw Problem.of(file, Phrase.of("cli.taking-the-preview-was-stopped"))
                    .raise();
        }
        try {
            Files.write(out, Formats.png(booth.onBackdrop(picture)));
        } catch (IOException e) {
            throw Problem.of(out, Phrase.of("cli.the-preview-could-not-be", e.getMessage()))
                    .raise(e);
        }
        ObjectNode node = object();
        node.put("file", file.toString()).put("out", out.toString()).put("size", size);
        if (!json) {
            say(out.toString());
        }
        return node;
    }
}
