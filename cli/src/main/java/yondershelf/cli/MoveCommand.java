package yondershelf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.KeptAct;
import yondershelf.catalogue.Shown;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.mend.Relocation;
import yondershelf.search.Key;
import yondershelf.words.Phrase;

/** Puts assets in another folder of their library. */
@Command(name = "move", description = "${bundle:cli.move-assets-to-another-folder}", mixinStandardHelpOptions = true)
final class MoveCommand extends OnAssets {
    @Option(
            names = "--to",
            required = true,
            paramLabel = "FOLDER",
            description = "${bundle:cli.below-the-library-s-root}")
    @SuppressWarnings("NullAway.Init")
    private String to;

    @Override
    void run(IsolatedReader reader) throws ProblemException {
        String folder = to.strip().replace('\\', '/').replaceAll("^/+|/+$", "");
        Catalogue catalogue = catalogue(reader);
        Map<Library, List<Asset>> wanted = new LinkedHashMap<>();
        for (Key key : keys(catalogue)) {
            Asset asset = catalogue.shelf().shown(key).map(Shown::asset).orElse(null);
            Library library = asset == null
                    ? null
                    : catalogue.shelf().libraryOf(asset.id()).orElse(null);
            if (asset != null && library != null) {
                wanted.computeIfAbsent(library, l -> new ArrayList<>()).add(asset);
            }
        }
        ObjectNode node = object();
        ArrayNode runs = node.putArray("runs");
        List<KeptAct.Run> kept = new ArrayList<>();
        int moved = 0;
        int files = 0;
        int rewritten = 0;
        for (Map.Entry<Library, List<Asset>> each : wanted.entrySet()) {
            Relocation.Moved done = Relocation.move(each.getKey(), each.getValue(), folder, reader, work);
            done.left().forEach(this::report);
            if (!done.run().isEmpty()) {
                runs.add(done.run());
                kept.add(new KeptAct.Run(each.getKey().id(), done.run()));
                catalogue.scanning().scan(each.getKey(), work);
            }
            moved += done.assets();
            files += done.files();
            rewritten += done.rewritten();
        }
        String what = Phrase.of("cli.move-to", Phrase.count(moved, "asset"), folder);
        if (!kept.isEmpty()) {
            catalogue.history().acts().add(KeptAct.of(what, kept));
        }
        node.put("moved", moved).put("files", files).put("rewritten", rewritten);
        if (json) {
            printJson(node);
        } else {
            say(Phrase.of(
                    "cli.moved",
                    Phrase.count(moved, "asset"),
                    Phrase.count(files, "file"),
                    rewritten == 0 ? "" : Phrase.of("cli.references-mended-in", rewritten)));
        }
        if (moved == 0 && wanted.isEmpty()) {
            report(Problem.of(folder, Phrase.of("cli.nothing-was-found-that-could")));
        }
    }
}
